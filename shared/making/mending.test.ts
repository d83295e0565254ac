import { describe, expect, it } from 'vitest'
import { areaMm2, boundsOf, boxOf, outlineOf } from '#core/geometry'
import { shapeOf } from '#core/mend'
import { toPayload } from '../cutting'
import {
  designOf, isMend, itemFabric, judgeMaking, labelsBox, operationsOfMaking, patchesOfSpec, placedAt, placeFaults, scrapFabric,
  pieceOfShape, shapeOutline, shapesCm2, shapesPlaced, softBacking, suitedTo, toLook, toStuckAsk, wantsSoftBacking, type MendSpec,
} from '.'
import { jobPieceSchema, makingSchema, rulesSchema, type Making, type ScrapKept, type Supply, type SpecOf } from '../schemas'
import { fabric, idOf as id, iron, supply } from '../kept.fixture'

const rules = rulesSchema.parse({})
const making = (spec: object, more: Partial<Making> = {}): Making =>
  makingSchema.parse({ id: id(1), name: 'Thing', fabricId: id(11), supplyId: id(21), fabricIds: [id(12), id(13)], spec, ...more })
const disc = (r: number, x = 0) =>
  toPayload(outlineOf(Array.from({ length: 30 }, (_, i) => ({ x: x + r * Math.cos(i / 15 * Math.PI), y: r * Math.sin(i / 15 * Math.PI) }))))
const patch = (more: Partial<SpecOf<'hole'>> = {}): SpecOf<'hole'> => ({
  format: 1, kind: 'hole', holes: [disc(8)], marginMm: 8, wear: 'usual', edge: 'rounded', trimMm: 1, look: null, side: 'face',
  marker: null,
  papered: false, count: 1, ...more,
})
const place = { on: 'front', downMm: 190, asideMm: 95, turnDeg: 0 } as const
const item = { form: 'woven', fibre: 'polyester', massGsm: 240, thicknessMm: 0.5, adhesive: 'polyamideLow' } as const
const badge = (more: Partial<SpecOf<'badge'>> = {}): SpecOf<'badge'> => ({
  format: 1, kind: 'badge', item, wideMm: 70, highMm: 50, place, keepOuts: [], from: 'computed', sewToo: false, smallChild: false, count: 1,
  ...more,
})
const transfer: SpecOf<'transfer'> = {
  format: 1, kind: 'transfer', what: 'cutFilm', wideMm: 120, highMm: 90, place, keepOuts: [], adhesive: 'polyurethane', holdS: null,
  peel: 'cold',
  washed: true, softener: false, dry: true, count: 2,
}
const lettering: SpecOf<'lettering'> = {
  format: 1, kind: 'lettering', from: 'outline', text: '', face: 'bold', sizeMm: 60, lifted: [], outlines: [disc(20), disc(12, 50)],
  padded: false, item: { ...item, form: 'film' }, place, keepOuts: [], count: 1,
}
const labels: SpecOf<'labels'> = {
  format: 1, kind: 'labels', texts: Array.from({ length: 11 }, (_, i) => `NAME ${i}`), face: 'bold', sizeMm: 4, wideMm: 58, highMm: 16,
  inkHex: '#25211d', borderMm: 1, paper: 'A4',
}
const applique: SpecOf<'applique'> = {
  format: 1, kind: 'applique', groundWideMm: 900, groundHighMm: 600, tracedOn: 'paper', fray: 'some', papered: true,
  shapes: [
    { name: 'Star', kind: 'star', outline: null, wideMm: 100, highMm: 100, count: 3, edge: 'raw', fabric: 0, corner: false },
    { name: 'Corner', kind: 'corner', outline: null, wideMm: 80, highMm: 80, count: 4, edge: 'raw', fabric: 1, corner: true },
  ],
}
const embroidery: SpecOf<'embroidery'> = {
  format: 1, kind: 'embroidery', tookPct: 100, applique: false, nothingStays: false, place, keepOuts: [], count: 1, result: null,
  parts: [{ name: 'Shield', outline: toPayload(shapeOf('shield', 58, 64)), stitches: 5200, satinMm: 2, travelMm: 0 }],
  layers: [{ kind: 'fused', supply: 0, massGsm: 60, givePct: 2 }, { kind: 'cutAway', supply: 1, massGsm: 60, givePct: 2 }],
}
const ops = (spec: MendSpec, more: Partial<Making> = {}) => operationsOfMaking(making(spec, more))
const kinds = (spec: MendSpec, more: Partial<Making> = {}) => ops(spec, more).map(o => o.kind)

describe('what a mend asks for under the iron', () => {
  it('a patch: stuck from inside; with a papered web tacked and peeled first, cold', () => {
    expect(kinds(patch())).toEqual(['hole'])
    const papered = ops(patch({ papered: true }))
    expect(papered.map(o => o.kind)).toEqual(['tack', 'peel', 'hole'])
    expect(papered.map(o => o.needs)).toEqual([[], [papered[0]!.id], [papered[1]!.id]])
    expect(papered[2]!.area).toEqual(patchesOfSpec(patch())[0]!.outline)
  })
  it('two far holes are two patches, so many of it as there are', () => {
    const two = ops(patch({ holes: [disc(8), disc(8, 90)], count: 3 }))
    expect(two).toHaveLength(6)
    expect(two[0]!.name).toBe('Thing 1, patch 1')
    expect(new Set(two.map(o => o.id)).size).toBe(6)
  })
  it('a badge is sewn as well where it has to be, after it was pressed', () => {
    expect(kinds(badge())).toEqual(['badge'])
    for (const more of [{ sewToo: true }, { smallChild: true }]) {
      const [press, sew] = ops(badge(more))
      expect([sew!.kind, sew!.needs]).toEqual(['stitch', [press!.id]])
    }
    expect(ops(badge({ keepOuts: [{ kind: 'button', downMm: 300, asideMm: 0, wideMm: 14, highMm: 14 }] }))[0]!.keepOuts).toHaveLength(1)
  })
  it('a transfer goes in circles and is peeled; each of them', () => {
    const all = ops(transfer)
    expect(all.map(o => o.kind)).toEqual(['transfer', 'peel', 'transfer', 'peel'])
    expect([all[0]!.motion, all[1]!.needs]).toEqual(['circles', [all[0]!.id]])
  })
  it('letters, labels, shapes and crests in the trade\'s order', () => {
    expect(kinds(lettering)).toEqual(['letters'])
    expect(kinds(labels)).toEqual(['fuse', 'transfer', 'peel'])
    expect(kinds(labels, { supplyId: null })).toEqual(['transfer', 'peel'])
    expect(kinds(applique)).toEqual(['tack', 'peel', 'shape', 'shape', 'shape', 'tack', 'peel', 'shape', 'shape', 'shape', 'shape',
      'stitch'])
    expect(kinds({ ...applique, papered: false }).filter(k => k === 'peel')).toEqual([])
    expect(kinds(embroidery, { supplyIds: [id(31), id(32)] })).toEqual(['fuse', 'stitch', 'flatten'])
    expect(kinds(embroidery)).toEqual(['stitch', 'flatten'])
  })
  it('shapes of a kind are tacked as one sheet on their own fabric, and held each by itself', () => {
    const all = ops(applique), [tack, , held] = all
    expect([tack!.fabricId, all[5]!.fabricId]).toEqual([id(12), id(13)])
    expect(areaMm2(tack!.area!)).toBeGreaterThan(3 * areaMm2(boxOf({ left: 0, right: 95, bottom: 0, top: 90 })))
    expect(held!.needs).toEqual([all[1]!.id])
    expect(all.at(-1)!.needs).toHaveLength(7)
  })
  it('embroidery is pressed face down round its dense parts, turned with it', () => {
    const at = (turnDeg: number) => ops({ ...embroidery, place: { ...place, turnDeg } }).at(-1)!
    const flat = at(0)
    expect(flat.keepOuts).toHaveLength(1)
    expect(boundsOf(flat.area!).wideMm).toBeCloseTo(58 + 50, 0)
    expect(boundsOf(at(90).keepOuts[0]!).wideMm).toBeCloseTo(64, 0)
    const twoParts = { ...embroidery, parts: [embroidery.parts[0]!,
      { ...embroidery.parts[0]!, name: 'Two', stitches: 900, outline: toPayload(boxOf({ left: 100, right: 120, bottom: 0, top: 20 })) }] }
    const [one, two] = ops(twoParts).at(-1)!.keepOuts
    expect(boundsOf(two!).left - boundsOf(one!).left).toBeCloseTo(100, 3)
    // One above the other on the design is above it on the garment, too; turned a quarter, beside it.
    const above = (turnDeg: number) => ops({ ...embroidery, place: { ...place, turnDeg }, parts: [embroidery.parts[0]!,
      { ...embroidery.parts[0]!, name: 'Two', stitches: 900, outline: toPayload(boxOf({ left: 0, right: 20, bottom: 100, top: 120 })) }] })
      .at(-1)!.keepOuts.map(o => boundsOf(o))
    const mid = (b: { left: number, bottom: number, wideMm: number, highMm: number }) => [b.left + b.wideMm / 2, b.bottom + b.highMm / 2]
    const apart = (turnDeg: number) => {
      const [a, b] = above(turnDeg).map(mid)
      return [b![0]! - a![0]!, b![1]! - a![1]!]
    }
    const [aside, up] = apart(0)
    expect(up).toBeGreaterThan(50)
    const turned = apart(90)
    expect(Math.hypot(...turned)).toBeCloseTo(Math.hypot(aside!, up!), 3)
    expect([turned[0], turned[1]]).toEqual([expect.closeTo(-up!, 3), expect.closeTo(aside!, 3)])
  })
  it('eleven labels lie three across on a sheet', () => {
    expect(boundsOf(labelsBox(labels, 11))).toMatchObject({ wideMm: 3 * 58, highMm: 4 * 16 })
    expect(boundsOf(labelsBox({ ...labels, wideMm: 250 }, 2))).toMatchObject({ wideMm: 250, highMm: 32 })
  })
})

describe('what cannot be', () => {
  const button = { kind: 'button' as const, downMm: 190, asideMm: 95, wideMm: 12, highMm: 12 }
  it.each([
    ['no hole', patch({ holes: [] }), 'mark at least one'],
    ['over a button', badge({ keepOuts: [button] }), 'covers a button'],
    ['over a zip', { ...transfer, keepOuts: [{ ...button, kind: 'zip' as const }] }, 'covers a zip'],
    ['off the garment', badge({ place: { ...place, asideMm: 600 } }), 'is off the front'],
    ['no letters', { ...lettering, outlines: [] }, 'write some'],
    ['no label', { ...labels, texts: [' ', ''] }, 'write at least one'],
    ['more stitches than can be', { ...embroidery, parts: [{ ...embroidery.parts[0]!, stitches: 400_000 }] }, 'stitches on every mm²'],
  ] as const)('%s', (_name, spec, says) => {
    expect(() => judgeMaking(spec as MendSpec)).toThrow(says)
    expect(() => operationsOfMaking(making(spec))).toThrow(says)
  })
  it.each([
    ['film from the front', badge({ item: { ...item, form: 'film' }, from: 'front' }), 'never pressed from the front'],
    ['no stitches', { ...embroidery, parts: [{ ...embroidery.parts[0]!, stitches: 0 }] }, 'at least one; with none'],
    ['a drawn shape that was not', { ...applique, shapes: [{ ...applique.shapes[0]!, kind: 'drawn' }] }, 'has no outline'],
    ['a margin that peels', patch({ marginMm: 3 }), 'Margin: 6 mm is the smallest'],
    ['no label at all', { ...labels, texts: [] }, 'at least one'],
  ])('%s is refused with its sentence', (_name, spec, says) => {
    const read = makingSchema.safeParse({ id: id(1), name: 'Thing', fabricId: id(11), spec })
    expect(read.success).toBe(false)
    expect(read.error!.issues.map(i => i.message).join(' ')).toContain(says)
  })
  it('near a button is said, and may be', () => {
    const near = badge({ keepOuts: [{ ...button, asideMm: 95 + 35 + 6 + 3 }] })
    expect(placeFaults(near).map(f => f.why)).toEqual(['near'])
    expect(() => judgeMaking(near)).not.toThrow()
  })
})

describe('what core is asked', () => {
  const garment = fabric({ id: id(11) }), web = supply({ id: id(21), family: 'web', adhesive: 'polyamideWeb', massGsm: 26,
    adhesiveGsm: 24 })
  const things = { garment, item: null, supply: web, iron: iron(),
    pressCloth: { id: id(9), name: 'Muslin', kind: 'muslin' as const, version: 0 },
    surface: 'padded' as const, rules }
  const ask = (spec: MendSpec, more: Partial<typeof things> = {}) => toStuckAsk(spec, { ...things, ...more })
  const scrap: ScrapKept = {
    id: id(5), name: 'Scrap', fabricId: null, wideMm: 90, highMm: 90, massGsm: 130, givePct: 2, washC: 40, back: null, createdAt: '',
    face: { palette: [{ hex: '#9b2d30', sharePct: 100 }], figureMm: null, tile: null },
  }
  it('a patch lies inside with a sheet under it; without web or scrap nothing can be asked', () => {
    expect(ask(patch(), { item: scrapFabric(scrap, null) as never })).toMatchObject({ inside: true, under: 'muslin', fromItem: true })
    expect(ask(patch())).toBeNull()
    expect(ask(patch(), { item: scrapFabric(scrap, null) as never, supply: null as never })).toBeNull()
  })
  it('letters from the wrong side alone, wet, on a paper; film never from its own side; a transfer as long as its sheet says', () => {
    expect(ask(lettering)).toMatchObject({ fromItem: false, methods: ['damp'], under: 'parchment' })
    expect(ask(badge({ item: { ...item, form: 'film' } }))!.fromItem).toBe(false)
    expect(ask(badge({ from: 'inside' }))!.first).toBe('garment')
    expect([ask({ ...transfer, holdS: 45 })!.leastS, ask(transfer, { supply: null as never })!.leastS]).toEqual([45, 30])
    expect(ask(labels)).toMatchObject({ fromGarment: false, pressCloth: 'parchment' })
    expect(ask(embroidery)).toBeNull()
  })
  it('its own adhesive where nothing of the shelf is chosen', () => {
    expect(ask(badge(), { supply: null as never })!.glue).toMatchObject({ adhesive: 'polyamideLow', adhesiveGsm: 40 })
    expect(ask(badge())!.glue.adhesive).toBe('polyamideWeb')
  })
  it('a scrap of a known fabric is that fabric, of an unknown one as heavy as was said', () => {
    expect(scrapFabric(scrap, garment)).toMatchObject({ massGsm: 130, fibres: garment.fibres })
    expect(scrapFabric(scrap, null)).toMatchObject({ massGsm: 130, mayGetWet: true, nap: 'none', finishes: [] })
    // As thick as a poplin of that weight.
    expect(scrapFabric(scrap, null)).toMatchObject({ massGsm: 130, fibres: [], thicknessMm: expect.closeTo(0.2925, 9) })
    expect(itemFabric({ ...item, form: 'felt' }).construction).toBe('felt')
  })
  it('looks, designs, shapes and boxes are as they were given', () => {
    expect(toLook(scrap.face).palette[0]!.lab.l).toBeGreaterThan(30)
    expect(designOf(embroidery).parts[0]!.stitches).toBe(5200)
    expect(boundsOf(shapeOutline({ ...applique.shapes[0]!, kind: 'drawn', outline: disc(15) })).wideMm).toBeCloseTo(30, 0)
    expect(shapesCm2(applique)).toBeGreaterThan(50)
    expect(boundsOf(placedAt(badge())).left).toBeCloseTo(95 - 35, 6)
    expect([isMend(patch()), isMend({ kind: 'flatten' } as never)]).toEqual([true, false])
  })
})

describe('what of the shelf serves', () => {
  const shelf = [
    supply({ id: id(1), family: 'web', adhesive: 'evaWeb', massGsm: 30, washC: 30, stockM: 2 }),
    supply({ id: id(2), family: 'web', adhesive: 'polyamideWeb', massGsm: 26, washC: 60, stockM: 2 }),
    supply({ id: id(3), family: 'web', adhesive: 'polyamideWeb', massGsm: 15, washC: 60, stockM: 0 }),
    supply({ id: id(4), family: 'fusible', adhesive: 'polyamide', massGsm: 60 }),
    supply({ id: id(5), family: 'web', adhesive: null, adhesiveGsm: 0 }),
    supply({ id: id(6), family: 'web', adhesive: 'polyamideWeb', massGsm: 200, washC: 60, stockM: 2 }),
  ]
  it('what stands the wash, is no heavier than the fabric and is there comes first; what has no adhesive not at all', () => {
    expect(suitedTo('hole', shelf, { massGsm: 120 }, 40).map(s => s.supply.id)).toEqual([id(2), id(3), id(6), id(1)])
    expect(suitedTo('hole', shelf, { massGsm: 120 }, 30).find(s => s.supply.id === id(1))!.careShort).toBe(false)
    const heavy = (massGsm: number) => suitedTo('hole', shelf, { massGsm }, 30).find(s => s.supply.id === id(6))!.heavy
    expect([heavy(199), heavy(200)]).toEqual([true, false])
    const knits = [{ massGsm: 42, washC: 40 }, { massGsm: 28, washC: 30 }, { massGsm: 60, washC: 60 }].map((k, i) =>
      ({ ...shelf[0]!, id: id(80 + i), family: 'fusible', base: 'knit', adhesive: 'polyamide', stockM: 3, ...k }) as Supply)
    expect(softBacking(knits, { massGsm: 55 }, 30)!.id).toBe(id(81))
    expect(softBacking(knits, { massGsm: 55 }, 40)!.id).toBe(id(80))
    expect([softBacking(knits, { massGsm: 20 }, 30), softBacking(shelf, { massGsm: 90 }, 30)]).toEqual([null, null])
    const fibres = (fibre: 'silk' | 'cotton') => ({ nap: 'none' as const, fibres: [{ fibre, sharePct: 100 }] })
    expect([fibres('silk'), fibres('cotton'), { ...fibres('cotton'), nap: 'texture' as const }].map(wantsSoftBacking))
      .toEqual([true, false, true])
    expect(suitedTo('labels', shelf, null, 0).map(s => s.supply.id)).toEqual([id(4)])
  })
})

describe('shapes on their ground', () => {
  const square = (more: object = {}) => {
    const face = boxOf({ left: 0, right: 100, bottom: 0, top: 50 })
    return { face, under: [face], cut: boxOf({ left: -5, right: 105, bottom: -5, top: 55 }),
      shape: { name: 'Flag', count: 1, corner: false, ...more } }
  }
  it('those of the corners lie in them, to the edge; a fifth begins anew', () => {
    const placed = shapesPlaced([square({ corner: true, count: 5 })] as never, { wideMm: 900, highMm: 600 })
    expect(placed.map(p => boundsOf(p.outline)).map(b => [b.left, b.right, b.bottom, b.top].map(Math.round))).toEqual([
      [0, 100, -50, 0], [800, 900, -50, 0], [0, 100, -600, -550], [800, 900, -600, -550], [0, 100, -50, 0],
    ])
  })
  it('the others are spread over its middle, each once, and none over the edge', () => {
    const placed = shapesPlaced([square({ count: 6 }), square({ corner: true }), square({ count: 2 })] as never,
      { wideMm: 900, highMm: 600 })
    expect(placed.map(p => p.kind)).toEqual([0, 0, 0, 0, 0, 0, 1, 2, 2])
    const middles = placed.filter(p => p.kind !== 1).map(p => boundsOf(p.outline)).map(b => `${b.left} ${b.top}`)
    expect(new Set(middles).size).toBe(8)
    for (const { outline } of placed) {
      const b = boundsOf(outline)
      expect([b.left >= -1e-9, b.right <= 900 + 1e-9, b.top <= 1e-9, b.bottom >= -600 - 1e-9]).toEqual([true, true, true, true])
    }
  })
  it('go to the cutting as pieces that the server keeps, as large as they are cut, with the knit that backs them', () => {
    const piece = pieceOfShape(id(31), square({ count: 3 }) as never, id(11), id(21))
    expect(jobPieceSchema.safeParse(piece).error?.issues).toBeUndefined()
    expect(piece).toMatchObject({ name: 'Flag', count: 3, place: 'applique', fabricId: id(11), interfacingId: id(21) })
    expect((piece.shape as { rim: [number, number][] }).rim).toContainEqual([105, 55])
  })
})
