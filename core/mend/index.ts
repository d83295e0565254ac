/** What is mended and put on: patches, badges, transfers, letters, labels, shapes; where they lie, and how they are stuck. */
export {
  planStuck, stuckStack, type StuckAsk, type StuckPlan, type StuckRefusal, type StuckSide,
} from './stuck'
export {
  heldMm2, LEAST_MARGIN_MM, marginFor, MOST_MARGIN_MM, patchesFor, pinked, roomFor, type HolePatch,
} from './patch'
export {
  faultsOf, GARMENTS, GARMENT_VIEWS, keepOutOutline, laidAt, type GarmentPlace, type KeepOut,
  type PlaceFault,
} from './place'
export { centred, letterInterfacing, lettersAt, setText, type Typesetter } from './letter'
export { labelInterfacing, labelOf, labelPages, mirroredLabel, sheetBox, type Label, type LabelPage } from './label'
export {
  bastingOf, EDGE_STITCH_MM, edgeM, sewingOrder, shapeCut, shapeOf, SHAPES, spread, type ShapeCut,
} from './applique'
