import { IRON_KINDS, type IronKindKey } from '../materials'

/** An iron since its dial was last touched. */
export interface IronRest {
  kind: IronKindKey
  /** Where the sole stood when the dial was touched, °C. */
  fromC: number
  /** Mean of the stop it is set to, °C; null = off. */
  targetC: number | null
  swingC: number
  sinceS: number
  /** Seconds of rest after which it shuts itself off; null = never. */
  shutsOffAfterS: number | null
}

export type SoleState = 'off' | 'warming' | 'ready' | 'cooling' | 'shutOff'

const ROOM_C = 20
/** Within this of its stop a sole counts as ready, K, besides its swing. */
const READY_WITHIN_K = 3

const towards = (fromC: number, toC: number, warm: number, cool: number, s: number): number =>
  toC >= fromC ? Math.min(toC, fromC + warm * s) : Math.max(toC, fromC - cool * s)

/**
 * Estimated sole temperature, °C: linear warming and cooling at the iron's typical rates; after a shut-off it cools.
 * An estimate from typical rates until the iron has been calibrated.
 */
export function soleNowC(rest: IronRest): number {
  const { warmCPerS, coolCPerS } = IRON_KINDS[rest.kind]
  if (rest.targetC === null) return towards(rest.fromC, ROOM_C, warmCPerS, coolCPerS, rest.sinceS)
  const onS = rest.shutsOffAfterS === null ? rest.sinceS : Math.min(rest.sinceS, rest.shutsOffAfterS)
  const atShutOff = towards(rest.fromC, rest.targetC, warmCPerS, coolCPerS, onS)
  return towards(atShutOff, ROOM_C, warmCPerS, coolCPerS, rest.sinceS - onS)
}

export function soleState(rest: IronRest): SoleState {
  const now = soleNowC(rest)
  if (rest.targetC === null) return now > ROOM_C + 1 ? 'cooling' : 'off'
  if (rest.shutsOffAfterS !== null && rest.sinceS > rest.shutsOffAfterS) return 'shutOff'
  if (Math.abs(now - rest.targetC) <= READY_WITHIN_K) return 'ready'
  return now < rest.targetC ? 'warming' : 'cooling'
}
