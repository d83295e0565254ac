import { effectScope } from 'vue'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { useChime } from './chime'

interface Tone { hertz: number, fromS: number, toS: number }
const tones: Tone[] = [], felt: number[][] = []
let closed = 0
class StandInAudio {
  currentTime = 2
  destination = {}
  createOscillator() {
    const tone: Tone = { hertz: 0, fromS: NaN, toS: NaN }
    tones.push(tone)
    const frequency = { set value(hertz: number) { tone.hertz = hertz } }
    return { frequency, connect: (to: unknown) => to, start: (s: number) => { tone.fromS = s }, stop: (s: number) => { tone.toS = s } }
  }

  createGain() {
    return { gain: { setValueAtTime() {}, exponentialRampToValueAtTime() {} }, connect: (to: unknown) => to }
  }

  close() { closed++; return Promise.resolve() }
}
beforeEach(() => {
  tones.length = felt.length = closed = 0
  vi.stubGlobal('AudioContext', StandInAudio)
  vi.stubGlobal('navigator', { vibrate: (pattern: number[]) => { felt.push(pattern); return true } })
})
afterEach(() => { vi.unstubAllGlobals() })

describe('the sounds of the pressing clock', () => {
  it('count down short, call three times to lift, and twice, lower and longer, when it is done', () => {
    const scope = effectScope(), chime = scope.run(useChime)!
    chime.tick()
    expect(tones).toEqual([{ hertz: 880, fromS: 2, toS: 2.06 }])
    tones.length = 0
    chime.lift()
    expect(tones.map(t => t.hertz)).toEqual([660, 660, 660])
    // One after the other, with a rest between.
    for (const [i, t] of tones.entries()) expect(t.fromS - (tones[i - 1]?.toS ?? 1.92)).toBeCloseTo(0.08, 9)
    tones.length = 0
    chime.done()
    expect(tones.map(t => [t.hertz, Number((t.toS - t.fromS).toFixed(3))])).toEqual([[440, 0.5], [440, 0.5]])
    // Felt as it is heard: so many times, each as long as the others, with one rest between.
    const times = (pattern: number[]) => pattern.filter((_, i) => i % 2 === 0), rests = (pattern: number[]) =>
      pattern.filter((_, i) => i % 2 === 1)
    expect(felt.map(p => [times(p).length, new Set(times(p)).size, new Set(rests(p)).size])).toEqual([[1, 1, 0], [3, 1, 1], [2, 1, 1]])
    scope.stop()
    expect(closed).toBe(1)
  })
  it('is still felt where there is no sound, and nothing fails where there is neither', () => {
    vi.stubGlobal('AudioContext', () => { throw new Error('not allowed') })
    effectScope().run(useChime)!.lift()
    expect(felt).toHaveLength(1)
    vi.stubGlobal('navigator', {})
    expect(() => effectScope().run(useChime)!.done()).not.toThrow()
  })
})
