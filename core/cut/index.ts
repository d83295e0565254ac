/** From the garment's pieces to what is cut: blocks by their measures, cut edge, seam line, backing, foam, web, sandwiches. */
export { BLOCKS, blockOf, usualMeasures, type Block, type Drawn, type EdgeKind } from './blocks'
export {
  drawnOf, fromCutEdge, grown, mirroredDrawn, outlinesOf, pairOf, unfolded, webOf, type AllowanceRule, type Allowances, type PieceLayers,
  type PieceOutlines,
} from './outlines'
export {
  bagSteps, edgeSection, sandwichOf, sandwichSteps, type Sandwich, type SandwichSpec, type SandwichStep, type WebTimes,
} from './sandwich'
export { blockOrPiece, touchesFor, type FusingQuestion, type FusingWay, type Sole } from './fusing'
