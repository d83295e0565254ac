import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { arc, areaMm2, boundsOf, crossing, difference, outlineOf, isOverlapping, type Outline } from '../geometry'
import { BLOCKS, blockOf, foldOf, halfOf, HALVES, outlinesOf, pairOf, unfolded, usualMeasures, webOf, type Allowances } from '.'

const draw = (key: string, over: Record<string, number> = {}) => {
  const block = blockOf(key)!
  return block.draw({ ...usualMeasures(block), ...over })
}
const SEAMS: Allowances = { seam: 10, hem: 40, front: 12 }
const total = (all: readonly Outline[]) => all.reduce((sum, o) => sum + areaMm2(o), 0)

describe('blocks by their measures', () => {
  it.each<[string, Record<string, number>, number]>([
    ['strip', { long: 600, wide: 40 }, 24_000], ['waistband', { long: 780, high: 40, over: 30 }, 810 * 40],
    ['mat', { long: 420, wide: 300, corner: 25 }, 420 * 300 - (4 - Math.PI) * 625], ['circle', { across: 120 }, Math.PI * 3600],
    ['placket', { long: 160, wide: 30, point: 15 }, 30 * 145 + 30 * 15 / 2], ['welt', { wide: 120, high: 26, slant: 10 }, 120 * 26],
    ['curvedFacing', { inner: 90, wide: 50, angle: 90 }, Math.PI / 4 * (140 ** 2 - 90 ** 2)],
    ['cuff', { long: 240, high: 65, corner: 12 }, 240 * 65 - (4 - Math.PI) * 144 / 2],
  ])('%s %o has its area', (key, measures, mm2) => expect(areaMm2(draw(key, measures).seam) / mm2).toBeCloseTo(1, 3))

  it.each(BLOCKS.map(b => [b.key, b] as const))('%s is one simple outline with a kind for every edge, at any measures', (_, block) => {
    const any = fc.record(Object.fromEntries(block.measures.map(m =>
      [m.key, fc.integer({ min: Math.ceil(m.usualMm * 0.8), max: Math.floor(m.usualMm * 1.25) })])))
    fc.assert(fc.property(any, (measures) => {
      const { seam, edges } = block.draw(measures)
      expect(edges).toHaveLength(seam.rim.length)
      expect(crossing(seam.rim)).toBeNull()
      expect(edges.includes('fold')).toBe(block.half)
      expect(areaMm2(seam)).toBeGreaterThan(100)
    }), { numRuns: 25, seed: 9 })
  })
  it('fifteen and more of them, each with its own key', () => {
    expect(BLOCKS.length).toBeGreaterThanOrEqual(15)
    expect(new Set(BLOCKS.map(b => b.key)).size).toBe(BLOCKS.length)
    expect(blockOf('sail')).toBeNull()
  })
  it('a corner is never rounder than its sides allow', () => {
    expect(areaMm2(draw('mat', { long: 100, wide: 100, corner: 400 }).seam) / (Math.PI * 2500)).toBeCloseTo(1, 3)
  })
})

describe('from the cut edge inward', () => {
  it('allowances by edge, nothing at the fold, interfacing 2 mm inside the seam line', () => {
    const { cut, seam, interfacing } = outlinesOf(draw('coatFront'), SEAMS, { how: 'inside', byMm: 2 })
    const [of, about] = [boundsOf(seam), boundsOf(cut)]
    expect([of.bottom - about.bottom, of.left - about.left]).toEqual([expect.closeTo(40, 6), expect.closeTo(12, 6)])
    expect(of.left - boundsOf(interfacing[0]!).left).toBeCloseTo(-2, 6)
    const collar = outlinesOf(draw('collar'), SEAMS, { how: 'inside', byMm: 2 })
    expect([boundsOf(collar.cut).left, boundsOf(collar.interfacing[0]!).left]).toEqual([expect.closeTo(0, 6), expect.closeTo(0, 6)])
  })
  it('caught in the seam it is the cut edge, exact it is the seam line', () => {
    const flap = draw('flap')
    const { cut, interfacing } = outlinesOf(flap, SEAMS, { how: 'caught' })
    expect(interfacing).toEqual([cut])
    expect(outlinesOf(flap, SEAMS, { how: 'exact' }).interfacing).toEqual([flap.seam])
  })
  it('seam line within cut edge, interfacing within seam line, for every block', () => {
    for (const block of BLOCKS) {
      const { cut, seam, interfacing } = outlinesOf(draw(block.key), SEAMS, { how: 'inside', byMm: 1.5 })
      expect(total(difference([seam], [cut])), block.key).toBeLessThan(0.5)
      expect(total(difference(interfacing, [seam])), block.key).toBeLessThan(0.5)
      expect(total(interfacing), block.key).toBeGreaterThan(0)
    }
  })
  it('what is too narrow for its inset is pointed out', () => {
    expect(outlinesOf(draw('strip', { wide: 5 }), SEAMS, { how: 'inside', byMm: 3 })).toMatchObject({ interfacing: [] })
    expect(outlinesOf(draw('strip', { wide: 5 }), SEAMS, { how: 'inside', byMm: 3 }).narrow).toHaveLength(1)
    expect(outlinesOf(draw('strip'), SEAMS, { how: 'inside', byMm: 3 }).narrow).toEqual([])
  })
  it('unfolded, a half is twice its area and as wide again', () => {
    const half = draw('stand'), whole = unfolded(half.seam)
    expect(areaMm2(whole) / areaMm2(half.seam)).toBeCloseTo(2, 3)
    expect(boundsOf(whole).wideMm / boundsOf(half.seam).wideMm).toBeCloseTo(2, 6)
  })
  it('a pair really mirrors; what is cut alike does not', () => {
    const flap = draw('flap').seam
    const [left, right] = pairOf(blockOf('flap')!, flap)
    expect([left, boundsOf(right).right]).toEqual([flap, expect.closeTo(-boundsOf(flap).left, 9)])
    expect(pairOf(blockOf('mat')!, flap)[1]).toBe(flap)
  })
})

describe('the web of a mend', () => {
  const patch = draw('mat', { long: 80, wide: 60, corner: 10 }).seam
  const hole = (x: number, r = 6) => outlineOf(arc({ x, y: 30 }, r, 0, 360, 0.01).slice(0, -1))
  it('two near holes are joined, two far ones are not; web and holes make the patch', () => {
    const near = webOf(patch, [hole(32), hole(46)], 0, 4), far = webOf(patch, [hole(20), hole(60)], 0, 4)
    expect([near.holes.length, far.holes.length]).toEqual([1, 2])
    for (const { web, holes } of [near, far]) {
      expect(total(web) + total(holes)).toBeCloseTo(areaMm2(patch), 1)
      for (const h of holes) expect(web.some(w => isOverlapping(w, h))).toBe(false)
    }
  })
  it('may stay a millimetre inside, no more', () => {
    expect(total(webOf(patch, [], 1, 4).web)).toBeCloseTo(78 * 58 - (4 - Math.PI) * 81, -1)
    expect(() => webOf(patch, [], 1.5, 4)).toThrow('up to 1 mm less')
  })
})

describe('a piece of which one half is backed', () => {
  it.each(BLOCKS.map(b => b.key))('%s: two halves are the whole, and neither goes over the fold', (key) => {
    const seam = draw(key).seam
    for (const [one, other] of [['upper', 'lower'], ['left', 'right']] as const) {
      const a = halfOf([seam], seam, one), b = halfOf([seam], seam, other)
      expect(total([...a, ...b]) / areaMm2(seam)).toBeCloseTo(1, 5)
      expect(a.some(o => b.some(p => isOverlapping(o, p)))).toBe(false)
    }
    for (const half of HALVES) {
      const [from, to] = foldOf(seam, half), box = boundsOf({ rim: halfOf([seam], seam, half).flatMap(o => o.rim) })
      if (half === 'upper') expect(box.bottom).toBeCloseTo(from.y, 3)
      if (half === 'left') expect(box.right).toBeCloseTo(to.x, 3)
    }
  })
  it('by hand: a strip of 600 by 40 has 600 by 20 of it backed, its seam end taken in and its fold not', () => {
    const drawn = draw('strip', { long: 600, wide: 40 })
    const { interfacing } = outlinesOf(drawn, SEAMS, { how: 'inside', byMm: 2 })
    const box = boundsOf(drawn.seam), half = box.wideMm > box.highMm ? 'upper' : 'left'
    const [backed] = halfOf(interfacing, drawn.seam, half)
    expect(areaMm2(backed!)).toBeCloseTo(596 * 18, 3)
    expect(halfOf([], drawn.seam, half)).toEqual([])
  })
})
