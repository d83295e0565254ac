import { thinned, type Outline } from '#core/geometry'
import type { LayoutPiece } from '#core/layout'

/** Thin outlines travel to the worker; parts alike share one. */
export function createThinner() {
  const known = new Map<Outline, Outline>()
  return (p: LayoutPiece): LayoutPiece => {
    let outline = known.get(p.outline)
    if (!outline) known.set(p.outline, outline = { rim: thinned(p.outline.rim, 0.05).map(({ x, y }) => ({ x, y })), holes: [] })
    return { id: p.id, outline, grain: p.grain, oneWay: p.oneWay }
  }
}
