/** A job as it is written, and what comes next in it. */
import { nextOfJob, stagesOfJob, type JobState } from '#core/job'
import { jobBody, type Fabric, type Job, type JobBody, type MakingKind } from './schemas'

/** What crosses the wire when a job is saved. */
export const jobBodyOf = (j: Job): JobBody & { version: number } => ({
  name: j.name, garment: j.garment, forWhen: j.forWhen, washC: j.washC, tumble: j.tumble, dryClean: j.dryClean, note: j.note, done: j.done,
  trimIds: j.trimIds, careWords: j.careWords, lookOn: j.lookOn,
  fabrics: j.fabrics, version: j.version,
})

/** No name of a job is longer. */
const NAME_LENGTH = 80
/**
 * A job that begins with a fabric and what backs it, named for them.
 * @param place where it goes, by its key and its name
 * @param care that its interfacing was chosen for
 */
export const jobFor = (fabric: Pick<Fabric, 'id' | 'name'>, place: string, placeName: string, supplyId: string | null,
  care: Pick<JobBody, 'washC' | 'tumble' | 'dryClean'>): JobBody => jobBody.parse({
  name: `${fabric.name}: ${placeName.toLowerCase()}`.slice(0, NAME_LENGTH), garment: placeName, ...care,
  fabrics: [{ fabricId: fabric.id, place, supplyId }],
})

/** Where something is stuck on or turned up: its making says what comes. */
const MAKING_PLACES: ReadonlySet<string> = new Set(['hem', 'applique', 'patch', 'embroideryGround'])
/** A job as core asks for it. */
const stateOf = (job: Job): JobState<MakingKind> => ({
  done: job.done, session: job.session,
  fabrics: job.fabrics.map((c, i) => ({
    ...job.progress[i]!, placed: c.place !== null, backed: c.supplyId !== null, isMakingPlace: MAKING_PLACES.has(c.place ?? ''),
  })),
  makings: job.makings.map(m => ({ ...m, fabric: Math.max(0, job.fabrics.findIndex(f => f.fabricId === m.fabricId)) })),
})
/** What comes next in a job, and for which of its fabrics. */
export const nextIn = (job: Job) => nextOfJob(stateOf(job))
/** The stages a job goes through. */
export const pathOf = (job: Job) => stagesOfJob(stateOf(job))
