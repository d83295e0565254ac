/** Grids of patches: their seams, which way each lies so that they nest, how thick it gets, in which order they are pressed. */
export { placePatches, SAME_MM, SeamsDoNotMeet, type Patch } from './patches'
export { piecingOf, type Axis, type Crossing, type Piecing, type Seam, type Tee } from './seams'
export { costOf, nest, type Asked, type Nesting, type Side, type Tie } from './nest'
export { bulkAt, OPEN_STRENGTH, openAgainst, pliesInCorners, type CornerBulk, type Lying } from './bulk'
export { middleOutward, placesAlong, pressingTurns, type SeamTurn } from './order'
export { LAYOUTS, type Layout } from './layouts'
