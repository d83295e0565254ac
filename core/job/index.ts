/** A job: how far each of its fabrics and makings has come, what comes next, and through which stages it goes. */
export {
  comeTo, nextOfFabric, nextOfJob, stagesOfJob, type FabricState, type JobStage, type JobState, type MakingState, type NextStep,
} from './next'
