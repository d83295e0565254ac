/** From the garment's pieces to what is cut: blocks by their measures, cut edge, seam line, interfacing, foam, web, sandwiches. */
export { BLOCKS, blockOf, usualMeasures, type Drawn } from './blocks'
export {
  drawnOf, foldOf, fromCutEdge, grown, grownPoint, halfOf, HALVES, mirroredDrawn, outlinesOf, pairOf, unfolded, webOf, type AllowanceRule,
  type Allowances, type Half, type PieceOutlines,
} from './outlines'
export { bagSteps, edgeSection, layersOf, layersSteps, type Layers, type LayersSpec, type LayersStep } from './layers'
export {
  acrossLine, insideLine, laidMarks, marksOn, markStrokes, mirroredMarks, movedMarks, nearestOn, NO_MARKS, underLines, type Marks,
} from './marks'
export { blockOrPiece, touchesFor } from './fusing'
