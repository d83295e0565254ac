// @vitest-environment happy-dom
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { ref, shallowRef } from 'vue'
import type { SessionEventBody } from '#shared/schemas'
import { idOf, layOut } from '../../testing/board'
import type { SessionPlan } from './sessionNews'
import { useSessionWriting } from './sessionWriting'

type Waiting = { key: string, kind: string, after: string, refused: string | null }
const out = vi.hoisted(() => ({
  sent: [] as { key: string, kind: string, url: string, after?: string, body: unknown }[], mended: [] as string[],
  waiting: { value: [] as unknown[] }, refused: null as string | null,
}))
const kept = vi.hoisted(() => ({ events: [] as [string, unknown][], hold: null as Promise<void> | null }))
vi.mock('./outbox', async original => ({
  ...(await original<object>()), useOutbox: () => ({
    waiting: out.waiting, sentCount: { value: 0 }, lastSent: { value: null },
    send: async (what: typeof out.sent[number]) => { out.sent.push(what); return { answer: null, refused: out.refused } },
    mend: async (key: string) => { out.mended.push(key) },
  }),
}))
vi.mock('./sessionLog', async original => ({
  ...(await original<object>()), keepEvent: async (id: string, e: unknown) => {
    await kept.hold
    kept.events.push([id, e])
  },
}))
const plan = (n = 61) => ({ id: idOf(n), jobId: idOf(51), piecesVersion: 1, startedAt: '', closedAt: '2026-11-20', operations: [] }) as
  unknown as SessionPlan
function board(of: SessionPlan | null = plan()) {
  const on = { device: ref('here'), plan: shallowRef(of), own: shallowRef<SessionEventBody[]>([]), problem: ref<string | null>(null) }
  return { ...on, ...useSessionWriting(on) }
}
beforeEach(() => {
  layOut()
  Object.assign(out, { sent: [], mended: [], waiting: { value: [] }, refused: null })
  Object.assign(kept, { events: [], hold: null })
})

describe('the plan of a session', () => {
  const wait = (key: string, over: Partial<Waiting> = {}): Waiting => ({ key, kind: 'press', after: idOf(61), refused: 'No.', ...over })
  it('once it is there, what was refused for want of it goes once more, and nothing else', async () => {
    const b = board()
    out.waiting.value = [wait('a'), wait('b', { refused: null }), wait('c', { after: idOf(62) }), wait('d', { kind: 'wash' }), wait('e')]
    await b.sendPlan(plan())
    expect([out.mended, b.problem.value]).toEqual([['a', 'e'], null])
    expect(out.sent.map(s => [s.key, s.kind, s.url, 'closedAt' in (s.body as object)]))
      .toEqual([[idOf(61), 'session', '/api/sessions', false]])
  })
  it('refused, it says why, and nothing goes after it', async () => {
    const b = board()
    out.waiting.value = [wait('a')]
    out.refused = 'Session: the pieces were changed meanwhile.'
    await b.sendPlan(plan())
    expect([out.mended, b.problem.value]).toEqual([[], 'Session: the pieces were changed meanwhile.'])
  })
})

describe('what happens in a session', () => {
  it('is kept in the browser, then shown, then sent; one after another, no two at one moment', async () => {
    const b = board()
    let free = () => {}
    kept.hold = new Promise((done) => { free = done })
    const first = b.append('down', { op: 'a', pass: 0 }), second = b.append('lift', { op: 'a' })
    await Promise.resolve()
    expect([b.own.value.length, out.sent.length]).toEqual([0, 0])
    free()
    await Promise.all([first, second])
    const [down, lift] = b.own.value
    expect([down!.kind, down!.op, down!.pass, down!.edge, lift!.kind, lift!.pass]).toEqual(['down', 'a', 0, null, 'lift', null])
    expect(lift!.atMs).toBeGreaterThan(down!.atMs)
    expect(kept.events.map(([id, e]) => [id, (e as SessionEventBody).key])).toEqual([[idOf(61), down!.key], [idOf(61), lift!.key]])
    expect(out.sent.map(s => [s.key, s.kind, s.url, s.after])).toEqual(
      [down, lift].map(e => [e!.key, 'press', `/api/sessions/${idOf(61)}/events`, idOf(61)]))
  })
  it('touched again before it shows it is one touch; once it shows, or of another thing, it is another', async () => {
    const b = board()
    let free = () => {}
    kept.hold = new Promise((done) => { free = done })
    const both = [
      b.append('edge', { op: 'a', edge: 'lifts', placements: [0] }), b.append('edge', { op: 'a', edge: 'holds' }),
      b.append('down', { op: 'a', pass: 0, soleC: 150 }), b.append('down', { op: 'a', pass: 0, soleC: 151 }),
      b.append('down', { op: 'a', pass: 1 }), b.append('down', { op: 'b', pass: 0 }),
    ]
    free()
    await Promise.all(both)
    expect(b.own.value.map(e => [e.kind, e.op, e.pass, e.edge]))
      .toEqual([['edge', 'a', null, 'lifts'], ['down', 'a', 0, null], ['down', 'a', 1, null], ['down', 'b', 0, null]])
    await b.append('down', { op: 'a', pass: 0 })
    expect(b.own.value).toHaveLength(5)
  })
  it('a dial turned there and back, quickly, is back', async () => {
    const b = board()
    const turned = [154, 20, 154, 154].map(meanC => ({ label: `${meanC}`, meanC, swingC: 8 }))
    await Promise.all(turned.map(setting => b.append('dial', { ironId: idOf(31), setting })))
    expect(b.own.value.map(e => e.setting!.meanC)).toEqual([154, 20, 154])
  })
  it('belongs to the session it happened in, though another is on the board before it was kept', async () => {
    const b = board()
    const done = b.append('down', { op: 'a' })
    b.plan.value = plan(62)
    await done
    expect([kept.events.map(([id]) => id), b.own.value, out.sent.map(s => s.after)]).toEqual([[idOf(61)], [], [idOf(61)]])
  })
  it('without a session nothing is written', async () => {
    await board(null).append('down')
    expect([kept.events, out.sent]).toEqual([[], []])
  })
  it('a clock set back is followed, not waited for', async () => {
    vi.useFakeTimers({ now: 1_000_000_000, toFake: ['Date'] })
    const b = board()
    await b.append('down')
    vi.setSystemTime(900_000_000)
    await b.append('lift')
    vi.setSystemTime(900_000_500)
    await b.append('cold')
    vi.useRealTimers()
    // The first after it was set back may not come before the one that was written already.
    expect(b.own.value.map(e => e.atMs)).toEqual([1_000_000_000, 1_000_000_001, 900_000_500])
  })
  it('left behind by a page that is gone it goes now: only this board\'s, and what does not wait already', async () => {
    const b = board()
    const event = (key: string, device = 'here') => ({ key, device, atMs: 1, kind: 'down' }) as unknown as SessionEventBody
    b.own.value = [event('a'), event('b'), event('c', 'the tablet')]
    out.waiting.value = [{ key: 'b', kind: 'press', after: idOf(61), refused: null }]
    b.sendLeft(idOf(61))
    expect(out.sent.map(s => s.key)).toEqual(['a'])
  })
})
