import { useDebounceFn, useRefHistory } from '@vueuse/core'
import { howMany, partId, partsOf, suppliesOf, type CuttingGround, type Part } from '#shared/cutting'
import type { FabricShrink, Cutting, JobPiece, KeptLayout, LayoutPart, Offcut, Supply } from '#shared/schemas'
import { jobPiecesBody } from '#shared/schemas'
import { useSelection } from './selection'
import { useJobs } from './jobs'
import { useLibrary } from './library'

const SAVE_AFTER_MS = 500
const clone = (pieces: JobPiece[]): JobPiece[] => toPlain(pieces)

/** The pieces of the open job, what is cut of each supply, and what was cut already. What is drawn is kept here until it is saved. */
export const useCutting = defineStore('cutting', () => {
  const selection = useSelection()
  const jobs = useJobs()
  const library = useLibrary()
  const pieces = ref<JobPiece[]>([])
  const version = ref(0)
  const layouts = ref<KeptLayout[]>([])
  const offcuts = ref<Offcut[]>([])
  const shrink = ref<Record<string, FabricShrink | null>>({})
  const jobId = ref<string | null>(null)
  const problem = ref<string | null>(null)
  /** Where the server said that a piece cannot be cut so: its place in the list. */
  const badPiece = ref<number | null>(null)
  const theirs = shallowRef<Cutting | null>(null)
  const saved = ref(true)
  const { undo, redo, canUndo, canRedo, clear } = useRefHistory(pieces, { deep: true, clone, capacity: 100 })
  /** Drawn here and not saved yet, by job: a reload finds it again. */
  const kept = useStored<Record<string, { pieces: JobPiece[], version: number }>>('pieces-drawn', {})

  const ground = computed<CuttingGround>(() => ({
    rules: selection.rules,
    shrink: shrink.value,
    fabricMm: id => library.fabrics.find(c => c.id === id)?.thicknessMm ?? 0.5,
    supply: id => supplyOfId(id),
  }))
  const supplyOfId = (id: string): Supply | null => library.supplies.find(s => s.id === id) ?? null

  function take(c: Cutting, withPieces: boolean): void {
    layouts.value = c.layouts
    offcuts.value = c.offcuts
    shrink.value = { ...shrink.value, ...c.shrink }
    version.value = c.version
    if (!withPieces) return
    pieces.value = c.pieces
    void nextTick(clear)
  }

  let quiet = false
  /** Layouts something else on the board that nobody drew. */
  async function lay(what: () => void): Promise<void> {
    quiet = true
    what()
    await nextTick()
    quiet = false
  }
  const leave = () => lay(() => {
    jobId.value = problem.value = badPiece.value = theirs.value = null
    pieces.value = []
    saved.value = true
  })
  /** Layouts out the cutting of the open job. */
  async function bring(id: string, stillOpen: () => boolean): Promise<void> {
    try {
      const c = await $fetch<Cutting>(`/api/jobs/${id}/cutting`)
      await library.bring(
        null,
        c.pieces.flatMap(p => [p.interfacingId, p.foamId, p.webId]),
      )
      await Promise.all([...new Set(c.pieces.map(p => p.fabricId))].map(fabric => library.bring(fabric, [])))
      if (!stillOpen()) return
      const draft = kept.value[id]
      await lay(() => {
        jobId.value = id
        take(c, true)
        if (draft) [pieces.value, version.value] = [draft.pieces, draft.version]
        saved.value = !draft
        problem.value = null
      })
      if (draft) void save()
    } catch (error) {
      if (stillOpen()) problem.value = problemOf(error).detail
    }
  }
  const { ready, load, edit } = useOfJob(jobId, saved, { save, leave, fetch: bring })
  /** Changes the pieces of the open job. */
  const change = (by: (now: JobPiece[]) => JobPiece[]): void => edit(() => { pieces.value = by(pieces.value) })

  const forget = () => {
    const { [jobId.value ?? '']: _, ...rest } = kept.value
    kept.value = rest
  }
  let saving: Promise<void> = Promise.resolve()
  function save(): Promise<void> {
    saving = saving.then(saveNow)
    return saving
  }
  async function saveNow(): Promise<void> {
    const id = jobId.value
    if (!id || saved.value) return
    const body = jobPiecesBody.safeParse({ version: version.value, pieces: pieces.value })
    if (!body.success) {
      const [issue] = body.error.issues
      badPiece.value = typeof issue!.path[1] === 'number' ? issue!.path[1] : null
      problem.value = inOwnUnits(issue!.message)
      return
    }
    const sent = JSON.stringify(pieces.value)
    try {
      const c = await $fetch<Cutting>(`/api/jobs/${id}/pieces`, { method: 'PUT', body: body.data })
      if (jobId.value !== id) return
      take(c, false)
      problem.value = theirs.value = badPiece.value = null
      // What was drawn while it was on its way is saved in its turn.
      if (JSON.stringify(pieces.value) === sent) {
        saved.value = true
        forget()
        void jobs.resume()
      } else void saveSoon()
    } catch (error) {
      const p = problemOf(error)
      problem.value = p.detail
      const at = /^pieces\.(\d+)/.exec(p.errors[0]?.field ?? '')
      badPiece.value = at ? Number(at[1]) : null
      theirs.value = p.status === 409 && p.current ? (p.current as Cutting) : null
    }
  }
  const saveSoon = useDebounceFn(save, SAVE_AFTER_MS)

  watch(
    pieces,
    () => {
      if (quiet || !jobId.value) return
      saved.value = false
      kept.value = { ...kept.value, [jobId.value]: { pieces: pieces.value, version: version.value } }
      void saveSoon()
    },
    { deep: true },
  )

  // What could not be fetched or saved while the server was away is, once it answers again.
  const { awaySince } = useServer()
  watch(awaySince, (since) => {
    if (since !== null) return
    if (!ready.value && problem.value) void load()
    else if (!saved.value && !theirs.value) void save()
  })
  whenFreshAgain(() => { if (ready.value && saved.value) void load() })

  /** Saves mine over what someone else saved, knowingly; or takes theirs. */
  function overThem(): void {
    version.value = theirs.value!.version
    theirs.value = null
    void save()
  }
  async function takeTheirs(): Promise<void> {
    const c = theirs.value!
    theirs.value = problem.value = null
    forget()
    saved.value = true
    await lay(() => take(c, true))
  }

  const supplyIds = computed(() => suppliesOf(pieces.value))
  /** Parts cut already, by their id. */
  const cutIds = computed(() => new Set(layouts.value.filter(l => l.cutAt !== null).flatMap(l => l.parts.map(partId))))
  /** Something of it was cut already: it stays in the job. */
  const isCut = (pieceId: string): boolean => [...cutIds.value].some(id => id.startsWith(`${pieceId}.`))
  /** What is still to be cut of a supply; pieces that cannot be cut as they stand are left out and said at the piece. */
  function openParts(supplyId: string): Part[] {
    return pieces.value
      .flatMap((p) => {
        try {
          return partsOf([p], supplyId, ground.value)
        } catch {
          return []
        }
      })
      .filter(p => !cutIds.value.has(p.id))
  }
  const drawnLayout = (supplyId: string): LayoutPart[] => layouts.value.find(l => l.supplyId === supplyId && l.cutAt === null)?.parts ?? []
  const offcutsFor = (supplyId: string): Offcut[] => offcuts.value.filter(o => o.supplyId === supplyId)

  /** Keeps the layout of a supply as it is drawn. */
  async function saveLayout(supplyId: string, parts: LayoutPart[]): Promise<void> {
    const id = jobId.value
    await save()
    try {
      const c = await $fetch<Cutting>(`/api/jobs/${id}/layouts`, { method: 'PUT', body: { supplyId, parts } })
      if (jobId.value === id) take(c, false)
    } catch (error) {
      problem.value = problemOf(error).detail
    }
  }
  /** Cuts a layout; a problem is said, and nothing is taken from the shelf. */
  async function cut(supplyId: string, parts: LayoutPart[], metres: number, clientKey: string): Promise<boolean> {
    const id = jobId.value
    await save()
    try {
      const c = await $fetch<Cutting>(`/api/jobs/${id}/cuts`, { method: 'POST', body: { supplyId, parts, metres, clientKey } })
      if (jobId.value === id) take(c, false)
      problem.value = null
      library.keepSupply(await $fetch<Supply>(`/api/supplies/${supplyId}`))
      void jobs.resume()
      return true
    } catch (error) {
      problem.value = problemOf(error).detail
      return false
    }
  }

  const total = computed(() => pieces.value.reduce((sum, p) => sum + howMany(p), 0))
  return {
    pieces,
    version,
    layouts,
    offcuts,
    shrink,
    jobId,
    problem,
    badPiece,
    theirs,
    saved,
    undo,
    redo,
    canUndo,
    canRedo,
    ground,
    supplyOfId,
    ready,
    load,
    change,
    save,
    overThem,
    takeTheirs,
    supplyIds,
    cutIds, isCut,
    openParts,
    drawnLayout,
    offcutsFor,
    saveLayout,
    cut,
    total,
  }
})
