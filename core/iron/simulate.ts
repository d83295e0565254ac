import { IRON_KINDS, type IronKindKey } from '../materials'
import { cycleS, thermostat } from '../heat'
import { seeded } from '../numeric'

/** A reading of a probe on the sole. */
export interface Reading { atS: number, c: number }

export interface SimulatedProbe {
  kind: IronKindKey
  meanC: number
  swingC: number
  /** Noise of one reading, °C (standard deviation). */
  noiseC: number
  seed: number
  /** Moments at which the sole is set on damp cloth for 5 s, s. */
  sagsAtS?: readonly number[]
}

const SAG_C = 14, SAG_RECOVERS_S = 20

/**
 * What a probe would read from switching on: warm-up, then the thermostat's saw-tooth, sagging when set on damp cloth.
 * @returns the reading at a time in seconds; call with rising times for repeatable noise
 */
export function simulateProbe({ kind, meanC, swingC, noiseC, seed, sagsAtS = [] }: SimulatedProbe): (atS: number) => Reading {
  const { warmCPerS, coolCPerS } = IRON_KINDS[kind]
  const random = seeded(seed)
  const topC = meanC + swingC
  const warmS = (topC - 20) / warmCPerS
  const swing = thermostat({ meanC, swingC, warmCPerS, coolCPerS, phase: 0 })
  const riseS = cycleS({ swingC, warmCPerS, coolCPerS }) * coolCPerS / (warmCPerS + coolCPerS)
  const gaussian = () => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random())
  return (atS) => {
    const settled = atS < warmS ? 20 + atS * warmCPerS : swing(atS - warmS + riseS)
    const sag = sagsAtS.reduce(
      (d, s) => (atS < s ? d : d + SAG_C * Math.min(1, (atS - s) / 5) * Math.exp(-Math.max(0, atS - s - 5) / SAG_RECOVERS_S)), 0,
    )
    return { atS, c: settled - sag + noiseC * gaussian() }
  }
}
