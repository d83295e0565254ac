import { boundsOf, type Outline } from '../geometry'

/** Sole positions overlap by this share of the sole each way. */
const OVERLAP = 0.2
/** Lifting, moving on and setting down again, s. */
const MOVE_S = 3
/** Laying a piece and its interfacing edge to edge, covering it, taking it away, s; a block is rolled out once for each metre. */
const LAY_PIECE_S = 25,
  LAY_BLOCK_S_PER_M = 60
/** Cutting a piece out of a fused block, s for each metre of its edge. */
const CUT_S_PER_M = 20

/** A sole's width and length, mm. */
export interface Sole {
  wideMm: number
  longMm: number
}

/** Positions that cover a rectangle, overlapping, whichever way the sole is held: an estimate by its box. */
export function touchesFor({ wideMm, highMm }: { wideMm: number, highMm: number }, sole: Sole): number {
  const along = (mm: number, sideMm: number) => Math.max(1, Math.ceil((mm - sideMm * OVERLAP) / (sideMm * (1 - OVERLAP)) - 1e-9))
  return Math.min(along(wideMm, sole.wideMm) * along(highMm, sole.longMm), along(wideMm, sole.longMm) * along(highMm, sole.wideMm))
}

export interface FusingWay {
  interfacingM: number
  minutes: number
  touches: number
}
export interface FusingQuestion {
  /** Every piece's interfacing outline and cut edge, once for each that is cut. */
  pieces: readonly { interfacing: Outline, cut: Outline }[]
  /** Length of the layout of the interfacing outlines, and of the layout of the cut edges, mm. */
  interfacingLayoutMm: number
  cutLayoutMm: number
  /** Width of what is fused as a block: the narrower of fabric and interfacing, mm. */
  blockWideMm: number
  sole: Sole
  holdS: number
  passes: number
}

const aroundM = (o: Outline): number => {
  const { wideMm, highMm } = boundsOf(o)
  return (2 * (wideMm + highMm)) / 1000
}

/** Cut first and fuse each piece, or fuse a block and cut the pieces out of it: interfacing and minutes either way. */
export function blockOrPiece(q: FusingQuestion): { piece: FusingWay, block: FusingWay, quicker: 'piece' | 'block', savesM: number } {
  const press = (touches: number) => touches * (q.holdS + MOVE_S) * q.passes
  const touches = q.pieces.reduce((sum, p) => sum + touchesFor(boundsOf(p.interfacing), q.sole), 0)
  const piece = {
    interfacingM: q.interfacingLayoutMm / 1000,
    touches,
    // The interfacing is cut out as well as the fabric.
    minutes:
      (press(touches) + q.pieces.reduce((sum, p) => sum + LAY_PIECE_S + CUT_S_PER_M * (aroundM(p.interfacing) + aroundM(p.cut)), 0)) / 60,
  }
  const blockTouches = touchesFor({ wideMm: q.blockWideMm, highMm: q.cutLayoutMm }, q.sole)
  const block = {
    interfacingM: q.cutLayoutMm / 1000,
    touches: blockTouches,
    minutes:
      (press(blockTouches)
        + (LAY_BLOCK_S_PER_M * q.cutLayoutMm) / 1000
        + q.pieces.reduce((sum, p) => sum + CUT_S_PER_M * aroundM(p.cut), 0))
      / 60,
  }
  return { piece, block, quicker: block.minutes < piece.minutes ? 'block' : 'piece',
    savesM: Math.abs(piece.interfacingM - block.interfacingM) }
}
