/** Small tools that belong to no topic, most of them numeric: one of each. */
export { normalQuantile, seeded, shuffle } from './random'
export { mix, placeAmong } from './between'
export { recordTravel } from './travel'
export { createKeptAnswers } from './keptAnswers'
