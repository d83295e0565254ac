import type { SurfaceKindKey, PressClothKindKey, FibreKey, AdhesiveKey } from '../materials'
import type { EvaluateOptions, IronSetting } from '../recipe'
import type { FabricInput, MakerRecipe, SupplyInput } from '../stack'
import type { PracticeSetup, ExerciseKey, TopicAsked } from './exercise'
import type { PressRules } from './pressing'
import { drawnFor, hiddenOptions, truthOf } from './truth'

const setting = (label: string, meanC: number): IronSetting => ({ label, meanC, swingC: 12, origin: 'typical' })
/** The practice iron: what its dial says, not what it gives. */
export const PRACTICE_SETTINGS: readonly IronSetting[] = [setting('synthetic', 110), setting('wool · silk', 150), setting('cotton · linen',
  195)]

const fabric = (
  fibre: FibreKey, construction: FabricInput['construction'], massGsm: number, thicknessMm: number, more: Partial<FabricInput> = {},
): FabricInput => ({
  fibres: [{ fibre, sharePct: 100 }], construction, massGsm, thicknessMm, mayGetWet: true, nap: 'none', finishes: [], ...more,
})
const supply = (adhesive: AdhesiveKey, massGsm = 60, thicknessMm = 0.2, base: FibreKey = 'cotton', adhesiveGsm = 12): SupplyInput =>
  ({ adhesive, massGsm, thicknessMm, base, adhesiveGsm })
export const one = (topic: TopicAsked['topic'], ...options: string[]): TopicAsked => ({ topic, options, how: 'one' })
const SETTINGS = ['0', '1', '2'], METHODS = ['dry', 'steam', 'mist', 'damp']

export interface PressExercise { setup: Omit<PracticeSetup, 'key' | 'seed'>, rules: Omit<PressRules, 'options'>, options: EvaluateOptions }
interface Row {
  fabric: FabricInput
  supply: SupplyInput
  asks: TopicAsked[]
  pressCloth?: PressClothKindKey | null
  surface?: SurfaceKindKey
  clock?: 'hold' | 'touches'
  tries?: number
  sheet?: MakerRecipe
  usual?: Partial<PressRules['usual']>
  sealed?: boolean
  filmBare?: boolean
}

/** Fabrics vary a little from seed to seed, so that nobody learns a figure by heart. */
const varied = (c: FabricInput, by: number): FabricInput => (
  { ...c, massGsm: Math.round(c.massGsm * (1 + by)), thicknessMm: c.thicknessMm * (1 + by) })

const SHEET: MakerRecipe = { soleC: 150, holdS: 12, moisture: 'dry', pressCloth: 'muslin', pressureKPa: 3, firstSide: 'back' }
const ROWS: Record<Extract<ExerciseKey, 'dryMoist' | 'thick' | 'laminate' | 'filmSteam' | 'velvet' | 'gassed' | 'instructionsMislead'>,
  Row> = {
  dryMoist: {
    fabric: fabric('cotton', 'sheeting', 145, 0.32), supply: supply('polyamide'),
    asks: [one('method', ...METHODS), one('setting', '0', '1')],
  },
  thick: {
    fabric: fabric('wool', 'coating', 500, 1.9, { nap: 'nap' }), supply: supply('polyamide', 80, 0.3),
    asks: [one('side', 'face', 'back', 'both'), one('method', ...METHODS), one('setting', ...SETTINGS)],
  },
  laminate: {
    fabric: fabric('polyester', 'cork', 400, 0.7, { nap: 'texture', finishes: ['filmLaminate'], mayGetWet: false }),
    supply: supply('eva', 90, 0.6, 'polyester', 20),
    asks: [one('side', 'face', 'back'), one('setting', ...SETTINGS), one('pressCloth', 'bare', 'muslin', 'parchment')],
    usual: { bearing: 'weight' },
  },
  filmSteam: {
    fabric: fabric('cotton', 'jersey', 180, 0.65), supply: supply('polyurethane', 45, 0.1, 'polyester', 40),
    asks: [one('method', 'steam', 'damp', 'dry'), one('setting', ...SETTINGS), one('pressCloth', 'bare', 'muslin', 'parchment')],
    sealed: true,
    filmBare: true,
  },
  velvet: {
    fabric: fabric('cotton', 'velvet', 300, 1.6, { nap: 'pile' }), supply: supply('polyamideLow', 45),
    asks: [one('surface', 'padded', 'hard', 'needle'), one('side', 'face', 'back'), one('bearing', 'lean', 'weight'),
      one('setting', ...SETTINGS)],
  },
  gassed: {
    fabric: fabric('polyester', 'satin', 130, 0.24, { finishes: ['gasDyedPrint'] }), supply: supply('polyamide', 60, 0.25, 'polyester'),
    asks: [one('touches', '1', '2', '3', '4'), one('setting', ...SETTINGS), one('pressCloth', 'bare', 'muslin')], clock: 'touches',
  },
  instructionsMislead: {
    fabric: fabric('cotton', 'poplin', 120, 0.27), supply: supply('polyamide'),
    asks: [one('method', 'dry', 'steam', 'mist'), one('setting', ...SETTINGS)],
    sheet: SHEET, tries: 3,
  },
}
export const isPressed = (key: string): key is keyof typeof ROWS => key in ROWS

/**
 * How far off the maker's own setup was, where its instructions are at hand: a dial that gives less, a lot that melts higher and slower.
 */
const LIES = { dialC: -16, meltC: 5, rate: 0.75 }

export function pressExercise(key: keyof typeof ROWS, seed: number): PressExercise {
  const row = ROWS[key], { normal } = drawnFor(key, seed), hidden = hiddenOptions(truthOf(key, seed))
  const options = key === 'instructionsMislead'
    ? { ...hidden, soleOffsetC: LIES.dialC + (hidden.soleOffsetC ?? 0) / 2, meltShiftC: LIES.meltC, rateFactor: LIES.rate }
    : hidden
  return {
    setup: {
      asks: row.asks, clock: row.clock ?? 'hold', tries: row.tries ?? 1, fabric: varied(row.fabric, normal(0.06)), supply: row.supply,
      settings: PRACTICE_SETTINGS, pressCloth: row.pressCloth === undefined ? 'muslin' : row.pressCloth, surface: row.surface ?? 'padded',
      sheet: row.sheet ?? null,
      figures: {}, names: [],
    },
    rules: {
      usual: { method: 'dry', side: 'back', bearing: 'lean', setting: 1, ...row.usual },
      ...(row.sealed ? { sealed: true } : {}), ...(row.filmBare ? { filmBare: true } : {}),
    },
    options,
  }
}

/** Free practice: any fabric and interfacing, all the choices. */
export function freeSetup(seed: number, of: { fabric: FabricInput, supply: SupplyInput, settings: readonly IronSetting[] }): PracticeSetup {
  return {
    key: 'free', seed, clock: 'hold', tries: 1, pressCloth: 'muslin', surface: 'padded', sheet: of.supply.sheet ?? null, figures: {},
    names: [],
    fabric: of.fabric, supply: of.supply, settings: of.settings,
    asks: [
      one('method', ...METHODS), one('setting', ...of.settings.map((_, i) => String(i))), one('side', 'back', 'face'),
      one('pressCloth', 'muslin', 'parchment', 'bare'), one('bearing', 'lean', 'weight'),
    ],
  }
}
export const FREE_RULES = (seed: number): PressRules =>
  ({ usual: { method: 'dry', side: 'back', bearing: 'lean', setting: 0 }, options: hiddenOptions(truthOf('free', seed)) })
