import type { Making, MakingKind, WorkOf } from '#shared/schemas'

export type MakingOf<K extends MakingKind> = Omit<Making, 'work'> & { work: WorkOf<K> }

/** One as it begins, belonging to no job yet. */
export const freshMaking = <K extends MakingKind>(name: string, work: WorkOf<K>): MakingOf<K> => ({
  id: crypto.randomUUID(), name, clothId: null, liningId: null, supplyId: null, clothIds: [], scrapId: null, supplyIds: [], work,
})

/**
 * What is written on at a bench: one of the job's makings, or a draft of this board that belongs to no job yet.
 * @param usual how a fresh one begins
 */
export function useMakingDraft<K extends MakingKind>(kind: K, usual: () => MakingOf<K>) {
  const makings = useMakings()
  const jobs = useJobs()
  const draft = useKept<MakingOf<K>>(`making-${kind}`, usual())
  const chosenId = useKept<string | null>(`making-${kind}-chosen`, null)
  const ofJob = computed(() => makings.makings.filter((m): m is Making & MakingOf<K> => m.work.kind === kind))
  /** Someone asked for a fresh one: the draft stands, though the job has others. */
  const fresh = ref(false)
  watch(() => [makings.jobId, ofJob.value.length] as const, ([job], before) => {
    if (job !== before?.[0]) fresh.value = false
    if (!fresh.value && !ofJob.value.some(m => m.id === chosenId.value)) chosenId.value = ofJob.value[0]?.id ?? null
  }, { immediate: true })
  const chosen = computed(() => ofJob.value.find(m => m.id === chosenId.value) ?? null)
  const making = computed<MakingOf<K>>({
    get: () => (chosen.value ?? draft.value) as MakingOf<K>,
    set: (m) => {
      if (chosen.value) makings.put(m as unknown as Making)
      else draft.value = m
    },
  })
  const set = (more: Partial<Omit<Making, 'work'>>): void => { making.value = { ...making.value, ...more } }
  const setWork = (more: Partial<WorkOf<K>>): void => { making.value = { ...making.value, work: { ...making.value.work, ...more } } }
  function add(): void {
    const m = { ...plain(draft.value), id: crypto.randomUUID() } as unknown as Making
    makings.add(m)
    chosenId.value = m.id
  }
  function drop(): void {
    if (!chosen.value) return
    const { id } = chosen.value
    draft.value = plain(chosen.value) as MakingOf<K>
    fresh.value = true
    chosenId.value = null
    makings.drop(id)
  }
  function choose(id: string | null): void {
    fresh.value = id === null
    chosenId.value = id
  }
  return { making, chosen, ofJob, set, setWork, add, drop, choose, jobName: computed(() => jobs.job?.name ?? null) }
}
