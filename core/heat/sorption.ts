import { BOILS_C } from './layer'

/** Water activity of fabric at room humidity: its regain is taken at 65 %. */
const CONDITIONED_ACTIVITY = 0.65
/** Half of the regain is left at this activity. */
const HALF_ACTIVITY = 0.43
const POWER = Math.log(Math.log(1 - CONDITIONED_ACTIVITY) / Math.log(1 - HALF_ACTIVITY)) / Math.log(2)
const NODES = 32
/** The last of the bound water is given no hotter leave than that of this share of the regain. */
const LAST_SHARE = 0.01
const ATMOSPHERE_MMHG = 760
const ANTOINE = { a: 8.14019, b: 1810.94, c: 244.485 }

/** Temperature at which saturated steam has so many atmospheres, °C. Source: Antoine's equation for water from 99 to 374 °C. */
const saturatedC = (atmospheres: number): number => ANTOINE.b / (ANTOINE.a - Math.log10(ATMOSPHERE_MMHG * atmospheres)) - ANTOINE.c

/** Activity of bound water when a share of the regain is left, 0–1. Source: Henderson's sorption isotherm through 65 % and its half. */
const activityAt = (share: number): number => 1 - Math.pow(1 - CONDITIONED_ACTIVITY, Math.pow(share, POWER))

/** Where bound water boils, °C, at evenly spaced shares of the regain left, from none to all. */
const boilsAtC = Float64Array.from({ length: NODES + 1 }, (_, i) =>
  saturatedC(1 / activityAt(Math.max(LAST_SHARE, i / NODES))) - saturatedC(1) + BOILS_C)

/** How many degrees it takes until the next share of the regain leaves, K, at the same shares; and a share per K. */
const stepsK = Float64Array.from({ length: NODES }, (_, i) => boilsAtC[i + 1]! - boilsAtC[i]!)
const sharePerK = Float64Array.from(stepsK, k => -1 / NODES / k)

/** Temperature at which bound water leaves when a share of the regain is left, °C: where saturated steam has 1/activity atmospheres. */
export function boundBoilsC(share: number): number {
  const x = Math.min(1, Math.max(0, share)) * NODES
  const i = Math.min(NODES - 1, Math.floor(x))
  return boilsAtC[i]! + stepsK[i]! * (x - i)
}

/** Share of the regain that leaves per kelvin at that place, 1/K. */
export function boundLeavesPerK(share: number): number {
  return sharePerK[Math.min(NODES - 1, Math.max(0, Math.ceil(share * NODES - 1e-9) - 1))]!
}
