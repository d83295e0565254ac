import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { boxOf } from '../geometry'
import {
  demandOf, denseParts, judgeSupport, LAYER_KINDS, learnScale, leavesNothing,
  proposeSupport, stepsOf, supportOf, type Layer, type LayerKind, type ShelfLayer,
  type StitchFabric, type StitchDesign,
} from '.'

const part = (stitches: number, wideMm = 60, highMm = 50, satinMm = 3) =>
  ({ name: 'Shield', outline: boxOf({ left: 0, right: wideMm, bottom: 0, top: highMm }), stitches, satinMm, travelMm: 0 })
const design = (...parts: ReturnType<typeof part>[]): StitchDesign => ({ parts })
const twill: StitchFabric = { massGsm: 240, giveAcrossPct: 2, giveAlongPct: 1 }
const jersey: StitchFabric = { massGsm: 180, giveAcrossPct: 25, giveAlongPct: 12 }
const layer = (kind: LayerKind, massGsm: number, more: Partial<Layer> = {}): Layer =>
  ({ kind, massGsm, giveAcrossPct: 1, giveAlongPct: 1, ...more })
const mesh = layer('softMesh', 45)
const SHELF: ShelfLayer[] = [
  { ...layer('softMesh', 45), id: 'mesh', name: 'Soft mesh' }, { ...layer('cutAway', 62), id: 'cut', name: 'Cut-away' },
  { ...layer('tearAway', 50), id: 'tear', name: 'Tear-away' }, { ...layer('washAway', 40), id: 'wash', name: 'Soluble film' },
  { ...layer('fused', 78), id: 'lawn', name: 'Collar lawn' }, { ...layer('float', 50), id: 'float', name: 'Floated tear-away' },
  { ...layer('stiffener', 20), id: 'starch', name: 'Starch' },
]
const embroidery = design(part(5200))

describe('what stitching asks for', () => {
  it('the badge that the scale is set by', () => {
    const [d] = demandOf(design(part(3000, 60, 50, 0)), { massGsm: 240, giveAcrossPct: 0, giveAlongPct: 0 })
    expect(d!.across).toBeCloseTo(0.5, 2)
    const [usual] = demandOf(design(part(6000, 60, 50, 0)), twill)
    expect(usual!.across).toBeCloseTo(0.9, 1)
  })
  it('more with density, area, satin, travel and give; less with weight', () => {
    const of = (d: StitchDesign, c = twill) => demandOf(d, c)[0]!
    const one = of(embroidery)
    expect(of(design(part(7000))).across).toBeGreaterThan(one.across)
    // The same density over four times the area.
    expect(of(design(part(5200 * 4, 120, 100))).across).toBeGreaterThan(one.across)
    expect(of(design(part(5200, 60, 50, 8))).across).toBeGreaterThan(one.across)
    expect(of(design({ ...part(5200), travelMm: 60 })).across).toBeCloseTo(one.across * 1.15, 6)
    expect(of(design({ ...part(5200), travelMm: 900 })).across).toBeCloseTo(one.across * 1.3, 6)
    expect(of(embroidery, jersey).across / of(embroidery, jersey).along).toBeGreaterThan(1.1)
    expect(of(embroidery, { ...twill, massGsm: 480 }).across).toBeCloseTo(one.across / 2 ** 0.4, 6)
  })
  it('no stitches, no part, or more than a needle can place are said', () => {
    expect(() => demandOf(design(part(0)), twill)).toThrow('Shield: stitches: give more than 0')
    expect(() => demandOf(design(), twill)).toThrow('at least one')
    expect(() => demandOf(design(part(900_000)), twill)).toThrow('300 stitches on every mm²')
    expect(denseParts(embroidery)[0]).toMatchObject({ wideMm: 60, highMm: 50 })
  })
})

describe('what holds it', () => {
  it('films and soft mesh count for little singly, and for more than twice that doubled', () => {
    const of = (n: number, kind: LayerKind) => supportOf(Array.from({ length: n }, () => layer(kind, 45))).across
    for (const kind of ['softMesh', 'washAway', 'heatAway'] as const) expect(of(2, kind) / of(1, kind)).toBeCloseTo(2 ** 1.5, 6)
    expect(of(2, 'tearAway') / of(1, 'tearAway')).toBeCloseTo(2, 6)
    expect(of(1, 'softMesh')).toBeLessThan(of(1, 'cutAway') / 2)
  })
  it('what gives does not hold; a stiffener by how much was taken', () => {
    const knit = supportOf([layer('fused', 70, { giveAcrossPct: 20, giveAlongPct: 0 })])
    expect(knit.across).toBeCloseTo(knit.along / 2, 6)
    expect(supportOf([layer('stiffener', 20, { took: 0.5 })]).along).toBeCloseTo(supportOf([layer('stiffener', 20)]).along / 2, 6)
    expect(supportOf([])).toEqual({ across: 0, along: 0 })
  })
  it('embroidery on jersey with one soft mesh puckers across, at the ends of its dense part', () => {
    const j = judgeSupport(embroidery, jersey, [mesh])
    expect(j.puckers).toBe(true)
    expect(j.risk).toBeGreaterThan(0.9)
    expect(j.places[0]).toMatchObject({ part: 0, way: 'across' })
    expect(j.places[0]!.byUnits).toBeGreaterThan(j.places[1]!.byUnits)
  })
  it('with the set proposed it does not; without any one of its layers it does', () => {
    for (const fabric of [jersey, twill, { ...jersey, massGsm: 160 }]) {
      const set = proposeSupport(embroidery, fabric, SHELF)!
      expect(judgeSupport(embroidery, fabric, set.layers).puckers).toBe(false)
      set.layers.forEach((_, i) =>
        expect(judgeSupport(embroidery, fabric, set.layers.filter((_l, k) => k !== i)).puckers, set.layers[i]!.name).toBe(true))
    }
  })
  it('the set proposed is the lightest: brute force over every set of up to four', () => {
    const sets: ShelfLayer[][] = [[]]
    for (let n = 0, from = 0; n < 4; n++) {
      const end = sets.length
      for (; from < end; from++) for (const l of SHELF) {
        const last = sets[from]!.at(-1)
        if (!last || SHELF.indexOf(l) >= SHELF.indexOf(last)) sets.push([...sets[from]!, l])
      }
    }
    const may = (s: ShelfLayer[]) => SHELF.every((l) => {
      const n = s.filter(x => x === l).length
      return n <= (['fused', 'float', 'stiffener'].includes(l.kind) ? 1 : 2)
    }) && (!s.some(l => l.kind === 'float') || s.some(l => l.kind === 'tearAway'))
    fc.assert(fc.property(
      fc.integer({ min: 500, max: 9000 }), fc.integer({ min: 90, max: 400 }), fc.integer({ min: 0, max: 40 }),
      fc.integer({ min: 0, max: 30 }),
      (stitches, massGsm, giveAcrossPct, giveAlongPct) => {
        const d = design(part(stitches)), c = { massGsm, giveAcrossPct, giveAlongPct }
        const enough = sets.filter(s => may(s) && !judgeSupport(d, c, s).puckers)
        const least = Math.min(...enough.map(s => s.reduce((m, l) => m + l.massGsm, 0)))
        expect(proposeSupport(d, c, SHELF)?.massGsm ?? Infinity).toBeCloseTo(least, 6)
      },
    ), { seed: 5, numRuns: 40 })
  })
  it('what no set holds is said by none', () => {
    expect(proposeSupport(design(part(20_000)), jersey, SHELF)).toBeNull()
    expect(proposeSupport(embroidery, jersey, [])).toBeNull()
  })
  it('layers go on in order and leave each in its own way; appliqué is tacked, trimmed and fused before its satin edge', () => {
    const [, cut, tear, wash, lawn, float, starch] = SHELF as [ShelfLayer, ShelfLayer, ShelfLayer, ShelfLayer, ShelfLayer, ShelfLayer,
      ShelfLayer]
    const says = stepsOf([float, wash, tear, cut, starch, lawn], true).map(s => ('layerId' in s ? `${s.do} ${s.layerId}` : s.do))
    expect(says).toEqual([
      'fuse lawn', 'stiffen starch', 'hoop cut', 'hoop wash', 'hoop tear', 'float float', 'firmShape', 'tack', 'trim', 'fuseShape', 'satin',
      'leave tear', 'leave float', 'leave cut', 'leave starch', 'leave wash', 'pressFaceDown',
    ])
    expect(stepsOf([lawn], false).map(s => s.do)).toEqual(['fuse', 'stitch', 'pressFaceDown'])
  })
})

describe('as it is practised', () => {
  const films = SHELF.filter(l => ['softMesh', 'washAway', 'heatAway'].includes(l.kind)), tears = SHELF.filter(l => l.kind === 'tearAway')
  const kinds = (d: StitchDesign, c: StitchFabric, shelf: ShelfLayer[]) => proposeSupport(d, c, shelf)?.layers.map(l => l.kind)
  it('a badge of 55 × 55 mm and 6,000 stitches on firm twill: two tear-aways; one is too little', () => {
    expect(kinds(design(part(6000, 55, 55, 0)), twill, tears)).toEqual(['tearAway', 'tearAway'])
  })
  it('letters of 60 × 10 mm on poplin: one tear-away', () => {
    expect(kinds(design(part(1100, 60, 10, 2)), { massGsm: 120, giveAcrossPct: 3, giveAlongPct: 2 }, tears)).toEqual(['tearAway'])
  })
  it('a monogram of 30 × 30 mm on chiffon: films or mesh, and nothing that weighs it down', () => {
    const set = proposeSupport(design(part(900, 30, 30, 3)), { massGsm: 40, giveAcrossPct: 4, giveAlongPct: 3 }, films)!
    expect(set.layers.length).toBeLessThanOrEqual(2)
  })
  it('of what tears, washes or brushes away nothing stays; of a cut-away a rim does', () => {
    expect(LAYER_KINDS.filter(leavesNothing)).toEqual(['stiffener', 'tearAway', 'washAway', 'heatAway', 'float'])
  })
})

describe('what results teach', () => {
  it('nothing known, the scale is about one and wide', () => {
    const { scale, spread } = learnScale([])
    expect(scale).toBeGreaterThan(0.95)
    expect(scale).toBeLessThan(1.1)
    expect(spread).toBeGreaterThan(0.2)
  })
  it('a pucker where enough was thought to hold raises it, flat where it was short lowers it, and it gets surer', () => {
    const up = learnScale([{ demand: 1, support: 1.1, puckered: true }]), down = learnScale([{ demand: 1, support: 0.8, puckered: false }])
    expect(up.scale).toBeGreaterThan(1.1)
    expect(down.scale).toBeLessThan(0.85)
    const many = learnScale(Array.from({ length: 6 }, () => ({ demand: 1, support: 1.1, puckered: true })))
    expect(many.scale).toBeGreaterThan(up.scale)
  })
  it('finds the scale that results were drawn from', () => {
    for (const hidden of [0.7, 1, 1.4]) {
      const results = [0.6, 0.8, 1, 1.2, 1.4, 0.9, 1.1, 0.7].flatMap(d => [0.5, 0.7, 0.9, 1.1, 1.3].map(s =>
        ({ demand: d, support: s, puckered: d * hidden > s })))
      expect(learnScale(results).scale).toBeCloseTo(hidden, 1)
    }
  })
})
