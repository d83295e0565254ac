/** Which backing for this cloth, in this place, with this hand, and why not the others. */
export * from './types'
export { benchOf, matchShelf, refineCandidate, withRefined, type Refined } from './match'
export { clothPly, supplyPly } from './layers'
export { clothGivePct, supplyGivePct, washLimit } from './exclude'

export { heatGround, heatVerdict } from './window'
export { whatIfs, type Change, type WhatIf } from './whatif'
export { contrastOf } from './colour'
