import { runProgramme, steadySole } from '../heat'
import { damageOf, type DamageFlag } from '../damage'
import { appearanceOfPressing } from '../appearance'
import { FIBRES, IRON_KINDS, ROOM_C, type FibreKey } from '../materials'
import type { IronSetting } from '../recipe'
import { buildStack, type FabricInput } from '../stack'
import { PASS_AT, type Attempt, type PracticeSetup, type Finding, type Verdict } from './exercise'
import { drawnFor } from './truth'

/** Steps of the sole on a hidden corner, °C, and how long each touch is, s. */
export const CORNER_STEPS_C = [90, 110, 130, 150, 170, 200] as const
const TOUCH_S = 20
/** From here on someone who looks closely sees something. */
const SEEN_FROM = 0.5
/** Each step that is jumped over costs, and each touch after something was seen. */
const JUMP_COSTS = 0.2, SPOILT_COSTS = 0.25, TOO_LOW = 0.35
const CLASSES = [110, 150, 200] as const

/** Fibres whose class shows in a corner: they stand a touch at their class, and not at the next. */
const HIDDEN: readonly FibreKey[] = ['acetate', 'modacrylic', 'polylactide', 'viscose', 'silk', 'wool', 'polyester', 'cotton', 'linen']

const fabricOf = (fibre: FibreKey): FabricInput =>
  ({ fibres: [{ fibre, sharePct: 100 }], construction: 'poplin', massGsm: 120, thicknessMm: 0.24, mayGetWet: true, nap: 'none',
    finishes: [] })
const hiddenOf = (seed: number): FibreKey => drawnFor('corner', seed).pick(HIDDEN)

/** What one bare touch does to a fabric of a fibre. */
export function touched(fibre: FibreKey, soleC: number): DamageFlag[] {
  const fabric = fabricOf(fibre), pressureKPa = IRON_KINDS.household.weightKPa
  const stack = buildStack({ fabric, supply: null, pressCloth: null, surface: 'padded', firstSide: 'face', pressClothWaterGsm: 0,
    mistGsm: 0 })
  const run = runProgramme(
    stack, { sole: steadySole(soleC), phases: [{ kind: 'down', durationS: TOUCH_S, pressureKPa }], roomC: ROOM_C }, {},
  )
  return damageOf(run, null, {
    fabric, interfacingBase: null, adhesiveGsm: 0, pressClothFibre: null, covered: true, surface: 'padded', sides: ['face'], soleC,
    pressureKPa,
    blendRule: 'strict',
  })
}
/** What is seen after a touch; null where nothing is. */
export const seenAt = (seed: number, step: number): DamageFlag | null => {
  const worst = touched(hiddenOf(seed), CORNER_STEPS_C[step]!)[0]
  return worst && worst.severity >= SEEN_FROM ? worst : null
}

export const cornerSetup = (seed: number): Omit<PracticeSetup, 'key' | 'seed'> => ({
  asks: [{ topic: 'fibreClass', options: CLASSES.map(String), how: 'one' }], clock: 'steps', tries: 1, fabric: null, supply: null,
  settings: CORNER_STEPS_C.map((meanC): IronSetting => ({ label: `${meanC} °C`, meanC, swingC: 0, origin: 'typical' })), pressCloth: null,
  surface: 'padded', sheet: null, figures: { seed, touchS: TOUCH_S }, names: [],
})

/** @param attempt its touches as steps in `heldS`, in the order they were made */
export function judgeCorner(seed: number, { choice, heldS }: Attempt): Verdict {
  const fibre = hiddenOf(seed), is = FIBRES[fibre].classC, said = Number(choice.fibreClass)
  const findings: Finding[] = []
  let costs = 0, spoilt = false
  heldS.forEach((step, i) => {
    const before = i === 0 ? -1 : heldS[i - 1]!
    if (step > before + 1) {
      costs += JUMP_COSTS * (step - before - 1)
      findings.push({ say: 'jumped', fromC: before < 0 ? ROOM_C : CORNER_STEPS_C[before]!, toC: CORNER_STEPS_C[step]! })
    }
    if (spoilt) costs += SPOILT_COSTS
    if (seenAt(seed, step)) spoilt = true
  })
  // Who never touched it guessed.
  const tried = heldS.length === 0 ? 0.3 : 1
  const right = said === is ? 1 : said < is ? TOO_LOW : 0
  findings.unshift(said === is ? { say: 'rightClass', is } : { say: 'wrongClass', said, is })
  const score = Math.max(0, right * tried - costs), hottest = heldS.length ? Math.max(...heldS) : -1
  return {
    score, near: score, passed: score >= PASS_AT, findings, course: null, grade: null,
    look: appearanceOfPressing(hottest >= 0 ? touched(fibre, CORNER_STEPS_C[hottest]!) : [], null), truth: { classC: is },
  }
}
/** Up from the coolest step by step until something is seen, and then the highest class under it. */
export function bestCorner(seed: number): Attempt {
  const heldS: number[] = []
  let seenC = Infinity
  for (let step = 0; step < CORNER_STEPS_C.length && seenC === Infinity; step++) {
    heldS.push(step)
    if (seenAt(seed, step)) seenC = CORNER_STEPS_C[step]!
  }
  return { choice: { fibreClass: String([...CLASSES].reverse().find(c => c < seenC) ?? CLASSES[0]) }, heldS }
}
export { HIDDEN as CORNER_FIBRES }
