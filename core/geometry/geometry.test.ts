import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  arc, areaMm2, aroundMm, atOrigin, boundsOf, contactOf, crossing, cubic, cutApart, difference, intersection, isOverlapping, mirrored,
  offset, offsetEdges, outlineOf,
  quadratic, rotated, shifted, signedAreaMm2, tooNarrow, union, type Outline, type Point, type Ring,
} from '.'

const box = (wide: number, high: number, x = 0, y = 0): Outline =>
  outlineOf([{ x, y }, { x: x + wide, y }, { x: x + wide, y: y + high }, { x, y: y + high }])
const circle = (r: number, x = 0, y = 0): Outline => outlineOf(arc({ x, y }, r, 0, 360, 0.005).slice(0, -1))
const total = (all: readonly Outline[]) => all.reduce((sum, o) => sum + areaMm2(o), 0)
/** A star-shaped outline about a point: simple, and of any shape. */
const star = fc.record({
  x: fc.integer({ min: -80, max: 80 }), y: fc.integer({ min: -80, max: 80 }),
  spokes: fc.array(fc.integer({ min: 20, max: 120 }), { minLength: 3, maxLength: 14 }),
}).map(({ x, y, spokes }) => outlineOf(spokes.map((r, i) => {
  const a = i / spokes.length * 2 * Math.PI
  return { x: x + r * Math.cos(a), y: y + r * Math.sin(a) }
})))
const runs = { numRuns: 150, seed: 5 }

describe('one outline', () => {
  it('its area, its way round and its size', () => {
    expect([areaMm2(box(30, 20)), aroundMm(box(30, 20).rim), signedAreaMm2(box(30, 20).rim.toReversed())]).toEqual([600, 100, -600])
    expect(areaMm2(outlineOf(box(30, 20).rim, [box(5, 4, 2, 2).rim]))).toBe(580)
    expect(boundsOf(box(30, 20, -5, 7))).toEqual({ left: -5, right: 25, bottom: 7, top: 27, wideMm: 30, highMm: 20 })
    expect(() => boundsOf({ rim: [] })).toThrow(RangeError)
  })
  it('turning, moving and mirroring change neither area nor size around; twice mirrored is the same', () => {
    fc.assert(fc.property(star, fc.integer({ min: -360, max: 360 }), (o, degrees) => {
      for (const other of [rotated(o, degrees), shifted(o, 13, -7), mirrored(o), atOrigin(o)]) {
        expect(areaMm2(other)).toBeCloseTo(areaMm2(o), 6)
        expect(aroundMm(other.rim)).toBeCloseTo(aroundMm(o.rim), 6)
        expect(signedAreaMm2(other.rim)).toBeGreaterThan(0)
      }
      expect(total(difference([o], [mirrored(mirrored(o))]))).toBe(0)
    }), runs)
  })
  it('the other of a pair is the mirror image: no turning lays one on the other', () => {
    const flap = outlineOf([{ x: 0, y: 0 }, { x: 60, y: 0 }, { x: 50, y: 30 }, { x: 0, y: 20 }])
    const best = Math.min(...Array.from({ length: 72 }, (_, i) => {
      const other = atOrigin(rotated(mirrored(flap), i * 5))
      return total(difference([atOrigin(flap)], [other]))
    }))
    expect(best).toBeGreaterThan(20)
  })
  it.each<[string, Ring, boolean]>([
    ['a square does not cross itself', box(10, 10).rim, false],
    ['a bow does', [{ x: 0, y: 0 }, { x: 10, y: 10 }, { x: 10, y: 0 }, { x: 0, y: 10 }], true],
    ['nor does a dart', [{ x: 0, y: 0 }, { x: 10, y: 0 }, { x: 5, y: 3 }, { x: 5, y: 10 }], false],
    ['one that touches itself does', [{ x: 0, y: 0 }, { x: 10, y: 0 }, { x: 10, y: 10 }, { x: 5, y: 0 }, { x: 0, y: 10 }], true],
  ])('%s', (_, ring, is) => expect(crossing(ring) !== null).toBe(is))
  /** Every edge against every other, as one would by hand. */
  const crossesByHand = (ring: Ring): boolean => {
    const n = ring.length, turn = (a: Point, b: Point, c: Point) => Math.sign((b.x - a.x) * (c.y - a.y) - (b.y - a.y) * (c.x - a.x))
    const on = (a: Point, b: Point, p: Point) => turn(a, b, p) === 0
      && Math.min(a.x, b.x) <= p.x && p.x <= Math.max(a.x, b.x) && Math.min(a.y, b.y) <= p.y && p.y <= Math.max(a.y, b.y)
    return ring.some((a, i) => ring.some((c, j) => {
      if (j < i + 2 || (i === 0 && j === n - 1)) return false
      const b = ring[(i + 1) % n]!, d = ring[(j + 1) % n]!
      return (turn(a, b, c) * turn(a, b, d) < 0 && turn(c, d, a) * turn(c, d, b) < 0)
        || on(a, b, c) || on(a, b, d) || on(c, d, a) || on(c, d, b)
    }))
  }
  it('an outline of many corners is judged as every edge against every other would be', () => {
    const corner = fc.record({ x: fc.integer({ min: 0, max: 40 }), y: fc.integer({ min: 0, max: 40 }) })
    // Round a circle, so that many do not cross; one or two corners are then moved anywhere.
    const round = fc.record({
      n: fc.integer({ min: 38, max: 90 }), moved: fc.array(fc.tuple(fc.nat(89), corner), { maxLength: 2 }),
    }).map(({ n, moved }) => {
      const ring = arc({ x: 20, y: 20 }, 20, 0, 360, 1e-6).filter((_, i, all) => i % Math.ceil(all.length / n) === 0).slice(0, -1)
      for (const [i, p] of moved) ring[i % ring.length] = p
      return ring
    })
    let crossed = 0
    fc.assert(fc.property(round, (ring) => {
      const is = crossesByHand(ring)
      if (is) crossed++
      expect(crossing(ring) !== null).toBe(is)
    }), { numRuns: 300, seed: 5 })
    expect(crossed).toBeGreaterThan(50)
    expect(crossed).toBeLessThan(250)
  })
})

describe('curves', () => {
  it.each([1, 5, 40, 600])('no chord of a circle of %i mm stands off by more than it may', (r) => {
    const points = arc({ x: 0, y: 0 }, r, 0, 360)
    for (let i = 1; i < points.length; i++) {
      const [a, b] = [points[i - 1]!, points[i]!]
      expect(r - Math.hypot((a.x + b.x) / 2, (a.y + b.y) / 2)).toBeLessThanOrEqual(0.1 + 1e-9)
    }
  })
  it('a cubic is followed within a tenth of a millimetre', () => {
    const any = fc.integer({ min: -300, max: 300 })
    const point = fc.record({ x: any, y: any })
    fc.assert(fc.property(point, point, point, point, (a, b, c, d) => {
      const line = [a, ...cubic(a, b, c, d)]
      for (let k = 0; k <= 40; k++) {
        const t = k / 40, u = 1 - t
        const at = (f: keyof Point) => u ** 3 * a[f] + 3 * u * u * t * b[f] + 3 * u * t * t * c[f] + t ** 3 * d[f]
        expect(Math.min(...line.slice(1).map((q, i) => toSegment(line[i]!, q, { x: at('x'), y: at('y') })))).toBeLessThan(0.101)
      }
    }), { numRuns: 60, seed: 5 })
  })
  it('a quadratic ends where it should and passes its middle', () => {
    const [a, b, c] = [{ x: 0, y: 0 }, { x: 50, y: 100 }, { x: 100, y: 0 }]
    const line = [a, ...quadratic(a, b, c)]
    expect(line.at(-1)).toEqual(c)
    expect(Math.max(...line.map(p => p.y))).toBeCloseTo(50, 1)
  })
})
function toSegment(a: Point, b: Point, p: Point): number {
  const l = (b.x - a.x) ** 2 + (b.y - a.y) ** 2
  const t = l === 0 ? 0 : Math.max(0, Math.min(1, ((p.x - a.x) * (b.x - a.x) + (p.y - a.y) * (b.y - a.y)) / l))
  return Math.hypot(p.x - a.x - t * (b.x - a.x), p.y - a.y - t * (b.y - a.y))
}

describe('what outlines have in common', () => {
  it('what is in both, and in each alone, make up the whole', () => {
    fc.assert(fc.property(star, star, (a, b) => {
      const both = total(intersection([a], [b]))
      expect(total(union([a, b]))).toBeCloseTo(areaMm2(a) + areaMm2(b) - both, 0)
      expect(total(difference([a], [b]))).toBeCloseTo(areaMm2(a) - both, 0)
      expect(isOverlapping(a, b)).toBe(both > 0)
    }), runs)
  })
  it('a hole cut in a patch: web and hole make the patch', () => {
    const patch = box(60, 50), hole = circle(9, 30, 25)
    const web = difference([patch], [hole])
    expect(web).toHaveLength(1)
    expect(web[0]!.holes).toHaveLength(1)
    expect(areaMm2(web[0]!) + areaMm2(hole)).toBeCloseTo(3000, 2)
  })
  it('an outline led about meets another where they have something in common, with or without a hole, and where they touch', () => {
    const place = fc.integer({ min: -130, max: 130 }), band = { rim: circle(60).rim, holes: [circle(40).rim] }
    fc.assert(fc.property(star, fc.oneof(star, fc.constant(band)), place, place, (led, still, x, y) => {
      const isMet = contactOf(led, still)({ x, y }), both = total(intersection([shifted(led, x, y)], [still]))
      // Only what merely touches has no area in common.
      if (isMet) expect(isOverlapping(offset([shifted(led, x, y)], 0.05)[0]!, still)).toBe(true)
      else expect(both).toBe(0)
    }), { numRuns: 300, seed: 4 })
    const isMet = contactOf(box(10, 10), box(10, 10))
    const at = [[10, 0], [10.01, 0], [2, 3], [-10, -10], [0, -10.01]].map(([x, y]) => ({ x: x!, y: y! }))
    expect(at.map(isMet)).toEqual([true, false, true, true, false])
    // Within each other, and within the hole.
    expect([contactOf(box(4, 4), box(20, 20))({ x: 5, y: 5 }), contactOf(box(90, 90), box(4, 4))({ x: -20, y: -20 })]).toEqual([true, true])
    expect([contactOf(circle(9), band)({ x: 3, y: 4 }), contactOf(circle(9), band)({ x: 50, y: 0 })]).toEqual([false, true])
    expect([contactOf(band, circle(9))({ x: 3, y: 4 }), contactOf(band, circle(2))({ x: 50, y: 0 })]).toEqual([false, true])
  })
  it('side by side is not on top of each other', () => {
    expect([isOverlapping(box(10, 10), box(10, 10, 10, 0)), isOverlapping(box(10, 10), box(10, 10, 9.9, 0))]).toEqual([false, true])
  })
})

describe('at a distance', () => {
  it.each([[50, 6], [50, -6], [12, 3], [120, -40]])('a circle of %i mm by %i mm has that radius within a tenth', (r, by) => {
    const [made] = offset([circle(r)], by)
    for (const p of made!.rim) expect(Math.abs(Math.hypot(p.x, p.y) - (r + by))).toBeLessThan(0.1)
  })
  it('a square pointed or rounded, outward; inward it stays a square', () => {
    const square = box(100, 100)
    expect(areaMm2(offset([square], 10, 'pointed')[0]!)).toBeCloseTo(120 * 120, 3)
    expect(areaMm2(offset([square], 10)[0]!)).toBeCloseTo(100 * 100 + 4 * 100 * 10 + Math.PI * 100, -1)
    expect(areaMm2(offset([square], -10)[0]!)).toBeCloseTo(80 * 80, 3)
    expect(offset([square], -51)).toEqual([])
    expect(offset([square], 0)).toEqual([square])
  })
  it('outward holds the outline, inward is held by it; further out is larger', () => {
    fc.assert(fc.property(star, fc.integer({ min: 1, max: 15 }), (o, d) => {
      expect(total(difference([o], offset([o], d)))).toBeLessThan(0.5)
      expect(total(difference(offset([o], -d), [o]))).toBeLessThan(0.5)
      expect(total(offset([o], d + 1))).toBeGreaterThan(total(offset([o], d)))
    }), runs)
  })
  it('an hourglass falls in two when its waist is taken in, and the waist is pointed out', () => {
    const glass = union([box(60, 40), box(6, 40, 27, 30), box(60, 40, 0, 60)])
    expect(glass).toHaveLength(1)
    expect(offset(glass, -4)).toHaveLength(2)
    const narrow = tooNarrow(glass[0]!, 4)
    expect(narrow).toHaveLength(1)
    expect(boundsOf(narrow[0]!)).toMatchObject({ wideMm: expect.closeTo(6, 0) as number })
    expect(tooNarrow(box(60, 40), 4)).toEqual([])
    expect(tooNarrow(box(60, 7), 4)).toHaveLength(1)
  })
})

describe('cut apart', () => {
  const limits = { longMm: 60, corners: 12, holes: 2 }
  it('every part is within the limits, and together they are what there was', () => {
    fc.assert(fc.property(star, fc.array(fc.tuple(fc.integer({ min: -40, max: 40 }), fc.integer({ min: -40, max: 40 })), { maxLength: 8 }),
      (o, holes) => {
        const [holed] = difference([o], holes.map(([x, y]) => box(5, 5, o.rim[0]!.x / 2 + x, y)))
        if (!holed) return
        const parts = cutApart(holed, limits)
        for (const part of parts) {
          const { wideMm, highMm } = boundsOf(part)
          expect(Math.max(wideMm, highMm)).toBeLessThanOrEqual(limits.longMm + 1e-6)
          expect(part.holes.length).toBeLessThanOrEqual(limits.holes)
          expect(Math.max(...[part.rim, ...part.holes].map(r => r.length))).toBeLessThanOrEqual(limits.corners)
        }
        expect(total(parts)).toBeCloseTo(areaMm2(holed), 0)
      }), runs)
  })
  it('what is within them stays as it is', () => expect(cutApart(box(50, 50), limits)).toEqual([box(50, 50)]))
})

describe('a distance of its own at every edge', () => {
  it('a hem of 40 mm below, seams of 15 elsewhere, and back again', () => {
    const seam = box(200, 300)
    const [cut] = offsetEdges(seam.rim, [40, 15, 15, 15])
    expect(boundsOf(cut!)).toEqual({ left: -15, right: 215, bottom: -40, top: 315, wideMm: 230, highMm: 355 })
    const start = cut!.rim.findIndex((p, i) => p.y === -40 && cut!.rim[(i + 1) % 4]!.y === -40)
    const edges = [40, 15, 15, 15].map((_, i) => -[40, 15, 15, 15][(i - start + 4) % 4]!)
    expect(boundsOf(offsetEdges(cut!.rim, edges)[0]!)).toEqual(boundsOf(seam))
  })
  it('the same everywhere is the pointed offset', () => {
    const flap = outlineOf([{ x: 0, y: 0 }, { x: 160, y: 0 }, { x: 150, y: 55 }, { x: 10, y: 60 }])
    const [ruled] = offsetEdges(flap.rim, [10, 10, 10, 10]), [pointed] = offset([flap], 10, 'pointed')
    expect(total(difference([ruled!], [pointed!])) + total(difference([pointed!], [ruled!]))).toBeLessThan(0.01)
  })
  it('a sharp point is cut off, and what is taken in too far is gone', () => {
    const point = outlineOf([{ x: 0, y: 0 }, { x: 200, y: -6 }, { x: 200, y: 6 }])
    expect(boundsOf(offsetEdges(point.rim, [10, 10, 10])[0]!).left).toBeGreaterThan(-45)
    expect(offsetEdges(box(20, 20).rim, [-11, -11, -11, -11])).toEqual([])
  })
  it('says what it cannot do', () => {
    expect(() => offsetEdges(box(20, 20).rim, [1, 2])).toThrow('There are 4 edges, and 2 distances')
    expect(() => offsetEdges([{ x: 0, y: 0 }, { x: 0, y: 0 }, { x: 1, y: 1 }], [1, 1, 1])).toThrow('Corner 1 is listed twice')
  })
})
