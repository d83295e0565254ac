import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { areaMm2, boundsOf, difference, intersection, offset, outlineOf, rotated, type Outline } from '../geometry'
import { blockOf, outlinesOf, usualMeasures } from '../cut'
import {
  bearingOf, bearingOutline, coverPiece, inOrder, movingShare, printed, proveCoverage, soleOutline, TIP, whyMany, type SoleShape,
} from '.'
import { crossingsOf, has, put, someBit, words } from './grid'
import { fieldOf, pointsIn, stampOf } from './points'
import { tileOf, tilings } from './tile'

const household: SoleShape = { longMm: 220, wideMm: 115, pointed: true }
const travel: SoleShape = { longMm: 145, wideMm: 75, pointed: true }
const press: SoleShape = { longMm: 380, wideMm: 380, pointed: false }
const box = (wide: number, high: number, x = 0, y = 0): Outline =>
  outlineOf([{ x, y }, { x: x + wide, y }, { x: x + wide, y: y + high }, { x, y: y + high }])
const interfacingOf = (key: string) => {
  const block = blockOf(key)!
  return outlinesOf(block.draw(usualMeasures(block)), { seam: 10, hem: 40, front: 12 }, { how: 'inside', byMm: 2 }).interfacing[0]!
}

describe('a sole', () => {
  it('has its size, a nose in front, and a rim of 6 mm that bears less', () => {
    for (const sole of [household, travel]) {
      const b = boundsOf(soleOutline(sole)), inner = boundsOf(bearingOutline(sole))
      expect([b.wideMm, b.highMm]).toEqual([expect.closeTo(sole.wideMm, 6), expect.closeTo(sole.longMm, 6)])
      expect(b.wideMm - inner.wideMm).toBeCloseTo(12, 1)
      expect(areaMm2(soleOutline(sole)) / (sole.longMm * sole.wideMm)).toBeGreaterThan(0.75)
      expect(areaMm2(soleOutline(sole)) / (sole.longMm * sole.wideMm)).toBeLessThan(0.92)
    }
    expect(areaMm2(soleOutline(press))).toBeCloseTo(380 * 380, 6)
  })
  it('bears in its own shape and size, whichever was asked for before it; its tip in that of a tip', () => {
    const areaOf = (sole: SoleShape) => Math.round(areaMm2(bearingOutline(sole)))
    const wider = { ...household, wideMm: 140 }, longer = { ...household, longMm: 300 }, blunt = { ...household, pointed: false }
    const areas = [household, wider, longer, blunt].map(areaOf)
    expect(new Set(areas).size).toBe(4)
    expect([blunt, longer, wider, household].map(areaOf)).toEqual(areas.toReversed())
    expect(areas[3]).toBe(Math.round((115 - 12) * (220 - 12)))
    const tip = boundsOf(bearingOf(household, { x: 0, y: 0, headingDeg: 0, tip: true }))
    expect(tip.wideMm).toBeCloseTo(TIP.wideMm - 4, 1)
    expect(boundsOf(bearingOutline(TIP)).wideMm).toBeCloseTo(TIP.wideMm - 12, 1)
  })
  it('set down somewhere, turned: its nose is there', () => {
    const nose = printed(soleOutline(household), { x: 500, y: 300, headingDeg: 90 })
    expect(boundsOf(nose)).toMatchObject({ left: expect.closeTo(390, 6), right: expect.closeTo(610, 6) })
    // Counter-clockwise from up by a quarter the nose points to the left: there it is narrow.
    const at = (x: number) => boundsOf(intersection([nose], [box(2, 400, x, 100)])[0]!).highMm
    expect(at(400)).toBeLessThan(60)
    expect(at(590)).toBeGreaterThan(100)
  })
})

const star = fc.array(fc.integer({ min: 60, max: 320 }), { minLength: 4, maxLength: 10 }).map(spokes => outlineOf(spokes.map((r, i) => {
  const a = i / spokes.length * 2 * Math.PI
  return { x: r * Math.cos(a), y: r * Math.sin(a) }
})))
/** A star with a star out of its middle. */
const ring = fc.tuple(star, star).map(([{ rim }, { rim: hole }]) => ({ rim, holes: [hole.map(p => ({ x: p.x / 8, y: p.y / 8 }))] }))

describe('what is looked up instead of gone through', () => {
  it('bits that are set: each of them once, from the first on, until it is told to stop', () => {
    fc.assert(fc.property(fc.uniqueArray(fc.integer({ min: 0, max: 199 })), fc.nat(20), (set, most) => {
      const bits = new Uint32Array(words(200)), seen: number[] = []
      for (const i of set) put(bits, i)
      const isStopped = someBit(bits, i => seen.push(i) > most)
      expect(seen).toEqual(set.toSorted((a, b) => a - b).slice(0, most + 1))
      expect(isStopped).toBe(set.length > most)
    }), { numRuns: 200, seed: 11 })
  })
  it('noses reach between each other just as far as the two are as wide as a heel all along', () => {
    for (const sole of [household, travel]) {
      const counted = offset([bearingOutline(sole)], -5)[0]!, { bottom, top } = boundsOf(counted), { lock } = tileOf(counted)
      const half = (y: number) => crossingsOf(counted)(y).at(-1) ?? 0, heelTop = bottom + lock!.heelMm
      const leastMm = (noseMm: number) => Math.min(...Array.from({ length: Math.ceil(noseMm / 2) - 1 }, (_, i) => 2 * i + 1)
        .map(d => half(heelTop + d) + half(heelTop + noseMm - d)))
      expect(lock!.noseMm).toBeGreaterThan(20)
      expect(leastMm(lock!.noseMm)).toBeGreaterThanOrEqual(lock!.wideMm / 2 - 1e-9)
      if (lock!.noseMm < top - heelTop) expect(leastMm(lock!.noseMm + 2)).toBeLessThan(lock!.wideMm / 2)
    }
  })
  it('a comb of many teeth is laid over from end to end', () => {
    const teeth = Array.from({ length: 240 }, (_, i) => [{ x: 10 * i, y: 0 }, { x: 10 * i + 4, y: 0 }, { x: 10 * i + 4, y: 60 },
      { x: 10 * i + 10, y: 60 }]).flat()
    const comb = outlineOf([...teeth, { x: 2400, y: 100 }, { x: 0, y: 100 }])
    const counted = offset([bearingOutline(household)], -5)[0]!
    for (const placements of tilings(comb, tileOf(counted), 3)) {
      const { covered } = proveCoverage(comb, household, [], placements)
      expect(covered).toBeGreaterThan(0.999)
    }
  })
  it('a line across: the same edges as all of them asked one by one', () => {
    fc.assert(fc.property(ring, fc.integer({ min: -330, max: 330 }), (outline, y) => {
      const rings = [outline.rim, ...outline.holes], xs = rings.flatMap(r => r.flatMap((b, i) => {
        const a = r[(i + r.length - 1) % r.length]!
        return (a.y > y) === (b.y > y) ? [] : [a.x + (b.x - a.x) * (y - a.y) / (b.y - a.y)]
      }))
      expect(crossingsOf(outline)(y)).toEqual(xs.sort((a, b) => a - b))
    }), { numRuns: 200, seed: 3 })
  })
  it('points under a shape: those within it, half a millimetre up or down, wherever it is set down', () => {
    fc.assert(fc.property(ring, fc.integer({ min: -300, max: 300 }), fc.integer({ min: -300, max: 300 }), (shape, x, y) => {
      const field = fieldOf(pointsIn(box(400, 300, -150, -120), 21)), across = crossingsOf(shape)
      const within = (p: { x: number, y: number }, byMm: number) => {
        const xs = across(p.y - y + byMm)
        return xs.some((from, k) => k % 2 === 0 && p.x - x >= from && p.x - x <= xs[k + 1]!)
      }
      const bits = stampOf(shape)(field, { x, y })
      const wrong = field.points.filter((p, i) => ![-0.26, 0, 0.26].some(by => within(p, by) === has(bits, i)))
      expect(wrong).toEqual([])
    }), { numRuns: 60, seed: 5 })
  })
  it('the few ways of laying rows are those with fewest of all there are', () => {
    const counted = offset([bearingOutline(household)], -5)[0]!
    fc.assert(fc.property(star, (region) => {
      const all = tilings(region, tileOf(counted), Infinity)
      expect(all.length).toBeGreaterThan(400)
      expect(tilings(region, tileOf(counted), 12)).toEqual(all.slice(0, 12))
    }), { numRuns: 6, seed: 9 })
  })
})

describe('a covering', () => {
  it('of any outline misses less than a thousandth, and no more than that of its edge', () => {
    fc.assert(fc.property(star, fc.constantFrom(household, travel, press), (outline, sole) => {
      const { placements, covered, missed, bound } = coverPiece({ outline, sole, keepOuts: [], walk: 'middle' })
      expect(covered).toBeGreaterThanOrEqual(0.999)
      expect(placements.length).toBeGreaterThanOrEqual(bound)
      const edge = difference([outline], offset([outline], -2))
      const bare = missed.length > 0 ? intersection(edge, missed).reduce((s, o) => s + areaMm2(o), 0) : 0
      expect(bare / edge.reduce((s, o) => s + areaMm2(o), 0)).toBeLessThan(0.01)
      expect(proveCoverage(outline, sole, [], placements).covered).toBe(covered)
    }), { numRuns: 20, seed: 7 })
  })
  it.each<[string, number]>([['coatFront', 1.6], ['mat', 1.6], ['bagSide', 1.6], ['frontFacing', 1.6]])(
    'of a %s takes no more than %f times as many positions as its area asks', (key, most) => {
      const { placements, bound, covered } = coverPiece({ outline: interfacingOf(key), sole: household, keepOuts: [], walk: 'rows' })
      expect(covered).toBeGreaterThanOrEqual(0.999)
      expect(placements.length / bound).toBeLessThanOrEqual(most)
    })
  it('one position where one is enough, whichever way the piece lies', () => {
    for (const deg of [0, 30, 90, 135]) {
      const outline = rotated(box(60, 120), deg)
      expect(coverPiece({ outline, sole: household, keepOuts: [], walk: 'middle' }).placements).toHaveLength(1)
    }
    expect(coverPiece({ outline: box(300, 300), sole: press, keepOuts: [], walk: 'middle' }).placements).toHaveLength(1)
  })
  it('stands on no button, keeps 5 mm off it, and covers what can be reached', () => {
    const button = offset([box(2, 2, 150, 120)], 9)[0]!
    const { placements, covered, missed } = coverPiece({ outline: box(320, 260), sole: travel, keepOuts: [button], walk: 'middle' })
    for (const p of placements) expect(intersection([printed(soleOutline(p.tip ? TIP : travel), p)], offset([button], 4.9))).toEqual([])
    expect(covered).toBeGreaterThan(0.97)
    for (const o of missed) expect(intersection([o], offset([button], 4.9))).toEqual([])
    // Where the whole sole cannot stand its tip does, last of all; without it less is covered.
    const tips = placements.filter(p => p.tip)
    expect(tips.length).toBeGreaterThan(0)
    expect(placements.slice(-tips.length)).toEqual(tips)
    expect(proveCoverage(box(320, 260), travel, [button], placements.filter(p => !p.tip)).covered).toBeLessThan(covered)
    for (const p of tips) expect(intersection([printed(bearingOf(travel, p), p)], offset([button], 4.9))).toEqual([])
    expect(boundsOf(bearingOf(travel, tips[0]!)).wideMm).toBeCloseTo(TIP.wideMm - 4, 0)
  })
  it('a press plate has no tip: what it cannot reach is named', () => {
    const button = offset([box(2, 2, 150, 120)], 9)[0]!
    const { placements, missed } = coverPiece({ outline: box(320, 260), sole: press, keepOuts: [button], walk: 'middle' })
    expect(placements.some(p => p.tip)).toBe(false)
    expect(missed.length).toBeGreaterThan(0)
  })
  it('says why there are more than its area asks for', () => {
    const of = (n: number, bound: number) => ({ placements: Array.from({ length: n }, () => ({ x: 0, y: 0, headingDeg: 0 })), bound })
    expect(whyMany(of(16, 10), 0)).toBeNull()
    expect(whyMany(of(17, 10), 0)).toBe('shape')
    expect(whyMany(of(17, 10), 2)).toBe('inTheWay')
    expect(whyMany(of(2, 1), 0)).toBe('small')
    expect([whyMany(of(6, 3), 0), whyMany(of(8, 4), 0)]).toEqual(['small', 'shape'])
    expect(whyMany(of(0, 0), 1)).toBeNull()
  })
  it('a keep-out over everything leaves nothing to cover and nothing to set down', () => {
    expect(coverPiece({ outline: box(100, 100), sole: household, keepOuts: [box(200, 200, -50, -50)], walk: 'middle' }))
      .toMatchObject({ placements: [], missed: [], covered: 1, bound: 0 })
  })
})

describe('an iron that goes in circles', () => {
  const one = [{ x: 0, y: 0, headingDeg: 0 }]
  it('is over everything all the time where the piece is small, over its rim for a part of it where it is not', () => {
    expect(movingShare(box(20, 20, -10, -10), press, one, 15)).toEqual({ least: expect.closeTo(1, 9), mean: expect.closeTo(1, 9) })
    // A plate of 368 mm, 15 mm about: the edge at 184 mm is under it for half of the way round.
    const rim = movingShare(box(368, 20, -184, -10), press, one, 15)
    expect(rim.least).toBeGreaterThan(0.3)
    expect(rim.least).toBeLessThan(0.7)
    expect(rim.mean).toBeGreaterThan(0.93)
  })
  it('standing still it is as the covering proves; two positions over each other give a place both their times', () => {
    expect(movingShare(box(200, 200, -100, -100), press, one, 0).least).toBeCloseTo(1, 9)
    expect(movingShare(box(20, 20, 400, 400), press, one, 15)).toEqual({ least: 0, mean: 0 })
    expect(movingShare(box(20, 20, -10, -10), press, [...one, ...one], 15).least).toBeCloseTo(2, 9)
  })
})

describe('the order of the hand', () => {
  const at = (x: number, y: number) => ({ x, y, headingDeg: 0 })
  it('from the middle outward, or row by row and back again', () => {
    const grid = [at(0, 0), at(100, 0), at(200, 0), at(0, 100), at(100, 100), at(200, 100)]
    const middle = inOrder(grid, 'middle').map(p => Math.hypot(p.x - 100, p.y - 50))
    expect(middle).toEqual([...middle].sort((a, b) => a - b))
    expect(inOrder(grid, 'rows').map(p => [p.x, p.y])).toEqual([[0, 100], [100, 100], [200, 100], [200, 0], [100, 0], [0, 0]])
  })
})
