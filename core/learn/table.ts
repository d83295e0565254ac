import { bondOf } from '../bond'
import { placeAmong } from '../numeric'
import { COARSE, evaluate, adhesiveOf, type PressSetup, type EvaluateOptions, type Recipe } from '../recipe'
import type { Knowledge } from '../window'

/** Logarithm of bond progress over sole offset × contact × melting shift: a swatch once run, ready to be asked at any of them. */
export interface BondTable { at(dialC: number, logContact: number, meltC: number): number }

const NODES = [-3, -1.5, 0, 1.5, 3]
const LEAST_BOND = 0.01

export const TABLE_NODES: readonly number[] = NODES

/**
 * Runs a pressing at 5 × 5 sole offsets and contacts within three standard deviations of what is known, and reads the bond
 * for 5 melting shifts off each run.
 * @param done what was really done, phases and sole, where it is known
 */
export function bondTable(
  setup: PressSetup, recipe: Recipe, k: Knowledge, done: Pick<EvaluateOptions, 'phases' | 'sole'> = {}, grid: EvaluateOptions = COARSE,
): BondTable {
  const n = NODES.length
  const values = new Float64Array(n * n * n)
  NODES.forEach((d, i) =>
    NODES.forEach((c, j) => {
      const { run } = evaluate(setup, recipe, {
        ...grid, ...done, skipSurface: true, soleOffsetC: k.dialC + d * k.dialSdC, contactFactor: Math.exp(k.logContact + c * k.contactSd),
      })
      NODES.forEach((m, l) => {
        values[(i * n + j) * n + l] = Math.log(
          Math.max(LEAST_BOND, bondOf(run, adhesiveOf(setup, { meltShiftC: k.meltC + m * k.meltSdC })).final),
        )
      })
    }),
  )
  return {
    at(dialC, logContact, meltC) {
      const a = placeAmong(NODES, (dialC - k.dialC) / k.dialSdC),
        b = placeAmong(NODES, (logContact - k.logContact) / k.contactSd),
        c = placeAmong(NODES, (meltC - k.meltC) / k.meltSdC)
      let sum = 0
      for (let i = 0; i < 2; i++) {
        for (let j = 0; j < 2; j++) {
          for (let l = 0; l < 2; l++) {
            sum += (i ? a.f : 1 - a.f) * (j ? b.f : 1 - b.f) * (l ? c.f : 1 - c.f) * values[((a.i + i) * n + b.i + j) * n + c.i + l]!
          }
        }
      }
      return sum
    },
  }
}
