import type { BedKindKey, CoverKindKey, FibreKey, ResinKey } from '../materials'
import type { EvaluateOptions, IronStop } from '../recipe'
import type { ClothInput, Sheet, SupplyInput } from '../stack'
import type { PracticeBench, ExerciseKey, TopicAsked } from './exercise'
import type { PressRules } from './pressing'
import { drawnFor, hiddenOptions, truthOf } from './truth'

const stop = (label: string, meanC: number): IronStop => ({ label, meanC, swingC: 12, origin: 'typical' })
/** The practice iron: what its dial says, not what it gives. */
export const PRACTICE_STOPS: readonly IronStop[] = [stop('synthetic', 110), stop('wool · silk', 150), stop('cotton · linen', 195)]

const cloth = (
  fibre: FibreKey, construction: ClothInput['construction'], massGsm: number, thicknessMm: number, more: Partial<ClothInput> = {},
): ClothInput => ({
  fibres: [{ fibre, sharePct: 100 }], construction, massGsm, thicknessMm, mayGetWet: true, nap: 'none', finishes: [], ...more,
})
const supply = (resin: ResinKey, massGsm = 60, thicknessMm = 0.2, base: FibreKey = 'cotton', resinGsm = 12): SupplyInput =>
  ({ resin, massGsm, thicknessMm, base, resinGsm })
export const one = (topic: TopicAsked['topic'], ...options: string[]): TopicAsked => ({ topic, options, how: 'one' })
const STOPS = ['0', '1', '2'], METHODS = ['dry', 'steam', 'mist', 'damp']

export interface PressExercise { bench: Omit<PracticeBench, 'key' | 'seed'>, rules: Omit<PressRules, 'options'>, options: EvaluateOptions }
interface Row {
  cloth: ClothInput
  supply: SupplyInput
  asks: TopicAsked[]
  cover?: CoverKindKey | null
  bed?: BedKindKey
  clock?: 'hold' | 'touches'
  tries?: number
  sheet?: Sheet
  usual?: Partial<PressRules['usual']>
  sealed?: boolean
  filmBare?: boolean
}

/** Cloths vary a little from seed to seed, so that nobody learns a figure by heart. */
const varied = (c: ClothInput, by: number): ClothInput => (
  { ...c, massGsm: Math.round(c.massGsm * (1 + by)), thicknessMm: c.thicknessMm * (1 + by) })

const SHEET: Sheet = { soleC: 150, holdS: 12, moisture: 'dry', cover: 'muslin', pressureKPa: 3, firstSide: 'back' }
const ROWS: Record<Extract<ExerciseKey, 'dryMoist' | 'thick' | 'laminate' | 'filmSteam' | 'velvet' | 'gassed' | 'leafletLies'>, Row> = {
  dryMoist: {
    cloth: cloth('cotton', 'sheeting', 145, 0.32), supply: supply('polyamide'), asks: [one('method', ...METHODS), one('stop', '0', '1')],
  },
  thick: {
    cloth: cloth('wool', 'coating', 500, 1.9, { nap: 'nap' }), supply: supply('polyamide', 80, 0.3),
    asks: [one('side', 'face', 'back', 'both'), one('method', ...METHODS), one('stop', ...STOPS)],
  },
  laminate: {
    cloth: cloth('polyester', 'cork', 400, 0.7, { nap: 'texture', finishes: ['filmLaminate'], mayGetWet: false }),
    supply: supply('eva', 90, 0.6, 'polyester', 20),
    asks: [one('side', 'face', 'back'), one('stop', ...STOPS), one('cover', 'bare', 'muslin', 'parchment')], usual: { bearing: 'weight' },
  },
  filmSteam: {
    cloth: cloth('cotton', 'jersey', 180, 0.65), supply: supply('polyurethane', 45, 0.1, 'polyester', 40),
    asks: [one('method', 'steam', 'damp', 'dry'), one('stop', ...STOPS), one('cover', 'bare', 'muslin', 'parchment')], sealed: true,
    filmBare: true,
  },
  velvet: {
    cloth: cloth('cotton', 'velvet', 300, 1.6, { nap: 'pile' }), supply: supply('polyamideLow', 45),
    asks: [one('bed', 'padded', 'hard', 'needle'), one('side', 'face', 'back'), one('bearing', 'lean', 'weight'), one('stop', ...STOPS)],
  },
  gassed: {
    cloth: cloth('polyester', 'satin', 130, 0.24, { finishes: ['gasDyedPrint'] }), supply: supply('polyamide', 60, 0.25, 'polyester'),
    asks: [one('touches', '1', '2', '3', '4'), one('stop', ...STOPS), one('cover', 'bare', 'muslin')], clock: 'touches',
  },
  leafletLies: {
    cloth: cloth('cotton', 'poplin', 120, 0.27), supply: supply('polyamide'),
    asks: [one('method', 'dry', 'steam', 'mist'), one('stop', ...STOPS)],
    sheet: SHEET, tries: 3,
  },
}
export const isPressed = (key: string): key is keyof typeof ROWS => key in ROWS

/** How far off the leaflet's own bench was, where the leaflet lies: a dial that gives less, a lot that melts higher and slower. */
const LIES = { dialC: -16, meltC: 5, rate: 0.75 }

export function pressExercise(key: keyof typeof ROWS, seed: number): PressExercise {
  const row = ROWS[key], { normal } = drawnFor(key, seed), hidden = hiddenOptions(truthOf(key, seed))
  const options = key === 'leafletLies'
    ? { ...hidden, soleOffsetC: LIES.dialC + (hidden.soleOffsetC ?? 0) / 2, meltShiftC: LIES.meltC, rateFactor: LIES.rate }
    : hidden
  return {
    bench: {
      asks: row.asks, clock: row.clock ?? 'hold', tries: row.tries ?? 1, cloth: varied(row.cloth, normal(0.06)), supply: row.supply,
      stops: PRACTICE_STOPS, cover: row.cover === undefined ? 'muslin' : row.cover, bed: row.bed ?? 'padded', sheet: row.sheet ?? null,
      figures: {}, names: [],
    },
    rules: {
      usual: { method: 'dry', side: 'back', bearing: 'lean', stop: 1, ...row.usual },
      ...(row.sealed ? { sealed: true } : {}), ...(row.filmBare ? { filmBare: true } : {}),
    },
    options,
  }
}

/** Free practice: any cloth and backing, all the choices. */
export function freeBench(seed: number, of: { cloth: ClothInput, supply: SupplyInput, stops: readonly IronStop[] }): PracticeBench {
  return {
    key: 'free', seed, clock: 'hold', tries: 1, cover: 'muslin', bed: 'padded', sheet: of.supply.sheet ?? null, figures: {}, names: [],
    cloth: of.cloth, supply: of.supply, stops: of.stops,
    asks: [
      one('method', ...METHODS), one('stop', ...of.stops.map((_, i) => String(i))), one('side', 'back', 'face'),
      one('cover', 'muslin', 'parchment', 'bare'), one('bearing', 'lean', 'weight'),
    ],
  }
}
export const FREE_RULES = (seed: number): PressRules =>
  ({ usual: { method: 'dry', side: 'back', bearing: 'lean', stop: 0 }, options: hiddenOptions(truthOf('free', seed)) })
