import { FIBRES, isProtein, type FibreKey } from '../materials'
import type { FibreShare } from '../stack'

/** By what a fold is set. */
type SetBy = 'protein' | 'cellulose' | 'plastic' | 'unknown'
export interface SetPoint {
  /** What the last ply has to reach, °C. */
  setC: number
  by: SetBy
  fibre: FibreKey | null
  /** It would set at less if it were moist. */
  drierC: boolean
}

/** Protein moist, and with no more water than it holds by itself; cellulose moist and dry, °C. Typical. */
const PROTEIN_C = { moist: 80, dry: 90 }, CELLULOSE_C = { moist: 90, dry: 105 }
/** A fold that is held sets so far under where a thermoplastic softens, and is kept so far under harm, K. */
const UNDER_SOFTENING_K = 15, UNDER_HARM_K = 10, PLASTIC_LEAST_C = 50
/** Fibres of less than this share give way to what the others hold, %. */
const COUNTS_FROM_PCT = 20
/** What is asked of fabric of unknown fibre, °C. */
const UNKNOWN_C = 80

function setPointOfFibre(key: FibreKey, moist: boolean): SetPoint {
  const { damageC, softensC } = FIBRES[key], protein = isProtein(FIBRES[key])
  const under = damageC - UNDER_HARM_K
  if (softensC !== null) return { setC: Math.min(Math.max(PLASTIC_LEAST_C, softensC - UNDER_SOFTENING_K), under), by: 'plastic',
    fibre: key, drierC: false }
  const wantedC = protein ? PROTEIN_C : CELLULOSE_C
  const setC = moist ? wantedC.moist : wantedC.dry
  return { setC: Math.min(setC, under), by: protein ? 'protein' : 'cellulose', fibre: key, drierC: !moist }
}

/**
 * What the last ply of a folded stack has to reach before the fold stays, °C: the highest of what its fibres ask for, small shares left
 * out. Cellulose has set when it dries while it is held. Source: practice; never nearer than 10 K to harm.
 */
export function setPointOf(fibres: readonly FibreShare[], moist: boolean): SetPoint {
  if (fibres.length === 0) return { setC: UNKNOWN_C, by: 'unknown', fibre: null, drierC: false }
  const large = fibres.filter(f => f.sharePct >= COUNTS_FROM_PCT)
  return (large.length > 0 ? large : [...fibres].sort((a, b) => b.sharePct - a.sharePct).slice(0, 1))
    .map(f => setPointOfFibre(f.fibre, moist))
    .reduce((a, b) => (b.setC > a.setC ? b : a))
}
