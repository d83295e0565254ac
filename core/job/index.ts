/** A job: how far each of its fabrics has come, and what comes next. */
export { nextOfFabric, nextOfJob, type FabricState, type NextStep } from './next'
