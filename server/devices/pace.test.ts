import { setTimeout as wait } from 'node:timers/promises'
import { describe, expect, it } from 'vitest'
import { readAlong } from './pace'

const PACE = { stepS: 0.2, longestS: 4, speed: 400 }

describe('readings at their pace', () => {
  it('each moment comes once and in order, also to one who takes them slowly', async () => {
    const taken: number[] = []
    let atOnce = 0, most = 0
    await readAlong(PACE, atS => atS, async (atS) => {
      most = Math.max(most, ++atOnce)
      // Much longer than a step lasts at this speed: 0.5 ms.
      if (taken.length % 5 === 0) await wait(6)
      taken.push(atS)
      atOnce--
    }, new AbortController().signal)
    expect(most).toBe(1)
    expect(taken).toEqual(Array.from({ length: 21 }, (_, i) => i * 2 / 10))
  })
  it('none comes before it is due', async () => {
    const beganMs = performance.now(), early: number[] = []
    await readAlong({ ...PACE, longestS: 1, speed: 10 }, atS => atS, async (atS) => {
      early.push(atS * 100 - (performance.now() - beganMs))
    }, new AbortController().signal)
    expect(early).toHaveLength(6)
    expect(Math.max(...early)).toBeLessThan(2)
  })
  it('who goes away ends it, while it waits as well as while a reading is taken', async () => {
    const gone = new AbortController(), taken: number[] = []
    await readAlong(PACE, atS => atS, async (atS) => {
      taken.push(atS)
      if (taken.length === 3) gone.abort()
    }, gone.signal)
    expect(taken).toEqual([0, 0.2, 0.4])

    const waiting = new AbortController(), heard: number[] = []
    const all = readAlong({ stepS: 60, longestS: 600, speed: 1 }, atS => atS, async (atS) => { heard.push(atS) }, waiting.signal)
    await wait(5)
    waiting.abort()
    await all
    expect(heard).toEqual([0])
  })
})
