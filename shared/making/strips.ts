import { stripsFor } from '#core/seam'
import type { MakingKindOf } from './kind'
import { along, made } from './made'

/** Between two strips laid side by side to be folded, mm. */
const APART_MM = 20

export const strips = {
  order: 'Press the strips', offered: 'Strips or binding', screen: 'seams', tab: 'strips',
  judge: (spec) => { stripsFor(spec) },
  operations: (m, spec) => {
    const s = stripsFor(spec)
    return [made(
      m, 'fold', m.name, 'seam', { how: 'seamDetail', seamDetail: 'binding' },
      s.folds.map((_, i) => along(s.lengthMm, i * (spec.wideMm + APART_MM))),
    )]
  },
} satisfies MakingKindOf<'strips'>
