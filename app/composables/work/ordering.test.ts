import { describe, expect, it, vi } from 'vitest'
import type { OrderTask } from '#core/order'
import { slowScope } from '../../testing/slowScope'
import { useOrdering } from './ordering'

const here = vi.hoisted(() => ({ now: null as unknown }))
vi.mock('./boardWorkers', async original => ({ ...(await original<object>()), useBoardWorkers: () => here.now }))

const at = slowScope(here)

const task = { operations: [], irons: [] } as unknown as OrderTask
const order = (finishS: number, more: object = {}) => ({ moves: [], schedule: { finishS }, exact: false, boundS: 100, ...more })
const begin = (forMs?: number) => {
  const ordering = at.scope.run(() => useOrdering('order'))!
  void ordering.start(task, forMs)
  return ordering
}

describe('the order that is looked for', () => {
  it('a first one at once; one that is proved the best is not looked at further', async () => {
    const o = begin()
    at.slow.asked('order')[0]!.answer(order(200, { exact: true }))
    await at.slow.settled()
    expect([o.order.value!.schedule.finishS, o.boundS.value, o.running.value, at.slow.waiting.length]).toEqual([200, 100, false, 0])
  })
  it('then better ones, each from the one before with another seed, until the bound is reached', async () => {
    const o = begin()
    at.slow.asked('order')[0]!.answer(order(200))
    await at.slow.settled()
    const first = at.slow.asked('orderOn')[0]!
    expect((first.args[1] as { schedule: { finishS: number } }).schedule.finishS).toBe(200)
    first.answer(order(150))
    await at.slow.settled()
    const second = at.slow.asked('orderOn')[0]!
    expect((second.args[1] as { schedule: { finishS: number } }).schedule.finishS).toBe(150)
    expect(second.args[3]).not.toBe(first.args[3])
    expect([o.order.value!.schedule.finishS, o.running.value]).toEqual([150, true])
    second.answer(order(101))
    await at.slow.settled()
    expect([o.order.value!.schedule.finishS, o.running.value, at.slow.waiting.length]).toEqual([101, false, 0])
  })
  it('one that turns out to be the best is shown as such, however little it gains', async () => {
    const o = begin()
    at.slow.asked('order')[0]!.answer(order(200))
    await at.slow.settled()
    at.slow.asked('orderOn')[0]!.answer(order(200, { exact: true }))
    await at.slow.settled()
    expect([o.order.value!.exact, o.running.value, at.slow.waiting.length]).toEqual([true, false, 0])
  })
  it('a look of so many milliseconds ends when they are over', async () => {
    const o = begin(0)
    at.slow.asked('order')[0]!.answer(order(200))
    await at.slow.settled()
    await new Promise((done) => { setTimeout(done, 5) })
    at.slow.asked('orderOn')[0]!.answer(order(190))
    await at.slow.settled()
    expect([o.order.value!.schedule.finishS, o.running.value]).toEqual([190, false])
  })
  it('asked anew, what the older search still brings is let go', async () => {
    const o = begin()
    const older = at.slow.asked('order')[0]!
    void o.start({ ...task, irons: [1] } as unknown as OrderTask)
    older.answer(order(1))
    await at.slow.settled()
    expect([o.order.value, o.problem.value, o.running.value]).toEqual([null, null, true])
    at.slow.asked('order')[0]!.answer(order(300, { exact: true }))
    await at.slow.settled()
    expect(o.order.value!.schedule.finishS).toBe(300)
  })
  it('stopped, the best so far stays; a fault leaves none, and says so', async () => {
    const o = begin()
    at.slow.asked('order')[0]!.answer(order(200))
    await at.slow.settled()
    o.stop()
    await at.slow.settled()
    expect([o.order.value!.schedule.finishS, o.running.value, o.problem.value]).toEqual([200, false, null])
    void o.start(task)
    at.slow.asked('order')[0]!.fail(new Error('no such operation'))
    await at.slow.settled()
    expect([o.order.value, o.running.value]).toEqual([null, false])
    expect(o.problem.value).toContain('no such operation')
  })
})
