import type { MakingKindOf } from './kind'
import { made } from './made'

/** So much of an ironed fabric each walk across it takes in, mm. */
const WALK_MM = 100
/** Fabric is pressed flat in walks no longer than the board, mm. */
const MOST_WALKS = 40

export const flatten = {
  order: 'Press it flat', offered: null, screen: 'seams', tab: 'before',
  judge: () => {},
  operations: (m, spec) => {
    const walks = Math.min(MOST_WALKS, Math.max(1, Math.ceil(spec.lengthMm / WALK_MM)))
    return [made(
      m, 'flat', m.name, 'flatten', { how: 'flatten', body: spec.body },
      Array.from({ length: walks }, (_, i) => ({ x0: 0, y0: -i * WALK_MM, x1: spec.wideMm, y1: -i * WALK_MM })),
    )]
  },
} satisfies MakingKindOf<'flatten'>
