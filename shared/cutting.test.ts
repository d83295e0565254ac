import { describe, expect, it } from 'vitest'
import { blockOf, usualMeasures } from '#core/cut'
import { arc, areaMm2, boundsOf, mirrored, outlineOf } from '#core/geometry'
import {
  cutPartIds,
  interfacingNeed,
  cutLargerPct,
  cutPiece,
  enoughOf,
  fromPayload,
  howMany,
  insetOf,
  openPartsOf,
  partsCutOf,
  partsOf,
  suppliesOf,
  toPayload,
  usableWidthMm,
  type CuttingGround,
} from './cutting'
import {
  jobPiecesBody, pieceShape, rulesSchema, type JobPiece, type Supply,
} from './schemas'
import { blockPiece, idOf as id, supply as keptSupply } from './kept.fixture'

const supply = (n: number, over: Partial<Supply> = {}): Supply => keptSupply({
  id: id(n), code: `S-${n}`, name: `Supply ${n}`, massGsm: 60, thicknessMm: 0.2, adhesiveGsm: 10, widthMm: 900, stockM: 2, ...over,
})
const board = supply(12, { family: 'foam', massGsm: 460, thicknessMm: 1.9, overhangMm: 236 })
const shelf = [supply(11), board, supply(13, { family: 'web' })]
const ground = (over: Partial<CuttingGround> = {}): CuttingGround => ({
  rules: rulesSchema.parse({}),
  fabricMm: () => 0.3,
  supply: of => shelf.find(s => s.id === of) ?? null,
  shrink: {},
  ...over,
})
const piece = (block: string, over: Partial<JobPiece> = {}): JobPiece =>
  blockPiece(block, { fabricId: id(2), allowances: { seam: 10, hem: 40, front: 12 }, grain: 'along', interfacingId: id(11), ...over })

describe('from a piece to what is cut', () => {
  it('a half on the fold is cut whole, and its interfacing with it', () => {
    const collar = piece('collar'),
      half = blockOf('collar')!.draw(usualMeasures(blockOf('collar')!)).seam
    const made = cutPiece(collar, ground())
    expect(areaMm2(made.seam) / areaMm2(half)).toBeCloseTo(2, 3)
    // Nothing is taken in at the fold; at the slanting point a little more than 2 mm.
    const lessMm = 2 * boundsOf(half).wideMm - boundsOf(made.interfacing[0]!).wideMm
    expect(lessMm).toBeGreaterThan(4)
    expect(lessMm).toBeLessThan(6)
  })
  it('the house says where the interfacing ends, the piece may say otherwise', () => {
    const rules = rulesSchema.parse({})
    expect(insetOf({ inset: null }, rules)).toEqual({ how: 'inside', byMm: 2 })
    expect(insetOf({ inset: null }, { ...rules, allowance: 'caught' })).toEqual({ how: 'caught' })
    expect(insetOf({ inset: { how: 'exact' } }, { ...rules, allowance: 'caught' })).toEqual({ how: 'exact' })
  })
  it('a pass that no fabric makes, kept from before there was a limit, cuts nothing larger', () => {
    const misread = { alongPct: 90.2, acrossPct: 2, preshrunkUpToC: null }
    expect(cutLargerPct(misread)).toEqual({ along: 0, across: 2 })
  })
  it('folded through its middle, one half is backed: in the outline, in what is cut of the interfacing, under the sole', () => {
    const whole = piece('cuff', { inset: { how: 'exact' } }), upper = { ...whole, half: 'upper' as const }
    const [all, made] = [cutPiece(whole, ground()), cutPiece(upper, ground())]
    expect([all.fold, made.fold!.map(p => p.y)]).toEqual([null, [32.5, 32.5].map(y => expect.closeTo(boundsOf(made.seam).bottom + y, 6))])
    expect(made.cut).toEqual(all.cut)
    expect(boundsOf(made.interfacing[0]!).highMm).toBeCloseTo(boundsOf(all.interfacing[0]!).highMm / 2, 3)
    expect(boundsOf(partsOf([upper], id(11), ground())[0]!.outline).highMm).toBeCloseTo(32.5, 3)
    const need = (p: JobPiece) => interfacingNeed([{ ...p, place: 'cuff' }], p.fabricId, 'cuff', ground()).m2
    expect(need(upper) / need(whole)).toBeCloseTo(0.5, 1)
    // Half of a pair is the other half of its mirror image.
    const left = partsOf([{ ...whole, half: 'left', pair: true }], id(11), ground()).map(p => boundsOf(p.outline))
    expect(left[1]!.left).toBeCloseTo(-left[0]!.right, 6)
    // A sandwich is held all over.
    expect(cutPiece(piece('mat', { place: 'mat', interfacingId: null, foamId: id(12), half: 'left' }), ground()).fold).toBeNull()
  })
  it('what the fabric still shrinks is added; preshrunk, or unknown, nothing is', () => {
    const moving = { alongPct: 2, acrossPct: 1, preshrunkUpToC: null }
    expect([cutLargerPct(moving), cutLargerPct({ ...moving, preshrunkUpToC: 150 }), cutLargerPct(null)]).toEqual([
      { along: 2, across: 1 },
      { along: 0, across: 0 },
      { along: 0, across: 0 },
    ])
    const plain = cutPiece(piece('mat'), ground()),
      larger = cutPiece(piece('mat'), ground({ shrink: { [id(2)]: moving } }))
    expect(boundsOf(larger.seam).highMm).toBeCloseTo(boundsOf(plain.seam).highMm / 0.98, 6)
    expect(boundsOf(larger.interfacing[0]!).wideMm).toBeCloseTo(boundsOf(plain.interfacing[0]!).wideMm / 0.99, 6)
  })
  it('a mat with a board is layered: its face, its stiff layer, and a web for each side', () => {
    const mat = piece('mat', { place: 'mat', interfacingId: null, foamId: id(12), webId: id(13), count: 2 })
    const made = cutPiece(mat, ground())
    expect(made.layers!.standOffMm).toBeCloseTo(2.2, 9)
    expect(boundsOf(made.foam[0]!).wideMm).toBeCloseTo(420 - 4.4, 6)
    expect([partsOf([mat], id(12), ground()).length, partsOf([mat], id(13), ground()).length]).toEqual([2, 4])
    expect(suppliesOf([mat])).toEqual([id(12), id(13)])
  })
  it('a drawing by its cut edge has its seam line inside; too large an allowance says so', () => {
    const shape = pieceShape.parse({
      format: 1,
      kind: 'outline',
      drawnBy: 'cut',
      rim: [
        [0, 0],
        [60, 0],
        [60, 40],
        [0, 40],
      ],
    })
    expect(boundsOf(cutPiece(piece('mat', { shape }), ground()).seam).wideMm).toBeCloseTo(40, 6)
    expect(boundsOf(cutPiece(piece('mat', { shape }), ground()).cut).wideMm).toBeCloseTo(60, 6)
    expect(() => cutPiece(piece('mat', { shape, allowances: { seam: 25, hem: 25, front: 25 } }), ground())).toThrow('nothing is left')
  })
})

describe('parts of a supply', () => {
  it('of a pair every second one is the mirror image; of what is alike none is', () => {
    const flap = piece('flap', { count: 2, pair: true })
    const parts = partsOf([flap], id(11), ground())
    expect([howMany(flap), parts.map(p => p.number)]).toEqual([4, [0, 1, 2, 3]])
    expect(parts[1]!.outline).toEqual(mirrored(parts[0]!.outline))
    expect(parts[2]!.outline).toBe(parts[0]!.outline)
    expect(partsOf([piece('flap', { count: 2, pair: false })], id(11), ground())[1]!.outline).toEqual(parts[0]!.outline)
    expect(partsOf([flap], id(13), ground())).toEqual([])
  })
  it('enough of another by its area, not of itself', () => {
    const narrow = supply(14, { widthMm: 450, stockM: 2 }),
      wide = supply(15, { widthMm: 1500, stockM: 1 })
    expect(enoughOf([...shelf, narrow, wide], shelf[0]!, 1.2).map(s => s.id)).toEqual([id(12), id(13), id(15)])
    expect([usableWidthMm(wide), usableWidthMm({ widthMm: null })]).toEqual([1480, 880])
  })
})

describe('what matching is given', () => {
  it('the interfacing that the pieces of a place want, whether or not one is chosen; what cannot be cut counts nothing', () => {
    const strip = (over: Partial<JobPiece>) => piece('strip', {
      place: 'placket', shape: { format: 1, kind: 'block', block: 'strip', measures: { long: 204, wide: 54 }, mirrored: false }, ...over,
    })
    const small = pieceShape.parse({ format: 1, kind: 'outline', drawnBy: 'cut', rim: [[0, 0], [9, 0], [9, 9], [0, 9]] })
    const pieces = [
      strip({ count: 3 }), strip({ count: 1, pair: true, interfacingId: null }), strip({ place: 'cuff' }), strip({ fabricId: id(9) }),
      strip({ shape: small }),
    ]
    expect(interfacingNeed(pieces, id(2), 'placket', ground())).toEqual({ m2: expect.closeTo(5 * 200 * 50 / 1e6, 9), count: 5 })
  })
})

describe('what is kept of an outline', () => {
  it('comes back the same, thinned by no more than a hair', () => {
    const seam = outlineOf(arc({ x: 0, y: 0 }, 200, 0, 360, 0.001).slice(0, -1))
    const back = fromPayload(toPayload(seam))
    expect(back.rim.length).toBeLessThan(seam.rim.length)
    expect(Math.abs(areaMm2(back) / areaMm2(seam) - 1)).toBeLessThan(2e-4)
  })
  it.each<[string, object, string]>([
    ['a measure missing', { format: 1, kind: 'block', block: 'circle', measures: {} }, 'Across: give it in mm.'],
    [
      'one too small',
      { format: 1, kind: 'block', block: 'circle', measures: { across: 2 } },
      'Across: 10 mm is the smallest we accept.',
    ],
    [
      'one too large',
      { format: 1, kind: 'block', block: 'circle', measures: { across: 9000 } },
      'Across: 3000 mm is the largest we accept.',
    ],
    ['a block nobody has', { format: 1, kind: 'block', block: 'sail', measures: {} }, 'Block: choose one from the list.'],
    [
      'an outline that crosses',
      {
        format: 1,
        kind: 'outline',
        drawnBy: 'seam',
        rim: [
          [0, 0],
          [9, 9],
          [9, 0],
          [0, 9],
        ],
      },
      'Outline: it crosses itself.',
    ],
    [
      'two corners',
      {
        format: 1,
        kind: 'outline',
        drawnBy: 'seam',
        rim: [
          [0, 0],
          [9, 9],
        ],
      },
      'Outline: it needs three corners at least.',
    ],
  ])('%s is refused', (_, shape, says) => expect(pieceShape.safeParse(shape).error?.issues[0]!.message).toBe(says))
  it('the same piece twice, and more than there may be', () => {
    const one = piece('mat')
    expect(jobPiecesBody.safeParse({ version: 0, pieces: [one, one] }).error?.issues[0]!.message).toContain('is listed twice')
    const many = Array.from({ length: 61 }, (_, i) => piece('mat', { id: id(100 + i) }))
    expect(jobPiecesBody.safeParse({ version: 0, pieces: many }).error?.issues[0]!.message).toBe('Pieces: 60 at the most.')
  })
})

describe('what is cut already', () => {
  const part = (pieceId: string, number: number) =>
    ({ pieceId, role: 'interfacing', number, x: 0, y: 0, turnDeg: 0, pinned: false } as never)
  const flap = piece('flap', { id: id(7), count: 2 }), layout = (cutAt: string | null, ...parts: never[]) => ({ cutAt, parts })
  it('is what lies in a layout that was cut, not in one that is drawn; by its own piece alone', () => {
    const cut = cutPartIds([layout('2026-03-01', part(id(7), 0), part(id(71), 0)), layout(null, part(id(7), 1))])
    expect([...cut]).toEqual([`${id(7)}.interfacing.0`, `${id(71)}.interfacing.0`])
    expect([partsCutOf(id(7), cut), partsCutOf(id(71), cut), partsCutOf(id(8), cut)]).toEqual([1, 1, 0])
    expect(openPartsOf([flap], id(11), ground(), cut).map(p => p.number)).toEqual([1])
    expect(openPartsOf([flap], id(11), ground(), new Set()).map(p => p.number)).toEqual([0, 1])
  })
  it('one that cannot be cut as it stands is left out, and its neighbours stay', () => {
    const shape = { format: 1, kind: 'block', block: 'flap', measures: { long: -1 }, mirrored: false } as never
    const narrow = { ...flap, id: id(8), shape }
    expect(() => partsOf([narrow], id(11), ground())).toThrow()
    expect(openPartsOf([narrow, flap], id(11), ground(), new Set()).map(p => p.pieceId)).toEqual([id(7), id(7)])
  })
})
