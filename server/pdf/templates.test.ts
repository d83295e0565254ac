import { describe, expect, it } from 'vitest'
import { boundsOf } from '#core/geometry'
import { cutPiece, partsOf, type CuttingGround } from '#shared/cutting'
import { rulesSchema, type JobPiece } from '#shared/schemas'
import { readSvg } from '#shared/svg'
import { lookOf, sheetsOf } from '../../e2e/paper'
import { chalkPdf } from './chalk'
import { tilesAlong } from './plane'
import { PAPERS, pieceTemplates, templatesPdf, templatesSvg } from './templates'
import { rowLetters } from './tiled'
import { blockPiece, idOf as id, supply } from '#shared/kept.fixture'

const interfacing = supply({ id: id(2), name: 'Lawn', massGsm: 60, thicknessMm: 0.2, adhesiveGsm: 10, widthMm: 920 })
const ground: CuttingGround = {
  rules: rulesSchema.parse({}),
  fabricMm: () => 0.3,
  supply: of => (of === interfacing.id ? interfacing : null),
  shrink: {},
}
const piece = (n: number, block: string, over: Partial<JobPiece> = {}): JobPiece => blockPiece(block, {
  id: id(n), name: `Piece ${n}`, fabricId: id(1), allowances: { seam: 10, hem: 40, front: 10 }, grain: 'along',
  interfacingId: interfacing.id,
  ...over,
})
const near = (wanted: number) => (l: { longMm: number }) => Math.abs(l.longMm - wanted) < 0.05

describe('templates on paper', () => {
  it('a square of 100 mm is 100 mm, and a strip of 150 by 60 is as long as it is', async () => {
    const strip = piece(3, 'strip', {
      shape: { format: 1, kind: 'block', block: 'strip', measures: { long: 150, wide: 60 }, mirrored: false },
    })
    const [list, page] = await sheetsOf(await templatesPdf('A job', pieceTemplates([strip], ground), PAPERS.A4))
    expect([list!.wideMm, list!.highMm].map(Math.round)).toEqual([210, 297])
    expect(list!.lines.filter(near(100)).length).toBeGreaterThanOrEqual(5)
    const drawn = page!.lines
    // Cut edge, seam line, and the interfacing 2 mm inside it.
    for (const wanted of [170, 150, 146, 80, 60, 56]) expect(drawn.filter(near(wanted)).length, String(wanted)).toBeGreaterThanOrEqual(2)
  })
  it('in inches the square is 4 in on US letter, the piece as long as ever, and the chalk list in eighths', async () => {
    const US = { length: 'in', temperature: '°F', arealMass: 'oz/yd²', region: 'US', currency: 'USD' } as const
    const strip = piece(3, 'strip', {
      shape: { format: 1, kind: 'block', block: 'strip', measures: { long: 150, wide: 60 }, mirrored: false },
    })
    const [list, page] = await sheetsOf(await templatesPdf('A job', pieceTemplates([strip], ground), PAPERS.letter, US))
    expect([list!.wideMm, list!.highMm].map(v => v.toFixed(1))).toEqual(['215.9', '279.4'])
    expect(list!.lines.filter(near(101.6)).length).toBeGreaterThanOrEqual(5)
    expect(list!.lines.filter(near(100))).toEqual([])
    for (const wanted of [170, 150, 80, 60]) expect(page!.lines.filter(near(wanted)).length, String(wanted)).toBeGreaterThanOrEqual(2)
  })
  it('what is larger than the paper is tiled, every millimetre on some tile, the tiles 10 mm over each other', async () => {
    const front = piece(3, 'coatFront')
    const b = boundsOf(cutPiece(front, ground).cut)
    const across = tilesAlong(b.wideMm, 190),
      along = tilesAlong(b.highMm, 277)
    const tiled = await templatesPdf('A job', pieceTemplates([front], ground), PAPERS.A4), sheets = await sheetsOf(tiled)
    expect(await lookOf(tiled)).toBe('7e7a192a5301')
    // The list, the map, and at the most as many as its own corners take.
    expect(sheets.length).toBeGreaterThan(2 + 1)
    expect(sheets.length).toBeLessThanOrEqual(2 + across.length * along.length)
    for (const [mm, printable] of [
      [b.wideMm, 190],
      [b.highMm, 277],
      [190, 190],
      [190.1, 190],
      [1000, 190],
    ] as const) {
      const from = tilesAlong(mm, printable)
      expect(from[0]).toBe(0)
      from.slice(1).forEach((f, i) => expect(from[i]! + printable - f).toBe(10))
      expect(from.at(-1)! + printable).toBeGreaterThanOrEqual(mm)
      if (from.length > 1) expect(from.at(-2)! + printable).toBeLessThan(mm)
    }
    expect((await sheetsOf(await templatesPdf('A job', pieceTemplates([front], ground), PAPERS.A3))).length).toBeLessThan(sheets.length)
  })
  it.each([[257, 60, false], [257.2, 60, true], [60, 170, false], [60, 170.2, true]])(
    'a strip of %d by %d, allowances of 10 mm about it, fits within the margins of A4, or is glued: %s', async (long, wide, isGlued) => {
      const strip = piece(3, 'strip', { shape: { format: 1, kind: 'block', block: 'strip', measures: { long, wide }, mirrored: false } })
      const sheets = await sheetsOf(await templatesPdf('A job', pieceTemplates([strip], ground), PAPERS.A4))
      // The list and one sheet; what is glued has its map as well.
      expect(sheets.length > 2).toBe(isGlued)
    })
  it('many small pieces share a sheet and do not lie on each other', async () => {
    const shared = await templatesPdf('A job', pieceTemplates([piece(3, 'cuff'), piece(4, 'welt'), piece(5, 'flap')], ground), PAPERS.A3)
    expect(await sheetsOf(shared)).toHaveLength(2)
    expect(await lookOf(shared)).toBe('b04a470d6cef')
  })
  it('as a drawing it is read back with its names and sizes', async () => {
    const pieces = [piece(3, 'collar', { name: 'Collar, Łódź', pair: false }), piece(4, 'mat')]
    const text = await templatesSvg(pieceTemplates(pieces, ground))
    expect(text).toContain('font/woff;base64')
    const back = readSvg(text)
    if ('problem' in back) throw new Error(back.problem.why)
    expect([back.notes, back.outlines.map(o => o.name)]).toEqual([[], ['Collar, Łódź', 'Piece 4']])
    back.outlines.forEach((o, i) => {
      const a = boundsOf(o.outline),
        b = boundsOf(cutPiece(pieces[i]!, ground).seam)
      expect(Math.abs(a.wideMm - b.wideMm)).toBeLessThan(0.1)
      expect(Math.abs(a.highMm - b.highMm)).toBeLessThan(0.1)
    })
  })
  it('the chalk strip draws the layout small and lists every part once, pages as it needs', async () => {
    const flap = piece(3, 'flap', { pair: true, count: 30 })
    const parts = partsOf([flap], interfacing.id, ground)
    expect(parts).toHaveLength(60)
    const laid = parts.map((p, i) => ({
      pieceId: p.pieceId,
      role: p.role,
      number: p.number,
      offcutId: null,
      turnDeg: 0,
      x: (i % 5) * 170,
      y: Math.floor(i / 5) * 80,
      pinned: false,
    }))
    const list = await chalkPdf('A job', interfacing, [flap], laid, ground), sheets = await sheetsOf(list)
    expect(await lookOf(list)).toBe('c42caaa45f97')
    expect(sheets.length).toBe(3)
    expect(sheets[0]!.lines.length).toBeGreaterThan(60 * 4)
  })
  it('the chalk list says a long name to its end', async () => {
    const listOf = async (end: string) => {
      const flap = piece(3, 'flap', { name: `WIDE WOOLLEN WADDING, WARM WELT, ${end}` }), [p] = partsOf([flap], interfacing.id, ground)
      const at = { pieceId: p!.pieceId, role: p!.role, number: p!.number, offcutId: null, turnDeg: 0, x: 0, y: 0, pinned: false }
      return lookOf(await chalkPdf('A job', interfacing, [flap], [at], ground))
    }
    expect(await listOf('MINE')).not.toBe(await listOf('NINE'))
  })
  it('rows of tiles go on after Z', () =>
    expect([0, 25, 26, 51, 52, 701, 702].map(rowLetters)).toEqual(['A', 'Z', 'AA', 'AZ', 'BA', 'ZZ', 'AAA']))
  it.each([
    ['far more, without laying it out', 7500, /that makes at least \d+ sheets, and 200 are the most\. Sail alone takes \d+:/],
    ['a little more, once it is laid out', 3200, /that makes \d+ sheets, and 200 are the most\. Sail alone takes \d+:/],
  ])('more paper than anyone glues together is refused before it is drawn, naming what takes most of it: %s', async (_, side, says) => {
    const sail = piece(9, 'strip', {
      name: 'Sail',
      shape: { format: 1, kind: 'outline', drawnBy: 'seam', rim: [[0, 0], [side, 0], [side, side], [0, side]], holes: [] },
    })
    await expect(templatesPdf('A job', pieceTemplates([sail], ground), PAPERS.A4)).rejects.toThrow(says)
  })
})
