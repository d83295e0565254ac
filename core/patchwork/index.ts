/** Patchwork: their seams, which way each lies so that they nest, how thick it gets, in which order they are pressed. */
export { SeamsDoNotMeet, type PatchArea } from './patches'
export { piecingOf, type Crossing, type Piecing, type Seam } from './seams'
export { costOf, nest, type Asked, type Side, type Tie } from './nest'
export { bulkAt, openAgainst, pliesInCorners, spunAt, stretchesOf, type CornerBulk } from './bulk'
export { middleOutward, placesAlong, pressingTurns } from './order'
export { LAYOUTS } from './layouts'
