/** How templates are laid close together on paper, on glued sheets and on a roll alike. */
import { boxAbout, type Outline } from '#core/geometry'
import { firstLayout, improveLayout, type Layout, type LayoutPiece } from '#core/layout'

/** Between two templates, mm. */
export const GAP_MM = 6
/** So many layouts are looked through for the best. */
const ROUNDS = 30

/** A template as what is laid: its largest line, or a box about several. Paper has no grain. */
export const paperPiece = (outlines: readonly Outline[], i: number): LayoutPiece => ({
  id: String(i), outline: outlines.length === 1 ? outlines[0]! : boxAbout(outlines), grain: 'any', oneWay: false,
})
/** @param isQuick the first layout is enough */
export function layOnPaper(pieces: readonly LayoutPiece[], wideMm: number, isQuick = false): Layout {
  const task = { pieces: [...pieces], wideMm, gapMm: GAP_MM, pinned: [] }, first = firstLayout(task)
  return isQuick ? first : improveLayout(task, first, ROUNDS, 1)
}
