import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Ring } from '../geometry'
import {
  barOfScrap, corrected, deltaE00, figureOf, gainsOf, judgeLook, labOf, linedUp, appearanceOf, madePrint, mendSeen, paletteOf, pictureOf,
  plainCost,
  plainAppearance,
  rankScraps, repeated, seenFrom, showsOf, throughHoles, tinted, type Look, type MendGround, type Picture, type PrintAsk, type Scrap,
} from '.'

const lab = (l: number, a: number, b: number) => ({ l, a, b })
/** Pairs 1 to 34 of the table of Sharma, Wu and Dalal 2005. */
const PAIRS: [number, number, number, number, number, number, number][] = [
  [50, 2.6772, -79.7751, 50, 0, -82.7485, 2.0425], [50, 3.1571, -77.2803, 50, 0, -82.7485, 2.8615],
  [50, 2.8361, -74.02, 50, 0, -82.7485, 3.4412], [50, -1.3802, -84.2814, 50, 0, -82.7485, 1],
  [50, -1.1848, -84.8006, 50, 0, -82.7485, 1], [50, -0.9009, -85.5211, 50, 0, -82.7485, 1], [50, 0, 0, 50, -1, 2, 2.3669],
  [50, -1, 2, 50, 0, 0, 2.3669], [50, 2.49, -0.001, 50, -2.49, 0.0009, 7.1792], [50, 2.49, -0.001, 50, -2.49, 0.001, 7.1792],
  [50, 2.49, -0.001, 50, -2.49, 0.0011, 7.2195], [50, 2.49, -0.001, 50, -2.49, 0.0012, 7.2195],
  [50, -0.001, 2.49, 50, 0.0009, -2.49, 4.8045], [50, -0.001, 2.49, 50, 0.001, -2.49, 4.8045],
  [50, -0.001, 2.49, 50, 0.0011, -2.49, 4.7461], [50, 2.5, 0, 50, 0, -2.5, 4.3065], [50, 2.5, 0, 73, 25, -18, 27.1492],
  [50, 2.5, 0, 61, -5, 29, 22.8977], [50, 2.5, 0, 56, -27, -3, 31.903], [50, 2.5, 0, 58, 24, 15, 19.4535],
  [50, 2.5, 0, 50, 3.1736, 0.5854, 1], [50, 2.5, 0, 50, 3.2972, 0, 1], [50, 2.5, 0, 50, 1.8634, 0.5757, 1],
  [50, 2.5, 0, 50, 3.2592, 0.335, 1], [60.2574, -34.0099, 36.2677, 60.4626, -34.1751, 39.4387, 1.2644],
  [63.0109, -31.0961, -5.8663, 62.8187, -29.7946, -4.0864, 1.263], [61.2901, 3.7196, -5.3901, 61.4292, 2.248, -4.962, 1.8731],
  [35.0831, -44.1164, 3.7933, 35.0232, -40.0716, 1.5901, 1.8645], [22.7233, 20.0904, -46.694, 23.0331, 14.973, -42.5619, 2.0373],
  [36.4612, 47.858, 18.3852, 36.2715, 50.5065, 21.2231, 1.4146], [90.8027, -2.0831, 1.441, 91.1528, -1.6435, 0.0447, 1.4441],
  [90.9257, -0.5406, -0.9208, 88.6381, -0.8985, -0.7239, 1.5381], [6.7747, -0.2908, -2.4247, 5.8714, -0.0985, -2.2286, 0.6377],
  [2.0776, 0.0795, -1.135, 0.9033, -0.0636, -0.5514, 0.9082],
]

describe('colour differences', () => {
  it.each(PAIRS)('%f %f %f against %f %f %f: %f', (l, a, b, l2, a2, b2, wanted) => {
    expect(deltaE00(lab(l, a, b), lab(l2, a2, b2))).toBeCloseTo(wanted, 4)
    expect(deltaE00(lab(l2, a2, b2), lab(l, a, b))).toBeCloseTo(wanted, 4)
  })
  it('white is 100, black 0, and what is no colour is said', () => {
    expect(labOf('#ffffff').l).toBeCloseTo(100, 3)
    expect(labOf('#000000').l).toBeCloseTo(0, 6)
    expect(() => labOf('red')).toThrow('six figures after a #')
  })
  it('a card that looks yellow in the picture is made white, and what is too dark is no card', () => {
    const gains = gainsOf('#d8c8a0', '#f0f0f0')
    const grey = madePrint({ kind: 'plain', colours: ['#d8c8a0'], repeatMm: 10, wideMm: 20, highMm: 20, pxPerMm: 2, seed: 1 })
    const [one] = paletteOf(grey, { gains })
    expect(deltaE00(one!.lab, labOf('#f0f0f0'))).toBeLessThan(1)
    expect(() => gainsOf('#050505', '#f0f0f0')).toThrow('too dark')
  })
})

const print = (more: Partial<PrintAsk>) =>
  madePrint({ kind: 'dots', colours: ['#1f2f5f', '#f2e6cf'], repeatMm: 8, wideMm: 60, highMm: 60, pxPerMm: 4, seed: 3, ...more })
const lookAt = (more: Partial<PrintAsk>): Look => appearanceOf(print(more), 0.25)

describe('palettes', () => {
  it('the light and shade of a weave is one colour', () => {
    const p = paletteOf(print({ kind: 'plain', colours: ['#7a2f3a'] }))
    expect(p).toHaveLength(1)
    expect(p[0]!.sharePct).toBe(100)
    expect(deltaE00(p[0]!.lab, labOf('#7a2f3a'))).toBeLessThan(1)
  })
  it('a print gives its colours with the shares it was made with', () => {
    const p = paletteOf(print({ kind: 'stripes', coveredShare: 0.3, colours: ['#1f2f5f', '#f2e6cf'], repeatMm: 10 }))
    expect(p.map(c => Math.round(c.sharePct))).toEqual([70, 30])
    expect(deltaE00(p[0]!.lab, labOf('#1f2f5f'))).toBeLessThan(1.5)
    expect(deltaE00(p[1]!.lab, labOf('#f2e6cf'))).toBeLessThan(1.5)
  })
  it('shares do not depend on how large the picture is', () => {
    const of = (pxPerMm: number) => paletteOf(print({ pxPerMm, kind: 'checks', colours: ['#204020', '#d0c090', '#803020'],
      coveredShare: 0.4 }))
    const small = of(3), large = of(9)
    expect(large.map(c => c.hex.length)).toEqual(small.map(c => c.hex.length))
    large.forEach((c, i) => expect(Math.abs(c.sharePct - small[i]!.sharePct)).toBeLessThan(3))
  })
  it('figures are measured in mm: twice as large a repeat, twice as large figures; none on plain fabric', () => {
    const f = (repeatMm: number) => lookAt({ kind: 'stripes', repeatMm, wideMm: 120, highMm: 120 }).figureMm!
    expect(f(12) / f(6)).toBeGreaterThan(1.5)
    expect(lookAt({ kind: 'plain', colours: ['#446'.repeat(1) + '644'] }).figureMm).toBeNull()
    expect(figureOf(print({}), [], 0.25)).toBeNull()
  })
  it('a picture of nothing is said', () => {
    expect(() => paletteOf({ rgba: new Uint8ClampedArray(16), wide: 2, high: 2 })).toThrow('nothing on it')
  })
})

const plain = (hex: string): Look => plainAppearance(hex, labOf(hex))
const scrap = (id: string, face: Look, more: Partial<Scrap> = {}): Scrap =>
  ({ id, wideMm: 80, highMm: 60, massGsm: 120, givePct: 2, washC: 40, face, back: null, ...more })
const ground = (look: Look, more: Partial<MendGround> = {}): MendGround =>
  ({ look, massGsm: 120, givePct: 2, washC: 40, wideMm: 40, highMm: 40, ...more })

describe('which scrap', () => {
  it('one that gives much less than the ground is as wrong as one that gives much more', () => {
    const plain: Look = { palette: [{ hex: '#7a5c3a', sharePct: 100, lab: labOf('#7a5c3a') }], figureMm: null }
    const barred = (own: number, its: number) =>
      rankScraps(ground(plain, { givePct: own }), [scrap('a', plain, { givePct: its })], []).barred.map(b => b.bar.why)
    expect([barred(2, 60), barred(60, 2), barred(20, 20)]).toEqual([['give'], ['give'], []])
  })
  it('plain: darker recedes, lighter shines out, a hue is seen before a shade', () => {
    const fabric = lab(50, 10, 10)
    expect(plainCost(fabric, lab(45, 10, 10))).toBeLessThan(plainCost(fabric, lab(55, 10, 10)))
    const d = deltaE00(fabric, lab(44, 10, 10)), turned = lab(50, 6, 13.3)
    expect(plainCost(fabric, turned) / deltaE00(fabric, turned)).toBeGreaterThan(plainCost(fabric, lab(44, 10, 10)) / d)
    expect(plainCost(fabric, fabric)).toBe(0)
  })
  it('a busy print hides what a plain fabric shows; smaller figures hide more', () => {
    const small = lookAt({ repeatMm: 5 }), large = lookAt({ repeatMm: 25 })
    expect(showsOf(small)).toBeLessThan(showsOf(large))
    expect(showsOf(plain('#334455'))).toBe(1)
  })
  /** Twenty made-up fabrics, each with the scrap that must stand first among the others, and why. */
  const kinds = ['plain', 'stripes', 'checks', 'dots', 'sprigs'] as const
  const sets = [
    ['#1f2f5f', '#f2e6cf', '#a03a2a'], ['#2f4a3a', '#d9cfa8', '#7d2457'], ['#6b2a3a', '#e8dcc8', '#22324a'],
    ['#8a7350', '#f4efe4', '#3b5c58'],
  ]
  const cases = sets.flatMap((colours, s) => kinds.map(
    (kind, k) => ({ name: `${kind} ${colours[0]}`, kind, colours, seed: 10 * s + k + 1 })))
  it.each(cases)('$name: its own fabric first, then its colours, strange ones last', ({ kind, colours, seed }) => {
    const target = lookAt({ kind, colours: kind === 'plain' ? [colours[0]!] : colours, seed })
    const own = lookAt({ kind, colours: kind === 'plain' ? [colours[0]!] : colours, seed: seed + 100 })
    const kin = plain(target.palette[0]!.hex), strange = lookAt({ kind, colours: ['#e8e020', '#20c0e0', '#f010a0'], seed })
    const { ranked } = rankScraps(ground(target), [scrap('strange', strange), scrap('kin', kin), scrap('own', own)], [])
    const order = ranked.map(r => r.id)
    expect(order[2]).toBe('strange')
    if (kind !== 'plain') expect(order[0]).toBe('own')
    expect(ranked[0]!.cost).toBeLessThan(ranked[2]!.cost / 3)
  })
  it('weight, give, care and size come before any colour', () => {
    const g = ground(plain('#445566')), same = plain('#445566')
    const bar = (more: Partial<Scrap>) => barOfScrap(scrap('s', same, more), g)?.why ?? null
    expect(bar({})).toBeNull()
    expect(bar({ massGsm: 200 })).toBe('tooHeavy')
    expect(bar({ massGsm: 60 })).toBe('tooLight')
    expect(bar({ givePct: 30 })).toBe('give')
    expect(bar({ washC: 30 })).toBe('care')
    expect(bar({ wideMm: 30 })).toBe('tooSmall')
    // Either way up.
    expect(barOfScrap(scrap('s', same, { wideMm: 30, highMm: 90 }), ground(same, { wideMm: 60, highMm: 25 }))).toBeNull()
    const r = rankScraps(g, [scrap('a', same, { wideMm: 20 }), scrap('b', same, { wideMm: 35, highMm: 39 })], [])
    expect(r.ranked).toEqual([])
    expect(r.largestMm).toEqual({ wideMm: 35, highMm: 39 })
  })
  it('the back of a scrap, or a scrap under a marker, may match better than its face', () => {
    const g = ground(plain('#5a4632'))
    const back = rankScraps(g, [scrap('s', plain('#8a6a48'), { back: plain('#5c4834') })], []).ranked[0]!
    expect(back.treatment).toEqual({ side: 'back', marker: null })
    const marked = rankScraps(g, [scrap('s', plain('#b8a488'))], ['#705030', '#3060a0']).ranked[0]!
    expect(marked.treatment).toEqual({ side: 'face', marker: '#705030' })
    expect(marked.cost).toBeLessThan(rankScraps(g, [scrap('s', plain('#b8a488'))], []).ranked[0]!.cost)
  })
  it('a marker only ever darkens', () => {
    fc.assert(fc.property(fc.integer({ min: 0, max: 0xFFFFFF }), fc.integer({ min: 0, max: 0xFFFFFF }), (c, m) => {
      const hex = (n: number) => `#${n.toString(16).padStart(6, '0')}`
      const look = plain(hex(c))
      expect(tinted(look, hex(m)).palette[0]!.lab.l).toBeLessThanOrEqual(look.palette[0]!.lab.l + 1e-6)
    }), { seed: 11, numRuns: 200 })
  })
  it('a colour that is strange to the fabric shows twice, and what the patch lacks a quarter', () => {
    const fabric = plain('#808080'), green = plain('#20a030')
    const [c, p] = [fabric.palette[0]!.lab, green.palette[0]!.lab]
    expect(judgeLook(fabric, green).cost).toBeCloseTo(2 * plainCost(c, p) + 0.25 * deltaE00(c, p), 6)
    const near = plain('#868686')
    expect(judgeLook(fabric, near).cost).toBeCloseTo(plainCost(c, near.palette[0]!.lab) + 0.25 * deltaE00(c, near.palette[0]!.lab), 6)
  })
  it('reasons say which colours are among the print\'s, what is strange, and what the figures do', () => {
    const target = lookAt({ repeatMm: 6 })
    const says = judgeLook(target, lookAt({ repeatMm: 30, colours: ['#1f2f5f', '#e04010'] })).reasons.map(r => r.says)
    expect(says).toEqual(expect.arrayContaining(['nearest', 'amongColours', 'strange', 'otherScale', 'figureHides']))
    expect(judgeLook(plain('#808080'), plain('#9a9a9a')).reasons.map(r => r.says)).toEqual(['nearest', 'lighter', 'plainShows'])
    expect(judgeLook(plain('#808080'), plain('#707070')).reasons.map(r => r.says)).toEqual(['nearest', 'darker', 'plainShows'])
    expect(judgeLook(plain('#a08080'), plain('#80a080')).reasons.map(r => r.says)).toContain('hue')
  })
})

describe('the mend, from further and further off', () => {
  const hole: Ring = Array.from({ length: 24 }, (_, i) =>
    ({ x: 30 + 9 * Math.cos(i / 12 * Math.PI), y: 30 + 9 * Math.sin(i / 12 * Math.PI) }))
  const seenAt = (mended: Picture, base: Picture, farM: number) => mendSeen(seenFrom(mended, 4, farM), seenFrom(base, 4, farM), [hole])
  const seen = (fabric: Partial<PrintAsk>, patch: Partial<PrintAsk>, farM: number) => {
    const base = print(fabric), over = print(patch)
    return seenAt(throughHoles(base, over, [hole], 4), base, farM)
  }
  it('a plain patch that is off shows from everywhere; one that matches from nowhere', () => {
    const fabric = { kind: 'plain', colours: ['#5a3040'] } as const
    for (const m of [0.5, 1, 3]) {
      expect(seen(fabric, { ...fabric, colours: ['#8a5060'], seed: 5 }, m).shows).toBe(true)
      expect(seen(fabric, { ...fabric, seed: 5 }, m).shows).toBe(false)
    }
  })
  it('of several holes the one that shows most stands for all', () => {
    const base = print({ kind: 'plain', colours: ['#5a3040'] }), over = print({ kind: 'plain', colours: ['#8a5060'] })
    const other = hole.map(p => ({ x: p.x * 0.3, y: p.y * 0.3 })), torn = throughHoles(base, over, [hole], 4)
    const [m, c] = [seenFrom(torn, 4, 1), seenFrom(base, 4, 1)]
    expect(mendSeen(m, c, [other]).shows).toBe(false)
    expect(mendSeen(m, c, [other, hole])).toEqual(mendSeen(m, c, [hole]))
  })
  it('a card makes a small picture what its colours are', () => {
    const yellow = print({ kind: 'plain', colours: ['#d8c8a0'] }), right = corrected(yellow, gainsOf('#d8c8a0', '#f0f0f0'))
    expect(deltaE00(paletteOf(right)[0]!.lab, labOf('#f0f0f0'))).toBeLessThan(1)
    expect(corrected(yellow, [1, 1, 1]).rgba).toEqual(yellow.rgba)
  })
  it('a fine print, its figures out of line, is seen near and lost at three metres', () => {
    const fabric = { kind: 'stripes', repeatMm: 3, coveredShare: 0.5, colours: ['#20305a', '#c8b890'] } as const
    const patch = { ...fabric, kind: 'checks', repeatMm: 2.4, coveredShare: 0.3, seed: 9 } as const
    expect(seen(fabric, patch, 0.5).stepMended).toBeGreaterThan(seen(fabric, patch, 3).stepMended)
    expect(seen(fabric, patch, 3).shows).toBe(false)
  })
  it('light is kept: an even picture stays what it is', () => {
    const even = print({ kind: 'plain', colours: ['#6688aa'] }), far = pictureOf(seenFrom(even, 4, 3))
    expect(deltaE00(paletteOf(even)[0]!.lab, paletteOf(far)[0]!.lab)).toBeLessThan(0.7)
    expect(() => seenFrom(even, 4, 0)).toThrow('more than 0 m')
  })
  it('from further off a print comes down to one colour', () => {
    const spread = (m: number) => {
      const { light } = seenFrom(print({ repeatMm: 2.5 }), 4, m)
      let least = 1, most = 0
      for (let i = 1; i < light.length; i += 3) { least = Math.min(least, light[i]!); most = Math.max(most, light[i]!) }
      return most - least
    }
    expect(spread(1)).toBeLessThan(spread(0.5))
    expect(spread(6)).toBeLessThan(spread(1) / 3)
  })
  it('a tile is repeated edge to edge', () => {
    const tile = print({ wideMm: 10, highMm: 10 }), wall = repeated(tile, 100, 90)
    expect([wall.wide, wall.high, wall.rgba.length]).toEqual([100, 90, 36000])
    // At its edge the tile meets its own mirror image.
    for (let c = 0; c < 3; c++) expect(wall.rgba[40 * 4 + c]).toBe(wall.rgba[39 * 4 + c])
    expect(repeated(tile, 40, 40).rgba).toEqual(tile.rgba)
  })
  it('a patch of the same print is shifted until its pattern goes on: it is invisible then', () => {
    const stripes = { kind: 'stripes', repeatMm: 10, coveredShare: 0.5, colours: ['#9b2d30', '#f0e7d2'], wideMm: 40, highMm: 40 } as const
    const base = repeated(print(stripes), 240, 240), tile = print({ ...stripes, seed: 12 })
    const laid = (shift: { x: number, y: number }) =>
      seenAt(throughHoles(base, repeated(tile, 240, 240, shift), [hole], 4), base, 1)
    const shift = linedUp(base, tile, [hole], 4)
    expect(laid(shift).shows).toBe(false)
    expect(laid({ x: shift.x + 20, y: shift.y }).shows).toBe(true)
  })
  it('finds the very shift a fabric was made with', () => {
    const tile = print({ kind: 'sprigs', colours: ['#efe6d4', '#3b6b58', '#a64a5a'], wideMm: 40, highMm: 40, repeatMm: 13 })
    for (const shift of [{ x: 9, y: 6 }, { x: 0, y: 0 }, { x: 120, y: 33 }])
      expect(linedUp(repeated(tile, 240, 240, shift), tile, [hole], 4)).toEqual(shift)
  })
  it('nothing outside the holes is changed, and inside is the patch', () => {
    const base = print({}), over = print({ kind: 'plain', colours: ['#ff0000'] }), m = throughHoles(base, over, [hole], 4)
    const at = (x: number, y: number) => (y * 4 * 240 + x * 4) * 4
    expect(m.rgba[at(30, 30)]).toBe(over.rgba[at(30, 30)])
    expect(m.rgba[at(10, 10)]).toBe(base.rgba[at(10, 10)])
  })
})
