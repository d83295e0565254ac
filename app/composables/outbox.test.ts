// @vitest-environment happy-dom
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { FetchError } from 'ofetch'
import type { TrialBody } from '#shared/schemas'

const store = new Map<string, unknown>()
let forbidden = false
vi.mock('idb-keyval', () => ({
  get: async (key: string) => {
    if (forbidden) throw new DOMException('denied', 'SecurityError')
    return store.get(key)
  },
  set: async (key: string, value: unknown) => {
    if (forbidden) throw new DOMException('denied', 'SecurityError')
    store.set(key, structuredClone(value))
  },
}))
const trial = (clientKey: string) => ({ clientKey, note: '' }) as TrialBody
const refusal = (status: number) => Object.assign(new FetchError('no'), {
  response: status ? { status } : undefined,
  data: { type: 'about:blank', title: 'No', status, detail: `It is a ${status}.`, errors: [] },
})
async function fresh(answer: () => unknown) {
  vi.resetModules()
  const sent: string[] = []
  vi.stubGlobal('$fetch', vi.fn(async (_: string, { body }: { body: TrialBody }) => {
    const said = answer()
    sent.push(body.clientKey)
    return said
  }))
  const { rememberWorkroom } = await import('./kept')
  const { useOutbox } = await import('./outbox')
  return { outbox: useOutbox(), sent, rememberWorkroom }
}
beforeEach(() => {
  store.clear()
  forbidden = false
  window.localStorage.clear()
})

describe('swatches on their way to the server', () => {
  it('arrive once, oldest first, and nothing is left waiting', async () => {
    const { outbox, sent } = await fresh(() => ({}))
    await outbox.send(trial('a'))
    await outbox.send(trial('b'))
    expect(sent).toEqual(['a', 'b'])
    expect([outbox.waiting.value, outbox.sentCount.value]).toEqual([[], 2])
  })
  it('wait while the server is away, outlive a reload, and are sent when it is back', async () => {
    let away = true
    const answer = () => {
      if (away) throw refusal(0)
      return {}
    }
    const before = await fresh(answer)
    before.rememberWorkroom('tidewell')
    await before.outbox.send(trial('a'))
    expect(before.outbox.waiting.value).toHaveLength(1)
    away = false
    const after = await fresh(answer)
    await after.outbox.start()
    expect(after.sent).toEqual(['a'])
    expect(after.outbox.waiting.value).toEqual([])
  })
  it('one that is refused says why, holds up no other, and can be forgotten', async () => {
    const bad = new Set(['a'])
    const { outbox, sent } = await fresh(() => {
      if (bad.delete('a')) throw refusal(422)
      return {}
    })
    await outbox.send(trial('a'))
    await outbox.send(trial('b'))
    expect(sent).toEqual(['b'])
    expect(outbox.waiting.value).toMatchObject([{ body: { clientKey: 'a' }, refused: 'It is a 422.' }])
    await outbox.forget('a')
    expect(outbox.waiting.value).toEqual([])
  })
  it('of one workroom are never sent to another', async () => {
    const one = await fresh(() => { throw refusal(0) })
    one.rememberWorkroom('tidewell')
    await one.outbox.send(trial('a'))
    const other = await fresh(() => ({}))
    other.rememberWorkroom('harbour')
    await other.outbox.start()
    expect([other.sent, other.outbox.waiting.value]).toEqual([[], []])
    const back = await fresh(() => ({}))
    back.rememberWorkroom('tidewell')
    await back.outbox.start()
    expect(back.sent).toEqual(['a'])
  })
  it('a browser that keeps nothing is said; they are sent all the same', async () => {
    forbidden = true
    const { outbox, sent } = await fresh(() => ({}))
    await outbox.start()
    expect(outbox.safe.value).toBe(false)
    await outbox.send(trial('a'))
    expect(sent).toEqual(['a'])
    expect(outbox.safe.value).toBe(false)
  })
})
