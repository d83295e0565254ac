import { comeTo, type JobStage, type NextStep } from '#core/job'
import { kindOf, MAKING_KINDS } from '#shared/making'
import { nextIn, pathOf } from '#shared/jobs'
import type { Job, MakingKind } from '#shared/schemas'
import { JOB_STAGE_NAME } from '#shared/words'
import { SCREENS } from './screens'

const STAGES = [
  { key: 'fabric', name: JOB_STAGE_NAME.fabric, to: '/fabric' },
  { key: 'match', name: JOB_STAGE_NAME.match, to: '/interfacing' },
  { key: 'swatch', name: JOB_STAGE_NAME.swatch, to: '/swatch' },
  { key: 'cut', name: JOB_STAGE_NAME.cut, to: '/cut' },
  { key: 'press', name: JOB_STAGE_NAME.press, to: '/press' },
  { key: 'care', name: JOB_STAGE_NAME.care, to: '/care' },
] as const
const STAGE_COUNT = STAGES.length

/** Which screen and tab a making is set up on. */
const placeOf = (making: { kind: MakingKind }): string => {
  const { screen, tab } = kindOf(making)
  return tab === null ? SCREENS[screen].to : `${SCREENS[screen].to}?tab=${tab}`
}
const STEP_AT: Record<Exclude<NextStep['do'], 'making'>, string> = {
  findFibre: '/fabric', match: '/interfacing', swatch: '/swatch', swatchAgain: '/swatch', wash: '/swatch?tab=history',
  draw: '/cut?tab=pieces', cut: '/cut?tab=layout', press: '/press?tab=order', session: '/press?tab=session', finish: '/care',
}
/** Where a step is done. */
export const placeOfStep = (step: NextStep<MakingKind>): string => (step.do === 'making' ? placeOf(step.making) : STEP_AT[step.do])
/** Other work than interfacing, each with where it is set up. */
export const OTHER_WORK = MAKING_KINDS.flatMap((kind) => {
  const { offered } = kindOf({ kind })
  return offered === null ? [] : [{ name: offered, to: placeOf({ kind }) }]
})

/** How far along its own path a job has come, 0 to 1: done, to its end. */
export function comeOf(job: Job): number {
  const next = nextIn(job)
  return next ? comeTo(next.step, pathOf(job)) : job.done ? 1 : 0
}

/** The stages in working order, as marks on the tape; of an open job those that it goes through. */
export function useStages() {
  const selection = useSelection()
  const jobs = useJobs()
  const pairing = usePairing()
  const route = useRoute()
  const path = computed<JobStage[]>(() => (jobs.job ? pathOf(jobs.job) : STAGES.map(s => s.key)))
  /** Marks of the tape, each with the digit that leads to it; a job's makings have their own. */
  const marks = computed(() => path.value.map((key) => {
    const at = STAGES.findIndex(s => s.key === key)
    if (at >= 0) return { ...STAGES[at]!, digit: at + 1 }
    const makings = jobs.job?.makings ?? [], first = makings.find(m => !m.pressed) ?? makings[0]!
    return {
      key: 'making' as const, digit: null, to: placeOf(first),
      name: makings.length === 1 ? first.name : JOB_STAGE_NAME.making,
    }
  }))
  const current = computed(() => marks.value.findIndex(s => route.path.startsWith(s.to.split('?')[0]!)))
  /** How far the tape is drawn out, 0 to 1. Without a job, as far as this board can go. */
  const reached = computed(() => {
    if (jobs.job) return comeOf(jobs.job)
    return (selection.chosen.way && selection.fabric ? 5 : selection.fabric ? 3 : 1) / STAGE_COUNT
  })
  /** A stage that went stale: its mark has slipped. */
  const slipped = computed(() => pairing.slipped ? 'swatch' : null)
  return { stages: STAGES, marks, current, reached, slipped }
}
