/** Small numeric tools, one of each. */
export { normalQuantile, seeded } from './random'
export { mix, placeAmong } from './between'
export { recordTravel } from './travel'
