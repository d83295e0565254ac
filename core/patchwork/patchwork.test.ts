import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { seeded } from '../numeric'
import {
  bulkAt, costOf, middleOutward, nest, openAgainst, piecingOf, placesAlong, pliesInCorners, pressingTurns,
  SeamsDoNotMeet, spunAt, stretchesOf, type Asked,
  type PatchArea, type Piecing, type Side, type Tie,
} from '.'

const patch = (x: number, y: number, wideMm: number, highMm: number, lightness = 50): PatchArea =>
  ({ x, y, wideMm, highMm, lightness, plyMm: 0.25 })
function patchworkOf(rows: number, columns: number, lightness: (r: number, c: number) => number = (r, c) =>
  ((r + c) % 2 ? 20 : 80)): PatchArea[] {
  return Array.from({ length: rows * columns }, (_, i) => {
    const r = Math.floor(i / columns), c = i % columns
    return patch(c * 60, r * 50, 60, 50, lightness(r, c))
  })
}
const ends = (p: Piecing) => p.seams.map(s => ({
  before: p.crossings.filter(c => c.on === s.id).length + p.tees.filter(t => t.on === s.id && t.side === 'before').length,
  after: p.crossings.filter(c => c.on === s.id).length + p.tees.filter(t => t.on === s.id && t.side === 'after').length,
}))

/** Every way there is: fewest that do not nest, then the least cost. */
function bruteForce(p: Piecing, patches: PatchArea[], { fixed = {}, ties = [] }: Asked): { apart: number, cost: number } {
  const ids = p.seams.map(s => s.id), e = ends(p)
  let best = { apart: Infinity, cost: Infinity }
  for (let bits = 0; bits < 1 << ids.length; bits++) {
    const side = (id: string): Side => ((bits >> ids.indexOf(id)) & 1 ? 'after' : 'before')
    if (Object.entries(fixed).some(([id, s]) => side(id) !== s)) continue
    if (ties.some(t => (side(t.a) === side(t.b)) === t.turned)) continue
    const apart = p.crossings.filter(c => side(c.a) === side(c.b)).length
    if (apart > best.apart) continue
    const cost = p.seams.reduce((s, seam, i) => s + costOf(seam, side(seam.id), patches, e[i]!), 0)
    if (apart < best.apart || cost < best.cost) best = { apart, cost }
  }
  return best
}
/** Is there an odd cycle: signed links walked as a graph of two copies of every seam. */
function oddCycle(p: Piecing, ties: readonly Tie[]): boolean {
  const links = [
    ...p.crossings.map(c => [c.a, c.b, true] as const), ...ties.map(t => [t.a, t.b, t.turned] as const),
  ]
  return p.seams.some((s) => {
    const seen = new Set([`${s.id} 0`]), open = [`${s.id} 0`]
    while (open.length > 0) {
      const [id, copy] = open.pop()!.split(' ') as [string, string]
      for (const [a, b, flips] of links) {
        if (a !== id && b !== id) continue
        const to = `${a === id ? b : a} ${flips ? 1 - Number(copy) : copy}`
        if (!seen.has(to)) { seen.add(to); open.push(to) }
      }
    }
    return seen.has(`${s.id} 1`)
  })
}
/** Ties that do not contradict each other. */
function someTies(p: Piecing, random: () => number, most: number): Tie[] {
  const ties: Tie[] = [], down = p.seams.filter(s => s.axis === 'down')
  const bare = { ...p, crossings: [] }
  for (let i = 0; i < most && down.length > 1; i++) {
    const a = down[Math.floor(random() * down.length)]!, b = down[Math.floor(random() * down.length)]!
    const tie = { a: a.id, b: b.id, turned: random() < 0.5 }
    if (a !== b && !oddCycle(bare, [...ties, tie])) ties.push(tie)
  }
  return ties
}

describe('seams of a layout', () => {
  it('a plain patchwork has its rows sewn first, then joined', () => {
    const p = piecingOf(patchworkOf(3, 4), 'rows')
    expect(p.seams.filter(s => s.axis === 'down')).toHaveLength(9)
    expect(p.seams.filter(s => s.axis === 'across')).toHaveLength(2)
    expect(p.crossings).toHaveLength(6)
    expect(p.tees).toHaveLength(0)
    expect(p.seams.filter(s => s.axis === 'down').every(s => s.depth === 1)).toBe(true)
    expect([p.wideMm, p.highMm]).toEqual([240, 150])
  })
  it('columns first turns it round', () => {
    const p = piecingOf(patchworkOf(3, 4), 'columns')
    expect(p.seams.filter(s => s.depth === 0).map(s => s.axis)).toEqual(['down', 'down', 'down'])
    expect(p.crossings).toHaveLength(6)
  })
  it('a seam that ends where none comes from the other side is a tee, on its side', () => {
    const p = piecingOf([patch(0, 0, 50, 50), patch(50, 0, 50, 50), patch(0, 50, 100, 50)], 'rows')
    expect(p.crossings).toEqual([])
    expect(p.tees).toMatchObject([{ x: 50, y: 50, side: 'before' }])
    const under = piecingOf([patch(0, 0, 100, 50), patch(0, 50, 50, 50), patch(50, 50, 50, 50)], 'rows')
    expect(under.tees).toMatchObject([{ x: 50, y: 50, side: 'after' }])
  })
  it('what does not meet is named with its place', () => {
    expect(() => piecingOf([patch(0, 0, 50, 50), patch(52, 0, 50, 50)], 'rows')).toThrow('miss each other by 2.0 mm at 50, 0 mm')
    expect(() => piecingOf([patch(0, 0, 50, 50), patch(30, 0, 50, 50)], 'rows')).toThrow('lie on each other at 30, 0 mm')
    expect(() => piecingOf([patch(0, 0, 50, 50), patch(90, 0, 50, 50)], 'rows')).toThrow('there is no patch at 50, 0 mm')
    expect(() => piecingOf([], 'rows')).toThrow('there are none')
    expect(() => piecingOf([patch(0, 0, 0, 10)], 'rows')).toThrow('Patch 1')
    // A pinwheel: no straight seam goes through.
    const wheel = [patch(0, 0, 60, 30), patch(60, 0, 30, 60), patch(30, 60, 60, 30), patch(0, 30, 30, 60), patch(30, 30, 30, 30)]
    expect(() => piecingOf(wheel, 'rows')).toThrow(SeamsDoNotMeet)
  })
  it('a hair is no gap', () => expect(piecingOf([patch(0, 0, 50, 50), patch(50.3, 0, 50, 50)], 'rows').seams).toHaveLength(1))
  it('round into a tube the last row meets the first', () => {
    const p = piecingOf(patchworkOf(3, 4), 'rows', true)
    expect(p.seams.at(-1)).toMatchObject({ id: 'close', depth: -1, atMm: 150 })
    expect(p.crossings.filter(c => c.on === 'close')).toHaveLength(3)
    for (const c of p.crossings.filter(x => x.on === 'close')) {
      const [a, b] = [c.a, c.b].map(id => p.seams.find(s => s.id === id)!)
      expect([a!.toMm, b!.fromMm, a!.atMm - b!.atMm]).toEqual([150, 0, 0])
    }
  })
})

describe('which way they lie', () => {
  it('as brute force on 200 random patchworks, tied and closed to tubes too; what cannot nest is an odd cycle', () => {
    const random = seeded(41)
    let odd = 0
    for (let n = 0; n < 200; n++) {
      const rows = 1 + Math.floor(random() * 4), columns = 2 + Math.floor(random() * 3)
      const patches = patchworkOf(rows, columns, () => Math.round(random() * 100))
      const p = piecingOf(patches, random() < 0.5 ? 'rows' : 'columns', rows > 1 && random() < 0.3)
      const ties = someTies(p, random, random() < 0.5 ? 4 : 0)
      const made = nest(p, patches, { ties })
      const all = bruteForce(p, patches, { ties })
      expect([made.exact, made.apart.length, Math.abs(made.cost - all.cost) < 1e-6]).toEqual([true, all.apart, true])
      expect(made.apart.length > 0).toBe(oddCycle(p, ties))
      expect(ties.every(t => (made.side.get(t.a) !== made.side.get(t.b)) === t.turned)).toBe(true)
      if (made.apart.length > 0) odd++
    }
    expect(odd).toBeGreaterThan(16)
  })
  it('what is turned by hand stays, and the rest is the best there is beside it', () => {
    const random = seeded(5)
    for (let n = 0; n < 60; n++) {
      const patches = patchworkOf(3, 3, () => Math.round(random() * 100))
      const p = piecingOf(patches, 'rows')
      const fixed: Record<string, Side> = {}
      for (const s of p.seams) if (random() < 0.4) fixed[s.id] = random() < 0.5 ? 'before' : 'after'
      const made = nest(p, patches, { fixed }), all = bruteForce(p, patches, { fixed })
      expect(Object.entries(fixed).every(([id, s]) => made.side.get(id) === s)).toBe(true)
      expect([made.apart.length, Math.abs(made.cost - all.cost) < 1e-6]).toEqual([all.apart, true])
    }
  })
  /** The seam down to the right of a column, in a row. */
  const down = (p: Piecing, rows: number, row: number, column: number) =>
    p.seams.filter(s => s.axis === 'down').sort((a, b) => a.atMm - b.atMm || a.fromMm - b.fromMm)[column * rows + row]!.id
  it('of a large one too, however it is tied and turned by hand, the best is found and proved', () => {
    const patches = patchworkOf(8, 6), p = piecingOf(patches, 'rows')
    // Every column is tied to the next in two rows: all of them are one group.
    const ties = [0, 1, 2, 3].flatMap(c => [1, 5].map((r): Tie => ({ a: down(p, 8, r, c), b: down(p, 8, r, c + 1), turned: false })))
    expect(nest(p, patches, { ties })).toMatchObject({ exact: true, apart: [] })
    const last = { [down(p, 8, 6, 2)]: 'before', [down(p, 8, 7, 2)]: 'before' } as const, made = nest(p, patches, { ties, fixed: last })
    expect(made).toMatchObject({ exact: true, apart: [{}] })
    expect(Object.keys(last).map(id => made.side.get(id))).toEqual(['before', 'before'])
    expect(ties.every(t => made.side.get(t.a) === made.side.get(t.b))).toBe(true)
    // Between two ties one more has to give way, or every other column would.
    const between = { [down(p, 8, 3, 2)]: 'after', [down(p, 8, 4, 2)]: 'after' } as const
    expect(nest(p, patches, { ties, fixed: between }).apart).toHaveLength(2)
  })
  it('what is tied crosswise all over is improved, and said not to be proved', () => {
    const patches = patchworkOf(20, 20), p = piecingOf(patches, 'rows'), random = seeded(3)
    const ties = Array.from({ length: 150 }, (): Tie => {
      const [a, b] = [0, 1].map(() => down(p, 20, Math.floor(random() * 20), Math.floor(random() * 19)))
      return { a: a!, b: b!, turned: random() < 0.5 }
    })
    const made = nest(p, patches, { ties })
    expect(made.exact).toBe(false)
    expect(made.side.size).toBe(p.seams.length)
    expect(made.apart.length).toBeLessThan(p.crossings.length / 4)
  })
  it('a lone seam lies to the darker; between alike ones to the fewer layers', () => {
    const two = [patch(0, 0, 50, 50, 80), patch(50, 0, 50, 50, 20)]
    expect(nest(piecingOf(two, 'rows'), two).side.get('d1')).toBe('after')
    const dark = [patch(0, 0, 50, 50, 20), patch(50, 0, 50, 50, 80)]
    expect(nest(piecingOf(dark, 'rows'), dark).side.get('d1')).toBe('before')
    const three = [patch(0, 0, 50, 50), patch(50, 0, 50, 50), patch(0, 50, 100, 50)]
    expect(nest(piecingOf(three, 'rows'), three).side.get('a1')).toBe('after')
  })
  it('a tube of five rows leaves one crossing in every column, of four none', () => {
    const five = patchworkOf(5, 4), four = patchworkOf(4, 4)
    expect(nest(piecingOf(five, 'rows', true), five).apart).toHaveLength(3)
    expect(nest(piecingOf(four, 'rows', true), four).apart).toHaveLength(0)
  })
  it('neighbouring rows of any plain patchwork lie opposite ways', () => {
    const size = fc.integer({ min: 1, max: 9 }), shades = fc.array(fc.integer({ min: 0, max: 100 }), { minLength: 81, maxLength: 81 })
    fc.assert(fc.property(size, size, shades, (r, c, l) => {
      const patches = patchworkOf(r, c, (i, j) => l[i * 9 + j]!)
      const p = piecingOf(patches, 'rows'), made = nest(p, patches)
      return made.apart.length === 0 && made.exact && p.crossings.every(x => made.side.get(x.a) !== made.side.get(x.b))
    }), { seed: 11, numRuns: 60 })
  })
})

describe('how thick it gets', () => {
  it('counted by hand: nested seven plies, not nested nine, all open four', () => {
    expect(Math.max(...pliesInCorners('after', 'before', 'after'))).toBe(7)
    expect(Math.max(...pliesInCorners('after', 'before', 'before'))).toBe(9)
    expect(Math.max(...pliesInCorners('open', 'open', 'open'))).toBe(4)
    expect(Math.max(...pliesInCorners('after', 'before', null))).toBe(5)
    expect(Math.max(...pliesInCorners('before', 'before', null))).toBe(7)
  })
  it('the four corners hold as many plies as the seams bring: sixteen round a crossing either way', () => {
    const sides = ['before', 'after'] as const
    const sum = (...of: Parameters<typeof pliesInCorners>) => pliesInCorners(...of).reduce((s, n) => s + n, 0)
    for (const on of sides) for (const a of sides) for (const b of sides) expect(sum(on, a, b)).toBe(16)
    expect(sum('open', 'open', 'open')).toBe(16)
  })
  it('nests thinner than it does apart, and open thinner than both', () => {
    const patches = patchworkOf(4, 4), p = piecingOf(patches, 'rows'), { side } = nest(p, patches)
    const bulk = bulkAt(p, patches, side)
    expect(bulk).toHaveLength(9)
    expect(bulk.every(b => b.nests && b.plies === 7 && Math.abs(b.thickMm - 1.75) < 1e-9)).toBe(true)
    const all = new Map([...side.keys()].map((id): [string, Side] => [id, 'after']))
    expect(Math.max(...bulkAt(p, patches, all).map(b => b.plies))).toBe(9)
    expect(openAgainst(p, patches, side)).toMatchObject({ oneSideMm: 1.75, openMm: 1 })
  })
})

describe('spun crossings', () => {
  /** What each wants of the seam it lies on: between two spun ones the seam lies to one side. */
  const fits = (all: readonly { a: string }[], lying: ReadonlyMap<string, Side>) =>
    all.every((c, i) => i === 0 || lying.get(c.a) !== lying.get(all[i - 1]!.a))
  it('a four-patch is spun: four plies all round instead of seven', () => {
    const patches = patchworkOf(2, 2), p = piecingOf(patches, 'rows'), { side } = nest(p, patches)
    const spun = spunAt(p, side)
    expect(spun).toEqual(p.crossings)
    expect(bulkAt(p, patches, side).map(b => [b.plies, b.spun])).toEqual([[7, false]])
    expect(bulkAt(p, patches, side, spun).map(b => [b.plies, b.spun, b.nests])).toEqual([[4, true, true]])
  })
  it('open ones, and ones that do not nest, are not', () => {
    const patches = patchworkOf(2, 2), p = piecingOf(patches, 'rows')
    expect(spunAt(p, null)).toEqual([])
    expect(spunAt(p, new Map(p.seams.map((s): [string, Side] => [s.id, 'after'])))).toEqual([])
  })
  it('of any block as many as can be, every choice tried: neighbours on a seam are turned opposite ways', () => {
    fc.assert(fc.property(fc.integer({ min: 2, max: 4 }), fc.integer({ min: 2, max: 6 }), fc.infiniteStream(fc.boolean()),
      (rows, columns, coins) => {
        const p = piecingOf(patchworkOf(rows, columns), 'rows')
        const lying = new Map(p.seams.map((s): [string, Side] => [s.id, coins.next().value ? 'before' : 'after']))
        const spun = spunAt(p, lying)
        for (const on of new Set(p.crossings.map(c => c.on))) {
          const along = p.crossings.filter(c => c.on === on && lying.get(c.a) !== lying.get(c.b)).sort((a, b) => a.x - b.x)
          const mine = spun.filter(c => c.on === on).sort((a, b) => a.x - b.x)
          expect(mine.every(c => along.includes(c)) && fits(mine, lying)).toBe(true)
          let most = 0
          for (let bits = 0; bits < 1 << along.length; bits++) {
            const some = along.filter((_, i) => (bits >> i) & 1)
            if (fits(some, lying)) most = Math.max(most, some.length)
          }
          expect(mine).toHaveLength(most)
          // The seam lies to one side in each stretch, and to the other after each spun crossing.
          const seam = p.seams.find(s => s.id === on)!, stretches = stretchesOf(seam, lying, spun)
          expect(stretches.map(s => s.fromMm)).toEqual([seam.fromMm, ...mine.map(c => c.x)])
          expect(stretches.at(-1)!.toMm).toBe(seam.toMm)
          for (const [i, s] of stretches.entries()) if (i > 0) expect(s.side).not.toBe(stretches[i - 1]!.side)
          if (mine.length === 0) expect(stretches).toEqual([{ fromMm: seam.fromMm, toMm: seam.toMm, side: lying.get(on) }])
        }
      }), { seed: 6, numRuns: 60 })
  })
})

describe('in which order', () => {
  it('a block sewn before it was pressed: in one go, the seam nearest its middle first, then outward, every seam once', () => {
    const patches = patchworkOf(4, 4), p = piecingOf(patches, 'rows'), { side } = nest(p, patches)
    const turns = pressingTurns(p, side, true)
    expect([new Set(turns.map(t => t.step)).size, new Set(turns.map(t => t.seam)).size, turns.length]).toEqual([1, p.seams.length, 15])
    // The join of the second and third row runs right through the middle.
    expect(turns[0]!.seam).toBe('a2')
    const away = (id: string) => {
      const s = p.seams.find(x => x.id === id)!, mid = (s.fromMm + s.toMm) / 2
      return s.axis === 'down' ? Math.hypot(s.atMm - 120, mid - 100) : Math.hypot(mid - 120, s.atMm - 100)
    }
    for (let i = 1; i < turns.length; i++) expect(away(turns[i]!.seam)).toBeGreaterThanOrEqual(away(turns[i - 1]!.seam) - 1e-9)
  })
  it('middle, then one side, then the other', () => {
    expect(middleOutward([1, 2, 3, 4, 5])).toEqual([3, 2, 1, 4, 5])
    expect(middleOutward([1, 2])).toEqual([1, 2])
    expect(placesAlong(500, 200)).toEqual([250, 500 / 6, 2500 / 6])
    expect(placesAlong(40, 200)).toEqual([20])
  })
  it('rows before what joins them, and every seam once', () => {
    const patches = patchworkOf(3, 4), p = piecingOf(patches, 'rows'), { side } = nest(p, patches)
    const turns = pressingTurns(p, side)
    expect(new Set(turns.map(t => t.seam)).size).toBe(p.seams.length)
    expect(turns.slice(0, 9).every(t => t.seam.includes('d'))).toBe(true)
    const joins = turns.slice(9)
    expect(joins.map(t => t.seam)).toEqual(['a1', 'a2'])
    // What its allowances do not lie on hangs over the board's edge.
    for (const t of joins) expect(t.hangs).toBe(side.get(t.seam) === 'before' ? 'after' : 'before')
    expect(turns[0]!.hangs).toBeNull()
    expect(pressingTurns(p, null).every(t => t.hangs === null)).toBe(true)
  })
})
