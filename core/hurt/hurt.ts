import { freeWaterGsm, layerOf, peakOf, type LayerTrace, type Transient } from '../heat'
import { OVER_FUSED, type BondCourse } from '../bond'
import { BED_KINDS, CONSTRUCTIONS, FIBRES, FINISHES, type BedKindKey, type Fibre, type FibreKey } from '../materials'
import { limitingFibres, type BlendRule } from '../limit'
import type { ClothInput } from '../stack'
import { doseOf } from './dose'

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
  longestTouchS: number
  soleC: number
  pressureKPa: number
  blendRule: BlendRule
}

const DOSE_KIND: Record<Fibre['harm'], HurtKind> = {
  'scorch': 'scorch', 'char': 'scorch', 'stick': 'shine', 'dull': 'shine', 'shrink': 'shrinkage', 'pull-up': 'shrinkage', 'degrade': 'deadStretch',
}
const REACH_KIND: Record<Fibre['harm'], HurtKind> = {
  'scorch': 'scorch', 'char': 'scorch', 'stick': 'melt', 'dull': 'shine', 'shrink': 'shrinkage', 'pull-up': 'shrinkage', 'degrade': 'deadStretch',
}

/** Every flag the run supports, worst first; those under a tenth are left out. */
export function hurtOf(run: Transient, bond: BondCourse | null, input: HurtInput): HurtFlag[] {
  const flags = [
    ...heatFlags(run, input),
    ...surfaceFlags(input),
    ...waterFlags(run, input),
    ...finishFlags(run, input),
    ...resinFlags(bond, input),
  ]
  return flags.filter(f => f.severity > 0.1).sort((a, b) => b.severity - a.severity)
}

export const worstOf = (flags: HurtFlag[]): HurtFlag | undefined => flags[0]

function layerHeat(run: Transient, trace: LayerTrace | undefined, key: FibreKey, layer: HurtFlag['layer'], shineFactor: number): HurtFlag[] {
  if (!trace) return []
  const fibre = FIBRES[key]
  const { dose, peakC } = doseOf(run, trace, fibre)
  const kind = DOSE_KIND[fibre.harm]
  const flags: HurtFlag[] = [{ kind, severity: dose * (kind === 'shine' ? shineFactor : 1), layer, fibre: key, peakC, limitC: fibre.hurtC }]
  if (fibre.lostC !== null && peakC >= fibre.lostC - 10) {
    flags.push({ kind: REACH_KIND[fibre.harm], severity: 1 + (peakC - fibre.lostC) / 10, layer, fibre: key, peakC, limitC: fibre.lostC })
  }
  return flags
}

function heatFlags(run: Transient, input: HurtInput): HurtFlag[] {
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
function surfaceFlags(input: HurtInput): HurtFlag[] {
  const flags: HurtFlag[] = []
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
  if (crush > 0) flags.push({ kind: 'crush', severity: crush * weight, layer: 'cloth' })
  const shiny = input.cloth.fibres.find(f => ['wool', 'polyester', 'linen', 'acetate', 'triacetate'].includes(f.fibre) && f.sharePct >= 20)
  if (face && !input.covered && shiny) flags.push({ kind: 'shine', severity: 1.1 * weight, layer: 'cloth', fibre: shiny.fibre })
  return flags
}

function waterFlags(run: Transient, input: HurtInput): HurtFlag[] {
  const cloth = layerOf(run, 'cloth')
  if (!cloth) return []
  let peakFree = 0
  for (let i = 0; i < run.steps; i++) peakFree = Math.max(peakFree, freeWaterGsm(cloth, i))
  const flags: HurtFlag[] = []
  const weakest = input.cloth.fibres.map(f => FIBRES[f.fibre]).find(f => f.water === 'none')
  if (!input.cloth.mayGetWet || weakest) flags.push({ kind: 'waterMark', severity: peakFree / 4, layer: 'cloth', waterGsm: peakFree, fibre: weakest?.key })
  const acrylic = input.cloth.fibres.find(f => (f.fibre === 'acrylic' || f.fibre === 'modacrylic') && f.sharePct >= 10)
  if (acrylic) flags.push({ kind: 'steamStretch', severity: peakFree / 8, layer: 'cloth', waterGsm: peakFree, fibre: acrylic.fibre })
  return flags
}

function finishFlags(run: Transient, input: HurtInput): HurtFlag[] {
  const cloth = layerOf(run, 'cloth')
  const peakC = cloth ? peakOf(cloth.hottestC) : 0
  return input.cloth.finishes.flatMap((key): HurtFlag[] => {
    const f = FINISHES[key]
    const flags: HurtFlag[] = []
    if (f.clothLimitC !== null) flags.push({ kind: 'laminate', severity: 1 + (peakC - f.clothLimitC) / 15, layer: 'cloth', peakC, limitC: f.clothLimitC })
    if (f.maxTouchS !== null) flags.push({ kind: 'dyeMigration', severity: input.longestTouchS / f.maxTouchS * Math.pow(2, (input.soleC - (f.limitC ?? 150)) / 10) * 0.9, layer: 'cloth', peakC })
    return flags
  })
}

function resinFlags(bond: BondCourse | null, input: HurtInput): HurtFlag[] {
  if (!bond) return []
  const over = Math.max(0, bond.final - 1.5) + bond.overWindowK / 10
  return [
    { kind: 'strikeThrough', severity: over * CONSTRUCTIONS[input.cloth.construction].openness * input.resinGsm / 12, layer: 'cloth', peakC: bond.peakC },
    { kind: 'overFused', severity: bond.final / OVER_FUSED + bond.overWindowK / 60, layer: 'backing', peakC: bond.peakC },
  ]
}
