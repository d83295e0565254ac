import type { MakingKindOf } from './kind'
import { along, made, numbered } from './made'

export const seamDetail = {
  order: 'Press the seams', offered: 'Seams, darts, pleats', screen: 'seams', tab: 'seamDetail',
  judge: () => {},
  operations: (m, spec) => numbered(m.name, spec.count).map((name, n) =>
    made(m, `n${n}`, name, 'seam', { how: 'seamDetail', seamDetail: spec.seamDetail }, [along(spec.lengthMm)])),
} satisfies MakingKindOf<'seamDetail'>
