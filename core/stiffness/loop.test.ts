import { describe, expect, it } from 'vitest'
import { courseOf, POINTS, relaxStrip } from './elastica'
import { loopBendingLengthMm, pearLoop, peirceLoopLengthMm, WEIGHTLESS_PEAR } from '.'

describe('the pear loop', () => {
  it('without weight it is 0.4243 of its strip high, as Peirce gives it', () => {
    expect(pearLoop(0).height).toBeCloseTo(WEIGHTLESS_PEAR, 4)
  })
  it('the same equations give the classical drop of a ring under its own weight: 0.4674 w R⁴/EI', () => {
    const ratio = 1
    const slope = Float64Array.from({ length: POINTS + 1 }, (_, i) => Math.PI * i / POINTS)
    relaxStrip(slope, (ratio / 2) ** 3, { startRad: 0, endRad: Math.PI, closed: true })
    const drop = courseOf(slope).y[POINTS]! / 2 - 1 / Math.PI
    const classical = 0.4674 * (1 / (2 * Math.PI)) ** 4 * ratio ** 3
    expect(drop / classical).toBeCloseTo(1, 1)
    expect(Math.abs(drop / classical - 1)).toBeLessThan(0.02)
  })
  it('the relation of the textbook reads about 11 % high where the loop hardly sags, more where it does', () => {
    const high = (ratio: number) => peirceLoopLengthMm(100, 100 * pearLoop(ratio).height) / (100 / ratio)
    expect(high(2)).toBeGreaterThan(1.08)
    expect(high(2)).toBeLessThan(1.15)
    expect(high(6)).toBeGreaterThan(high(3))
  })
  it('closes: its lowest point stands under the clamp, and limp fabric hangs longer and thinner than stiff', () => {
    const shapes = [1, 4, 8, 15, 30].map(pearLoop)
    for (const s of shapes) expect(Math.abs(s.x[POINTS]!)).toBeLessThan(2e-4)
    for (let i = 1; i < shapes.length; i++) {
      expect(shapes[i]!.height).toBeGreaterThan(shapes[i - 1]!.height)
      expect(shapes[i]!.width).toBeLessThan(shapes[i - 1]!.width)
    }
  })
  it.each([4, 6, 9, 14, 20])('measuring the drawn loop of L/c = %d gives back its c within 0.5 %%', (ratio) => {
    expect(loopBendingLengthMm(200, 200 * pearLoop(ratio).height) / (200 / ratio)).toBeCloseTo(1, 2)
  })
  it('refuses a loop that shows nothing', () => {
    expect(() => loopBendingLengthMm(100, 42)).toThrow(/longer strip/)
    expect(() => loopBendingLengthMm(100, 49.5)).toThrow(/shorter strip/)
  })
})
