import { freeWaterGsm, layerOf, type LayerTrace, type Transient } from '../heat'
import { OVER_FUSED, type BondCourse } from '../bond'
import { SURFACE_KINDS, CONSTRUCTIONS, FIBRES, FINISHES, type SurfaceKindKey, type Fibre, type FibreKey } from '../materials'
import { limitingFibres, type BlendRule } from '../limit'
import type { FabricInput } from '../stack'
import { doseAlong, overStep } from './dose'

export type DamageKind
  = | 'scorch' | 'shine' | 'melt' | 'crush' | 'waterMark' | 'dyeMigration' | 'laminate' | 'shrinkage'
    | 'strikeThrough' | 'overFused' | 'steamStretch' | 'deadStretch'

export interface DamageFlag {
  kind: DamageKind
  /** 1 = visible harm is to be expected; under 0.5 none. */
  severity: number
  layer: 'fabric' | 'interfacing' | 'pressCloth'
  fibre?: FibreKey
  /** Hottest the layer got, °C, where heat is the cause. */
  peakC?: number
  /** The temperature it should have stayed under, °C. */
  limitC?: number
  /** Free water reached, g/m², where water is the cause. */
  waterGsm?: number
}

export interface DamageInput {
  fabric: FabricInput
  interfacingBase: FibreKey | null
  adhesiveGsm: number
  pressClothFibre: FibreKey | null
  covered: boolean
  surface: SurfaceKindKey
  /** Sides that met the sole, in order. */
  sides: ('back' | 'face')[]
  soleC: number
  pressureKPa: number
  blendRule: BlendRule
}

const DOSE_KIND: Record<Fibre['harm'], DamageKind> = {
  'scorch': 'scorch', 'char': 'scorch', 'stick': 'shine', 'dull': 'shine', 'shrink': 'shrinkage', 'pull-up': 'shrinkage',
  'degrade': 'deadStretch',
}
const REACH_KIND: Record<Fibre['harm'], DamageKind> = {
  'scorch': 'scorch', 'char': 'scorch', 'stick': 'melt', 'dull': 'shine', 'shrink': 'shrinkage', 'pull-up': 'shrinkage',
  'degrade': 'deadStretch',
}

/** One kind of harm along a run: its severity after each step, were the sole lifted there. */
interface Track extends Omit<DamageFlag, 'severity' | 'peakC' | 'waterGsm'> {
  severity: Float32Array
  peakC?: Float32Array
  waterGsm?: Float32Array
}

function tracksOf(run: Transient, bond: BondCourse | null, input: DamageInput): Track[] {
  return [
    ...heatTracks(run, input), ...surfaceTracks(run, input), ...waterTracks(run, input), ...finishTracks(run, input),
    ...adhesiveTracks(run, bond, input),
  ]
}

/** Every flag the run supports, worst first; those under a tenth are left out. */
export function damageOf(run: Transient, bond: BondCourse | null, input: DamageInput): DamageFlag[] {
  const last = run.steps - 1
  return tracksOf(run, bond, input)
    .map(({ severity, peakC, waterGsm, ...rest }): DamageFlag => ({
      ...rest, severity: severity[last]!, ...(peakC ? { peakC: peakC[last]! } : {}), ...(waterGsm ? { waterGsm: waterGsm[last]! } : {}),
    }))
    .filter(f => f.severity > 0.1)
    .sort((a, b) => b.severity - a.severity)
}

/**
 * Severity of the worst harm after each step of a run: what one transient says of every hold along its path.
 * Equals the first of `damageOf` for a run that ended there.
 */
export function harmAlong(run: Transient, bond: BondCourse | null, input: DamageInput): Float32Array {
  const worst = new Float32Array(run.steps)
  for (const { severity } of tracksOf(run, bond, input)) {
    for (let i = 0; i < worst.length; i++) if (severity[i]! > worst[i]!) worst[i] = severity[i]!
  }
  return worst
}

/** Severity of the worst that heat does to some fibres of the fabric, after each step of a run. */
export function heatHarmAlong(run: Transient, input: DamageInput, fibres: readonly FibreKey[]): Float32Array {
  const worst = new Float32Array(run.steps)
  for (const { severity, layer, fibre } of heatTracks(run, input)) {
    if (layer !== 'fabric' || !fibre || !fibres.includes(fibre)) continue
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

function layerHeat(run: Transient, trace: LayerTrace | undefined, key: FibreKey, layer: DamageFlag['layer'], shineFactor: number): Track[] {
  if (!trace) return []
  const fibre = FIBRES[key]
  const { dose, peakC } = doseAlong(run, trace, fibre)
  const kind = DOSE_KIND[fibre.harm]
  const factor = kind === 'shine' ? shineFactor : 1
  const tracks: Track[] = [
    { kind, severity: factor === 1 ? dose : dose.map(d => d * factor), layer, fibre: key, peakC, limitC: fibre.damageC },
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

function heatTracks(run: Transient, input: DamageInput): Track[] {
  const bare = !input.covered && input.sides.includes('face')
  const shine = (bare ? 3 : input.sides.includes('face') ? 1 : 0.6) * Math.pow(input.pressureKPa, 0.3)
  const fabric = layerOf(run, 'fabric')
  return [
    ...limitingFibres(input.fabric.fibres, input.blendRule).flatMap(f => layerHeat(run, fabric, f.fibre, 'fabric', shine)),
    ...(input.interfacingBase ? layerHeat(run, layerOf(run, 'interfacing'), input.interfacingBase, 'interfacing', 0.3) : []),
    ...(input.pressClothFibre ? layerHeat(run, layerOf(run, 'pressCloth'), input.pressClothFibre, 'pressCloth', 0) : []),
  ]
}

/** Crush of nap, pile and texture; shine that a bare sole leaves on wool, synthetics and linen. */
function surfaceTracks(run: Transient, input: DamageInput): Track[] {
  const tracks: Track[] = []
  const weight = Math.pow(input.pressureKPa / 0.8, 0.3)
  const face = input.sides.includes('face')
  const spared = SURFACE_KINDS[input.surface].sparesPile
  const soft = input.surface !== 'hard'
  const crush = {
    none: 0,
    texture: face ? (input.covered ? 0.75 : 1.3) : spared ? 0.2 : soft ? 0.45 : 1,
    nap: face ? (input.covered ? 0.6 : 1.2) : soft || spared ? 0.3 : 0.6,
    pile: face ? 2 : spared ? 0.5 : 1.4,
  }[input.fabric.nap]
  if (crush > 0) tracks.push({ kind: 'crush', severity: always(run, crush * weight), layer: 'fabric' })
  const shiny = input.fabric.fibres.find(f => FIBRES[f.fibre].shines && f.sharePct >= 20)
  if (face && !input.covered && shiny)
    tracks.push({ kind: 'shine', severity: always(run, 1.1 * weight), layer: 'fabric', fibre: shiny.fibre })
  return tracks
}

function waterTracks(run: Transient, input: DamageInput): Track[] {
  const fabric = layerOf(run, 'fabric')
  if (!fabric) return []
  const weakest = input.fabric.fibres.map(f => FIBRES[f.fibre]).find(f => f.water === 'none')
  const grown = input.fabric.fibres.find(f => FIBRES[f.fibre].stretchesInSteam && f.sharePct >= 10)
  const marks = !input.fabric.mayGetWet || weakest !== undefined
  if (!marks && !grown) return []
  const waterGsm = highest(run, i => freeWaterGsm(fabric, i))
  const tracks: Track[] = []
  if (marks) tracks.push({ kind: 'waterMark', severity: waterGsm.map(g => g / 4), layer: 'fabric', waterGsm, fibre: weakest?.key })
  if (grown) tracks.push({ kind: 'steamStretch', severity: waterGsm.map(g => g / 8), layer: 'fabric', waterGsm, fibre: grown.fibre })
  return tracks
}

/** Harm of a touch as long as it may be, at the finish's own limit. */
const ONE_TOUCH = 0.75
/** Gassed dye moves within so many seconds at this temperature of the fabric; twice as fast every 10 °C. Typical of sublimation. */
const DYE_MOVES_C = 150, DYE_MOVES_S = 30
const movesPerS = (fabricC: number) => Math.pow(2, (fabricC - DYE_MOVES_C) / 10) / DYE_MOVES_S
function finishTracks(run: Transient, input: DamageInput): Track[] {
  if (input.fabric.finishes.length === 0) return []
  const fabric = layerOf(run, 'fabric')
  const peakC = highest(run, i => fabric?.hottestC[i] ?? 0)
  let touchS = 0
  const longestTouchS = highest(run, (i) => {
    touchS = i > 0 && !Number.isNaN(run.soleC[i]!) ? touchS + run.timesS[i]! - run.timesS[i - 1]! : 0
    return touchS
  })
  let moved = 0
  const movedOn = along(run, (i) => {
    const stepS = i > 0 ? run.timesS[i]! - run.timesS[i - 1]! : 0
    if (i > 0 && fabric) moved += overStep(movesPerS(fabric.hottestC[i - 1]!), movesPerS(fabric.hottestC[i]!), stepS)
    return moved
  })
  return input.fabric.finishes.flatMap((key): Track[] => {
    const { fabricLimitC, maxTouchS, limitC } = FINISHES[key]
    const tracks: Track[] = []
    if (fabricLimitC !== null)
      tracks.push({ kind: 'laminate', severity: peakC.map(c => 1 + (c - fabricLimitC) / 15), layer: 'fabric', peakC, limitC: fabricLimitC })
    if (maxTouchS !== null) {
      const hotter = Math.pow(2, (input.soleC - (limitC ?? 150)) / 10)
      // One touch by how hot the sole is; all of them together by how hot the fabric itself gets.
      tracks.push({
        kind: 'dyeMigration', layer: 'fabric', peakC,
        severity: longestTouchS.map((s, i) => Math.max((s / maxTouchS) * hotter * ONE_TOUCH, movedOn[i]!)),
      })
    }
    return tracks
  })
}

function adhesiveTracks(run: Transient, bond: BondCourse | null, input: DamageInput): Track[] {
  if (!bond) return []
  const { progress, overWindowK } = bond
  const glue = layerOf(run, 'adhesive')
  const peakC = highest(run, i => glue?.meanC[i] ?? 0)
  const share = CONSTRUCTIONS[input.fabric.construction].openness * input.adhesiveGsm / 12
  return [
    {
      kind: 'strikeThrough', severity: along(run, i => (Math.max(0, progress[i]! - 1.5) + overWindowK[i]! / 10) * share), layer: 'fabric',
      peakC,
    },
    { kind: 'overFused', severity: along(run, i => progress[i]! / OVER_FUSED + overWindowK[i]! / 60), layer: 'interfacing', peakC },
  ]
}
