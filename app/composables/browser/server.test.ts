import { afterEach, describe, expect, it, vi } from 'vitest'
import { effectScope } from 'vue'
import { useAskingAgain, useServer, whenFreshAgain } from './server'

const at = (s: number) => 1_000_000_000_000 + s * 1000
const date = (s: number) => new Date(at(s)).toUTCString()

describe('whether the server answers', () => {
  it('away from the first that was not answered; what comes out of the copies shows its age', () => {
    const { awaySince, copyOf, silent, noteAnswer } = useServer()
    noteAnswer(false)
    expect([awaySince.value, copyOf.value]).toEqual([null, null])
    silent(at(60))
    silent(at(70))
    expect(awaySince.value).toBe(at(60))
    noteAnswer(true, date(30), at(80))
    noteAnswer(true, date(0), at(81))
    noteAnswer(true, 'no date', at(82))
    expect([awaySince.value, copyOf.value]).toEqual([at(60), at(0)])
  })
  it('and there again with the first fresh answer', () => {
    const { awaySince, copyOf, noteAnswer } = useServer()
    noteAnswer(true, date(1), at(60))
    noteAnswer(false, date(100), at(101))
    expect([awaySince.value, copyOf.value]).toEqual([null, null])
  })
})

describe('a server that was away', () => {
  const scope = effectScope(), { silent, noteAnswer } = useServer()
  afterEach(() => vi.useRealTimers())

  it('is asked again and again until it answers, and then no more', async () => {
    vi.useFakeTimers()
    noteAnswer(false)
    const ask = vi.fn(async () => {
      if (ask.mock.calls.length < 3) throw new Error('away')
      noteAnswer(false)
    })
    scope.run(() => useAskingAgain(ask))
    await vi.advanceTimersByTimeAsync(20_000)
    expect(ask).not.toHaveBeenCalled()
    silent()
    await vi.advanceTimersByTimeAsync(60_000)
    expect([ask.mock.calls.length, useServer().awaySince.value]).toEqual([3, null])
  })
  it('what came out of the copies is read anew once it answers; without copies there is nothing to read', async () => {
    const again = vi.fn()
    scope.run(() => whenFreshAgain(again))
    silent()
    noteAnswer(false)
    await nextTick()
    expect(again).not.toHaveBeenCalled()
    noteAnswer(true, date(30))
    await nextTick()
    noteAnswer(false)
    await nextTick()
    expect(again).toHaveBeenCalledTimes(1)
    scope.stop()
  })
})
