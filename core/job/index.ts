/** A job: how far each of its cloths has come, and what comes next. */
export { nextOfCloth, nextOfJob, type ClothState, type NextStep } from './next'
