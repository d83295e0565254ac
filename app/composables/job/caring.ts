import { learnWear, type IronStay, type Wear } from '#core/care'
import { carePairs, ironSetup, pairKey, stuckThings, washesSeen, type CareThings } from '#shared/caring'
import type { CareLog, Page, SupplyRecords, SupplyWashes, Swatch } from '#shared/schemas'

/** What is known of a fused pair of the garment: how it was last graded, how its interfacing wears here, how an iron may rest on it. */
export interface PairKnown { grade: number | null, wear: Wear, stays: IronStay[] }
const KEEN: Wear = { factor: 1, sdLog: 0, seen: 0 }

/** Everything that the care of the open garment depends on, worked out as it becomes known. */
export function useCaring() {
  const jobs = useJobs()
  const library = useLibrary()
  const cutting = useCutting()
  const makings = useMakings()
  const selection = useSelection()
  const workers = useBoardWorkers()
  const outbox = useOutbox()
  const preshrunkC = ref<Record<string, number | null>>({})
  const known = shallowRef(new Map<string, PairKnown>())
  const log = shallowRef<CareLog>({ events: [] })
  const problem = ref<string | null>(null)
  const working = ref(0)

  const things = computed<CareThings>(() => ({
    fabrics: library.fabrics, supplies: library.supplies, pieces: cutting.jobId === jobs.job?.id ? cutting.pieces : [],
    makings: makings.makings, rules: selection.rules, preshrunkC: preshrunkC.value,
  }))
  const pairs = computed(() => (jobs.job ? carePairs(jobs.job, things.value).filter(p => p.supply.adhesive) : []))
  /** Of what is stuck on, by making, with what it was worked out for. */
  const stuck = shallowRef(new Map<string, { of: string, stays: IronStay[] }>())
  const stays = computed(() => new Map([
    ...[...known.value].map(([key, k]) => [key, k.stays] as const), ...[...stuck.value].map(([key, s]) => [key, s.stays] as const),
  ]))

  /** Looks a pair up; what fails leaves it as its kind. */
  async function look(key: string): Promise<void> {
    const pair = pairs.value.find(p => pairKey(p) === key)
    if (!pair) return
    working.value++
    try {
      const [rest, { rows }, washes] = await Promise.all([
        workers.answer(`stays ${key}`, 'stays', [ironSetup(pair, selection.rules)]),
        $fetch<Page<Swatch>>('/api/pairings', { query: { fabricId: pair.fabric.id, supplyId: pair.supply.id, size: 1 } }),
        $fetch<SupplyWashes>(`/api/supplies/${pair.supply.id}/washes`),
      ])
      const wear = learnWear(washesSeen(pair.supply, library.fabrics, washes))
      known.value = new Map([...known.value, [key, { grade: rows[0]?.grade ?? null, wear, stays: rest }]])
    } catch (error) {
      problem.value = faultOf(error) && problemOf(error).detail
    } finally {
      working.value--
    }
  }
  const stuckOn = computed(() => (jobs.job ? stuckThings(jobs.job, things.value).map(s => ({ ...s, of: JSON.stringify(s.layers) })) : []))
  async function lookAt({ key, layers, of }: typeof stuckOn.value[number]): Promise<void> {
    working.value++
    try {
      const found = await workers.answer(`stays ${key}`, 'stuckStays', [layers])
      if (stuckOn.value.some(s => s.key === key && s.of === of)) stuck.value = new Map([...stuck.value, [key, { of, stays: found }]])
    } catch (error) {
      problem.value = faultOf(error) && problemOf(error).detail
    } finally {
      working.value--
    }
  }
  watch(() => stuckOn.value.map(s => s.key + s.of).join('\n'), () => {
    const there = new Set(stuckOn.value.map(s => s.key))
    stuck.value = new Map([...stuck.value].filter(([key]) => there.has(key)))
    for (const s of stuckOn.value) if (stuck.value.get(s.key)?.of !== s.of) void lookAt(s)
  }, { immediate: true })
  watch(() => pairs.value.map(pairKey).join(), (now, before) => {
    const had = new Set((before ?? '').split(','))
    for (const key of now.split(',').filter(k => k && !had.has(k))) void look(key)
  }, { immediate: true })

  async function loadLog(): Promise<void> {
    const id = jobs.job?.id
    log.value = { events: [] }
    if (!id) return
    try {
      const answer = await $fetch<CareLog>(`/api/jobs/${id}/care`)
      if (jobs.job?.id !== id) return
      log.value = answer
      problem.value = null
    } catch (error) {
      if (jobs.job?.id === id) problem.value = problemOf(error).detail
    }
  }
  async function loadTrims(ids: readonly string[]): Promise<void> {
    await library.bring(null, ids)
    const found = await Promise.all(ids.map(async id => [
      id, (await $fetch<SupplyRecords>(`/api/supplies/${id}/records`).catch(() => ({ trimRuns: [] }))).trimRuns.map(r => r.heatC),
    ] as const))
    preshrunkC.value = Object.fromEntries(found.map(([id, heats]) => [id, heats.length > 0 ? Math.max(...heats) : null]))
  }
  watch(() => jobs.job?.id, () => {
    void cutting.load()
    void makings.load()
    void loadLog()
  }, { immediate: true })
  watch(() => jobs.job?.trimIds.join(), ids => void loadTrims(ids ? ids.split(',').filter(Boolean) : []), { immediate: true })
  // What came back is recorded with the swatch behind it: what that teaches is looked up again.
  watch(() => outbox.sentCount.value, () => {
    void loadLog()
    for (const key of pairs.value.map(pairKey)) void look(key)
  })
  const of = (key: string): PairKnown => known.value.get(key) ?? { grade: null, wear: KEEN, stays: [] }
  return { things, pairs, stays, of, log, problem, working, loadLog }
}
