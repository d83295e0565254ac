import { freeWaterGsm, layerOf, type LayerTrace, type Transient } from '../heat'
import { OVER_FUSED, type BondCourse } from '../bond'
import { BED_KINDS, CONSTRUCTIONS, FIBRES, FINISHES, type BedKindKey, type Fibre, type FibreKey } from '../materials'
import { limitingFibres, type BlendRule } from '../limit'
import type { ClothInput } from '../stack'
import { doseAlong } from './dose'

export type HurtKind
  = | 'scorch' | 'shine' | 'melt' | 'crush' | 'waterMark' | 'dyeMigration' | 'laminate' | 'shrinkage'
    | 'strikeThrough' | 'overFused' | 'steamStretch' | 'deadStretch'

export interface HurtFlag {
  kind: HurtKind
  /** 1 = visible harm is to be expected; under 0.5 none. */
  severity: number
  layer: 'cloth' | 'backing' | 'cover'
  fibre?: FibreKey
  /** Hottest the layer got, °C, where heat is the cause. */
  peakC?: number
  /** The temperature it should have stayed under, °C. */
  limitC?: number
  /** Free water reached, g/m², where water is the cause. */
  waterGsm?: number
}

export interface HurtInput {
  cloth: ClothInput
  backingBase: FibreKey | null
  resinGsm: number
  coverFibre: FibreKey | null
  covered: boolean
  bed: BedKindKey
  /** Sides that met the sole, in order. */
  sides: ('back' | 'face')[]
  soleC: number
  pressureKPa: number
  blendRule: BlendRule
}

const DOSE_KIND: Record<Fibre['harm'], HurtKind> = {
  'scorch': 'scorch', 'char': 'scorch', 'stick': 'shine', 'dull': 'shine', 'shrink': 'shrinkage', 'pull-up': 'shrinkage',
  'degrade': 'deadStretch',
}
const REACH_KIND: Record<Fibre['harm'], HurtKind> = {
  'scorch': 'scorch', 'char': 'scorch', 'stick': 'melt', 'dull': 'shine', 'shrink': 'shrinkage', 'pull-up': 'shrinkage',
  'degrade': 'deadStretch',
}

/** One kind of harm along a run: its severity after each step, were the sole lifted there. */
interface Track extends Omit<HurtFlag, 'severity' | 'peakC' | 'waterGsm'> {
  severity: Float32Array
  peakC?: Float32Array
  waterGsm?: Float32Array
}

function tracksOf(run: Transient, bond: BondCourse | null, input: HurtInput): Track[] {
  return [
    ...heatTracks(run, input), ...surfaceTracks(run, input), ...waterTracks(run, input), ...finishTracks(run, input),
    ...resinTracks(run, bond, input),
  ]
}

/** Every flag the run supports, worst first; those under a tenth are left out. */
export function hurtOf(run: Transient, bond: BondCourse | null, input: HurtInput): HurtFlag[] {
  const last = run.steps - 1
  return tracksOf(run, bond, input)
    .map(({ severity, peakC, waterGsm, ...rest }): HurtFlag => ({
      ...rest, severity: severity[last]!, ...(peakC ? { peakC: peakC[last]! } : {}), ...(waterGsm ? { waterGsm: waterGsm[last]! } : {}),
    }))
    .filter(f => f.severity > 0.1)
    .sort((a, b) => b.severity - a.severity)
}

/**
 * Severity of the worst harm after each step of a run: what one transient says of every hold along its path.
 * Equals the first of `hurtOf` for a run that ended there.
 */
export function harmAlong(run: Transient, bond: BondCourse | null, input: HurtInput): Float32Array {
  const worst = new Float32Array(run.steps)
  for (const { severity } of tracksOf(run, bond, input)) {
    for (let i = 0; i < worst.length; i++) if (severity[i]! > worst[i]!) worst[i] = severity[i]!
  }
  return worst
}

const always = (run: Transient, severity: number): Float32Array => new Float32Array(run.steps).fill(severity)
function along(run: Transient, of: (step: number) => number): Float32Array {
  const values = new Float32Array(run.steps)
  for (let i = 0; i < values.length; i++) values[i] = of(i)
  return values
}
/** The highest so far, step by step. */
function highest(run: Transient, of: (step: number) => number): Float32Array {
  let most = -Infinity
  return along(run, i => (most = Math.max(most, of(i))))
}

function layerHeat(run: Transient, trace: LayerTrace | undefined, key: FibreKey, layer: HurtFlag['layer'], shineFactor: number): Track[] {
  if (!trace) return []
  const fibre = FIBRES[key]
  const { dose, peakC } = doseAlong(run, trace, fibre)
  const kind = DOSE_KIND[fibre.harm]
  const factor = kind === 'shine' ? shineFactor : 1
  const tracks: Track[] = [
    { kind, severity: factor === 1 ? dose : dose.map(d => d * factor), layer, fibre: key, peakC, limitC: fibre.hurtC },
  ]
  const lostC = fibre.lostC
  if (lostC !== null && peakC[run.steps - 1]! >= lostC - 10) {
    tracks.push({
      kind: REACH_KIND[fibre.harm], severity: peakC.map(c => (c >= lostC - 10 ? 1 + (c - lostC) / 10 : 0)), layer, fibre: key, peakC,
      limitC: lostC,
    })
  }
  return tracks
}

function heatTracks(run: Transient, input: HurtInput): Track[] {
  const bare = !input.covered && input.sides.includes('face')
  const shine = (bare ? 3 : input.sides.includes('face') ? 1 : 0.6) * Math.pow(input.pressureKPa, 0.3)
  const cloth = layerOf(run, 'cloth')
  return [
    ...limitingFibres(input.cloth.fibres, input.blendRule).flatMap(f => layerHeat(run, cloth, f.fibre, 'cloth', shine)),
    ...(input.backingBase ? layerHeat(run, layerOf(run, 'backing'), input.backingBase, 'backing', 0.3) : []),
    ...(input.coverFibre ? layerHeat(run, layerOf(run, 'cover'), input.coverFibre, 'cover', 0) : []),
  ]
}

/** Crush of nap, pile and texture; shine that a bare sole leaves on wool, synthetics and linen. */
function surfaceTracks(run: Transient, input: HurtInput): Track[] {
  const tracks: Track[] = []
  const weight = Math.pow(input.pressureKPa / 0.8, 0.3)
  const face = input.sides.includes('face')
  const spared = BED_KINDS[input.bed].sparesPile
  const soft = input.bed !== 'hard'
  const crush = {
    none: 0,
    texture: face ? (input.covered ? 0.75 : 1.3) : spared ? 0.2 : soft ? 0.45 : 1,
    nap: face ? (input.covered ? 0.6 : 1.2) : soft || spared ? 0.3 : 0.6,
    pile: face ? 2 : spared ? 0.5 : 1.4,
  }[input.cloth.nap]
  if (crush > 0) tracks.push({ kind: 'crush', severity: always(run, crush * weight), layer: 'cloth' })
  const shiny = input.cloth.fibres.find(f => ['wool', 'polyester', 'linen', 'acetate', 'triacetate'].includes(f.fibre) && f.sharePct >= 20)
  if (face && !input.covered && shiny)
    tracks.push({ kind: 'shine', severity: always(run, 1.1 * weight), layer: 'cloth', fibre: shiny.fibre })
  return tracks
}

function waterTracks(run: Transient, input: HurtInput): Track[] {
  const cloth = layerOf(run, 'cloth')
  if (!cloth) return []
  const weakest = input.cloth.fibres.map(f => FIBRES[f.fibre]).find(f => f.water === 'none')
  const acrylic = input.cloth.fibres.find(f => (f.fibre === 'acrylic' || f.fibre === 'modacrylic') && f.sharePct >= 10)
  const marks = !input.cloth.mayGetWet || weakest !== undefined
  if (!marks && !acrylic) return []
  const waterGsm = highest(run, i => freeWaterGsm(cloth, i))
  const tracks: Track[] = []
  if (marks) tracks.push({ kind: 'waterMark', severity: waterGsm.map(g => g / 4), layer: 'cloth', waterGsm, fibre: weakest?.key })
  if (acrylic) tracks.push({ kind: 'steamStretch', severity: waterGsm.map(g => g / 8), layer: 'cloth', waterGsm, fibre: acrylic.fibre })
  return tracks
}

function finishTracks(run: Transient, input: HurtInput): Track[] {
  if (input.cloth.finishes.length === 0) return []
  const cloth = layerOf(run, 'cloth')
  const peakC = highest(run, i => cloth?.hottestC[i] ?? 0)
  let touchS = 0
  const longestTouchS = highest(run, (i) => {
    touchS = i > 0 && !Number.isNaN(run.soleC[i]!) ? touchS + run.timesS[i]! - run.timesS[i - 1]! : 0
    return touchS
  })
  return input.cloth.finishes.flatMap((key): Track[] => {
    const { clothLimitC, maxTouchS, limitC } = FINISHES[key]
    const tracks: Track[] = []
    if (clothLimitC !== null)
      tracks.push({ kind: 'laminate', severity: peakC.map(c => 1 + (c - clothLimitC) / 15), layer: 'cloth', peakC, limitC: clothLimitC })
    if (maxTouchS !== null)
      tracks.push({
        kind: 'dyeMigration', severity: longestTouchS.map(s => (s / maxTouchS) * Math.pow(2, (input.soleC - (limitC ?? 150)) / 10) * 0.9),
        layer: 'cloth', peakC,
      })
    return tracks
  })
}

function resinTracks(run: Transient, bond: BondCourse | null, input: HurtInput): Track[] {
  if (!bond) return []
  const { progress, overWindowK } = bond
  const glue = layerOf(run, 'resin')
  const peakC = highest(run, i => glue?.meanC[i] ?? 0)
  const share = CONSTRUCTIONS[input.cloth.construction].openness * input.resinGsm / 12
  return [
    {
      kind: 'strikeThrough', severity: along(run, i => (Math.max(0, progress[i]! - 1.5) + overWindowK[i]! / 10) * share), layer: 'cloth',
      peakC,
    },
    { kind: 'overFused', severity: along(run, i => progress[i]! / OVER_FUSED + overWindowK[i]! / 60), layer: 'backing', peakC },
  ]
}
