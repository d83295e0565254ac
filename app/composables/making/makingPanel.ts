import type { MakingKind } from '#shared/schemas'
import type { MakingOf } from './makingDraft'

/** What the panel of every making shares: its draft, its fabric and its supply; Enter adds it to the job once it may be. */
export function useMakingPanel<K extends MakingKind>(kind: K, usual: () => MakingOf<K>) {
  const selection = useSelection()
  const library = useLibrary()
  const jobs = useJobs()
  const draft = useMakingDraft(kind, usual)
  const { making, chosen, jobName, set, add } = draft
  const spec = computed(() => making.value.spec)
  const fabricId = computed(() => making.value.fabricId ?? jobs.fabric?.fabricId ?? selection.fabric?.id ?? library.fabrics[0]?.id ?? null)
  const fabric = computed(() => library.fabrics.find(c => c.id === fabricId.value) ?? null)
  const supply = computed(() => library.supplies.find(s => s.id === making.value.supplyId) ?? null)
  const washC = computed(() => jobs.job?.washC ?? 0)
  const able = ref(true)
  /** What the making takes with it into the job beside what was written. */
  let more: () => Partial<Omit<MakingOf<K>, 'spec'>> = () => ({})
  const withMore = (of: typeof more): void => { more = of }
  function addIt(): void {
    set({ fabricId: fabricId.value, ...more() })
    add()
  }
  useShortcuts({ take: () => { if (jobName.value && !chosen.value && able.value) addIt() } })
  const fabricItems = useFabricItems()
  return { ...draft, spec, fabricId, fabric, supply, washC, able, addIt, withMore, fabricItems }
}
export type MakingPanel<K extends MakingKind> = ReturnType<typeof useMakingPanel<K>>
