import { judgeMaking } from '#shared/making'
import type { Making } from '#shared/schemas'
import { invalid } from '../../utils/problem'

/** @throws ProblemError naming the making that cannot be as it stands */
export function judgeMakings(makings: readonly Making[]): null {
  for (const [i, { name, spec }] of makings.entries()) {
    try {
      judgeMaking(spec)
    } catch (error) {
      if (error instanceof RangeError) throw invalid([{ field: `makings.${i}`, message: `${name}: ${error.message}` }])
      throw error
    }
  }
  return null
}
