/** What is pressed while a garment is made, mended or added to: every kind of it, from its figures to what is done under the iron. */
export {
  isMend, judgeMaking, kindOf, leftOf, MAKING_KINDS, operationsOfMaking, placedAt, placedOutlines, placeFaults, type MendKind,
  type MendSpec,
} from './kinds'
export type { MadeMaking, MakingHow } from './made'
export { outlineAbout, placementsAlong, placementsOnLine, REACH_SHARE, toHemAsk, toSeamDetailAsk } from './ask'
export { stuckLayersOf, toStuckAsk } from './stuckAsk'
export { itemFabric, scrapFabric } from './stuck'
export { softBacking, suitedTo, wantsSoftBacking, type Suited } from './shelf'
export { plainPayload, toLook } from './look'
export { pieceOfShape, shapeOutline, shapesCm2, shapesPlaced } from './applique'
export {
  designOf, FLOATED, layersOf, satinRim, stitchesPerMm2, stitchFabricOf, stitchFigures, stitchShelf, stretched,
} from './embroidery'
export { tapeOf } from './hem'
export { patchesOfSpec } from './hole'
export { labelsBox } from './labels'
export {
  colourOf, freshBlock, gridOf, liesOf, patchesDrawn, patchesOf, plainPatches, resized, type Lies,
} from './patchwork'
export { waddingFabric } from './wadding'
