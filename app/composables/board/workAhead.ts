import { useIdle } from '@vueuse/core'

/** What reached the server of these proves or bars a recipe. */
const TEACHES: ReadonlySet<string> = new Set(['swatch', 'wash', 'reading'])
/** Nobody has touched the board for so long: it uses the time, ms. */
const AT_REST_MS = 2500

/**
 * Once the board is left alone with a job open, what will be asked of it next is worked out: how each of its pieces is pressed. That plan
 * stands when Press is opened. Never while something is under an iron or cools. What is proved meanwhile, on whatever screen, counts.
 */
export function useWorkAhead() {
  const jobs = useJobs()
  const cutting = useCutting()
  const makings = useMakings()
  const planning = usePlanning()
  const press = usePress()
  const session = useSession()
  const { lastSent } = useOutbox()
  watch(lastSent, (sent) => { if (sent && TEACHES.has(sent.kind)) planning.learnt() })
  watch(() => [session.plan?.id, session.doneCount], ([id], [before]) => { if (id === before) planning.learnt() })
  const { idle } = useIdle(AT_REST_MS)
  const mayBegin = computed(() => idle.value && !press.running && !session.moving)
  watch(() => [mayBegin.value, jobs.job?.id] as const, async ([may, id]) => {
    if (!may || !id) return
    if (cutting.jobId !== id || makings.jobId !== id) await Promise.all([cutting.load(), makings.load()])
    await planning.renew()
  })
}
