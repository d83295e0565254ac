import { readFileSync } from 'node:fs'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { acrossLine, nearestOn, type Marks } from '#core/cut'
import { areaMm2, boundsOf, difference, offset, outlineOf, type Outline, type Point } from '#core/geometry'
import type { DrawnPiece } from '../drawing'
import { readDxf, writeDxf, type DxfNote, type DxfPiece, type DxfReading, type DxfUnit } from '.'

const bytes = (text: string): Uint8Array => new TextEncoder().encode(text)
const fixture = (name: string): Uint8Array => readFileSync(new URL(`fixtures/${name}.dxf`, import.meta.url))
function read(from: Uint8Array, unit: DxfUnit | null = null): DxfReading {
  const r = readDxf(from, unit)
  if ('problem' in r) throw new Error(r.problem.why)
  return r
}
const whys = (r: DxfReading) => r.notes.map(n => n.why).sort()
const note = <W extends DxfNote['why']>(r: DxfReading, why: W) => r.notes.find((n): n is Extract<DxfNote, { why: W }> => n.why === why)
const names = (r: DxfReading, why: DxfNote['why']) => r.notes.flatMap(n => (n.why === why && 'names' in n ? n.names : []))
const rounded = (ps: readonly Point[]) => ps.map(p => [p.x, p.y].map(v => Math.round(v * 100) / 100 + 0))
const sizeOf = ({ outline }: DrawnPiece) => {
  const b = boundsOf(outline)
  return [b.wideMm, b.highMm].map(v => Math.round(v * 100) / 100)
}
/** Group codes and values, one a line, as text. */
const lines = (...pairs: (string | number)[]) => `${pairs.join('\n')}\n`
const drawing = (entities: string, head = lines(9, '$INSUNITS', 70, 4)) =>
  bytes(lines(0, 'SECTION', 2, 'HEADER') + head + lines(0, 'ENDSEC', 0, 'SECTION', 2, 'ENTITIES') + entities + lines(0, 'ENDSEC', 0, 'EOF'))
const polyline = (points: readonly (readonly [number, number])[], isClosed = true, layer = '1') =>
  lines(0, 'LWPOLYLINE', 8, layer, 90, points.length, 70, isClosed ? 1 : 0) + points.map(([x, y]) => lines(10, x, 20, y)).join('')
const SQUARE = [[0, 0], [100, 0], [100, 100], [0, 100]] as const

describe('patterns as different programs write them', () => {
  it('one piece in millimetres by the text, its grain along x: turned upright with all that is on it', () => {
    const r = read(fixture('metric')), [p] = r.pieces
    expect(r.pieces).toHaveLength(1)
    expect(p).toMatchObject({ name: 'COLLAR UPPER', size: '40', number: '7', count: 2, pair: false, drawnBy: 'seam', allowanceMm: 10 })
    expect(sizeOf(p!)).toEqual([89.95, 400])
    // Turned by a quarter to the left: what stood at (x, y) from the sew line's corner stands at (89.95 − y, x).
    expect(rounded(p!.marks.drills)).toEqual([[49.95, 90]])
    expect(rounded(p!.marks.internal[0]!)).toEqual([[79.95, 20], [79.95, 380]])
    expect(rounded(p!.marks.notches)).toEqual([[99.95, 200], [54.95, -10]])
    expect(rounded(p!.marks.mirror!)).toEqual([[99.95, 200], [-10.05, 200]])
    expect(note(r, 'layers')).toEqual({ why: 'layers', layers: ['9'] })
    expect(whys(r)).toEqual(['allowance', 'layers', 'turned', 'units'])
  })
  it('inches by the text: a pair with a window, a notch as a stroke, a drill hole as a ring', () => {
    const r = read(fixture('english')), [p] = r.pieces
    expect(p).toMatchObject({ name: 'Pocket', size: 'M', count: 1, pair: true, drawnBy: 'cut', allowanceMm: null })
    expect(sizeOf(p!)).toEqual([101.6, 279.4])
    expect(p!.outline.holes).toHaveLength(1)
    expect(rounded(p!.marks.notches)).toEqual([[101.6, 101.6]])
    expect(rounded(p!.marks.drills)).toEqual([[25.4, 177.8]])
    expect(note(r, 'units')).toEqual({ why: 'units', unit: 'in', from: 'text' })
  })
  it('an ellipse that lies askew is as wide, high and large as it is by its axes, round either way', () => {
    const ellipse = (fromRad: number, toRad: number) =>
      lines(0, 'ELLIPSE', 8, '1', 10, 50, 20, 40, 11, 30, 21, 40, 40, 0.5, 41, fromRad, 42, toRad)
    const [p] = read(drawing(ellipse(0, 2 * Math.PI))).pieces
    // Half axes of 50 along (3, 4) and 25 across.
    const [wide, high] = sizeOf(p!)
    expect(wide).toBeCloseTo(2 * Math.hypot(30, 20), 1)
    expect(high).toBeCloseTo(2 * Math.hypot(40, 15), 1)
    expect(areaMm2(p!.outline) / (Math.PI * 50 * 25)).toBeCloseTo(1, 2)
    // Its far half and a straight line back: half as large.
    const ends = [[20, 0], [80, 80]] as const
    const [half] = read(drawing(ellipse(Math.PI, 2 * Math.PI) + polyline(ends, false))).pieces
    expect(areaMm2(half!.outline) / (Math.PI * 50 * 25 / 2)).toBeCloseTo(1, 2)
  })
  it('points with grade rules: only the sample size is there, which is said; the rules are nobody\'s name', () => {
    const text = (says: string, layer = '2') => lines(0, 'TEXT', 8, layer, 10, 0, 20, 0, 40, 3, 1, says)
    const rules = text('# 1') + text('# 12'), r = read(drawing(polyline(SQUARE) + text('Yoke', '15') + rules))
    expect(r.pieces[0]!.name).toBe('Yoke')
    expect(note(r, 'graded')).toEqual({ why: 'graded', size: '' })
    expect(note(read(drawing(polyline(SQUARE) + text('Size: 40', '15') + rules)), 'graded')).toEqual({ why: 'graded', size: '40' })
    expect(whys(read(drawing(polyline(SQUARE) + text('Size: 40', '15'))))).not.toContain('graded')
  })
  it.each([['1', ['Flap', 'Outline']], ['FRAME', ['Flap']]])('drawn beside a block on layer %s: %j', (layer, called) => {
    const away = SQUARE.map(([x, y]) => [x + 300, y] as const)
    const block = lines(0, 'BLOCK', 8, '0', 2, 'Flap', 70, 0, 10, 0, 20, 0) + polyline(SQUARE) + lines(0, 'ENDBLK', 8, '0')
    const r = read(bytes(lines(0, 'SECTION', 2, 'HEADER', 9, '$INSUNITS', 70, 4, 0, 'ENDSEC', 0, 'SECTION', 2, 'BLOCKS') + block
      + lines(0, 'ENDSEC', 0, 'SECTION', 2, 'ENTITIES', 0, 'INSERT', 8, '0', 2, 'Flap', 10, 0, 20, 0) + polyline(away, true, layer)
      + lines(0, 'ENDSEC', 0, 'EOF')))
    expect(r.pieces.map(p => p.name)).toEqual(called)
    for (const p of r.pieces) expect(sizeOf(p)).toEqual([100, 100])
  })
  it('loose lines and an arc in centimetres without a handle, its name in an old code page', () => {
    const r = read(fixture('r12')), [p] = r.pieces
    expect(p).toMatchObject({ name: 'Ärmelbeleg', drawnBy: null })
    expect(areaMm2(p!.outline)).toBeCloseTo(300 * 200 + Math.PI * 150 * 150 / 2, -2)
    expect(sizeOf(p!)[1]).toBeCloseTo(350, 0)
    expect(whys(r)).toEqual(['noGrain', 'noLayers', 'units'])
  })
  it('three sizes of two pieces, and one written twice', () => {
    const r = read(fixture('sizes'))
    expect(r.pieces.map(p => `${p.name} ${p.size}`)).toEqual(['CUFF 36', 'BAND 36', 'CUFF 38', 'BAND 38', 'CUFF 40', 'BAND 40',
      'CUFF 2 38'])
    expect(r.pieces.map(sizeOf).slice(0, 2)).toEqual([[70, 200], [30, 400]])
    expect(r.pieces[0]).toMatchObject({ count: 2, pair: true })
    expect(note(r, 'sameSize')).toEqual({ why: 'sameSize', name: 'CUFF', size: '38' })
    expect(names(r, 'turned')).toEqual(['CUFF'])
  })
  it('half a yoke is unfolded with its open sew line and its marks; a block comes mirrored, turned and twice as large', () => {
    const r = read(fixture('mirrored')), [yoke, tab] = r.pieces
    expect(yoke).toMatchObject({ name: 'YOKE', drawnBy: 'seam', allowanceMm: 10 })
    expect(sizeOf(yoke!)).toEqual([380, 80])
    expect(rounded(yoke!.marks.drills)).toEqual([[250, 40], [130, 40]])
    expect(rounded(yoke!.marks.notches)).toEqual([[310, 90], [70, 90]])
    expect(yoke!.marks.internal).toHaveLength(2)
    expect(sizeOf(tab!)).toEqual([60, 160])
    expect(areaMm2(tab!.outline)).toBeCloseTo(30 * 70 * 4, 6)
    // Mirrored it is: the drill hole by its straight side stands by the other one, and the grain, turned by a right angle, upright again.
    expect(rounded(tab!.marks.drills)).toEqual([[50, 20]])
    expect(names(r, 'unfolded')).toEqual(['YOKE'])
  })
  it('a free curve and a half circle in metres', () => {
    const { pieces: [p] } = read(fixture('splines'))
    // The free curve's own area is 12 600 mm², by its polynomial.
    const exact = 12_600 + 200 * 100 + Math.PI * 100 * 100 / 2
    expect(Math.abs(areaMm2(p!.outline) - exact)).toBeLessThan(0.05 * 700)
    expect(sizeOf(p!)[0]).toBe(200)
    expect(boundsOf(p!.outline).highMm).toBeCloseTo(290, 1)
  })
})

describe('drawings that are not as they should be', () => {
  it.each<[string, Uint8Array, unknown]>([
    ['binary', bytes('AutoCAD Binary DXF\r\n\u001A\0rest'), { why: 'binary' }],
    ['text that is none', bytes('Dear Sir,\nplease find enclosed.\n'), { why: 'unreadable' }],
    ['nothing in it', drawing(''), { why: 'nothing' }],
    ['no units', drawing(polyline(SQUARE), ''), { why: 'noUnits', largest: 100, said: [] }],
    ['two units', drawing(polyline(SQUARE) + lines(0, 'TEXT', 8, '1', 10, 0, 20, 0, 1, 'UNITS: ENGLISH')),
      { why: 'noUnits', largest: 100, said: ['mm', 'in'] }],
  ])('%s', (_, from, problem) => {
    expect(readDxf(from)).toEqual({ problem })
  })
  it('the unit that is asked for decides', () => {
    expect(sizeOf(read(drawing(polyline(SQUARE), ''), 'in').pieces[0]!)).toEqual([2540, 2540])
    expect(sizeOf(read(drawing(polyline([[0, 0], [1, 0], [1, 0.5]]), lines(9, '$INSUNITS', 70, 6))).pieces[0]!)).toEqual([1000, 500])
    expect(note(read(drawing(polyline(SQUARE), lines(9, '$MEASUREMENT', 70, 1))), 'units')).toMatchObject({ unit: 'mm', from: 'system' })
  })
  it('a gap of 0.2 mm is closed and said, one of 5 mm is named', () => {
    const nearly = read(drawing(polyline([...SQUARE, [0, 0.2]], false)))
    expect(nearly.pieces).toHaveLength(1)
    expect(note(nearly, 'closed')!.gapMm).toBeCloseTo(0.2, 9)
    const open = read(drawing(polyline([...SQUARE, [0, 5]], false)))
    expect(open.pieces).toHaveLength(0)
    expect(note(open, 'open')!.gapMm).toBeCloseTo(5, 9)
    // In lines that stop short of each other the widest gap is named.
    const loose = [[0, 0, 99.9, 0], [100, 0, 100, 100], [100, 100.3, 0, 100], [0, 100, 0, 0]].map(([a, b, c, d]) =>
      lines(0, 'LINE', 8, '1', 10, a!, 20, b!, 11, c!, 21, d!)).join('')
    expect(note(read(drawing(loose)), 'closed')!.gapMm).toBeCloseTo(0.3, 9)
  })
  it('two cut lines in one block are two pieces, and said', () => {
    const r = read(drawing(polyline(SQUARE) + polyline(SQUARE.map(([x, y]) => [x + 200, y / 2]))))
    expect(r.pieces.map(p => p.name)).toEqual(['Outline 1', 'Outline 2'])
    expect(note(r, 'several')).toMatchObject({ count: 2 })
  })
  it('a block inserted in itself, one that is missing, and what is no line at all', () => {
    const block = lines(0, 'BLOCK', 8, '1', 2, 'A', 10, 0, 20, 0) + polyline(SQUARE) + lines(0, 'INSERT', 8, '1', 2, 'A', 10, 5, 20, 5)
      + lines(0, 'SOLID', 8, '1', 10, 0, 20, 0) + lines(0, 'ENDBLK', 8, '1')
    const r = read(bytes(lines(0, 'SECTION', 2, 'BLOCKS') + block + lines(0, 'ENDSEC', 0, 'SECTION', 2, 'ENTITIES')
      + lines(0, 'INSERT', 8, '1', 2, 'A', 10, 0, 20, 0, 0, 'INSERT', 8, '1', 2, 'B', 10, 0, 20, 0) + lines(0, 'ENDSEC', 0, 'EOF')), 'mm')
    expect(r.pieces.map(p => p.name)).toEqual(['A'])
    expect(note(r, 'itself')).toEqual({ why: 'itself', block: 'A' })
    expect(note(r, 'missing')).toEqual({ why: 'missing', block: 'B' })
    expect(note(r, 'kinds')).toEqual({ why: 'kinds', kinds: ['SOLID'] })
  })
  it.each<[string, (readonly [number, number])[], DxfNote['why']]>([
    ['crosses itself', [[0, 0], [40, 40], [40, 0], [0, 40]], 'crossing'], ['is tiny', [[0, 0], [2, 0], [2, 2]], 'tiny'],
    ['is huge', [[0, 0], [9000, 0], [9000, 50]], 'huge'],
    ['is finer than any cut', Array.from({ length: 120_000 }, (_, i) => [500 * Math.cos(i / 19_099),
      500 * Math.sin(i / 19_099)] as const), 'tooFine'],
  ])('an outline that %s is named', (_, points, why) => {
    const r = read(drawing(polyline(points)))
    expect(r.pieces).toEqual([])
    expect(note(r, why)).toMatchObject({ name: 'Outline' })
  })
  it('letters in a code page that nobody knows are said, those by number are read', () => {
    const text = drawing(polyline(SQUARE) + lines(0, 'TEXT', 8, '15', 10, 0, 20, 0, 1, String.raw`Piece Name: Caf\U+00E9 Blouse`))
    expect(read(text).pieces[0]!.name).toBe('Café Blouse')
    const old = Uint8Array.from(drawing(polyline(SQUARE) + lines(0, 'TEXT', 8, '15', 10, 0, 20, 0, 1, 'Piece Name: Gr~n'),
      lines(9, '$INSUNITS', 70, 4, 9, '$DWGCODEPAGE', 3, 'DOS850')), b => (b === 126 ? 0x81 : b))
    expect(note(read(old), 'codePage')).toEqual({ why: 'codePage', said: 'DOS850' })
  })
})

const EMPTY: Marks = { notches: [], drills: [], internal: [], mirror: null }
/** Where one reaches out of the other by more than so much, mm². */
const apart = (a: Outline, b: Outline, mm: number): number =>
  [difference([a], offset([b], mm)), difference([b], offset([a], mm))].flat().reduce((s, o) => s + areaMm2(o), 0)
/** A round piece with some corners, upright. */
const blob = fc.record({
  radii: fc.array(fc.double({ min: 30, max: 300, noNaN: true }), { minLength: 5, maxLength: 24 }), hole: fc.boolean(),
}).map(({ radii, hole }) => {
  const at = (r: number, i: number, n: number): Point => ({ x: 400 + r * Math.cos(2 * Math.PI * i / n),
    y: 400 + r * Math.sin(2 * Math.PI * i / n) })
  return outlineOf(radii.map((r, i) => at(r, i, radii.length)), hole ? [[0, 1, 2, 3, 4, 5].map(i => at(8, i, 6))] : [])
})
const words = fc.string({ minLength: 1, maxLength: 20 }).map(s => `N${s.replace(/[^\w-]/g, '')}x`)
const anyPiece = fc.record({
  cut: blob, name: words, size: fc.constantFrom('', '36', 'M/L'), number: fc.constantFrom('', '12a'), count: fc.integer({ min: 1, max: 9 }),
  pair: fc.boolean(), marks: fc.record({
    notches: fc.array(fc.integer({ min: 0, max: 4 }), { maxLength: 3 }), drills: fc.array(fc.double({ min: -20, max: 20, noNaN: true }),
      { maxLength: 3 }),
    lines: fc.array(fc.double({ min: -20, max: 20, noNaN: true }), { maxLength: 2 }), mirror: fc.boolean(),
  }),
}).map(({ cut, marks, ...rest }): DxfPiece => ({
  ...rest, cut: [cut], sew: [], grainDeg: 0, says: ['on the straight: yes'], marks: {
    notches: marks.notches.map(i => cut.rim[i]!), drills: marks.drills.map(v => ({ x: 400 + v, y: 400 - v })),
    internal: marks.lines.map(v => [{ x: 380, y: 400 + v }, { x: 400, y: 400 }, { x: 420, y: 400 + v }]),
    mirror: marks.mirror ? [{ x: 400, y: 300 }, { x: 400, y: 500 }] : null,
  },
}))

describe('out and in again', () => {
  it('500 random pieces with all that is on them come back within 0.05 mm', () => {
    let farthestMm = 0
    fc.assert(fc.property(fc.array(anyPiece, { minLength: 5, maxLength: 5 }), (written) => {
      const r = read(bytes(writeDxf(written)))
      expect(r.pieces).toHaveLength(5)
      r.pieces.forEach((p, i) => {
        const was = written[i]!, { left, bottom } = boundsOf(was.cut[0]!), to = (q: Point): Point => ({ x: q.x - left, y: q.y - bottom })
        expect(p).toMatchObject({ size: was.size, number: was.number, count: was.count, pair: was.pair, drawnBy: 'cut' })
        expect(p.name.startsWith(was.name)).toBe(true)
        expect(apart(p.outline, outlineOf(was.cut[0]!.rim.map(to), was.cut[0]!.holes.map(h => h.map(to))), 0.05)).toBe(0)
        const all = (m: Marks) => [...m.notches, ...m.drills, ...m.internal.flat(), ...(m.mirror ?? [])]
        const before = all(was.marks).map(to), after = all(p.marks)
        expect(after).toHaveLength(before.length)
        after.forEach((q, k) => { farthestMm = Math.max(farthestMm, Math.hypot(q.x - before[k]!.x, q.y - before[k]!.y)) })
      })
    }), { seed: 30, numRuns: 100 })
    expect(farthestMm).toBeLessThan(0.05)
  })
  it('of a piece with more marks than it can keep the first are taken, and how many were left out is said', () => {
    const drills = Array.from({ length: 450 }, (_, i) => ({ x: 5 + i % 45, y: 5 + Math.floor(i / 45) * 3 }))
    const { pieces: [p], notes } = read(bytes(writeDxf([{
      name: 'LACE', size: '', number: '', count: 1, pair: false, sew: [], grainDeg: 0, says: [], marks: { ...EMPTY, drills },
      cut: [outlineOf([{ x: 0, y: 0 }, { x: 60, y: 0 }, { x: 60, y: 60 }, { x: 0, y: 60 }])],
    }])))
    expect(p!.marks.drills).toHaveLength(400)
    expect(notes).toContainEqual({ why: 'marks', name: 'LACE', kept: 400, of: 450, kind: 'drills' })
  })
  it('a half on its fold, however the fold lies, is the whole that it is half of', () => {
    fc.assert(fc.property(fc.integer({ min: 0, max: 359 }), fc.array(fc.double({ min: 40, max: 200, noNaN: true }), { minLength: 3,
      maxLength: 9 }),
    (deg, radii) => {
      const a = deg * Math.PI / 180, turn = (p: Point): Point => ({ x: p.x * Math.cos(a) - p.y * Math.sin(a),
        y: p.x * Math.sin(a) + p.y * Math.cos(a) })
      const corners = radii.map((r, i): Point => {
        const b = Math.PI * (i + 1) / (radii.length + 1) - Math.PI / 2
        return { x: r * Math.cos(b), y: r * Math.sin(b) }
      })
      const half = [{ x: 0, y: -150 }, ...corners, { x: 0, y: 150 }].map(turn), fold: [Point, Point] = [half[0]!, half.at(-1)!]
      const { pieces: [p], notes } = read(bytes(writeDxf([{
        name: 'H', size: '', number: '', count: 1, pair: false, cut: [outlineOf(half)], sew: [], grainDeg: -deg, says: [],
        marks: { ...EMPTY, drills: [half[1]!], mirror: fold },
      }])))
      expect(notes.some(n => n.why === 'unfolded')).toBe(true)
      expect(areaMm2(p!.outline)).toBeCloseTo(2 * areaMm2(outlineOf(half)), 0)
      const [one, other] = p!.marks.drills
      expect(acrossLine(one!, p!.marks.mirror!).x).toBeCloseTo(other!.x, 6)
      for (const d of p!.marks.drills) expect(nearestOn(p!.outline.rim, d).mm).toBeLessThan(0.05)
    }), { seed: 31, numRuns: 60 })
  })
})
