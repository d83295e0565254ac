/** What is mended and put on: patches, motifs, transfers, letters, labels, shapes; where they lie, and how they are stuck. */
export {
  planStuck, stuckStack, type StuckAsk, type StuckPlan, type StuckRefusal, type StuckSide, type StuckWay,
} from './stuck'
export {
  heldMm2, LEAST_MARGIN_MM, marginFor, MOST_MARGIN_MM, patchesFor, pinked, roomFor, type Patch, type PatchEdge, type PatchSpec, type Wear,
} from './patch'
export {
  faultsOf, GARMENTS, GARMENT_VIEWS, KEEP_OUT_KINDS, keepOutOutline, laidAt, type GarmentPlace, type GarmentView, type KeepOut,
  type KeepOutKind, type PlaceFault,
} from './place'
export { centred, letterBacking, lettersAt, setText, type SetText, type Typesetter } from './letter'
export { labelBacking, labelOf, labelSheets, mirroredLabel, sheetBox, type Label, type LabelSheet, type LabelSpec } from './label'
export {
  bastingOf, EDGE_STITCH_MM, edgeM, sewingOrder, shapeCut, shapeOf, SHAPES, spread, type Fray, type ShapeCut, type ShapeEdge,
  type ShapeKind, type TracedOn,
} from './applique'
