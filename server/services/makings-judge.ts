import { piecingOf } from '#core/grid'
import { openRuns, shortenLegs } from '#core/hem'
import { stripsFor, waddingFrom } from '#core/seam'
import { patchesOf } from '#shared/making'
import { isMend, judgeMend } from '#shared/mending'
import type { Making } from '#shared/schemas'
import { invalid } from '../utils/problem'

/** @throws ProblemError naming the making that cannot be as it stands */
export function judgeMakings(makings: readonly Making[]): null {
  for (const [i, { name, work }] of makings.entries()) {
    try {
      if (work.kind === 'grid') piecingOf(patchesOf(work), work.first, work.closed)
      else if (work.kind === 'strips') stripsFor(work)
      else if (work.kind === 'wadding') waddingFrom(work.top, work.marginMm, work.sheets)
      else if (work.kind === 'hem' && work.task === 'shorten') shortenLegs(work.legs, work.depthMm, work.turnMm, work.taper)
      else if (work.kind === 'hem') openRuns(work.runs, work.aroundMm)
      else if (isMend(work)) judgeMend(work)
    } catch (error) {
      if (error instanceof RangeError) throw invalid([{ field: `makings.${i}`, message: `${name}: ${error.message}` }])
      throw error
    }
  }
  return null
}
