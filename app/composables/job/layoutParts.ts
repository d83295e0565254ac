import { useDebounceFn } from '@vueuse/core'
import { areaMm2 } from '#core/geometry'
import { createThinner } from './thinner'
import { fromPayload, GAP_MM, partId, usableWidthMm, type Part } from '#shared/cutting'
import { draggedTo, laidOutOf, laidWithin, leastWideMm, placedBy, turnedOn } from '#shared/laidOut'
import type { LayoutPart, Supply } from '#shared/schemas'

/** How long a layout that was changed by hand rests before it is kept, ms. */
const KEEP_AFTER_MS = 600

/**
 * The parts of a supply where they lie: on its roll and its offcuts, as they were kept, as they are laid anew around what is pinned, as
 * they are moved and turned by hand; what changes is kept in turn.
 */
export function useLayoutParts(supply: Ref<Supply | null>) {
  const cutting = useCutting()
  const laying = useLayoutSearch('lay')
  const { ask } = useBoardWorkers()
  const wideMm = computed(() => (supply.value ? usableWidthMm(supply.value) : 0))
  const parts = computed<Part[]>(() => (supply.value ? cutting.openParts(supply.value.id) : []))
  const offcuts = computed(() => (supply.value ? cutting.offcutsFor(supply.value.id) : []))
  const placed = ref<LayoutPart[]>([])
  const chosen = ref<string | null>(null)
  const partOf = (id: string) => parts.value.find(p => p.id === id)
  const now = computed(() => placed.value.find(p => partId(p) === chosen.value) ?? null)

  const lies = computed(() => laidOutOf(parts.value, placed.value, wideMm.value))
  const unplaced = computed(() => lies.value.unplaced)
  /** Offcuts that something lies on, with what lies there. */
  const usedOffcuts = computed(() => offcuts.value
    .map(o => ({ ...o, whole: fromPayload(o.outline), on: lies.value.onOffcut.get(o.id) ?? [] }))
    .filter(o => o.on.length > 0))

  let keeping: Promise<void> = Promise.resolve()
  /** Changed by hand and resting: of the supply it was changed on, whatever is chosen meanwhile. */
  let unkept: { supplyId: string, parts: LayoutPart[] } | null = null
  const laidNow = (): LayoutPart[] => toPlain(placed.value.filter(p => partOf(partId(p))))
  function save(supplyId: string, all: LayoutPart[]): Promise<void> {
    unkept = null
    keeping = keeping.then(() => cutting.saveLayout(supplyId, all))
    return keeping
  }
  const keep = (): Promise<void> => (supply.value ? save(supply.value.id, laidNow()) : Promise.resolve())
  const keepUnkept = (): Promise<void> => (unkept ? save(unkept.supplyId, unkept.parts) : keeping)
  const keepSoon = useDebounceFn(keepUnkept, KEEP_AFTER_MS)
  onScopeDispose(() => { void keepUnkept() })

  const thin = createThinner()
  /** Layouts everything anew: what is pinned stays, offcuts come first, the rest goes on the roll. */
  async function layOutAgain(): Promise<void> {
    const s = supply.value
    if (!s || parts.value.length === 0) return
    const pinned = placed.value.filter(p => p.pinned && p.offcutId === null && partOf(partId(p)))
    const fixed = new Set(pinned.map(partId))
    const free = parts.value.filter(p => !fixed.has(p.id)).map(thin)
    const there = offcuts.value.map(o => ({ id: o.id, outline: fromPayload(toPlain(o.outline)) }))
    const first = there.length > 0
      ? await ask('offcuts', remote => remote.onOffcuts(free, there, GAP_MM))
      : { placements: [], rest: free.map(p => p.id) }
    // Another supply was taken meanwhile: its layout is another question.
    if (supply.value?.id !== s.id) return
    placed.value = [...pinned, ...first.placements.flatMap(({ id, ...at }) => placedBy(parts.value, id, at))]
    const rest = new Set(first.rest)
    await laying.start({
      pieces: parts.value.filter(p => fixed.has(p.id) || rest.has(p.id)).map(thin), wideMm: wideMm.value, gapMm: GAP_MM,
      pinned: pinned.map(p => ({ id: partId(p), turnDeg: p.turnDeg, x: p.x, y: p.y })),
    })
    await keep()
  }
  watch(laying.layout, (layout) => {
    if (!layout) return
    const others = placed.value.filter(p => p.offcutId !== null || p.pinned)
    const held = new Set(others.map(partId))
    placed.value = [
      ...others,
      ...layout.placements.filter(p => !held.has(p.id)).flatMap(({ id, ...at }) => placedBy(parts.value, id, at)),
    ]
  })
  function stop(): void {
    laying.stop()
    void keep()
  }

  /** A part that is on no roll wide enough stays out; that alone is no reason for a new layout. */
  const isKept = () => placed.value.length > 0 && unplaced.value.every(p => leastWideMm(p) > wideMm.value)
  const drawnSo = computed(() => parts.value.map(p => `${p.id} ${Math.round(areaMm2(p.outline))} ${p.grain}`).join())
  // What lies there as it was kept; other pieces than then are laid anew.
  watch([() => supply.value?.id, drawnSo, () => cutting.jobId], ([id], before) => {
    if (id !== before?.[0]) void keepUnkept()
    if (!id || !cutting.jobId) return
    laying.stop()
    if (id !== before?.[0] || placed.value.length === 0) placed.value = toPlain(cutting.drawnLayout(id))
    if (parts.value.length > 0 && unplaced.value.length > 0 && !isKept()) void layOutAgain()
  }, { immediate: true })

  const change = (to: LayoutPart) => {
    placed.value = placed.value.map(p => (partId(p) === partId(to) ? to : p))
    if (supply.value) unkept = { supplyId: supply.value.id, parts: laidNow() }
    void keepSoon()
  }
  /** Moved by hand a part is pinned: the next layout goes round it. What lies on an offcut stays there. */
  function move(id: string, x: number, y: number): void {
    const p = placed.value.find(q => partId(q) === id), part = partOf(id)
    if (!p || !part || p.offcutId !== null) return
    laying.stop()
    change(draggedTo(part, p, { x, y }, wideMm.value))
  }
  const nudge = (dx: number, dy: number) => () => {
    if (now.value) move(chosen.value!, Math.round(now.value.x) + dx, Math.round(now.value.y) + dy)
  }
  function turn(): void {
    const p = now.value, part = p && partOf(partId(p))
    if (!part || p.offcutId !== null) return
    change(turnedOn(part, p))
  }
  function pin(): void {
    if (now.value && now.value.offcutId === null) change({ ...now.value, pinned: !now.value.pinned })
  }
  /** Only what lies within so much of the roll. */
  function onlyWithin(mostMm: number): void {
    laying.stop()
    placed.value = laidWithin(parts.value, placed.value, mostMm)
    void keep()
  }
  /** What is laid, once all that is on its way to be kept has arrived. */
  async function settled(): Promise<LayoutPart[]> {
    laying.stop()
    await keepUnkept()
    return laidNow()
  }
  const clear = () => { placed.value = [] }
  return {
    wideMm, parts, placed, chosen, now, partOf, lies, unplaced, usedOffcuts, laying, layOutAgain, stop, move, nudge, turn, pin, onlyWithin,
    settled, clear,
  }
}
