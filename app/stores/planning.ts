import { isPreshrink, operationsOf, type MadeOperation } from '#core/session'
import { begunWork, fabricsCut, preshrinkWays, type LeftOut, type PlanGround, type PlannedWork } from '#shared/planned'
import { pressedPiece } from '#shared/pressing'
import { useSelection } from './selection'
import { useCutting } from './cutting'
import { useJobs } from './jobs'
import { useLibrary } from './library'
import { useMakings } from './makings'
import { useScraps } from './scraps'

/** So long nothing else happens on the board while pieces are cut, one after another, ms. */
const AT_A_STRETCH_MS = 12

/** What is to be done under the iron for the open job, worked out from its pieces, interfacings, irons and own swatches. */
export const usePlanning = defineStore('planning', () => {
  const selection = useSelection()
  const jobs = useJobs()
  const cutting = useCutting()
  const library = useLibrary()
  const makings = useMakings()
  const scraps = useScraps()
  const kit = useKit()
  /** What it is planned from: the pieces and the makings, as often as they were saved. */
  const version = computed(() => cutting.version + makings.version)
  const works = shallowRef<PlannedWork[]>([])
  const problem = ref<string | null>(null)
  const progress = ref<{ done: number, of: number } | null>(null)
  /** The job whose operations these are: until it is the open one, nothing can be said of it. */
  const plannedFor = ref<string | null>(null)
  /** Pieces that cannot be cut as they stand. */
  const left = ref<LeftOut[]>([])
  /** Trims to be preshrunk, length by length, by job. */
  const trims = useStored<Record<string, { supplyId: string, metres: number }[]>>('press-trims', {})
  const jobTrims = computed(() => trims.value[jobs.job?.id ?? ''] ?? [])
  function setTrims(list: { supplyId: string, metres: number }[]): void {
    if (jobs.job) trims.value = { ...trims.value, [jobs.job.id]: list }
  }
  /** How many swatches have reached the server since: what they prove is looked at anew. */
  const since = ref(0)

  const supplyOf = (id: string | null) => (id === null ? null : cutting.supplyOfId(id))
  const fabricOf = (id: string | null) => library.fabrics.find(c => c.id === id) ?? null
  /** From when someone looked on it follows every change. Before that it is worked out only where the board is left alone. */
  const wanted = ref(false)
  const { waysOf, coverageFor, taughtFor } = useWorkWays({ fabric: fabricOf, supply: supplyOf, since: () => since.value,
    rank: () => (wanted.value ? 0 : LAST_OF_ALL) })
  const { worksOf } = useMakingWorks(coverageFor, () => since.value)
  const ground = (): PlanGround => ({
    pieces: cutting.pieces, cutting: cutting.ground, rules: selection.rules, fabric: fabricOf, supply: supplyOf, irons: library.irons,
  })

  /** Everything that is done to the pieces, in the order in which it needs each other. */
  function made(): MadeOperation[] {
    const cut = fabricsCut(cutting.pieces, cutting.cutIds)
    return operationsOf(cutting.pieces.map(p => pressedPiece(p, id => supplyOf(id)?.adhesive === null)), {
      notPreshrunk: [...new Set(cutting.pieces.map(p => p.fabricId))].filter(id => cutting.shrink[id] == null && !cut.has(id)),
      fabricName: id => fabricOf(id)?.name ?? 'Fabric',
      trims: jobTrims.value.map(t => ({ supplyId: t.supplyId, name: supplyOf(t.supplyId)?.name ?? 'Trim' })),
    })
  }
  /** What can be begun with; a piece that cannot be cut as it stands is named once. */
  async function begun(operations: readonly MadeOperation[], cannot: LeftOut[]): Promise<PlannedWork[]> {
    const all: PlannedWork[] = [], from = ground()
    let sinceMs = performance.now()
    for (const m of operations) {
      try {
        all.push(toPlain(begunWork(m, from)))
      } catch (error) {
        const name = from.pieces.find(p => p.id === m.pieceId)!.name
        if (!cannot.some(c => c.name === name)) cannot.push({ name, why: faultWords(error) })
      }
      if (performance.now() - sinceMs < AT_A_STRETCH_MS) continue
      await new Promise(done => setTimeout(done, 0))
      sinceMs = performance.now()
    }
    return all
  }
  const isAsked = (w: PlannedWork): boolean => w.supplyId !== null && !isPreshrink(w.kind)

  /** All that a plan hangs on. */
  const hangsOn = (): string => JSON.stringify([
    jobs.job?.id, cutting.jobId, cutting.pieces, makings.jobId, makings.makings, scraps.scraps.length, kit.value, cutting.shrink,
    cutting.pieces.map(p => [fabricOf(p.fabricId)?.version, supplyOf(p.interfacingId)?.version]),
    makings.makings.map(m => [...m.fabricIds, m.fabricId].map(id => fabricOf(id)?.version).concat(supplyOf(m.supplyId)?.version)),
    library.irons.map(i => [i.id, i.version]), selection.rules, selection.pressCloth?.id,
    selection.chosen.surface, jobTrims.value, since.value,
  ])
  /** What the last plan hung on; null where it came to nothing. */
  let hungOn: string | null = null
  let asked = 0
  /** Works everything out anew; what is known already is not worked out again. */
  async function plan(): Promise<void> {
    const mine = ++asked, jobId = jobs.job?.id ?? null
    hungOn = hangsOn()
    if (!jobs.job || cutting.jobId !== jobs.job.id) {
      works.value = []
      return
    }
    progress.value = { done: 0, of: cutting.pieces.length }
    try {
      await library.bring(null, jobTrims.value.map(t => t.supplyId))
      const cannot: LeftOut[] = [], all = await begun(made(), cannot), of = all.filter(isAsked).length
      if (mine !== asked) return
      progress.value = { done: 0, of }
      const ready = await Promise.all(all.map(async (w) => {
        if (!isAsked(w)) return w
        const found = await waysOf(w)
        if (mine === asked && progress.value) progress.value = { done: progress.value.done + 1, of }
        return { ...w, ...found }
      }))
      const preshrinks = new Map(ready.filter(w => w.kind === 'preshrink').map(w => [w.fabricId!, w.id]))
      const sewn = makings.jobId === jobs.job.id ? await worksOf(makings.makings, preshrinks, cannot) : []
      if (mine !== asked) return
      const planned = [...ready, ...sewn], metresOf = (w: PlannedWork) => jobTrims.value.find(t => t.supplyId === w.supplyId)?.metres ?? 1
      works.value = planned.map(w => (isPreshrink(w.kind) ? { ...w, ways: preshrinkWays(w, planned, ground(), metresOf(w)) } : w))
      left.value = cannot
      plannedFor.value = jobId
      problem.value = null
    } catch (error) {
      if (mine !== asked) return
      hungOn = null
      problem.value = problemOf(error).detail
    } finally {
      if (mine === asked) progress.value = null
    }
  }

  // Nothing of a job that was put away stands there for the next one, nor what comes late of it.
  watch(() => jobs.job?.id, () => {
    asked++
    works.value = []
    left.value = []
    hungOn = plannedFor.value = progress.value = null
  }, { flush: 'sync' })
  const isPlanned = computed(() => jobs.job !== null && plannedFor.value === jobs.job.id)

  const renew = async (): Promise<void> => { if (hangsOn() !== hungOn) await plan() }
  watch(() => wanted.value && hangsOn(), () => { if (wanted.value) void renew() })
  const want = (): void => { wanted.value = true }
  // What could not be worked out while the server was away is, once it answers again.
  const { awaySince } = useServer()
  watch(awaySince, (since) => { if (since === null && problem.value) void plan() })
  const learnt = (): void => { since.value++ }

  return {
    taughtFor, version, works, left, problem, progress, isPlanned, jobTrims, setTrims, plan, renew, want, learnt,
    coverageFor, fabricOf, supplyOf,
  }
})
