import { bondOf } from '../bond'
import { placeAmong } from '../numeric'
import { COARSE, evaluate, adhesiveOf, type PressSetup, type EvaluateOptions, type Recipe } from '../recipe'
import type { Knowledge } from '../window'

/** Logarithm of bond progress over sole offset × contact × melting shift: a swatch once run, ready to be asked at any of them. */
export interface BondTable { at(dialC: number, logContact: number, meltC: number): number }

const NODES = [-3, -1.5, 0, 1.5, 3]
/** By contact the logarithm of the bond bends so evenly that a parabola through three runs says as much as five straight pieces. */
const FAR_SD = 3, CONTACTS = [-FAR_SD, 0, FAR_SD]
const LEAST_BOND = 0.01

export const TABLE_NODES: readonly number[] = NODES

/** How much each of the three contacts counts on the parabola through them. @param sd from what is known; farther than three is three */
function contactShares(sd: number): readonly [number, number, number] {
  const t = Math.min(1, Math.max(-1, sd / FAR_SD))
  return [t * (t - 1) / 2, 1 - t * t, t * (t + 1) / 2]
}

/**
 * Runs a pressing at 5 sole offsets × 3 contacts within three standard deviations of what is known, and reads the bond for 5 melting
 * shifts off each run. Over 42 recipes of the demonstration the logarithm is off by 0.05 on the mean, as it is with 5 × 5 runs: most
 * of it where the bond begins.
 * @param done what was really done, phases and sole, where it is known
 */
export function bondTable(
  setup: PressSetup, recipe: Recipe, k: Knowledge, done: Pick<EvaluateOptions, 'phases' | 'sole'> = {}, grid: EvaluateOptions = COARSE,
): BondTable {
  const n = NODES.length, contacts = CONTACTS.length
  const values = new Float64Array(n * contacts * n)
  NODES.forEach((d, i) =>
    CONTACTS.forEach((c, j) => {
      const { run } = evaluate(setup, recipe, {
        ...grid, ...done, skipSurface: true, soleOffsetC: k.dialC + d * k.dialSdC,
        contactFactor: Math.exp(k.logContact + c * k.contactSd),
      })
      NODES.forEach((m, l) => {
        values[(i * contacts + j) * n + l] = Math.log(
          Math.max(LEAST_BOND, bondOf(run, adhesiveOf(setup, { meltShiftC: k.meltC + m * k.meltSdC })).final),
        )
      })
    }),
  )
  return {
    at(dialC, logContact, meltC) {
      const a = placeAmong(NODES, (dialC - k.dialC) / k.dialSdC), c = placeAmong(NODES, (meltC - k.meltC) / k.meltSdC)
      const shares = contactShares((logContact - k.logContact) / k.contactSd)
      let sum = 0
      for (let i = 0; i < 2; i++) {
        for (let j = 0; j < contacts; j++) {
          for (let l = 0; l < 2; l++)
            sum += (i ? a.f : 1 - a.f) * shares[j]! * (l ? c.f : 1 - c.f) * values[((a.i + i) * contacts + j) * n + c.i + l]!
        }
      }
      return sum
    },
  }
}
