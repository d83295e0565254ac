import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { mix, normalQuantile, placeAmong, recordTravel, seeded, shuffle } from '.'

describe('seeded numbers', () => {
  it('are the same for a seed, others for another, and spread evenly over [0, 1)', () => {
    const draw = (seed: number) => { const r = seeded(seed); return Array.from({ length: 4000 }, r) }
    expect(draw(7)).toEqual(draw(7))
    expect(draw(7)).not.toEqual(draw(8))
    const all = draw(3)
    expect(Math.min(...all)).toBeGreaterThanOrEqual(0)
    expect(Math.max(...all)).toBeLessThan(1)
    for (let tenth = 0; tenth < 10; tenth++) expect(all.filter(x => Math.floor(x * 10) === tenth).length).toBeGreaterThan(330)
  })
  it('the normal quantile is odd about a half, rises, and knows its tables', () => {
    for (const [p, z] of [
      [0.5, 0], [0.8413, 1], [0.975, 1.96], [0.9987, 3.011],
    ] as const)
      expect(Math.abs(normalQuantile(p) - z)).toBeLessThan(2e-3)
    fc.assert(
      fc.property(fc.double({ min: 0.001, max: 0.499, noNaN: true }), (p) => {
        expect(normalQuantile(p)).toBeCloseTo(-normalQuantile(1 - p), 9)
        expect(normalQuantile(p + 0.0005)).toBeGreaterThan(normalQuantile(p))
      }),
      { seed: 2 },
    )
    expect(Number.isFinite(normalQuantile(0)) && Number.isFinite(normalQuantile(1))).toBe(true)
  })
})

describe('an order by chance', () => {
  it('has everything once; each of the six orders of three comes about as often; the same seed gives the same', () => {
    const random = seeded(8), seen = new Map<string, number>()
    for (let n = 0; n < 6000; n++) {
      const list = ['a', 'b', 'c']
      shuffle(list, random)
      seen.set(list.join(''), (seen.get(list.join('')) ?? 0) + 1)
    }
    expect([...seen.keys()].sort()).toEqual(['abc', 'acb', 'bac', 'bca', 'cab', 'cba'])
    for (const n of seen.values()) expect(Math.abs(n - 1000)).toBeLessThan(4 * Math.sqrt(1000 * 5 / 6))
    const drawn = (seed: number) => { const list = Array.from({ length: 40 }, (_, i) => i); shuffle(list, seeded(seed)); return list }
    expect([drawn(3), drawn(4)]).toEqual([drawn(3), expect.not.arrayContaining([40])])
    expect(drawn(3)).not.toEqual(drawn(4))
  })
})

describe('between nodes', () => {
  it('gives back the place it was asked for, and holds at the ends', () => {
    const nodes = [-3, -1.5, 0, 1.5, 3]
    fc.assert(fc.property(fc.double({ min: -3, max: 3, noNaN: true }), (x) => {
      const { i, f } = placeAmong(nodes, x)
      expect(mix(nodes[i]!, nodes[i + 1]!, f)).toBeCloseTo(x, 9)
    }), { seed: 5 })
    expect(placeAmong(nodes, -9)).toEqual({ i: 0, f: 0 })
    expect(placeAmong(nodes, 9)).toEqual({ i: 3, f: 1 })
  })
})

describe('a search that goes on from what is hardly worse', () => {
  /** A valley with a hill in it: from the left side the way down leads over what is worse. */
  const costOf = (x: number) => [10, 9, 8, 8.5, 7, 3, 4, 6][x]!
  const walk = (stray: number, rounds = 400) => {
    const random = seeded(5)
    const change = (x: number) => { const to = x + (random() < 0.5 ? -1 : 1); return to < 0 || to > 7 ? null : to }
    return recordTravel({ now: 0, best: 0 }, rounds, { change, costOf, stray })
  }
  it('comes over a hill no higher than it may stray, and not over a higher one', () => {
    expect([walk(0.1).best, walk(0.01).best]).toEqual([5, 2])
  })
  it('the best of all that it came by is kept, whatever it stands on now; no rounds change nothing', () => {
    const { now, best } = walk(10)
    expect([best, costOf(best) <= costOf(now)]).toEqual([5, true])
    expect(walk(1, 0)).toEqual({ now: 0, best: 0 })
  })
  it('what may not be is passed over; what counts as better may be said', () => {
    let asked = 0
    expect(recordTravel({ now: 3, best: 3 }, 5, { change: () => { asked++; return null }, costOf, stray: 1 })).toEqual({ now: 3, best: 3 })
    expect(asked).toBe(5)
    const highest = recordTravel({ now: 0, best: 0 }, 7, { change: x => x + 1, costOf: () => 1, isBetter: (a, b) => a > b, stray: 0 })
    expect(highest).toEqual({ now: 7, best: 7 })
  })
})
