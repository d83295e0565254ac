import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { areaMm2, boxOf, intersection, labelSpot, outlineOf, rotated } from '.'

const box = (left: number, bottom: number, right: number, top: number) => boxOf({ left, right, bottom, top })

describe('a place for words inside an outline', () => {
  it('of a rectangle is its middle, as wide as it is', () => {
    expect(labelSpot(box(10, 20, 110, 60), 12)).toEqual({ x: 60, y: expect.closeTo(40, 0), wideMm: 100 })
  })
  it('there is none where it is lower than the words', () => {
    expect(labelSpot(box(0, 0, 100, 10), 12)).toBeNull()
    expect(labelSpot(box(0, 0, 100, 12), 12)!.wideMm).toBeCloseTo(100, 6)
  })
  it('of an L is its long arm, not the corner that is cut out', () => {
    const arm = outlineOf([{ x: 0, y: 0 }, { x: 200, y: 0 }, { x: 200, y: 30 }, { x: 40, y: 30 }, { x: 40, y: 150 }, { x: 0, y: 150 }])
    const spot = labelSpot(arm, 14)!
    expect([spot.wideMm, spot.y < 30]).toEqual([200, true])
  })
  it('keeps off a hole', () => {
    const ring = { rim: box(0, 0, 100, 100).rim, holes: [box(20, 20, 80, 80).rim.toReversed()] }
    const spot = labelSpot(ring, 14)!
    expect([spot.wideMm, spot.y < 20 || spot.y > 80]).toEqual([100, true])
  })
  it('a narrow strip on the slant has room for hardly a word, though its box is large', () => {
    const strip = rotated(box(0, 0, 300, 30), 45)
    expect(labelSpot(strip, 14)!.wideMm).toBeLessThan(40)
  })
  it('whatever the outline, the words lie within it', () => {
    const corner = fc.record({ x: fc.integer({ min: 0, max: 300 }), y: fc.integer({ min: 0, max: 300 }) })
    fc.assert(fc.property(fc.tuple(corner, corner, corner), fc.integer({ min: 4, max: 40 }), (corners, highMm) => {
      const triangle = outlineOf(corners)
      fc.pre(areaMm2(triangle) > 200)
      const spot = labelSpot(triangle, highMm)
      if (!spot) return
      const half = spot.wideMm / 2, words = box(spot.x - half, spot.y - highMm / 2, spot.x + half, spot.y + highMm / 2)
      // The sides of a triangle are straight between the heights looked at: all of it is inside.
      expect(intersection([words], [triangle]).reduce((sum, o) => sum + areaMm2(o), 0) / (spot.wideMm * highMm)).toBeGreaterThan(0.995)
    }), { seed: 6 })
  })
})
