/** Which interfacing for this fabric, in this place, with this hand, and why not the others. */
export * from './types'
export { setupOf, matchShelf, refineCandidate, withRefined, type Refined } from './match'
export { worstOf } from './score'
export { fabricPly, supplyPly } from './layers'
export { fabricGivePct, mildCare, supplyGivePct, washLimit } from './exclude'

export { heatGround, heatVerdict } from './window'
export { whatIfs, type Change, type WhatIf } from './whatif'
export { contrastOf } from './colour'
