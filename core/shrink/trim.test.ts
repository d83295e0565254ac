import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { curlPerMm, edgeOf, mismatchMmPerM, trimCurlPerMm, trimLength } from '.'

describe('a trim round corners', () => {
  const braid = { legsMm: [260, 70, 260, 70], widthMm: 14, endsMm: 20, joins: 0, joinMm: 25, shrinkPct: 4 }
  it('14 mm round three corners, preshrunk: legs, three folds of its width, its ends, and what it shrinks', () => {
    const { finishedMm, cornersMm, buyMm } = trimLength(braid)
    expect([finishedMm, cornersMm]).toEqual([660 + 3 * 14 + 20, 42])
    expect(buyMm).toBeCloseTo(722 / 0.96, 9)
    expect(buyMm * (1 - 0.04)).toBeCloseTo(finishedMm, 9)
  })
  it('joins take their own; what nobody knows is not added', () => {
    expect(trimLength({ ...braid, joins: 2, shrinkPct: null }).buyMm).toBe(722 + 50)
  })
  it('says what it cannot do', () => {
    expect(() => trimLength({ ...braid, legsMm: [] })).toThrow('at least one length')
    expect(() => trimLength({ ...braid, shrinkPct: 100 })).toThrow('Nothing is left')
  })
})

describe('a pair that curls', () => {
  const pair = { trimMm: 0.8, groundMm: 0.8, modulusRatio: 1, mismatchPct: 2 }
  it('two alike: one and a half times the mismatch over both together', () => {
    expect(curlPerMm(pair)).toBeCloseTo(1.5 * 0.02 / 1.6, 12)
  })
  it('whichever is called the trim, it curls as much: the other way round it is the same pair', () => {
    fc.assert(fc.property(fc.double({ min: 0.1, max: 4, noNaN: true }), fc.double({ min: 0.1, max: 4, noNaN: true }),
      fc.double({ min: 0.05, max: 20, noNaN: true }), (trimMm, groundMm, n) => {
        const one = curlPerMm({ trimMm, groundMm, modulusRatio: n, mismatchPct: 3 })
        const other = curlPerMm({ trimMm: groundMm, groundMm: trimMm, modulusRatio: 1 / n, mismatchPct: 3 })
        expect(one / other).toBeCloseTo(1, 9)
      }), { numRuns: 200, seed: 3 })
  })
  it('grows with the mismatch, turns with its sign, and is less in thicker stuff', () => {
    expect(curlPerMm({ ...pair, mismatchPct: 4 })).toBeCloseTo(2 * curlPerMm(pair), 12)
    expect(curlPerMm({ ...pair, mismatchPct: -2 })).toBeCloseTo(-curlPerMm(pair), 12)
    expect(curlPerMm({ ...pair, trimMm: 1.6, groundMm: 1.6 })).toBeCloseTo(curlPerMm(pair) / 2, 12)
    expect(mismatchMmPerM(2)).toBe(20)
  })
  it('its edge lies flat, lifts or rolls, and its section keeps its length', () => {
    expect(edgeOf(14, 0)).toMatchObject({ verdict: 'flat', liftMm: 0 })
    expect(edgeOf(14, 0.002).verdict).toBe('flat')
    expect(edgeOf(14, curlPerMm(pair)).verdict).toBe('lifts')
    expect(edgeOf(100, 0.02).verdict).toBe('rolls')
    const { section } = edgeOf(30, 0.04, 400)
    const length = section.slice(1).reduce((sum, p, i) => sum + Math.hypot(p.x - section[i]!.x, p.y - section[i]!.y), 0)
    expect(length).toBeCloseTo(30, 2)
    expect(Math.hypot(section.at(-1)!.x, section.at(-1)!.y - 1 / 0.04)).toBeCloseTo(1 / 0.04, 6)
  })
  it('a trim on a fabric is a stiffer pair; what was never measured is taken as is typical, and nothing has no thickness', () => {
    expect(trimCurlPerMm(0.8, 1, 4)).toBeCloseTo(curlPerMm({ trimMm: 0.8, groundMm: 1, modulusRatio: 3, mismatchPct: 4 }), 12)
    expect(trimCurlPerMm(null, null, 4)).toBe(trimCurlPerMm(0.8, 1, 4))
    expect(trimCurlPerMm(0, 0, 4)).toBe(trimCurlPerMm(0.1, 0.1, 4))
    expect(trimCurlPerMm(0.8, 1, 0)).toBe(0)
  })
})
