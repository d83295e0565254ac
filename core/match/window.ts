import { bondRatePerS } from '../bond'
import { doseRatePerS } from '../hurt'
import { contactWm2K } from '../heat'
import { limitingFibres, type ClothLimit } from '../limit'
import { FIBRES, RESINS, type FibreKey } from '../materials'
import { allowedStops, BOND_WANTED, LONGEST_HOLD_S, pressureOf } from '../recipe'
import { bedLayers, clothProperties, coverLayer } from '../stack'
import type { Exclusion, MatchQuery, MatchSupply } from './types'

const ROOM_C = 20
/** The hottest cell of the cloth stands at least this near the glue line, K. */
const CLOTH_BELOW_GLUE_K = 12
const STEP_K = 2

export type HeatVerdict
  = | { open: true, reachC: number, meltC: number, idealC: number }
    | { open: false, reachC: number, bar: Extract<Exclusion, { why: 'noWindow' | 'hurtsFirst' }> }

/** What does not change from supply to supply, worked out once. */
export interface HeatGround {
  soleC: number
  pressureKPa: number
  contactR: number
  coverR: number
  clothR: number
  belowR: number
  moistAllowed: boolean
  backOnly: boolean
  /** Longest time with heat on it in all, s: two holds, or one where only the back may be pressed. */
  mostS: number
  fibres: FibreKey[]
}

export function heatGround(query: MatchQuery, limit: ClothLimit): HeatGround {
  const stops = allowedStops(query.iron.stops, limit)
  const pressureKPa = pressureOf(query.iron.kind, 'weight')
  const contactR = 1 / contactWm2K(pressureKPa)
  const bed = bedLayers(query.bed)
  const cover = query.cover ? coverLayer(query.cover, 0) : null
  const resistance = (l: { thicknessMm: number, conductivityWmK: number }) => l.thicknessMm / 1000 / l.conductivityWmK
  return {
    soleC: stops.reduce((m, s) => Math.max(m, s.meanC), 0), pressureKPa, contactR,
    coverR: cover ? resistance(cover) + contactR : 0,
    clothR: query.cloth.thicknessMm / 1000 / clothProperties(query.cloth.fibres).conductivityWmK,
    belowR: bed.reduce((s, l) => s + resistance(l) + contactR, 0) + 1 / 8,
    moistAllowed: limit.water !== 'no' || limit.steam !== 'no',
    backOnly: limit.backOnly,
    mostS: Math.min(LONGEST_HOLD_S, limit.maxTouchS ?? LONGEST_HOLD_S) * (limit.backOnly ? 1 : 2),
    fibres: limitingFibres(query.cloth.fibres, query.blendRule).map(f => f.fibre),
  }
}

/**
 * Could heat ever fuse this? The glue line can get no hotter than the steady state of resistances in series, and bonds no
 * faster than there with moisture at its best: what fails that is out for certain. What passes is not yet promised: the full
 * search decides. Microseconds a supply.
 */
export function heatVerdict(ground: HeatGround, supply: MatchSupply): HeatVerdict {
  const resin = RESINS[supply.resin!]
  const base = FIBRES[supply.baseFibre]
  const backingR = supply.base === 'none' ? 0 : supply.thicknessMm / 1000 / base.conductivityWmK + ground.contactR
  const clothR = ground.clothR + ground.contactR
  const whole = ground.contactR + ground.coverR + backingR + clothR + ground.belowR + ground.contactR
  const above = ground.contactR + ground.coverR + (ground.backOnly ? backingR : Math.min(backingR, clothR))
  const reachC = ground.soleC - (ground.soleC - ROOM_C) * above / whole
  const moist = ground.moistAllowed ? 1 : 0
  const meltC = resin.meltC[0] - resin.wetShiftC * moist
  const idealC = (resin.windowC[0] + resin.windowC[1]) / 2 - resin.wetShiftC * moist
  const rateAt = (c: number) => bondRatePerS(resin, c, moist, ground.pressureKPa)
  if (rateAt(reachC) * ground.mostS < BOND_WANTED) return { open: false, reachC, bar: { why: 'noWindow', reachC, meltC } }
  let hurt: HeatVerdict | null = null
  for (let c = meltC + STEP_K; c <= reachC + STEP_K; c += STEP_K) {
    const at = Math.min(c, reachC)
    const seconds = BOND_WANTED / rateAt(at)
    if (!(seconds <= ground.mostS)) continue
    const worst = ground.fibres.find(f => FIBRES[f].lostC !== null && (doseRatePerS(FIBRES[f], at - CLOTH_BELOW_GLUE_K, false) * seconds * 0.5 > 1 || at - CLOTH_BELOW_GLUE_K > FIBRES[f].lostC!))
    if (!worst) return { open: true, reachC, meltC, idealC }
    hurt ??= { open: false, reachC, bar: { why: 'hurtsFirst', hurtC: FIBRES[worst].hurtC, neededC: at, fibre: worst } }
  }
  return hurt ?? { open: true, reachC, meltC, idealC }
}
