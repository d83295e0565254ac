import { IRON_KINDS, ROOM_C, type IronKindKey } from '../materials'
import type { SoleCurve } from '../heat'

/** An iron since its dial was last touched. */
export interface IronRest {
  kind: IronKindKey
  /** Where the sole stood when the dial was touched, °C. */
  fromC: number
  /** Mean of the setting it is set to, °C; null = off. */
  targetC: number | null
  swingC: number
  /** Since the dial was touched, s. */
  sinceS: number
  /** Since it was last picked up, s; as long as `sinceS` where it never was. */
  idleS?: number
  /** Seconds of rest after which it shuts itself off; null = never. */
  shutsOffAfterS: number | null
}

export type SoleState = 'off' | 'warming' | 'ready' | 'cooling' | 'shutOff'

/** Within this of its setting a sole counts as ready, K, besides its swing. */
const READY_WITHIN_K = 3
/** The thermostat's swing is known after warming up, and is lost from sight over so many cycles: its length is not known well enough. */
const CYCLES_KNOWN = 4

const towards = (fromC: number, toC: number, warm: number, cool: number, s: number): number =>
  toC >= fromC ? Math.min(toC, fromC + warm * s) : Math.max(toC, fromC - cool * s)

/**
 * A sole left to itself at a setting, °C: it warms past its mean to where the thermostat switches off (or cools to where it
 * switches on) and then swings; after some cycles only the mean is known.
 */
function settlingC({ kind, fromC, swingC }: IronRest, targetC: number, s: number): number {
  const { warmCPerS, coolCPerS } = IRON_KINDS[kind]
  const rising = fromC < targetC
  const turnC = rising ? targetC + swingC : targetC - swingC
  const turnS = Math.abs(turnC - fromC) / (rising ? warmCPerS : coolCPerS)
  if (s <= turnS || swingC <= 0) return towards(fromC, turnC, warmCPerS, coolCPerS, s)
  const fallS = 2 * swingC / coolCPerS, riseS = 2 * swingC / warmCPerS
  const cycles = (s - turnS) / (fallS + riseS)
  const at = (cycles - Math.floor(cycles)) * (fallS + riseS)
  const offC = rising
    ? at < fallS ? swingC - at * coolCPerS : -swingC + (at - fallS) * warmCPerS
    : at < riseS ? -swingC + at * warmCPerS : swingC - (at - riseS) * coolCPerS
  return targetC + offC * Math.max(0, 1 - cycles / CYCLES_KNOWN)
}

/** Seconds after the dial was touched at which it shuts itself off; null = it does not. */
const shutsAtS = (rest: IronRest): number | null =>
  rest.shutsOffAfterS === null || rest.targetC === null ? null : rest.sinceS - (rest.idleS ?? rest.sinceS) + rest.shutsOffAfterS

/** Seconds from now until it shuts itself off; null where it never does, 0 where it has. */
export function shutsOffInS(rest: IronRest): number | null {
  const shutS = shutsAtS(rest)
  return shutS === null ? null : Math.max(0, shutS - rest.sinceS)
}

/** The sole so many seconds after the dial was touched, °C, if nothing is laid under it. */
function soleAtC(rest: IronRest, s: number): number {
  const { warmCPerS, coolCPerS } = IRON_KINDS[rest.kind]
  if (rest.targetC === null) return towards(rest.fromC, ROOM_C, warmCPerS, coolCPerS, s)
  const shutS = shutsAtS(rest)
  if (shutS === null || s <= shutS) return settlingC(rest, rest.targetC, s)
  return towards(settlingC(rest, rest.targetC, shutS), ROOM_C, warmCPerS, coolCPerS, s - shutS)
}

/**
 * Estimated sole temperature, °C: warming and cooling at the iron's typical rates, the swing while it is known; after a
 * shut-off it cools. An estimate from typical rates until the iron has been calibrated.
 */
export const soleNowC = (rest: IronRest): number => soleAtC(rest, rest.sinceS)

export function soleState(rest: IronRest): SoleState {
  const now = soleNowC(rest)
  if (rest.targetC === null) return now > ROOM_C + 1 ? 'cooling' : 'off'
  const shutS = shutsAtS(rest)
  if (shutS !== null && rest.sinceS > shutS) return 'shutOff'
  if (Math.abs(now - rest.targetC) <= READY_WITHIN_K + rest.swingC) return 'ready'
  return now < rest.targetC ? 'warming' : 'cooling'
}

/** Seconds until the sole is ready at its setting, by its typical rates; 0 where it is, null where it is off or has shut itself off. */
export function readyInS(rest: IronRest): number | null {
  const state = soleState(rest)
  if (rest.targetC === null || state === 'off' || state === 'shutOff') return null
  if (state === 'ready') return 0
  const { warmCPerS, coolCPerS } = IRON_KINDS[rest.kind]
  const away = Math.abs(rest.targetC - soleNowC(rest)) - READY_WITHIN_K - rest.swingC
  return away / (state === 'warming' ? warmCPerS : coolCPerS)
}

/** Work draws the sole down; its heater makes that good within about this time, s, unless it is off. */
const RECOVERS_S = 15
/** Share of the sole's heat that the work can draw at once: the rest follows by conduction through the body. Typical. */
const DRAWN_SHARE = 0.8

/**
 * The sole from now on while it is set on work, °C: as it would go by itself, less what the work draws from it.
 * @returns a curve of seconds from now; to be asked at rising times, with the heat drawn so far in J/m²
 */
export function soleOnWork(rest: IronRest): SoleCurve {
  const { soleJK, bearingCm2 } = IRON_KINDS[rest.kind]
  const perJM2 = DRAWN_SHARE * bearingCm2 * 1e-4 / soleJK
  const shutS = shutsAtS(rest)
  let beforeS = 0, before = 0, sagC = 0
  return (timeS, drawnJM2 = 0) => {
    const heated = rest.targetC !== null && (shutS === null || rest.sinceS + timeS <= shutS)
    if (timeS > beforeS) {
      sagC = sagC * (heated ? Math.exp(-(timeS - beforeS) / RECOVERS_S) : 1) + Math.max(0, drawnJM2 - before) * perJM2
      beforeS = timeS
      before = drawnJM2
    }
    return Math.max(ROOM_C, soleAtC(rest, rest.sinceS + timeS) - sagC)
  }
}
