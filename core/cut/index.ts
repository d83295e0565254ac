/** From the garment's pieces to what is cut: blocks by their measures, cut edge, seam line, backing, web. */
export { BLOCKS, blockOf, usualMeasures } from './blocks'
export { outlinesOf, pairOf, unfolded, webOf, type Allowances } from './outlines'
