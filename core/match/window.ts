import { bondRatePerS, gradeOf, shifted } from '../bond'
import { doseRatePerS } from '../damage'
import { contactWm2K, dryResistanceM2KW } from '../heat'
import { gradeOfMaker, LOT_RATE, LOT_SHIFT_C } from '../instructions'
import { limitingFibres, type FabricLimit } from '../limit'
import { FIBRES, ROOM_C, type FibreKey, type Adhesive } from '../materials'
import { allowedSettings, BOND_WANTED, bearingOf, LONGEST_HOLD_S, pressureOf, USUAL_HABITS } from '../recipe'
import { interfacingLayer, surfaceLayers, buildStack, pressClothLayer } from '../stack'
import type { Exclusion, MatchQuery, MatchSupply } from './types'

/** The hottest cell of the fabric stands at least this near the glue line, K. */
const FABRIC_BELOW_GLUE_K = 12
const STEP_K = 2

export type HeatVerdict
  = | { open: true, reachC: number, meltC: number, idealC: number }
    | { open: false, reachC: number, bar: Extract<Exclusion, { why: 'noWindow' | 'damagedFirst' }> }

/** What does not change from supply to supply, worked out once. */
export interface HeatGround {
  soleC: number
  pressureKPa: number
  contactR: number
  pressClothR: number
  fabricR: number
  belowR: number
  moistAllowed: boolean
  backOnly: boolean
  /** Longest time with heat on it in all, s: two holds, or one where only the back may be pressed. */
  mostS: number
  fibres: FibreKey[]
}

export function heatGround(query: MatchQuery, limit: FabricLimit): HeatGround {
  // The hottest setting by any offset that a swatch taught: what is barred must be barred for certain.
  const offsets = Object.values(query.taught ?? {}).map(t => t.soleOffsetC ?? 0)
  const offsetC = Math.max(0, ...offsets)
  const settings = allowedSettings(query.iron.settings, limit, Math.min(0, ...offsets))
  const pressureKPa = pressureOf(query.iron.kind, bearingOf(limit, query.fabric, query.habits ?? USUAL_HABITS))
  const contactR = 1 / contactWm2K(pressureKPa)
  const resistance = (l: Parameters<typeof dryResistanceM2KW>[0]) => dryResistanceM2KW(l, pressureKPa)
  const fabricLayer = buildStack({
    fabric: query.fabric, supply: null, pressCloth: null, surface: query.surface, firstSide: 'back', pressClothWaterGsm: 0, mistGsm: 0,
  }).work[0]!
  return {
    soleC: settings.length ? settings.reduce((m, s) => Math.max(m, s.meanC), 0) + offsetC : 0, pressureKPa, contactR,
    pressClothR: query.pressCloth ? resistance(pressClothLayer(query.pressCloth, 0)) + contactR : 0,
    fabricR: resistance(fabricLayer),
    belowR: surfaceLayers(query.surface).reduce((s, l) => s + resistance(l) + contactR, 0) + 1 / 8,
    moistAllowed: limit.water !== 'no' || limit.steam !== 'no',
    backOnly: limit.backOnly,
    // Two holds and what flows on while it cools, or one where only the back may be pressed.
    mostS: Math.min(LONGEST_HOLD_S, limit.maxTouchS ?? LONGEST_HOLD_S) * (limit.backOnly ? 1 : 2) + FLOWS_ON_S,
    fibres: limitingFibres(query.fabric.fibres, query.blendRule).map(f => f.fibre),
  }
}

/** A glue line stays hot for some seconds after the iron has gone. */
const FLOWS_ON_S = 10

/** The quickest and lowest-melting that this supply's adhesive may turn out to be, by its sheet's bounds and its own swatches. */
function mostWilling(query: Pick<MatchQuery, 'taught'>, supply: MatchSupply): Adhesive {
  const taught = query.taught?.[supply.id]
  const sheeted = supply.sheet && (supply.sheet.soleC !== null || supply.sheet.holdS !== null)
  return shifted(
    gradeOf(supply.adhesive!, gradeOfMaker(supply.sheet ?? null)), (sheeted ? LOT_RATE[1] : 1) * Math.max(1, taught?.rateFactor ?? 1),
    (sheeted ? -LOT_SHIFT_C : 0) + Math.min(0, taught?.meltShiftC ?? 0),
  )
}

/**
 * Could heat ever fuse this? The glue line can get no hotter than the steady state of resistances in series, and bonds no
 * faster than there with moisture at its best: what fails that is out for certain. What passes is not yet promised: the full
 * search decides. Microseconds a supply.
 */
export function heatVerdict(ground: HeatGround, supply: MatchSupply, query: Pick<MatchQuery, 'taught'> = {}): HeatVerdict {
  const adhesive = mostWilling(query, supply)
  // A web has hardly a base of its own; an interfacing is fast to its adhesive, so that there is no contact between those two.
  const interfacingR = supply.base === 'none'
    ? 0
    : dryResistanceM2KW(interfacingLayer({ ...supply, base: supply.baseFibre }),
        ground.pressureKPa)
  const fabricR = ground.fabricR + ground.contactR
  const whole = ground.contactR + ground.pressClothR + interfacingR + fabricR + ground.belowR + ADHESIVE_R
  const above = ground.contactR + ground.pressClothR + (ground.backOnly ? interfacingR : Math.min(interfacingR, fabricR))
  const reachC = ground.soleC - (ground.soleC - ROOM_C) * above / whole
  const moist = ground.moistAllowed ? 1 : 0
  const meltC = adhesive.meltC[0] - adhesive.wetShiftC * moist
  const idealC = (adhesive.windowC[0] + adhesive.windowC[1]) / 2 - adhesive.wetShiftC * moist
  const rateAt = (c: number) => bondRatePerS(adhesive, c, moist, ground.pressureKPa)
  if (rateAt(reachC) * ground.mostS < BOND_WANTED) return { open: false, reachC, bar: { why: 'noWindow', reachC, meltC } }
  let damage: HeatVerdict | null = null
  for (let c = meltC + STEP_K; c <= reachC + STEP_K; c += STEP_K) {
    const at = Math.min(c, reachC)
    const seconds = BOND_WANTED / rateAt(at)
    if (!(seconds <= ground.mostS)) continue
    const worst = ground.fibres.find(
      f =>
        FIBRES[f].lostC !== null
        && (doseRatePerS(FIBRES[f], at - FABRIC_BELOW_GLUE_K, false) * seconds * 0.5 > 1 || at - FABRIC_BELOW_GLUE_K > FIBRES[f].lostC!),
    )
    if (!worst) return { open: true, reachC, meltC, idealC }
    damage ??= { open: false, reachC, bar: { why: 'damagedFirst', damageC: FIBRES[worst].damageC, neededC: at, fibre: worst } }
  }
  return damage ?? { open: true, reachC, meltC, idealC }
}

/** Resistance of the adhesive's own layer, m²K/W, half of which lies above the glue line's middle. */
const ADHESIVE_R = 5e-4
