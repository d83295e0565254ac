import { piecingOf } from '#core/patchwork'
import { openStretches, shortenLegs } from '#core/hem'
import { stripsFor, waddingFrom } from '#core/seam'
import { patchesOf } from '#shared/making'
import { isMend, judgeMend } from '#shared/mending'
import type { Making } from '#shared/schemas'
import { invalid } from '../utils/problem'

/** @throws ProblemError naming the making that cannot be as it stands */
export function judgeMakings(makings: readonly Making[]): null {
  for (const [i, { name, spec }] of makings.entries()) {
    try {
      if (spec.kind === 'patchwork') piecingOf(patchesOf(spec), spec.first, spec.closed)
      else if (spec.kind === 'strips') stripsFor(spec)
      else if (spec.kind === 'wadding') waddingFrom(spec.top, spec.marginMm, spec.sheets)
      else if (spec.kind === 'hem' && spec.task === 'shorten') shortenLegs(spec.legs, spec.depthMm, spec.turnMm, spec.taper)
      else if (spec.kind === 'hem') openStretches(spec.stretches, spec.aroundMm)
      else if (isMend(spec)) judgeMend(spec)
    } catch (error) {
      if (error instanceof RangeError) throw invalid([{ field: `makings.${i}`, message: `${name}: ${error.message}` }])
      throw error
    }
  }
  return null
}
