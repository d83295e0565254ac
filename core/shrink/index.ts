/** Shrinkage, and when a cloth or trim has settled. */
export { cutSizeMm, settlingOf, trimSettledM, MOST_GROWTH_PCT, MOST_SHRINK_PCT, SETTLED_PCT, type SettlePass } from './settle'
export { curlPerMm, edgeOf, mismatchMmPerM, trimLength } from './trim'
export { typicalShrink } from './typical'
