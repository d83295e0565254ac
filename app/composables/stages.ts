import type { NextStep } from '#core/job'

const STAGES = [
  { key: 'fabric', name: 'Fabric', to: '/fabric' },
  { key: 'match', name: 'Interfacing', to: '/interfacing' },
  { key: 'swatch', name: 'Test swatch', to: '/swatch' },
  { key: 'cut', name: 'Cut', to: '/cut' },
  { key: 'press', name: 'Press', to: '/press' },
  { key: 'care', name: 'Care', to: '/care' },
] as const
export const STAGE_COUNT = STAGES.length
/** How far along the tape a job has come whose next step is this, in stages. */
const DRAWN: Record<NextStep['do'], number> = {
  findFibre: 0.4, match: 1.4, swatch: 2.3, swatchAgain: 2.5, wash: 2.8, draw: 3, cut: 3.3, press: 4,
}
/** Drawn pieces are a third of the way, and every part that is cut some more. */
export const drawnTo = (step: NextStep): number => DRAWN[step.do] + (step.do === 'cut' ? 0.7 * step.cut / step.parts : 0)

/** The stages in working order, as marks on the tape. */
export function useStages() {
  const selection = useSelection()
  const jobs = useJobs()
  const pairing = usePairing()
  const route = useRoute()
  const current = computed(() => STAGES.findIndex(s => route.path.startsWith(s.to)))
  /** How far the job has come, in stages: the tape is drawn out to here. Without a job, as far as this board can go. */
  const reached = computed(() => {
    const next = jobs.job && nextIn(jobs.job)
    if (next) return drawnTo(next.step)
    // What is done is drawn out to its care.
    if (jobs.job?.done) return STAGE_COUNT
    return selection.chosen.way && selection.fabric ? 5 : selection.fabric ? 3 : 1
  })
  /** A stage that went stale: its mark has slipped. */
  const slipped = computed(() => pairing.slipped ? 'swatch' : null)
  return { stages: STAGES, current, reached, slipped }
}
