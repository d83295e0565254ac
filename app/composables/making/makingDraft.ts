import type { Making, MakingKind, SpecOf } from '#shared/schemas'

export type MakingOf<K extends MakingKind> = Omit<Making, 'spec'> & { spec: SpecOf<K> }

/** One as it begins, belonging to no job yet. */
export const freshMaking = <K extends MakingKind>(name: string, spec: SpecOf<K>): MakingOf<K> => ({
  id: crypto.randomUUID(), name, fabricId: null, liningId: null, supplyId: null, fabricIds: [], scrapId: null, supplyIds: [], spec,
})

/**
 * What is written on at a drawer: one of the job's makings, or a draft of this board that belongs to no job yet.
 * @param usual how a fresh one begins
 */
export function useMakingDraft<K extends MakingKind>(kind: K, usual: () => MakingOf<K>) {
  const makings = useMakings()
  const jobs = useJobs()
  const draft = useStored<MakingOf<K>>(`making-${kind}`, usual())
  const chosenId = useStored<string | null>(`making-${kind}-chosen`, null)
  /** None until those of the open job are there: what is written meanwhile belongs to no other job. */
  const ofJob = computed(() => (makings.ready ? makings.makings : []).filter((m): m is Making & MakingOf<K> => m.spec.kind === kind))
  /** Someone asked for a fresh one: the draft shows, though the job has others. */
  const fresh = ref(false)
  let chosenIn: string | null = null
  watch(() => [makings.ready ? makings.jobId : null, ofJob.value.length] as const, ([job]) => {
    if (!job) return
    if (job !== chosenIn) fresh.value = false
    chosenIn = job
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
  const set = (more: Partial<Omit<Making, 'spec'>>): void => { making.value = { ...making.value, ...more } }
  const setSpec = (more: Partial<SpecOf<K>>): void => { making.value = { ...making.value, spec: { ...making.value.spec, ...more } } }
  function add(): void {
    const m = { ...toPlain(draft.value), id: crypto.randomUUID() } as unknown as Making
    makings.add(m)
    chosenId.value = m.id
  }
  function drop(): void {
    if (!chosen.value) return
    const { id } = chosen.value
    draft.value = toPlain(chosen.value) as MakingOf<K>
    fresh.value = true
    chosenId.value = null
    makings.drop(id)
  }
  function choose(id: string | null): void {
    fresh.value = id === null
    chosenId.value = id
  }
  return { making, chosen, ofJob, set, setSpec, add, drop, choose, jobName: computed(() => jobs.job?.name ?? null) }
}
