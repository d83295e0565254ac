/** A sole's temperature against time, °C for seconds; a sole that sags asks what the work has drawn from it so far, J/m². */
export type SoleCurve = (timeS: number, drawnJM2?: number) => number

export interface Thermostat {
  meanC: number
  /** Half-width of the swing, °C. */
  swingC: number
  warmCPerS: number
  coolCPerS: number
  /** Where in its cycle the thermostat is at time 0: 0 = coolest and starting to heat, 1 = a full cycle later. */
  phase: number
}

/** Length of one thermostat cycle, seconds; 0 where it does not swing. */
export const cycleS = ({ swingC, warmCPerS, coolCPerS }: Omit<Thermostat, 'meanC' | 'phase'>): number =>
  2 * swingC / warmCPerS + 2 * swingC / coolCPerS

/**
 * The saw-tooth of a bimetal thermostat: heats at `warmCPerS` from mean − swing to mean + swing, then cools at `coolCPerS`.
 * The mean over time is `meanC`.
 */
export function thermostat(t: Thermostat): SoleCurve {
  if (t.swingC <= 0) return () => t.meanC
  const riseS = 2 * t.swingC / t.warmCPerS
  const wholeS = cycleS(t)
  return (timeS) => {
    const at = ((timeS + t.phase * wholeS) % wholeS + wholeS) % wholeS
    return at < riseS
      ? t.meanC - t.swingC + at * t.warmCPerS
      : t.meanC + t.swingC - (at - riseS) * t.coolCPerS
  }
}

export const steadySole = (meanC: number): SoleCurve => () => meanC

/** A sole as it was read: °C at rising seconds, straight between, held at its ends. */
export interface SoleReadings { timesS: readonly number[], soleC: readonly number[] }

/** The sole as it really was. @throws RangeError where there is no reading */
export function readSole({ timesS, soleC }: SoleReadings): SoleCurve {
  if (timesS.length === 0) throw new RangeError('An iron curve needs at least one reading.')
  let at = 0
  return (timeS) => {
    // Asked for in rising order nearly always: the place is remembered.
    while (at > 0 && timesS[at]! > timeS) at--
    while (at < timesS.length - 1 && timesS[at + 1]! <= timeS) at++
    if (at === timesS.length - 1 || timeS <= timesS[0]!) return soleC[at]!
    return soleC[at]! + (soleC[at + 1]! - soleC[at]!) * (timeS - timesS[at]!) / (timesS[at + 1]! - timesS[at]!)
  }
}
