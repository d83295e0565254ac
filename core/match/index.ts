/** Which backing for this cloth, in this place, with this hand, and why not the others. */
export * from './types'
export { benchOf, DRAPE_KEPT_FACTOR, matchShelf, refineCandidate, wantedRangeMm, withRefined, type Refined } from './match'
export { clothBendingMm, clothPly, layeredBendingMm, supplyPly } from './layers'
export { clothGivePct, supplyGivePct, washLimit } from './exclude'
export { PART_WEIGHT } from './score'
export { heatGround, heatVerdict, type HeatVerdict } from './window'
export { changed, whatIfs, type Change, type WhatIf } from './whatif'
