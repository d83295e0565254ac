// @vitest-environment happy-dom
import { effectScope, nextTick, ref, type EffectScope } from 'vue'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import type { OrderTask } from '#core/order'
import { draftRecipe, type Recipe } from '#core/recipe'
import { toPressSetup } from '#shared/mappers'
import { fabric, idOf, iron, layOut, supply } from '../../testing/board'
import { slowWorkers } from '../../testing/slowWorkers'
import { useIron } from '../../stores/iron'
import { usePlanning } from '../../stores/planning'
import type { PlannedWork } from '#shared/planned'
import { useSelection } from '../../stores/selection'
import { useSession } from '../../stores/session'
import { usePressOrder } from './pressOrder'

const here = vi.hoisted(() => ({ now: null as unknown }))
vi.mock('../work/boardWorkers', async original => ({ ...(await original<object>()), useBoardWorkers: () => here.now }))
const rules = {
  blend: 'strict', bearing: 'weight', warm: 'no', sides: 'one', patience: '20', moisture: 'widest', cooling: 'touch',
} as const
const setup = toPressSetup(fabric(), supply(), iron(), null, 'padded', rules)
const draft = draftRecipe(setup, 'dry', iron().settings[1]!, 'back', 1, 'weight')
const recipe: Recipe = { ...draft, warmS: 0, holdS: 12, coolS: 30, tableS: 45 }
/** Something to press, with each of these irons. */
const work = (id: string, more: object = {}, irons = [31, 32]) => ({
  id, kind: 'fuse', name: id, needs: [], pieceId: idOf(71), makingId: null, numbers: [0], supplyId: idOf(21), side: 'back',
  fabricId: idOf(11), ways: irons.map(n => ({ ironId: idOf(n), recipe, placements: [{ x: 0, y: 0, headingDeg: 0 }] })), ...more,
}) as unknown as PlannedWork

let slow: ReturnType<typeof slowWorkers>, scope: EffectScope
const putOff = ref<ReadonlySet<string>>(new Set()), chosen = ref<string | null>(null)
/** An order of the planned works; none is told better afterwards. */
async function ordered(works: PlannedWork[]) {
  usePlanning().works = works
  const o = scope.run(() => usePressOrder(putOff, chosen))!
  await slow.settled()
  return o
}
/** Who asked last for an order by this key. */
const taskOf = (key: string) => slow.waiting.findLast(w => w.key === key)?.args[0] as OrderTask | undefined
async function answer(key: string, finishS: number) {
  slow.waiting.findLast(w => w.key === key)!.answer({ moves: [], schedule: { finishS }, exact: true, boundS: finishS })
  await slow.settled()
}
const ids = (t: OrderTask | null | undefined) => t?.operations.map(x => x.id)
beforeEach(() => {
  layOut()
  slow = slowWorkers()
  here.now = slow.workers
  scope = effectScope()
  putOff.value = new Set()
  chosen.value = null
})
afterEach(() => scope.stop())

describe('in which order a job is pressed', () => {
  it('what is planned, by the iron in hand, with as many places to cool as the house has', async () => {
    useIron().chooseSettingOf(idOf(31), 1)
    const o = await ordered([work('a'), work('b', { needs: ['a'] })])
    const task = taskOf('order')!
    expect([ids(task), task.irons.map(i => i.id), task.places]).toEqual([['a', 'b'], [idOf(31)], Number(useSelection().rules.places)])
    expect(task.operations.map(x => [x.needs, x.coolS, x.ways.map(w => [w.ironId, w.soleC, w.boardS > 12])])).toEqual([
      [[], 45, [[idOf(31), 154, true]]], [['a'], 45, [[idOf(31), 154, true]]],
    ])
    expect(task.irons[0]!.nowC).toBeLessThan(154)
    expect(o.irons.value[0]!.name).toBe('Harbour')
    await answer('order', 100)
    expect(o.main.order.value!.schedule.finishS).toBe(100)
  })
  it('without anything planned there is no order, and nobody is asked', async () => {
    const o = await ordered([])
    expect([o.main.order.value, o.task.value?.operations, slow.waiting.length]).toEqual([null, [], 0])
    usePlanning().works = [work('a')]
    await slow.settled()
    await answer('order', 50)
    usePlanning().works = []
    await slow.settled()
    expect([o.main.order.value, o.main.running.value]).toEqual([null, false])
  })
  it('what an earlier session did is not pressed again', async () => {
    useSession().doneBefore = new Set([`fuse ${idOf(71)} 0 ${idOf(21)} back`])
    const o = await ordered([work('a'), work('b', { numbers: [1] })])
    expect([o.open.value.map(w => w.id), ids(taskOf('order'))]).toEqual([['b'], ['b']])
  })
  it('irons are taken and put back; the last one stays, and one that is gone is passed over', async () => {
    const o = await ordered([work('a')])
    o.toggle(idOf(31))
    expect(o.ironIds.value).toEqual([idOf(31)])
    o.toggle(idOf(32))
    await slow.settled()
    expect([o.ironIds.value, taskOf('order')!.irons.length]).toEqual([[idOf(31), idOf(32)], 2])
    o.toggle(idOf(31))
    expect(o.ironIds.value).toEqual([idOf(32)])
    useLibrary().irons = [iron()]
    await nextTick()
    expect(o.ironIds.value).toEqual([idOf(31)])
    useLibrary().irons = []
    await nextTick()
    expect(o.ironIds.value).toEqual([])
  })
  it('put off it is not in the order; what needs it waits with it', async () => {
    const o = await ordered([work('a'), work('b', { needs: ['a'] }), work('c', { needs: ['b'] }), work('d')])
    expect([o.withAllAfter('a').toSorted(), o.withAllAfter('c'), o.withAllAfter('d')]).toEqual([['a', 'b', 'c'], ['c'], ['d']])
    putOff.value = new Set(o.withAllAfter('b'))
    await slow.settled()
    expect(ids(taskOf('order'))).toEqual(['a', 'd'])
  })
})

describe('what would change', () => {
  const works = [work('a'), work('b', { needs: ['a'], numbers: [1] }), work('c', { pieceId: idOf(72) })]
  it('is asked once the order has come to rest: with all irons, and of what is chosen without it and once more', async () => {
    const o = await ordered(works)
    chosen.value = 'a'
    await slow.settled()
    expect([taskOf('order-irons'), taskOf('order-off'), taskOf('order-more')]).toEqual([undefined, undefined, undefined])
    await answer('order', 100)
    expect(taskOf('order-irons')!.irons.map(i => i.id)).toEqual([idOf(31), idOf(32)])
    expect([ids(taskOf('order-off')), ids(taskOf('order-more'))]).toEqual([['c'], ['a', 'b', 'c', 'a.more']])
    await answer('order-irons', 80)
    await answer('order-off', 60)
    await answer('order-more', 125)
    expect(o.whatIf.value).toEqual({ irons: -20, off: -40, more: 25 })
  })
  it('one more of a piece takes all that is pressed on it, in its own order', async () => {
    await ordered([work('a'), work('b', { needs: ['a'] })])
    chosen.value = 'b'
    await answer('order', 100)
    const more = taskOf('order-more')!
    expect(more.operations.map(x => [x.id, x.needs])).toEqual([['a', []], ['b', ['a']], ['a.more', []], ['b.more', ['a.more']]])
  })
  it('with two irons it is asked what the one in hand would do alone; with a single iron in the house nothing is', async () => {
    const o = await ordered(works)
    o.toggle(idOf(32))
    await slow.settled()
    await answer('order', 100)
    expect(taskOf('order-irons')!.irons.map(i => i.id)).toEqual([idOf(31)])
    scope.stop()
    scope = effectScope()
    window.localStorage.clear()
    useLibrary().irons = [iron()]
    const alone = await ordered(works)
    await answer('order', 100)
    expect([taskOf('order-irons'), alone.whatIf.value]).toEqual([undefined, { irons: null, off: null, more: null }])
  })
  it('of what is put off already it is not asked', async () => {
    putOff.value = new Set(['a', 'b'])
    await ordered(works)
    chosen.value = 'a'
    await slow.settled()
    await answer('order', 100)
    expect([taskOf('order-off'), ids(taskOf('order'))]).toEqual([undefined, undefined])
  })
})
