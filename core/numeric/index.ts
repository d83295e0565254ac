/** Small numeric tools, one of each. */
export { normalQuantile, seeded, shuffle } from './random'
export { mix, placeAmong } from './between'
export { recordTravel } from './travel'
export { createKeptAnswers } from './keptAnswers'
