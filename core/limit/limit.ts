import { CONSTRUCTIONS, FIBRES, FINISHES, isProtein, type FibreKey, type FinishKey } from '../materials'
import type { FabricInput, FibreShare } from '../stack'

/** House rule for blends: the weakest fibre rules, or a small share costs only one class. */
export type BlendRule = 'strict' | 'proportional'

/** Under this share a fibre counts as small, %. */
const PROPORTIONAL_SHARE_PCT = 10
const CLASSES = [0, 110, 150, 200] as const
/** Elastane under this share has no say in class, press cloth or steam: what it suffers is followed by itself. %, practice. */
const ELASTANE_SPEAKS_PCT = 10
/** Under a press cloth synthetics up to this share may take one class more; towards the second share that fades. %, practice. */
const COVERED_PCT = 20, COVERED_NO_MORE_PCT = 40
/** Synthetics, and fine hair. */
const isSpared = (fibre: FibreKey) => FIBRES[fibre].thermoplastic || fibre === 'cashmere'

/** One step of the chain: what it says and whether it is the one that decides. */
export type Reason
  = | { step: 'fibre', fibre: FibreKey, sharePct: number, limitC: number, decides: boolean }
    | { step: 'blend', fibre: FibreKey, sharePct: number, limitC: number, decides: boolean }
  /** So little elastane that it decides nothing; `sharePct` of it. */
    | { step: 'littleElastane', sharePct: number, decides: boolean }
  /** Under a press cloth the share of synthetics lets the sole be hotter, °C. */
    | { step: 'covered', fibre: FibreKey, sharePct: number, coveredC: number, decides: boolean }
    | { step: 'finish', finish: FinishKey, limitC: number | null, decides: boolean }
    | { step: 'unknown', limitC: number, decides: boolean }
    | { step: 'surface', surface: 'texture' | 'nap' | 'pile', decides: boolean }
    | { step: 'water', decides: boolean }
  /** The care label, its class in °C (0 = do not iron). */
    | { step: 'label', limitC: number, decides: boolean }
    | { step: 'labelSteam', decides: boolean }
  /** An own swatch that was marked by heat at this sole temperature. */
    | { step: 'swatchDamage', soleC: number, limitC: number, decides: boolean }
  /** An own swatch that passed without a mark. */
    | { step: 'swatchPassed', soleC: number, decides: boolean }
  /** The highest step that a hidden corner stood. */
    | { step: 'corner', limitC: number, decides: boolean }

/** What the garment's own label says. */
interface CareLabel {
  /** 0 = do not iron; null = it does not say. */
  ironC: 0 | 110 | 150 | 200 | null
  /** False where steam is crossed out. */
  steam: boolean | null
}

/** What has been seen on this very fabric. */
export interface Evidence {
  label?: CareLabel | null
  swatches?: readonly { soleC: number, damageByHeat: boolean, passed: boolean }[]
  /** Sole temperature of the highest corner step stood, °C; null if none was tried. */
  cornerC?: number | null
}

/** Where the limit that counts comes from. */
type LimitOrigin = 'typical' | 'maker' | 'measured'

/** Two sources that disagree; the safer one counts. */
interface Conflict { safer: Reason, other: Reason }

export interface FabricLimit {
  /** Highest sole temperature, °C; 0 = no heat at all. */
  soleC: number
  /** Highest sole temperature over a press cloth, °C; more than `soleC` only where the fabric's own heat is then looked at closely. */
  coveredC: number
  /** True until fibre is known: the limit is only a place to start testing from. */
  provisional: boolean
  steam: 'yes' | 'light' | 'no'
  water: 'yes' | 'test' | 'no'
  pressClothNeeded: boolean
  backOnly: boolean
  /** Longest single touch, s. */
  maxTouchS: number | null
  /** May be fused at all; false where heat is barred or fusing voids what it is certified for. */
  fusible: boolean
  surface: 'any' | 'sparesPile'
  fumes: boolean
  /** How the iron may move on it. */
  motion: 'any' | 'pressOnly' | 'hover'
  /** Where the deciding figure comes from: typical values, the label of its maker, or what was seen on this fabric. */
  origin: LimitOrigin
  reasons: Reason[]
  conflicts: Conflict[]
}

/** A swatch hurt at one temperature sets the limit this much lower, °C. */
const SWATCH_STEP_DOWN_C = 15

const oneClassDown = (fromC: number, towardC: number): number => {
  const below = CLASSES.filter(c => c < fromC)
  return Math.max(towardC, below[below.length - 1] ?? 0)
}

/** Fibres that have a say: all but a little elastane. */
function speaking(fibres: FibreShare[]): FibreShare[] {
  const heard = fibres.filter(f => f.fibre !== 'elastane' || f.sharePct >= ELASTANE_SPEAKS_PCT)
  return heard.length > 0 ? heard : fibres
}
const large = (fibres: FibreShare[], rule: BlendRule): FibreShare[] => {
  const most = rule === 'strict' ? fibres : fibres.filter(f => f.sharePct >= PROPORTIONAL_SHARE_PCT)
  return most.length > 0 ? most : fibres
}

/** The fibres whose own heat is followed under a blend rule: all of them, or those of 10 % and more, and elastane whatever its share. */
export function limitingFibres(fibres: FibreShare[], rule: BlendRule): FibreShare[] {
  const most = large(fibres, rule)
  return fibres.filter(f => f.fibre === 'elastane' || most.includes(f))
}

/**
 * What a press cloth allows over the class of the fabric's fibres, °C: one class more, never over that of the others, where those that
 * hold it down are few, and synthetic or fine hair: a press cloth is what spares that. @param bareC the class without, °C
 */
function coveredOf(fibres: readonly FibreShare[], bareC: number): { coveredC: number, few: FibreShare } | null {
  const low = fibres.filter(f => FIBRES[f.fibre].classC < (CLASSES.find(c => c > bareC) ?? bareC))
  const others = fibres.filter(f => !low.includes(f))
  if (bareC === 0 || low.length === 0 || others.length === 0 || low.some(f => !isSpared(f.fibre))) return null
  const sharePct = low.reduce((sum, f) => sum + f.sharePct, 0)
  const more = Math.min(1, Math.max(0, (COVERED_NO_MORE_PCT - sharePct) / (COVERED_NO_MORE_PCT - COVERED_PCT)))
  const up = Math.min(CLASSES.find(c => c > bareC) ?? bareC, ...others.map(f => FIBRES[f.fibre].classC))
  const coveredC = bareC + (up - bareC) * more
  return coveredC > bareC ? { coveredC, few: low[0]! } : null
}

/**
 * Fibre classes → blend rule → finish and structure → care label → own swatches and corner tests.
 * The lowest figure counts, every step is kept, and sources that disagree are named.
 * A fibre that gives off fumes, or takes no iron, bars heat at any share.
 * @param fabric shares in %, any sum; an empty list is a fabric of unknown fibre
 */
export function fabricLimit(
  fabric: Pick<FabricInput, 'fibres' | 'finishes' | 'nap' | 'mayGetWet' | 'construction'>, rule: BlendRule, evidence: Evidence = {},
): FabricLimit {
  const reasons: Reason[] = []
  const weak = (a: FibreShare, b: FibreShare) => FIBRES[a.fibre].classC - FIBRES[b.fibre].classC || b.sharePct - a.sharePct
  const fibres = speaking([...fabric.fibres].sort(weak))
  const unknown = fibres.length === 0
  let soleC = 200, coveredC: number, covered: ReturnType<typeof coveredOf> = null
  if (unknown) {
    soleC = 110
    coveredC = 110
    reasons.push({ step: 'unknown', limitC: 110, decides: false })
  } else {
    const main = large(fibres, rule).sort(weak)[0]!
    soleC = FIBRES[main.fibre].classC
    reasons.push({ step: 'fibre', fibre: main.fibre, sharePct: main.sharePct, limitC: soleC, decides: false })
    const weakest = fibres[0]!
    const weakestC = FIBRES[weakest.fibre].classC
    if (weakestC < soleC) {
      soleC = weakestC === 0 ? 0 : oneClassDown(soleC, weakestC)
      reasons.push({ step: 'blend', fibre: weakest.fibre, sharePct: weakest.sharePct, limitC: soleC, decides: false })
    }
    const unheard = fabric.fibres.find(f => !fibres.includes(f))
    if (unheard) reasons.push({ step: 'littleElastane', sharePct: unheard.sharePct, decides: false })
    covered = coveredOf(fibres, soleC)
    coveredC = covered?.coveredC ?? soleC
  }
  const finishes = fabric.finishes.map(f => FINISHES[f])
  for (const f of finishes) {
    reasons.push({ step: 'finish', finish: f.key, limitC: f.limitC, decides: false })
    if (f.limitC !== null) soleC = Math.min(soleC, f.limitC)
    coveredC = Math.min(coveredC, f.limitC ?? coveredC)
  }
  const surface = fabric.nap !== 'none' ? fabric.nap : null
  if (surface) reasons.push({ step: 'surface', surface, decides: false })
  if (!fabric.mayGetWet) reasons.push({ step: 'water', decides: false })
  const { label, swatches = [], cornerC = null } = evidence
  const tried = unknown && cornerC !== null && soleC > 0
  if (tried) {
    // It takes the place of what is not known, and of nothing else: a coat, and the label, hold as low as they are.
    soleC = Math.min(cornerC, ...finishes.flatMap(f => f.limitC ?? []))
    coveredC = soleC
    reasons.push({ step: 'corner', limitC: cornerC, decides: false })
  }
  const ownC = soleC
  if (label && label.ironC !== null) {
    soleC = Math.min(soleC, label.ironC)
    coveredC = Math.min(coveredC, label.ironC)
    reasons.push({ step: 'label', limitC: label.ironC, decides: false })
  }
  if (label?.steam === false) reasons.push({ step: 'labelSteam', decides: false })
  const damageAt = Math.min(...swatches.filter(w => w.damageByHeat).map(w => w.soleC))
  if (Number.isFinite(damageAt)) {
    const limitC = Math.max(0, Math.floor((damageAt - SWATCH_STEP_DOWN_C) / 5) * 5)
    reasons.push({ step: 'swatchDamage', soleC: damageAt, limitC, decides: false })
    soleC = Math.min(soleC, limitC)
    coveredC = Math.min(coveredC, limitC)
  }
  const passedAt = Math.max(...swatches.filter(w => w.passed && !w.damageByHeat).map(w => w.soleC))
  if (Number.isFinite(passedAt)) reasons.push({ step: 'swatchPassed', soleC: passedAt, decides: false })

  if (covered && coveredC > soleC)
    reasons.push({ step: 'covered', fibre: covered.few.fibre, sharePct: covered.few.sharePct, coveredC, decides: false })
  const standing = reasons.filter(r => !(tried && r.step === 'unknown'))
  const conflicts = conflictsIn(standing, ownC, soleC)
  const decider = standing.find(r => 'limitC' in r && r.limitC === soleC)
  if (decider) decider.decides = true

  const keys = fibres.map(f => FIBRES[f.fibre])
  const fumes = keys.some(f => f.fumes)
  const touches = finishes.map(f => f.maxTouchS).filter(s => s !== null)
  const noWater = !fabric.mayGetWet || keys.some(f => f.water === 'none')
  const noSteam = noWater || label?.steam === false || finishes.some(f => f.noSteam)
  return {
    soleC, coveredC: Math.max(soleC, coveredC), provisional: unknown && cornerC === null, fumes, reasons, conflicts,
    origin: decider?.step === 'label' ? 'maker' : decider?.step === 'corner' || decider?.step === 'swatchDamage' ? 'measured' : 'typical',
    motion:
      surface === 'pile'
        ? 'hover'
        : surface || keys.some(f => f.family === 'wool') || CONSTRUCTIONS[fabric.construction].stretch
          ? 'pressOnly'
          : 'any',
    steam: noSteam ? 'no' : unknown || keys.some(f => f.water === 'light') ? 'light' : 'yes',
    water: noWater ? 'no' : unknown || keys.some(f => f.water === 'test') ? 'test' : 'yes',
    pressClothNeeded:
      unknown
      || soleC <= 110
      || finishes.some(f => f.pressClothNeeded)
      || keys.some(f => isProtein(f) || f.thermoplastic),
    backOnly: finishes.some(f => f.backOnly) || surface === 'pile' || CONSTRUCTIONS[fabric.construction].isLaminate === true,
    maxTouchS: touches.length > 0 ? Math.min(...touches) : null,
    fusible: soleC > 0 && !finishes.some(f => f.fusing === 'no'),
    surface: surface === 'pile' || surface === 'texture' ? 'sparesPile' : 'any',
  }
}

/** A label or a swatch that says otherwise than the fabric's own figures. */
function conflictsIn(reasons: Reason[], ownC: number, standsC: number): Conflict[] {
  const own = reasons.find(r => 'limitC' in r && r.limitC === ownC && ['fibre', 'blend', 'finish', 'unknown', 'corner'].includes(r.step))
  const label = reasons.find(r => r.step === 'label')
  const passed = reasons.find(r => r.step === 'swatchPassed')
  const lowest = reasons.find(r => 'limitC' in r && r.limitC === standsC)
  const conflicts: Conflict[] = []
  if (own && label && label.limitC !== ownC)
    conflicts.push(label.limitC < ownC ? { safer: label, other: own } : { safer: own, other: label })
  if (passed && lowest && passed.soleC > standsC + 5) conflicts.push({ safer: lowest, other: passed })
  return conflicts
}
