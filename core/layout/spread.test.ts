import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { firstLayout, garmentCounts, LAYER_END_MM, layoutFaults, severalOf, spreadOf } from '.'
import { box, piece } from './laid.fixture'

describe('several garments in one layout', () => {
  it('every piece as often, each by a name of its own, the first as it was', () => {
    const own = [piece('front', box(200, 300)), piece('collar', box(100, 50), 'across', true)]
    const all = severalOf(own, 3)
    expect(all.map(p => p.id)).toEqual(['front', 'collar', 'front ×2', 'collar ×2', 'front ×3', 'collar ×3'])
    expect(all.filter(p => p.oneWay && p.grain === 'across')).toHaveLength(3)
    expect(severalOf(own, 1)).toEqual(own)
  })
  it('two side by side take less than two one after the other', () => {
    // Two fifths of the roll wide: one leaves three fifths empty, two lie beside each other.
    const own = [piece('front', box(400, 600))], wideMm = 1000
    const taken = (n: number) => {
      const pieces = severalOf(own, n), layout = firstLayout({ pieces, wideMm, gapMm: 0, pinned: [] })
      expect(layoutFaults(pieces, layout.placements, wideMm, 0)).toEqual([])
      const { layers, layerMm } = spreadOf(layout.lengthMm, n, 4, 1)
      return layers * layerMm
    }
    expect(taken(1)).toBeCloseTo(4 * (600 + 2 * LAYER_END_MM))
    expect(taken(2)).toBeCloseTo(2 * (600 + 2 * LAYER_END_MM))
    expect(taken(4)).toBeCloseTo(1200)
  })
})

describe('a spread', () => {
  it('twelve shirts, two in a layout of 1.5 m, four layers at once', () => {
    expect(spreadOf(1500, 2, 12, 4)).toEqual({ garments: 2, layers: 6, cuts: 2, layerMm: 1540 })
  })
  it('one layer needs no more at its ends than any layout', () => {
    expect(spreadOf(1500, 3, 3, 4)).toEqual({ garments: 3, layers: 1, cuts: 1, layerMm: 1500 })
  })
  it('all that was wanted is cut, in no more goes than it takes', () => {
    const n = (max: number) => fc.integer({ min: 1, max })
    fc.assert(fc.property(n(6), n(20), n(12), n(3000), (garments, times, mostLayers, layoutMm) => {
      const s = spreadOf(layoutMm, garments, garments * times, mostLayers)
      expect(s.layers * garments).toBe(garments * times)
      expect(s.cuts * mostLayers).toBeGreaterThanOrEqual(s.layers)
      expect((s.cuts - 1) * mostLayers).toBeLessThan(s.layers)
    }), { seed: 4, numRuns: 200 })
  })
})

describe('how many are worth laying together', () => {
  it('those that leave none over, while they are not too many pieces', () => {
    expect(garmentCounts(12, 6, 80, 4)).toEqual([1, 3, 4, 12])
    expect(garmentCounts(12, 6, 50, 4)).toEqual([1, 2, 4, 6])
    expect(garmentCounts(12, 6, 80, 6)).toEqual([1, 2, 3, 4, 6, 12])
    expect(garmentCounts(12, 13, 60, 4)).toEqual([1, 2, 3, 4])
    expect(garmentCounts(12, 13, 60, 1)).toEqual([1])
    expect(garmentCounts(7, 10, 60, 4)).toEqual([1])
    expect(garmentCounts(1, 900, 60, 4)).toEqual([1])
  })
})
