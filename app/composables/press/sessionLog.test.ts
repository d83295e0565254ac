// @vitest-environment happy-dom
import { beforeEach, describe, expect, it, vi } from 'vitest'
import type { PressSession, SessionEventBody } from '#shared/schemas'
import { idOf, layOut } from '../../testing/board'
import { dropSession, keepEvent, keepEvents, keepPlan, keptEvents, keptPlan, keptSessionsOf, sessionLogSafe } from './sessionLog'

const held = new Map<string, unknown>()
let forbidden = false
const within = () => {
  if (forbidden) throw new DOMException('denied', 'SecurityError')
  return held
}
vi.mock('idb-keyval', () => ({
  createStore: (name: string) => name,
  entries: async () => [...within()],
  get: async (key: string) => within().get(key),
  set: async (key: string, value: unknown) => { within().set(key, structuredClone(value)) },
  setMany: async (all: [string, unknown][]) => { for (const [k, v] of all) within().set(k, structuredClone(v)) },
  del: async (key: string) => { within().delete(key) },
}))
const plan = (n: number, startedAt: string, more: object = {}) => ({
  id: idOf(n), jobId: idOf(51), piecesVersion: 1, startedAt, closedAt: null, operations: [], ...more,
}) as Omit<PressSession, 'events'>
const event = (key: string, atMs: number) => ({ key, device: 'here', atMs, kind: 'down', op: 'a' }) as unknown as SessionEventBody
const keysOf = async (n: number) => (await keptEvents(idOf(n))).map(e => e.key)
beforeEach(() => {
  layOut()
  held.clear()
  forbidden = false
})

describe('what this browser holds of sessions', () => {
  it('plans by job, the newest first; one by its id', async () => {
    await keepPlan(plan(61, '2026-11-20T08:00:00.000Z'))
    await keepPlan(plan(62, '2026-11-21T08:00:00.000Z'))
    await keepPlan(plan(63, '2026-11-22T08:00:00.000Z', { jobId: idOf(52) }))
    await keepEvent(idOf(61), event('x', 5))
    expect((await keptSessionsOf(idOf(51))).map(s => s.id)).toEqual([idOf(62), idOf(61)])
    expect([(await keptPlan(idOf(63)))?.jobId, await keptPlan(idOf(64))]).toEqual([idOf(52), null])
  })
  it('events of one session in the order they happened, each once, however many figures their moment has', async () => {
    await keepEvents(idOf(61), [event('late', 100_000), event('early', 9000)])
    await keepEvent(idOf(61), event('between', 20_000))
    await keepEvent(idOf(61), event('late', 100_000))
    await keepEvent(idOf(62), event('other', 1))
    expect(await keysOf(61)).toEqual(['early', 'between', 'late'])
    expect(await keysOf(62)).toEqual(['other'])
  })
  it('one that is let go takes its events along, and nothing of another', async () => {
    await keepPlan(plan(61, '2026-11-20T08:00:00.000Z'))
    await keepPlan(plan(62, '2026-11-21T08:00:00.000Z'))
    await keepEvents(idOf(61), [event('a', 1), event('b', 2)])
    await keepEvent(idOf(62), event('c', 3))
    await dropSession(idOf(61))
    expect([await keptPlan(idOf(61)), await keysOf(61), (await keptPlan(idOf(62)))?.id, await keysOf(62)])
      .toEqual([null, [], idOf(62), ['c']])
  })
  it('a browser that takes nothing is said to, and is believed again once it does', async () => {
    forbidden = true
    await keepEvent(idOf(61), event('a', 1))
    expect([sessionLogSafe.value, await keysOf(61), await keptPlan(idOf(61)), await keptSessionsOf(idOf(51))])
      .toEqual([false, [], null, []])
    forbidden = false
    await keepEvent(idOf(61), event('a', 1))
    expect([sessionLogSafe.value, await keysOf(61)]).toEqual([true, ['a']])
  })
})
