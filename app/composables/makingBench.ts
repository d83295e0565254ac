import type { MakingKind } from '#shared/schemas'
import type { MakingOf } from './makingDraft'

/** A making on its bench with the cloth it is of; Enter takes it into the job once it can be. */
export function useMakingBench<K extends MakingKind>(kind: K, usual: () => MakingOf<K>) {
  const bench = useBench()
  const library = useLibrary()
  const jobs = useJobs()
  const draft = useMakingDraft(kind, usual)
  const { making, chosen, jobName, set, add } = draft
  const work = computed(() => making.value.work)
  const clothId = computed(() => making.value.clothId ?? jobs.cloth?.clothId ?? bench.cloth?.id ?? library.cloths[0]?.id ?? null)
  const cloth = computed(() => library.cloths.find(c => c.id === clothId.value) ?? null)
  const supply = computed(() => library.supplies.find(s => s.id === making.value.supplyId) ?? null)
  const washC = computed(() => jobs.job?.washC ?? 0)
  const able = ref(true)
  /** What the making takes with it into the job beside what was written. */
  let more: () => Partial<Omit<MakingOf<K>, 'work'>> = () => ({})
  const withMore = (of: typeof more): void => { more = of }
  function addIt(): void {
    set({ clothId: clothId.value, ...more() })
    add()
  }
  useKeys({ take: () => { if (jobName.value && !chosen.value && able.value) addIt() } })
  const clothItems = computed(() => library.cloths.map(c => ({ label: c.name, value: c.id })))
  return { ...draft, work, clothId, cloth, supply, washC, able, addIt, withMore, clothItems }
}
export type MakingBench<K extends MakingKind> = ReturnType<typeof useMakingBench<K>>
