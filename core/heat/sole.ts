/** A sole's temperature against time, °C for seconds. */
export type SoleCurve = (timeS: number) => number

export interface Thermostat {
  meanC: number
  /** Half-width of the swing, °C. */
  swingC: number
  warmCPerS: number
  coolCPerS: number
  /** Where in its cycle the thermostat stands at time 0: 0 = coolest and starting to heat, 1 = a full cycle later. */
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
