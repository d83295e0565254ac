import { bondOf, gradeOf } from '../bond'
import {
  comesToS, freeWaterGsm, layerOf, runProgramme, steadySole, stepAt, timeHeldS, timeToReachS, type Phase, type Stack, type Transient,
} from '../heat'
import { CLAPPER_KPA, ROOM_C, SHOT_S, steamGM2S, type PressClothKindKey, type AdhesiveGrade, type AdhesiveKey } from '../materials'
import { buildStack, pressClothLayer, type FabricInput, type SupplyInput } from '../stack'
import { REFERENCE_FABRIC } from './reference'
import { LEANED_KPA, USUAL_SUPPLY, WEIGHT_KPA, WRUNG_MUSLIN_GSM } from './typical'

/**
 * The trade's own cases: what a maker prints or is known to come of it, as bands. They are run by the tests and printed by the
 * setup; nothing is computed with them.
 */
export interface Figure {
  what: string
  got: number
  band: readonly [number, number]
  unit: 's' | '°C' | 'bond' | 'times'
  /** Where the band is missed: by no more than this, and the reason is in the model notes. */
  missedBy?: number
}

/** Water under this in a press cloth is no longer felt, g/m². */
const DRY_GSM = 2
const WINDOW_C = 118
const FOREVER = Infinity

const down = (durationS: number, pressureKPa: number = LEANED_KPA, steam = false): Phase => ({
  kind: 'down', durationS, pressureKPa, steamGM2S: steam ? steamGM2S('household') : 0, steamS: SHOT_S,
})
const TURN: readonly Phase[] = [{ kind: 'lifted', durationS: 3 }, { kind: 'turn' }]
const CLAPPER: Phase = { kind: 'clapper', durationS: 20, pressureKPa: CLAPPER_KPA }

const usualStack = (pressCloth: PressClothKindKey | null, pressClothWaterGsm = 0): Stack =>
  buildStack({
    fabric: REFERENCE_FABRIC, supply: { ...USUAL_SUPPLY.polyamide, adhesive: 'polyamide' }, pressCloth, surface: 'padded',
    firstSide: 'back',
    pressClothWaterGsm, mistGsm: 0,
  })
const heat = (stack: Stack, soleC: number, phases: Phase[]): Transient =>
  runProgramme(stack, { sole: steadySole(soleC), roomC: ROOM_C, phases })

/** The bands of the heat by itself. */
export function shouldShow(): Figure[] {
  const glueOf = (run: Transient) => layerOf(run, 'adhesive')!
  const setDown = (run: Transient) => run.marks.find(m => m.kind === 'down')!.atS
  const to = (run: Transient, c: number) => (timeToReachS(run, glueOf(run), c) ?? FOREVER) - setDown(run)
  const dryAgain = (run: Transient) => {
    const pressCloth = layerOf(run, 'pressCloth')!
    return comesToS(run, i => -freeWaterGsm(pressCloth, i), -DRY_GSM) ?? FOREVER
  }
  const near100 = (run: Transient) => timeHeldS(run, glueOf(run), 100, 3)
  const wool = heat(usualStack('muslin'), 150, [down(60)]), cotton = heat(usualStack('muslin'), 190, [down(60)])
  const warmed = heat(usualStack('muslin'), 150, [{ kind: 'warm', durationS: 5, pressureKPa: LEANED_KPA }, down(60)])
  const steam = heat(usualStack('muslin'), 150, [down(60, LEANED_KPA, true)])
  const damp = heat(usualStack('muslin', WRUNG_MUSLIN_GSM), 150, [down(60)]),
    dampHot = heat(usualStack('muslin', WRUNG_MUSLIN_GSM), 190, [down(60)])
  const towel = heat(
    { ...usualStack(null), pressCloth: { ...pressClothLayer('muslin', 300), name: 'Towel', massGsm: 500, thicknessMm: 4,
      waterCapacityGsm: 700 } },
    150, [down(90)],
  )
  const press = heat(usualStack(null), 150, [down(12, 30)]),
    heavyPress = heat(usualStack(null), 165, [down(15, 100)])
  const endC = (run: Transient) => {
    const glue = glueOf(run)
    return glue.meanC[stepAt(run, run.timesS[run.steps - 1]!)]!
  }
  return [
    { what: 'dry at 150 °C: to 100 °C', got: to(wool, 100), band: [6, 9], unit: 's' },
    { what: 'dry at 150 °C: to 118 °C', got: to(wool, WINDOW_C), band: [12, 19], unit: 's' },
    { what: 'dry at 150 °C: halt within 3 °C of 100', got: near100(wool), band: [0, 2.5], unit: 's' },
    { what: 'dry at 190 °C: to 100 °C', got: to(cotton, 100), band: [3, 5], unit: 's' },
    { what: 'dry at 190 °C: to 118 °C', got: to(cotton, WINDOW_C), band: [6, 9], unit: 's' },
    { what: 'warmed first: to 100 °C sooner by', got: to(wool, 100) - to(warmed, 100), band: [1.5, FOREVER], unit: 's' },
    { what: 'warmed first: to 118 °C sooner by', got: to(wool, WINDOW_C) - to(warmed, WINDOW_C), band: [1.5, FOREVER], unit: 's' },
    { what: 'a shot of steam: to 100 °C', got: to(steam, 100), band: [0, 2], unit: 's' },
    { what: 'a shot of steam: to 118 °C', got: to(steam, WINDOW_C), band: [9, 14], unit: 's' },
    { what: 'muslin wrung damp at 150 °C: dry again', got: dryAgain(damp), band: [7, 14], unit: 's' },
    {
      what: 'muslin wrung damp at 150 °C: glue line near 100 °C beyond that', got: to(damp, 104) - dryAgain(damp), band: [0, FOREVER],
      unit: 's',
    },
    { what: 'muslin wrung damp at 190 °C: dry again', got: dryAgain(dampHot), band: [4, 8], unit: 's' },
    { what: 'a soaked towel at 150 °C: glue line no hotter than 103 °C for', got: to(towel, 103), band: [35, FOREVER], unit: 's' },
    { what: 'flat press 150 °C, 30 kPa, bare: glue line after 12 s', got: endC(press), band: [130, 142], unit: '°C' },
    { what: 'flat press 165 °C, 100 kPa, bare: glue line after 15 s', got: endC(heavyPress), band: [145, 156], unit: '°C' },
  ]
}

const fabric = (
  fibre: FabricInput['fibres'][number]['fibre'], construction: FabricInput['construction'], massGsm: number, thicknessMm: number,
  more: Partial<FabricInput> = {},
): FabricInput => ({
  fibres: [{ fibre, sharePct: 100 }], construction, massGsm, thicknessMm, mayGetWet: true, nap: 'none', finishes: [], ...more,
})

interface Pressing {
  fabric: FabricInput
  adhesive: AdhesiveKey
  pressCloth: PressClothKindKey | null
  soleC: number
  phases: Phase[]
  firstSide?: 'back' | 'face'
  mistGsm?: number
  pressClothWaterGsm?: number
  grade?: AdhesiveGrade
  supply?: Partial<SupplyInput>
}

function bondBy({
  fabric, adhesive, pressCloth, soleC, phases, firstSide = 'back', mistGsm = 0, pressClothWaterGsm = 0, grade = 'hand', supply = {},
}: Pressing): number {
  const stack = buildStack({
    fabric, supply: { ...USUAL_SUPPLY[adhesive], ...supply, adhesive }, pressCloth, surface: 'padded', firstSide, pressClothWaterGsm,
    mistGsm,
  })
  return bondOf(heat(stack, soleC, phases), gradeOf(adhesive, grade)).final
}

const sheeting = fabric('cotton', 'sheeting', 145, 0.32)
const dupion = fabric('silk', 'dupion', 90, 0.2, { nap: 'texture' })
const jersey = fabric('cotton', 'jersey', 180, 0.65)
const laminate = fabric('polyester', 'cork', 400, 0.7, { finishes: ['filmLaminate'] })
const melton = fabric('wool', 'coating', 520, 2, { nap: 'nap' })
const SHEER_KNIT = { massGsm: 28, thicknessMm: 0.18, base: 'polyamide66', adhesiveGsm: 7 } as const
const BAG_FOAM = { massGsm: 190, thicknessMm: 3.6, base: 'polyester', adhesiveGsm: 18 } as const

const bond = (what: string, band: readonly [number, number], pressing: Pressing, missedBy?: number): Figure => ({
  what, band, got: bondBy(pressing), unit: 'bond', ...(missedBy ? { missedBy } : {}),
})

/** Eight pressings whose outcome is known. */
export const CASES: readonly { name: string, figures: () => Figure[] }[] = [
  {
    name: 'Sheeting, woven 60 g/m², organza',
    figures: () => [
      bond('dry, 12 s at wool', [0, 0.6], {
        fabric: sheeting, adhesive: 'polyamide', pressCloth: 'organza', soleC: 150, phases: [down(12), CLAPPER],
      }),
      bond('warmed, misted, steamed, 12 s, turned, 12 s', [1, 3], {
        fabric: sheeting, adhesive: 'polyamide', pressCloth: 'organza', soleC: 150, mistGsm: 35, pressClothWaterGsm: 20,
        phases: [
          { kind: 'warm', durationS: 5, pressureKPa: LEANED_KPA }, down(12, LEANED_KPA, true), ...TURN, down(12, LEANED_KPA, true),
          CLAPPER,
        ],
      }),
    ],
  },
  {
    name: 'Thin silk, sheer knit, low melt, muslin, the iron\'s weight',
    figures: () => [
      bond(
        '9 s, turned, 9 s at wool', [0.9, 2.5],
        {
          fabric: dupion, adhesive: 'polyamideLow', pressCloth: 'muslin', soleC: 150, supply: SHEER_KNIT,
          phases: [down(9, WEIGHT_KPA), ...TURN, down(9, WEIGHT_KPA), CLAPPER],
        },
        0.3,
      ),
    ],
  },
  {
    name: 'Poplin, low-melt nonwoven, muslin, dry, 10 s',
    figures: () => [
      bond('at wool', [1, 1.6], {
        fabric: REFERENCE_FABRIC, adhesive: 'polyamideLow', pressCloth: 'muslin', soleC: 150, phases: [down(10), CLAPPER],
      }),
      bond('at cotton', [2, 6], {
        fabric: REFERENCE_FABRIC, adhesive: 'polyamideLow', pressCloth: 'muslin', soleC: 200, phases: [down(10), CLAPPER],
      }),
    ],
  },
  {
    name: 'Low-heat web',
    figures: () => [
      bond('tacked under its paper, 2 s', [0.05, 0.5], {
        fabric: REFERENCE_FABRIC, adhesive: 'evaWeb', pressCloth: 'parchment', soleC: 150, phases: [down(2, WEIGHT_KPA), CLAPPER],
      }),
      bond('from the right side, bare, 6 s', [0.8, 2], {
        fabric: REFERENCE_FABRIC, adhesive: 'evaWeb', pressCloth: null, soleC: 150, firstSide: 'face',
        phases: [down(6, WEIGHT_KPA), CLAPPER],
      }),
    ],
  },
  {
    name: 'Film transfer on jersey, thin sheet',
    figures: () => [
      bond('60 s at wool', [1, FOREVER], {
        fabric: jersey, adhesive: 'polyurethane', pressCloth: 'slipSheet', soleC: 150, phases: [down(60), CLAPPER],
      }),
      bond('20 s at wool', [0, 1], { fabric: jersey, adhesive: 'polyurethane', pressCloth: 'slipSheet', soleC: 150, phases: [down(20),
        CLAPPER] }),
    ],
  },
  {
    name: 'Bag foam behind a film laminate',
    figures: () => [
      bond('from the foam, 15 s', [0, 0.2], {
        fabric: laminate, adhesive: 'polyamideLow', pressCloth: 'muslin', soleC: 150, supply: BAG_FOAM, phases: [down(15), CLAPPER],
      }),
      bond('from the right side, under a press cloth, 25 s', [1, FOREVER], {
        fabric: laminate, adhesive: 'polyamideLow', pressCloth: 'muslin', soleC: 150, firstSide: 'face', supply: BAG_FOAM,
        phases: [down(25), CLAPPER],
      }),
    ],
  },
  {
    name: 'Standard polyamide for presses',
    figures: () => [
      bond('150 °C, 30 kPa, 12 s, in the press', [1, 2], {
        fabric: REFERENCE_FABRIC, adhesive: 'polyamide', pressCloth: null, soleC: 150, grade: 'press', phases: [down(12, 30), CLAPPER],
      }),
      bond('the same seconds by hand, bare', [0, 0.8], {
        fabric: REFERENCE_FABRIC, adhesive: 'polyamide', pressCloth: null, soleC: 150, grade: 'press', phases: [down(12), CLAPPER],
      }),
      bond('the same seconds by hand, muslin', [0, 0.8], {
        fabric: REFERENCE_FABRIC, adhesive: 'polyamide', pressCloth: 'muslin', soleC: 150, grade: 'press', phases: [down(12), CLAPPER],
      }),
    ],
  },
  {
    name: 'Melton 520 g/m², dry, 20 s at wool',
    figures: () => {
      const of = (firstSide: 'back' | 'face') =>
        bondBy({ fabric: melton, adhesive: 'polyamide', pressCloth: 'muslin', soleC: 150, firstSide, phases: [down(20), CLAPPER] })
      const face = of('face'),
        back = of('back')
      return [
        { what: 'from the right side', got: face, band: [0, 0.2], unit: 'bond' },
        { what: 'from the wrong side, as many times as far', got: back / Math.max(0.01, face), band: [3, FOREVER], unit: 'times' },
      ]
    },
  },
]
