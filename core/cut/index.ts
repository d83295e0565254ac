/** From the garment's pieces to what is cut: blocks by their measures, cut edge, seam line, backing, foam, web, sandwiches. */
export { BLOCKS, blockOf, usualMeasures, type Drawn } from './blocks'
export {
  drawnOf, fromCutEdge, grown, mirroredDrawn, outlinesOf, pairOf, unfolded, webOf, type AllowanceRule, type Allowances,
  type PieceOutlines,
} from './outlines'
export { bagSteps, edgeSection, sandwichOf, sandwichSteps, type Sandwich, type SandwichSpec, type SandwichStep } from './sandwich'
export { blockOrPiece, touchesFor } from './fusing'
