import { mirrored, type Outline } from '#core/geometry'
import { IRON_KINDS } from '#core/materials'
import type { Blocked, EvaluateOptions } from '#core/recipe'
import {
  boardSeconds, isPreshrink, MOST_PLACEMENTS, operationsOf, preshrinkRecipe, touchesAlong, touchesInRows, touchesOver, type MadeOperation,
} from '#core/session'
import type { Coverage, CoverageQuestion, SolePlacement } from '#core/positions'
import { fabricNeedMm2 } from '#shared/cutting'
import { motionOf, pressedOutline, pressedPiece, soleOf, walkOf } from '#shared/pressing'
import type { Iron, SessionOperation } from '#shared/schemas'
import { isOther, mirroredPlacement, type PlannedWork, type WorkWay } from '#shared/planned'
import { useSelection } from './selection'
import { useCutting } from './cutting'
import { useJobs } from './jobs'
import { useLibrary } from './library'
import { useMakings } from './makings'
import { useScraps } from './scraps'

/** What is to be done under the iron for the open job, worked out from its pieces, interfacings, irons and own swatches. */
export const usePlanning = defineStore('planning', () => {
  const selection = useSelection()
  const jobs = useJobs()
  const cutting = useCutting()
  const library = useLibrary()
  const workers = useBoardWorkers()
  const { wayOf, taughtOf } = usePairWays()
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
  const left = ref<{ name: string, why: string }[]>([])
  /** Trims to be preshrunk, length by length, by job. */
  const trims = useStored<Record<string, { supplyId: string, metres: number }[]>>('press-trims', {})
  const jobTrims = computed(() => trims.value[jobs.job?.id ?? ''] ?? [])
  function setTrims(list: { supplyId: string, metres: number }[]): void {
    if (jobs.job) trims.value = { ...trims.value, [jobs.job.id]: list }
  }
  /** How many swatches have reached the server since: what they prove is looked at anew. */
  const since = ref(0)

  const coverages = new Map<string, Promise<Coverage>>()
  function coverageFor(q: CoverageQuestion): Promise<Coverage> {
    const key = JSON.stringify(q)
    const asked = coverages.get(key) ?? workers.ask('coverage', remote => remote.coverage(toPlain(q)))
    coverages.set(key, asked)
    asked.catch(() => coverages.delete(key))
    return asked
  }
  const { worksOf } = useMakingWorks(coverageFor, () => since.value)
  const supplyOf = (id: string | null) => (id === null ? null : cutting.supplyOfId(id))
  const fabricOf = (id: string | null) => library.fabrics.find(c => c.id === id) ?? null

  /** Where this iron is set down on it: moved by hand, or worked out; of a pair the other one the mirror image. */
  async function placementsOf(w: PlannedWork, iron: Iron): Promise<{ placements: SolePlacement[], coverage: Coverage | null }> {
    if (!w.outline) return { placements: [], coverage: null }
    const other = isOther(w)
    const hand = w.numbers.length === 1 ? w.piece?.byHand.find(h => h.ironId === iron.id) : undefined
    if (hand) return { placements: other ? hand.placements.map(mirroredPlacement) : hand.placements, coverage: null }
    const right = (o: Outline) => toPlain(other ? mirrored(o) : o)
    const coverage = await coverageFor({
      outline: right(w.outline), sole: soleOf(iron.kind), keepOuts: w.keepOuts.map(right), walk: walkOf(w.piece, selection.rules),
    })
    return { placements: other ? coverage.placements.map(mirroredPlacement) : coverage.placements, coverage }
  }

  /** A fabric before it is cut, or a trim run by run: at the hottest that it will ever see in this job. */
  function preshrinking(w: PlannedWork, all: readonly PlannedWork[]): WorkWay[] {
    const fabric = fabricOf(w.fabricId)
    const hot = all.filter(x => !isPreshrink(x.kind) && (w.kind === 'trim' || x.fabricId === w.fabricId)).flatMap(x => x.ways)
    return library.irons.flatMap((iron): WorkWay[] => {
      const [hottest] = hot.filter(h => h.ironId === iron.id).sort((a, b) => b.recipe.setting.meanC - a.recipe.setting.meanC)
      if (!hottest) return []
      const recipe = preshrinkRecipe(hottest.recipe, fabric?.mayGetWet === true && IRON_KINDS[iron.kind].steamGMin > 0)
      const sole = soleOf(iron.kind), metres = jobTrims.value.find(t => t.supplyId === w.supplyId)?.metres ?? 1
      const placements = touchesInRows(
        w.kind === 'trim' ? touchesAlong(metres, sole) : touchesOver(fabricNeedMm2(cutting.pieces, w.fabricId, cutting.ground), sole), sole,
      )
      return [{
        ...hottest, recipe, standing: 'estimated', predicted: null, placements, coverage: null, share: null,
        boardS: boardSeconds({ kind: w.kind, recipe, placements: placements.length }),
      }]
    })
  }

  async function waysOf(w: PlannedWork): Promise<Pick<PlannedWork, 'ways' | 'blocked'>> {
    const fabric = fabricOf(w.fabricId), supply = supplyOf(w.supplyId)
    if (!fabric || !supply) return { ways: [], blocked: null }
    const over = w.overIds.map(supplyOf).filter(s => s !== null)
    const each = await Promise.all(library.irons.map(async (iron): Promise<{ way: WorkWay | null, blocked: Blocked | null }> => {
      const [way, { placements, coverage }] = await Promise.all([wayOf(fabric, supply, iron, w.kind, over, since.value), placementsOf(w,
        iron)])
      if (!way.recipe || placements.length === 0) return { way: null, blocked: way.blocked }
      const { recipe, share } = circled(w, way.recipe, placements, iron)
      // Short touches at one place follow each other: their heat adds up.
      const touched = placements.flatMap(p => Array<SolePlacement>(recipe.touches ?? 1).fill(p)).slice(0, MOST_PLACEMENTS)
      const boardS = boardSeconds({ kind: w.kind, recipe, placements: touched.length })
      return { way: { ...way, recipe, placements: touched, coverage, share, boardS }, blocked: null }
    }))
    const ways = each.flatMap(e => e.way ?? [])
    return { ways, blocked: ways.length > 0 ? null : (each.find(e => e.blocked)?.blocked ?? null) }
  }

  /** A made operation with what is known of its piece; null where that cannot be cut as it stands. */
  function begun(m: MadeOperation, cannot: { name: string, why: string }[]): PlannedWork | null {
    const piece = cutting.pieces.find(p => p.id === m.pieceId) ?? null, fabric = fabricOf(m.fabricId)
    const bare: PlannedWork = {
      ...m, makingId: null, refusal: null, mendRefusal: null, piece, fabricName: fabric?.name ?? '',
      supplyName: supplyOf(m.supplyId)?.name ?? null,
      colourHex: fabric?.colourHex ?? '#d9d0bd',
      motion: motionOf(piece, selection.rules), ways: [], blocked: null, outline: null, keepOuts: [],
    }
    if (!piece || m.supplyId === null) return bare
    try {
      const lies = pressedOutline(piece, m, cutting.ground)
      if (!lies) throw new RangeError('nothing of its interfacing is left.')
      return { ...bare, ...toPlain(lies) }
    } catch (error) {
      if (!cannot.some(c => c.name === piece.name)) cannot.push({ name: piece.name, why: faultWords(error) })
      return null
    }
  }

  let asked = 0
  /** Works everything out anew; what is known already is not worked out again. */
  async function plan(): Promise<void> {
    const mine = ++asked, jobId = jobs.job?.id ?? null
    if (!jobs.job || cutting.jobId !== jobs.job.id) {
      works.value = []
      return
    }
    try {
      await library.bring(null, jobTrims.value.map(t => t.supplyId))
      const cutFabrics = new Set(cutting.pieces.filter(p => [...cutting.cutIds].some(id => id.startsWith(p.id))).map(p => p.fabricId))
      const made = operationsOf(cutting.pieces.map(p => pressedPiece(p, id => supplyOf(id)?.adhesive === null)), {
        // What is cut already is past preshrinking.
        notPreshrunk: [...new Set(cutting.pieces.map(p => p.fabricId))].filter(id => cutting.shrink[id] == null && !cutFabrics.has(id)),
        fabricName: id => fabricOf(id)?.name ?? 'Fabric',
        trims: jobTrims.value.map(t => ({ supplyId: t.supplyId, name: supplyOf(t.supplyId)?.name ?? 'Trim' })),
      })
      const cannot: { name: string, why: string }[] = []
      const all = made.flatMap(m => begun(m, cannot) ?? [])
      const of = all.filter(w => w.supplyId !== null && !isPreshrink(w.kind)).length
      progress.value = { done: 0, of }
      const ready = await Promise.all(all.map(async (w) => {
        if (w.supplyId === null || isPreshrink(w.kind)) return w
        const found = await waysOf(w)
        if (mine === asked && progress.value) progress.value = { done: progress.value.done + 1, of }
        return { ...w, ...found }
      }))
      const preshrinks = new Map(ready.filter(w => w.kind === 'preshrink').map(w => [w.fabricId!, w.id]))
      const sewn = makings.jobId === jobs.job.id ? await worksOf(makings.makings, preshrinks, cannot) : []
      if (mine !== asked) return
      const planned = [...ready, ...sewn]
      works.value = planned.map(w => (isPreshrink(w.kind) ? { ...w, ways: preshrinking(w, planned) } : w))
      left.value = cannot
      plannedFor.value = jobId
      problem.value = null
    } catch (error) {
      if (mine === asked) problem.value = problemOf(error).detail
    } finally {
      if (mine === asked) progress.value = null
    }
  }

  const isPlanned = computed(() => jobs.job !== null && plannedFor.value === jobs.job.id)

  /** Nothing is worked out before someone looks. */
  const wanted = ref(false)
  watch(
    () => wanted.value && JSON.stringify([
      jobs.job?.id, cutting.jobId, cutting.pieces, makings.jobId, makings.makings, scraps.scraps.length, kit.value, cutting.shrink,
      library.irons.map(i => [i.id, i.version]), selection.rules, selection.pressCloth?.id,
      selection.chosen.surface, jobTrims.value, since.value,
    ]),
    () => { if (wanted.value) void plan() },
  )
  const want = (): void => { wanted.value = true }
  // What could not be worked out while the server was away is, once it answers again.
  const { awaySince } = useServer()
  watch(awaySince, (since) => { if (since === null && problem.value) void plan() })
  const learnt = (): void => { since.value++ }

  /** What own swatches taught of an operation of a session: it counts at the ring too. */
  async function taughtFor(o: Pick<SessionOperation, 'fabricId' | 'supplyId' | 'ironId'>): Promise<EvaluateOptions> {
    const fabric = fabricOf(o.fabricId), supply = supplyOf(o.supplyId), iron = library.irons.find(i => i.id === o.ironId)
    return fabric && supply && iron ? taughtOf(fabric, supply, iron, since.value) : {}
  }

  return {
    taughtFor, version, works, left, problem, progress, isPlanned, jobTrims, setTrims, plan, want, learnt, coverageFor,
    fabricOf,
    supplyOf,
  }
})
