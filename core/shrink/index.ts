/** Shrinkage, and when a fabric or trim has preshrunk. */
export { cutSizeMm, shrinkageOf, trimPreshrunkM, MOST_GROWTH_PCT, MOST_SHRINK_PCT, PRESHRUNK_PCT, type PreshrinkPass } from './preshrink'
export { curlPerMm, edgeOf, mismatchMmPerM, trimCurlPerMm, trimLength } from './trim'
export { typicalShrink } from './typical'
