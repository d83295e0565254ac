import { ableTask, type Order, type OrderTask } from '#core/order'
import { soleNowC } from '#core/iron'
import { ROOM_C } from '#core/materials'
import { groupOf, ironAt, orderTask, restTask, sameSpec } from '#shared/pressing'
import type { PlannedWork } from '#shared/planned'

const LOOKED_MS = 700

/**
 * In which order the open job is pressed: before a session from what is planned, during one from what is left of it. With it what would
 * change with other irons, with one put off, or with one more.
 * @param putOff what is put off, by id
 * @param chosen the one that what-ifs ask about
 */
export function usePressOrder(putOff: Ref<ReadonlySet<string>>, chosen: Ref<string | null>) {
  const planning = usePlanning()
  const session = useSession()
  const library = useLibrary()
  const selection = useSelection()
  const iron = useIron()
  const main = useOrdering('order')
  const what = { irons: useOrdering('order-irons'), off: useOrdering('order-off'), more: useOrdering('order-more') }
  /** The irons that are taken to it; the one in hand unless it is said otherwise. */
  const taken = useStored<string[]>('press-irons', [])
  const ironIds = computed(() => {
    const known = taken.value.filter(id => library.irons.some(i => i.id === id))
    return known.length > 0 ? known : selection.iron ? [selection.iron.id] : []
  })
  function toggle(id: string): void {
    const now = ironIds.value
    const next = now.includes(id) ? now.filter(x => x !== id) : [...now, id]
    if (next.length > 0) taken.value = next
  }
  const places = computed(() => selection.house.places)
  const nowC = (id: string): number => {
    const rest = session.plan ? session.restOf(id) : iron.restOf(id)
    return Math.round(rest ? soleNowC(rest) : ROOM_C)
  }
  const ironsOf = (ids: readonly string[]) => ids.flatMap((id) => {
    const i = library.irons.find(x => x.id === id)
    return i ? [{ ...ironAt(i, nowC(id)), name: i.name }] : []
  })

  /** What is planned and not done in an earlier session. */
  const open = computed<PlannedWork[]>(() => planning.works.filter(w => !session.doneBefore.has(sameSpec(w))))
  function taskOf(ids: readonly string[], off: ReadonlySet<string>, more: PlannedWork | null): OrderTask {
    if (session.plan && !session.closed) {
      // A session goes on with what was planned for it.
      const running = [...new Set([...ids, ...session.operations.flatMap(o => o.ironId ?? [])])]
      return restTask(session.operations.filter(o => !off.has(o.id)), session.state, ironsOf(running), places.value, session.nowS)
    }
    const again = more ? open.value.filter(w => w.pieceId === more.pieceId && w.numbers[0] === more.numbers[0]) : []
    const another = again.map(w => ({
      ...w, id: `${w.id}.more`, needs: w.needs.map(n => (again.some(a => a.id === n) ? `${n}.more` : n)),
    }))
    const works = [...open.value.filter(w => !off.has(w.id)), ...another].map(({ id, kind, needs, outline, ways, ...w }) => ({
      id, kind, needs, outline, group: groupOf({ kind, ...w }), ways: ways.map(w => ({ ironId: w.ironId, recipe: w.recipe,
        placements: w.placements.length })),
    }))
    return orderTask(works, ironsOf(ids), places.value)
  }
  const task = shallowRef<OrderTask | null>(null)
  const irons = shallowRef<ReturnType<typeof ironsOf>>([])

  /** Lays the order anew, from the state of the irons now. */
  function layOutAgain(): void {
    const t = taskOf(ironIds.value, putOff.value, null)
    irons.value = ironsOf(t.irons.map(i => i.id))
    if (t.operations.length === 0) {
      main.stop()
      main.order.value = null
      task.value = t
      return
    }
    task.value = ableTask(t)
    void main.start(task.value)
  }
  watch(
    () => [planning.works, ironIds.value.join(), [...putOff.value].join(), places.value, session.plan?.id, session.plan?.piecesVersion,
      session.closed],
    layOutAgain, { immediate: true },
  )

  const otherIrons = computed(() => ironIds.value.length === 1 ? library.irons.map(i => i.id) : selection.iron ? [selection.iron.id] : [])
  const chosenWork = computed(() => open.value.find(w => w.id === chosen.value) ?? null)
  const ask = (of: ReturnType<typeof useOrdering>, t: OrderTask | null): void => {
    of.order.value = null
    if (t && t.operations.length > 0) void of.start(ableTask(t), LOOKED_MS)
  }
  // What would change is asked once the order itself has come to rest.
  watch(() => [main.running.value, chosen.value, otherIrons.value.join()] as const, ([running]) => {
    if (running || !main.order.value) return
    const others = library.irons.length > 1 && otherIrons.value.join() !== ironIds.value.join()
    ask(what.irons, others ? taskOf(otherIrons.value, putOff.value, null) : null)
    const waits = chosen.value && !putOff.value.has(chosen.value) ? withAllAfter(chosen.value) : null
    ask(what.off, waits ? taskOf(ironIds.value, new Set([...putOff.value, ...waits]), null) : null)
    ask(what.more, chosenWork.value && !session.plan ? taskOf(ironIds.value, putOff.value, chosenWork.value) : null)
  })
  /** What needs it waits with it. */
  function withAllAfter(id: string): string[] {
    const all = session.plan && !session.closed ? session.operations : open.value
    const off = new Set([id])
    for (let grew = true; grew;) {
      grew = false
      for (const o of all) if (!off.has(o.id) && o.needs.some(n => off.has(n))) grew = off.add(o.id) !== undefined
    }
    return [...off]
  }
  const difference = (o: Order | null) => (o && main.order.value ? o.schedule.finishS - main.order.value.schedule.finishS : null)
  return {
    main, task, irons, ironIds, toggle, places, open, layOutAgain, withAllAfter,
    whatIf: computed(() => ({
      irons: difference(what.irons.order.value), off: difference(what.off.order.value), more: difference(what.more.order.value),
    })),
  }
}
