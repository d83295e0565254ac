import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { arc, areaMm2, outlineOf, type Outline } from '../geometry'
import { boundMm, firstLayout, improveLayout, type LayoutPiece } from '.'
import { MEASURES } from './bound'
import { box, piece, starOf } from './laid.fixture'
import { slicesOf } from './slices'

const many = (n: number, outline: Outline, grain: LayoutPiece['grain'] = 'along'): LayoutPiece[] =>
  Array.from({ length: n }, (_, i) => piece(`${outline.rim.length} ${outline.rim[2]!.x} ${i}`, outline, grain))
const bound = (pieces: LayoutPiece[], wideMm = 300, gapMm = 0) => boundMm({ pieces, wideMm, gapMm })

describe('the shortest that a layout can be', () => {
  it('measures no more than the whole width for whatever lies side by side, and never less for a wider one', () => {
    // Shares that come out even are where a measure takes its steps.
    const share = fc.oneof(fc.double({ min: 0, max: 1, noNaN: true }), fc.tuple(fc.integer({ min: 1, max: 20 }),
      fc.integer({ min: 1, max: 40 })).map(([a, b]) => Math.min(1, a / b)))
    fc.assert(fc.property(fc.array(share, { minLength: 1, maxLength: 12 }), (shares) => {
      const fits: number[] = []
      let used = 0
      for (const s of shares) {
        if (used + s > 1) continue
        used += s
        fits.push(s)
      }
      for (const measure of MEASURES) expect(fits.reduce((sum, s) => sum + measure(s), 0)).toBeLessThanOrEqual(1 + 1e-6)
      const [a, b] = [Math.min(shares[0]!, shares.at(-1)!), Math.max(shares[0]!, shares.at(-1)!)]
      for (const measure of MEASURES) expect(measure(a)).toBeLessThanOrEqual(measure(b) + 1e-6)
    }), { numRuns: 500 })
  })

  it('knows that two, three or four find room beside each other where more would only by their area', () => {
    // Five of 110 on 300: two side by side, so five halves of a row.
    expect(bound(many(5, box(110, 50)))).toBeCloseTo(125, 6)
    // Four of 80, of which three find room.
    expect(bound(many(4, box(80, 50)))).toBeCloseTo(200 / 3, 6)
    // One of 210 leaves no room for those of 100, three of which lie side by side; for those of 90 it does.
    expect(bound([...many(1, box(210, 70)), ...many(3, box(100, 60))])).toBeCloseTo(130, 6)
    const beside = bound([...many(1, box(210, 70)), ...many(3, box(90, 60))])
    expect(beside).toBeGreaterThan((210 * 70 + 3 * 90 * 60) / 300)
    expect(beside).toBeLessThan(130)
    // Turned along the roll it counts as it lies narrowest.
    expect(bound(many(5, box(110, 50), 'any'))).toBeCloseTo(5 * 50 * 110 / 300, 6)
  })

  it('counts a curved piece only where it is wide enough', () => {
    const disc = outlineOf(arc({ x: 0, y: 0 }, 100, 0, 360, 0.02).slice(0, -1))
    // Wider than half of 300 where a chord is longer than 150: over 2·√(100² − 75²) of each.
    const wideOverMm = 2 * Math.sqrt(100 ** 2 - 75 ** 2), found = bound(many(4, disc))
    expect(found).toBeGreaterThan(4 * wideOverMm - 8)
    expect(found).toBeGreaterThan(4 * areaMm2(disc) / 300)
    const task = { pieces: many(4, disc), wideMm: 300, gapMm: 0, pinned: [] }
    expect(improveLayout(task, firstLayout(task), 60, 1).lengthMm).toBeGreaterThanOrEqual(found)
  })

  it('cuts a shape into strips that lie within it and come near to its area', () => {
    const star = fc.array(fc.integer({ min: 30, max: 120 }), { minLength: 3, maxLength: 14 })
    fc.assert(fc.property(star, (spokes) => {
      const outline = outlineOf(starOf(spokes))
      const { wideMm, highMm } = slicesOf(outline.rim), area = wideMm.reduce((sum, w, i) => sum + w * highMm[i]!, 0)
      expect(area).toBeLessThanOrEqual(areaMm2(outline) + 1e-6)
      expect(area).toBeGreaterThan(areaMm2(outline) - 0.06 * 240 * 240)
    }))
    const fork = [
      { x: 0, y: 0 }, { x: 200, y: 0 }, { x: 200, y: 20 }, { x: 20, y: 20 }, { x: 20, y: 120 }, { x: 200, y: 120 },
      { x: 200, y: 140 }, { x: 0, y: 140 },
    ]
    expect([...slicesOf(fork).wideMm]).toEqual([200, 20, 200])
    expect([...slicesOf(fork).highMm]).toEqual([20, 100, 20])
  })
})
