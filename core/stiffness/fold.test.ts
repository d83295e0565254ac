import { describe, expect, it } from 'vitest'
import { smallestFoldMm } from '.'

describe('the smallest fold', () => {
  it('is the elastica between two plates: D² = 2.871 B / P', () => {
    let integral = 0
    const n = 200_000
    for (let i = 0; i < n; i++) integral += Math.sqrt(Math.sin(Math.PI * (i + 0.5) / n)) * Math.PI / n
    expect(smallestFoldMm(8000, 50)).toBeCloseTo(Math.sqrt(0.008 / 100) * integral * 1000, 3)
    expect(smallestFoldMm(8000, 50) ** 2 * 1e-6 * 50 / 0.008).toBeCloseTo(2.871, 3)
  })
  it('four times as stiff folds twice as wide; nothing stays folded by itself', () => {
    expect(smallestFoldMm(4 * 700) / smallestFoldMm(700)).toBeCloseTo(2, 9)
    expect(() => smallestFoldMm(700, 0)).toThrow(RangeError)
  })
})
