import { describe, expect, it } from 'vitest'
import { bendingLengthMm, chordDeg, hangingStrip, peirceLengthMm } from '.'

describe('the overhang', () => {
  it('hangs at 41.5° when the overhang is twice the bending length, within 0.2°', () => {
    expect(Math.abs(chordDeg(2) - 41.5)).toBeLessThan(0.2)
  })
  it('a stiff strip drops by w L⁴ / 8G at its tip', () => {
    const ratio = 0.3
    const { y } = hangingStrip(ratio)
    expect(y[y.length - 1]! / (ratio ** 3 / 8)).toBeCloseTo(1, 2)
  })
  it('the moment at the edge carries the weight beyond it', () => {
    const ratio = 2.4
    const { slope, x } = hangingStrip(ratio)
    const n = slope.length - 1
    const curvature = (-3 * slope[0]! + 4 * slope[1]! - slope[2]!) * n / 2
    const moment = ratio ** 3 * x.reduce((s, v, i) => s + v * (i === 0 || i === n ? 0.5 : 1) / n, 0)
    expect(curvature / moment).toBeCloseTo(1, 2)
  })
  it.each([10, 20, 30, 41.5, 50, 60, 67, 75])('measuring the drawn strip at %d° gives back its c within 0.5 %%', (angle) => {
    const c = bendingLengthMm(100, angle)
    expect(Math.abs(chordDeg(100 / c) - angle)).toBeLessThan(0.01)
    expect(Math.abs(bendingLengthMm(2 * 100, angle) / (2 * c) - 1)).toBeLessThan(0.005)
  })
  it('the textbook formula reads about 2 % high at 41.5° and 6 % at 67°', () => {
    expect(peirceLengthMm(100, 41.5) / bendingLengthMm(100, 41.5)).toBeCloseTo(1.02, 1)
    expect(peirceLengthMm(100, 67) / bendingLengthMm(100, 67)).toBeGreaterThan(1.03)
  })
  it('refuses what cannot be measured', () => {
    expect(() => bendingLengthMm(100, 88)).toThrow(/slope/)
    expect(() => bendingLengthMm(0, 40)).toThrow(/overhang/)
  })
})
