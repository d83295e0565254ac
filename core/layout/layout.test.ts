import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { arc, boundsOf, outlineOf, type Outline } from '../geometry'
import { seeded } from '../numeric'
import {
  boundMm,
  cutStrip,
  firstLayout,
  improveLayout,
  layoutFaults,
  turnsOf,
  type Grain,
  type LayoutPiece,
} from '.'
import { box, piece, starOf } from './laid.fixture'
import { profileOf, hasBarredSpan } from './profile'

const star = fc.array(fc.integer({ min: 20, max: 120 }), { minLength: 3, maxLength: 12 }).map(spokes => outlineOf(starOf(spokes)))

describe('a profile', () => {
  it('of a crooked piece: its lowest and highest edge at every place across', () => {
    // A letter C, open to the right: what lies between its arms counts as filled.
    const c = outlineOf([
      { x: 0, y: 0 },
      { x: 60, y: 0 },
      { x: 60, y: 20 },
      { x: 20, y: 20 },
      { x: 20, y: 80 },
      { x: 60, y: 80 },
      { x: 60, y: 100 },
      { x: 0, y: 100 },
    ])
    const p = profileOf(c)
    expect([p.wideMm, p.highMm, p.flat]).toEqual([60, 100, true])
    expect(
      profileOf(
        outlineOf([
          { x: 0, y: 0 },
          { x: 40, y: 10 },
          { x: 20, y: 50 },
        ]),
      ),
    ).toMatchObject({ wideMm: 40, highMm: 50, flat: false })
  })
  it('bars just the heights at which two pieces would lie on each other', () => {
    const span = new Float64Array(2)
    fc.assert(
      fc.property(star, star, fc.integer({ min: -150, max: 150 }), fc.integer({ min: -300, max: 300 }), (a, b, dx, dy) => {
        const p = profileOf(a),
          q = profileOf(b),
          [pa, qb] = [boundsOf(a), boundsOf(b)]
        const met = hasBarredSpan(p, q, dx, span)
        const at = layoutFaults(
          [
            { id: 'p', outline: a },
            { id: 'q', outline: b },
          ],
          [
            { id: 'p', turnDeg: 0, x: dx + 1000, y: dy + 1000 },
            { id: 'q', turnDeg: 0, x: 1000, y: 1000 },
          ],
          5000,
          0,
        )
        expect(pa.wideMm).toBeCloseTo(p.wideMm, 9)
        expect(qb.highMm).toBeCloseTo(q.highMm, 9)
        // Outside the barred heights they never overlap; column by column filled, they do inside.
        if (!met || dy >= span[1]! || dy <= span[0]!) expect(at).toEqual([])
      }),
      { numRuns: 250, seed: 4 },
    )
  })
})

describe('a layout', () => {
  it('of pieces of any shape lies on the roll, none on another and none too near, whatever the grain', () => {
    const grains: Grain[] = ['along', 'across', 'bias', 'any']
    fc.assert(
      fc.property(fc.array(star, { minLength: 1, maxLength: 9 }), fc.nat(), fc.boolean(), (outlines, seed, oneWay) => {
        const pieces = outlines.map((o, i) => piece(String(i), o, grains[(i + seed) % 4], oneWay))
        const task = { pieces, wideMm: 420, gapMm: 2, pinned: [] }
        const first = firstLayout(task),
          better = improveLayout(task, first, 15, seed)
        for (const layout of [first, better]) {
          expect(layout.placements).toHaveLength(pieces.length)
          expect(layoutFaults(pieces, layout.placements, 420, 2, layout.lengthMm)).toEqual([])
          expect(layout.lengthMm).toBeGreaterThanOrEqual(boundMm(task) - 1e-6)
          for (const at of layout.placements) expect(turnsOf(pieces[Number(at.id)]!)).toContain(at.turnDeg)
        }
      }),
      { numRuns: 60, seed: 9 },
    )
  })
  it('the same seed gives the same layout, and looking longer never a longer one', () => {
    const pieces = cutStrip(12, 600, 700, seeded(3)).map(([w, h], i) => piece(String(i), box(w, h)))
    const task = { pieces, wideMm: 600, gapMm: 2, pinned: [] }
    let layout = firstLayout(task),
      before = layout.lengthMm
    for (let seed = 1; seed < 6; seed++) {
      expect(improveLayout(task, layout, 40, seed)).toEqual(improveLayout(task, layout, 40, seed))
      layout = improveLayout(task, layout, 40, seed)
      expect(layout.lengthMm).toBeLessThanOrEqual(before + 20)
      before = layout.lengthMm
    }
  })
  it('judges what was moved as if it had never been judged before, in alike pieces and others', () => {
    const mm = fc.integer({ min: 0, max: 300 }), at = fc.record({ x: mm, y: mm, turnDeg: fc.constantFrom(0, 90, 180) })
    fc.assert(fc.property(star, fc.array(at, { minLength: 2, maxLength: 5 }), at, fc.constantFrom(0, 2), (drawn, places, moved, gapMm) => {
      const laid = (of: () => Outline, all: typeof places) => layoutFaults(all.map((_, i) => piece(String(i), of())),
        all.map((p, i) => ({ id: String(i), ...p })), 900, gapMm)
      const anew = () => outlineOf(drawn.rim.map(p => ({ ...p }))), shared = () => drawn
      for (const all of [places, [moved, ...places.slice(1)], places]) expect(laid(shared, all)).toEqual(laid(anew, all))
    }), { numRuns: 40, seed: 17 })
  })
  it('goes round what is pinned and leaves it where it lies', () => {
    const disc = outlineOf(arc({ x: 0, y: 0 }, 60, 0, 360, 0.05).slice(0, -1))
    const pieces = ['a', 'b', 'c', 'd', 'e'].map(id => piece(id, disc, 'any'))
    const pinned = [{ id: 'c', turnDeg: 90, x: 33, y: 57.5 }]
    const task = { pieces, wideMm: 300, gapMm: 2, pinned }
    const layout = improveLayout(task, firstLayout(task), 60, 2)
    expect(layout.placements.find(p => p.id === 'c')).toEqual(pinned[0])
    expect(layoutFaults(pieces, layout.placements, 300, 2)).toEqual([])
  })
  it('two curved pieces nest: a bowl takes the ball', () => {
    const bowl = outlineOf([
      { x: 0, y: 0 },
      { x: 200, y: 0 },
      { x: 200, y: 100 },
      ...arc({ x: 100, y: 100 }, 80, 360, 180, 0.05),
      { x: 0, y: 100 },
    ])
    const ball = outlineOf(arc({ x: 0, y: 0 }, 76, 0, 360, 0.05).slice(0, -1))
    const task = { pieces: [piece('bowl', bowl, 'along', true), piece('ball', ball, 'along', true)], wideMm: 200, gapMm: 2, pinned: [] }
    const layout = improveLayout(task, firstLayout(task), 30, 1)
    expect(layout.lengthMm).toBeLessThan(185)
    expect(layoutFaults(task.pieces, layout.placements, 200, 2)).toEqual([])
  })
  it('a piece that fits turned one way only is never left out for a shorter layout', () => {
    const disc = outlineOf(arc({ x: 0, y: 0 }, 40, 0, 360, 0.05).slice(0, -1))
    for (const [a, b] of [[box(90, 50), box(60, 80)], [disc, disc]]) {
      const others = [piece('a', a!, 'any'), piece('b', b!, 'any')]
      const task = { pieces: [piece('long', box(400, 50), 'any'), ...others], wideMm: 300, gapMm: 2, pinned: [] }
      for (let seed = 1; seed < 5; seed++) {
        const layout = improveLayout(task, firstLayout(task), 80, seed)
        expect([layout.unlaid, layout.placements.length]).toEqual([[], 3])
        expect(layout.lengthMm).toBeGreaterThanOrEqual(boundMm(task) - 1e-6)
      }
    }
  })
  it('the bound: by area, by the highest, by what must lie one upon another; a crook from the side is no stack', () => {
    const of = (pieces: LayoutPiece[], wideMm = 300) => boundMm({ pieces, wideMm, gapMm: 0 })
    expect(of([piece('a', box(100, 90)), piece('b', box(200, 60))])).toBeCloseTo(90, 3)
    expect(of([piece('a', box(160, 90)), piece('b', box(200, 60))])).toBeCloseTo(150, 3)
    expect(of(Array.from({ length: 9 }, (_, i) => piece(String(i), box(100, 50))))).toBeCloseTo(150, 3)
    expect(of([piece('a', box(160, 90), 'any'), piece('b', box(200, 60), 'any')])).toBeCloseTo(90, 3)
    const fork = outlineOf([
      { x: 0, y: 0 }, { x: 200, y: 0 }, { x: 200, y: 20 }, { x: 20, y: 20 }, { x: 20, y: 120 }, { x: 200, y: 120 },
      { x: 200, y: 140 }, { x: 0, y: 140 },
    ])
    expect(of([piece('fork', fork), piece('bar', box(170, 90))])).toBeCloseTo(140, 3)
  })
  it('what is wider than the roll is left out and named', () => {
    const task = { pieces: [piece('wide', box(400, 50)), piece('slim', box(80, 50))], wideMm: 300, gapMm: 2, pinned: [] }
    expect(firstLayout(task)).toMatchObject({ unlaid: ['wide'], lengthMm: 50 })
    // Across its grain it would fit: only the grain forbids it.
    expect(firstLayout({ ...task, pieces: [piece('wide', box(400, 50), 'across')] }).unlaid).toEqual([])
  })
  it('what is as wide as the roll lies on it, whatever its last digits are', () => {
    const task = (wideMm: number) =>
      ({ pieces: [piece('whole', box(wideMm, 50)), piece('slim', box(80, 30))], wideMm: 300, gapMm: 0, pinned: [] })
    for (const wideMm of [300, 300 + 1e-9, 0.1 * 3000]) {
      const laid = firstLayout(task(wideMm))
      expect([laid.unlaid, Math.round(laid.lengthMm)]).toEqual([[], 80])
      expect(Math.round(improveLayout(task(wideMm), laid, 50, 1).lengthMm)).toBe(80)
    }
    expect(firstLayout(task(300.01)).unlaid).toEqual(['whole'])
  })
  it.each([
    [25, 2500],
    [50, 2500],
  ])('%i rectangles cut out of a strip: within 1.10 of its length', (count, rounds) => {
    const worst = { ratio: 0, seed: 0 }
    for (let seed = 1; seed <= 8; seed++) {
      const pieces = cutStrip(count, 900, 1200, seeded(seed * 77 + count)).map(([w, h], i) => piece(String(i), box(w, h)))
      const task = { pieces, wideMm: 900, gapMm: 0, pinned: [] }
      const layout = improveLayout(task, firstLayout(task), rounds, seed)
      expect(layoutFaults(pieces, layout.placements, 900, 0)).toEqual([])
      expect(boundMm(task)).toBeLessThanOrEqual(1200.001)
      if (layout.lengthMm / 1200 > worst.ratio) Object.assign(worst, { ratio: layout.lengthMm / 1200, seed })
    }
    expect(worst.ratio).toBeLessThanOrEqual(1.1)
    expect(worst.ratio).toBeGreaterThanOrEqual(1)
  })
  it('few rectangles: as short as the best of all orders', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.integer({ min: 20, max: 90 }), fc.integer({ min: 20, max: 90 })), { minLength: 2, maxLength: 4 }),
        (sizes) => {
          const pieces = sizes.map(([w, h], i) => piece(String(i), box(w, h), 'along', true))
          const task = { pieces, wideMm: 120, gapMm: 0, pinned: [] }
          expect(improveLayout(task, firstLayout(task), 300, 1).lengthMm).toBeLessThanOrEqual(bruteForce(sizes, 120) + 1e-6)
        },
      ),
      { numRuns: 40, seed: 6 },
    )
  })
})

/** The shortest strip of rectangles at the corners of those laid before, over all orders. */
function bruteForce(sizes: readonly [number, number][], wide: number): number {
  const orders = (left: number[]): number[][] =>
    left.length < 2 ? [left] : left.flatMap(i => orders(left.filter(k => k !== i)).map(r => [i, ...r]))
  let best = Infinity
  const layout = (order: number[], at: number, laid: { x: number, y: number, w: number, h: number }[]): void => {
    const top = Math.max(0, ...laid.map(r => r.y + r.h))
    if (top >= best) return
    if (at === order.length) {
      best = top
      return
    }
    const [w, h] = sizes[order[at]!]!
    for (const x of [0, ...laid.flatMap(r => [r.x + r.w])])
      for (const y of [0, ...laid.map(r => r.y + r.h)]) {
        if (x + w > wide || laid.some(r => x < r.x + r.w && r.x < x + w && y < r.y + r.h && r.y < y + h)) continue
        layout(order, at + 1, [...laid, { x, y, w, h }])
      }
  }
  for (const order of orders(sizes.map((_, i) => i))) layout(order, 0, [])
  return best
}

describe('what is wrong with a layout is found', () => {
  const pieces = [piece('a', box(100, 50)), piece('b', box(100, 50))]
  const at = (x: number, y: number) => [
    { id: 'a', turnDeg: 0, x: 0, y: 0 },
    { id: 'b', turnDeg: 0, x, y },
  ]
  it.each<[string, number, number, string[]]>([
    ['side by side', 102, 0, []],
    ['touching where a gap is asked', 100, 0, ['tooNear']],
    ['on each other', 60, 20, ['overlap']],
    ['over the edge', 205, 0, ['offRoll']],
    ['before the end of the roll', 110, -3, ['offRoll']],
  ])('%s', (_, x, y, why) => expect(layoutFaults(pieces, at(x, y), 300, 2).map(f => f.why)).toEqual(why))
  it('how much they share, and by how much one stands over', () => {
    expect(layoutFaults(pieces, at(60, 20), 300, 0)).toEqual([{ why: 'overlap', ids: ['a', 'b'], areaMm2: expect.closeTo(40 * 30, -1) }])
    expect(layoutFaults(pieces, at(205, 0), 300, 0)).toEqual([{ why: 'offRoll', id: 'b', byMm: expect.closeTo(5, 9) }])
    expect(layoutFaults(pieces, [{ id: 'z', turnDeg: 0, x: 0, y: 0 }], 300, 0)).toEqual([{ why: 'unknown', id: 'z' }])
    expect(layoutFaults(pieces, at(102, 0), 300, 2, 40).map(f => f.why)).toEqual(['offRoll', 'offRoll'])
  })
})
