import { useRefHistory } from '@vueuse/core'
import { cutPartIds, howMany, openPartsOf, partsCutOf, suppliesOf, type CuttingGround, type Part } from '#shared/cutting'
import type { FabricShrink, Cutting, JobPiece, KeptLayout, LayoutPart, Offcut, Supply } from '#shared/schemas'
import { jobPiecesBody } from '#shared/schemas'
import { useSelection } from './selection'
import { useJobs } from './jobs'
import { useLibrary } from './library'

const clone = (pieces: JobPiece[]): JobPiece[] => toPlain(pieces)

/** The pieces of the open job, what is cut of each supply, and what was cut already. What is drawn is kept here until it is saved. */
export const useCutting = defineStore('cutting', () => {
  const selection = useSelection()
  const jobs = useJobs()
  const library = useLibrary()
  const layouts = ref<KeptLayout[]>([])
  const offcuts = ref<Offcut[]>([])
  const shrink = ref<Record<string, FabricShrink | null>>({})
  const { items: pieces, bad: badPiece, take, ...draft } = useDraftOfJob<'pieces', JobPiece, Cutting>({
    name: 'pieces',
    keptAs: 'pieces-drawn',
    body: jobPiecesBody,
    get: id => $fetch<Cutting>(`/api/jobs/${id}/cutting`),
    put: (id, body) => $fetch<Cutting>(`/api/jobs/${id}/pieces`, { method: 'PUT', body: body as object }),
    bring: async (c) => {
      await library.bring(null, c.pieces.flatMap(p => [p.interfacingId, p.foamId, p.webId]))
      await Promise.all([...new Set(c.pieces.map(p => p.fabricId))].map(fabric => library.bring(fabric, [])))
    },
    took: (c, isWhole) => {
      layouts.value = c.layouts
      offcuts.value = c.offcuts
      shrink.value = { ...shrink.value, ...c.shrink }
      if (isWhole) void nextTick(clear)
    },
    allSaved: () => { void jobs.resume() },
  })
  const { jobId, problem, save } = draft
  const { undo, redo, canUndo, canRedo, clear } = useRefHistory(pieces, { deep: true, clone, capacity: 100 })

  const supplyOfId = (id: string): Supply | null => library.supplies.find(s => s.id === id) ?? null
  const ground = computed<CuttingGround>(() => ({
    rules: selection.rules,
    shrink: shrink.value,
    fabricMm: id => library.fabrics.find(c => c.id === id)?.thicknessMm ?? 0.5,
    supply: supplyOfId,
  }))

  const supplyIds = computed(() => suppliesOf(pieces.value))
  const cutIds = computed(() => cutPartIds(layouts.value))
  /** Something of it was cut already: it stays in the job. */
  const isCut = (pieceId: string): boolean => partsCutOf(pieceId, cutIds.value) > 0
  /** What is still to be cut of a supply. */
  const openParts = (supplyId: string): Part[] => openPartsOf(pieces.value, supplyId, ground.value, cutIds.value)
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
    ...draft, pieces, badPiece, layouts, offcuts, shrink, undo, redo, canUndo, canRedo, ground, supplyOfId,
    supplyIds, cutIds, isCut, openParts, drawnLayout, offcutsFor, saveLayout, cut, total,
  }
})
