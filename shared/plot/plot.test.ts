import { describe, expect, it } from 'vitest'
import { NO_MARKS } from '#core/cut'
import { areaMm2, boundsOf, boxOf, difference, intersection, outlineOf, shifted, type Outline, type Point } from '#core/geometry'
import { firstLayout, type LayoutPiece } from '#core/layout'
import { partId, type Part } from '../cutting'
import { readDxf } from '../dxf'
import { idOf } from '../kept.fixture'
import type { LayoutPart } from '../schemas'
import { readSvg } from '../svg'
import { plotted, plottedOnRoll } from '.'

const PENS = { edge: 1, mark: 2 }
const flap = outlineOf([{ x: 0, y: 0 }, { x: 160, y: 0 }, { x: 150, y: 70 }, { x: 80, y: 90 }, { x: 10, y: 70 }])
const part = (n: number, outline: Outline, grain: Part['grain'] = 'along'): Part => ({
  id: partId({ pieceId: idOf(n), role: 'interfacing', number: 0 }), pieceId: idOf(n), role: 'interfacing', number: 0, name: `Klappe ${n} ä`,
  outline, grain, oneWay: false, marks: { ...NO_MARKS, notches: [{ x: 80, y: 0 }], drills: [{ x: 80, y: 45 }], internal: [[{ x: 20,
    y: 20 }, { x: 140, y: 20 }]] },
})
const parts = [part(1, flap), part(2, flap), part(3, boxOf({ left: 0, right: 160, bottom: 0, top: 60 }), 'across'), part(4, flap, 'bias')]
const WIDE_MM = 400
const laid: LayoutPart[] = firstLayout({ pieces: parts satisfies LayoutPiece[], wideMm: WIDE_MM, gapMm: 2,
  pinned: [] }).placements.map(p => ({
  pieceId: parts.find(q => q.id === p.id)!.pieceId, role: 'interfacing', number: 0, turnDeg: p.turnDeg, x: p.x, y: p.y, offcutId: null,
  pinned: false,
}))
const layout = plottedOnRoll(parts, laid, WIDE_MM)
/** What of one is not in the other, either way, mm². */
const apart = (a: Outline, b: Outline) => [...difference([a], [b]), ...difference([b], [a])].reduce((s, o) => s + areaMm2(o), 0)

describe('a layout for a plotter and for other programs', () => {
  it('shows what lies on the roll, where it lies; what lies on an offcut or is no more to be cut is not there', () => {
    expect(layout.parts.map(p => p.grainDeg === null ? null : (p.grainDeg + 360) % 90)).toEqual([0, 0, 0, 0])
    expect(layout.longMm).toBeCloseTo(Math.max(...layout.parts.map(p => boundsOf(p.outline).top)), 9)
    const elsewhere = [{ ...laid[0]!, offcutId: idOf(70) }, { ...laid[1]!, pieceId: idOf(71) }, laid[2]!]
    expect(plottedOnRoll(parts, elsewhere, WIDE_MM).parts).toHaveLength(1)
  })
  it('read back from DXF every part is where it was, on the layer that is cut, with its marks; the roll is no part', () => {
    const text = plotted(layout, 'dxf', PENS), r = readDxf(new TextEncoder().encode(text))
    if ('problem' in r) throw new Error(r.problem.why)
    expect(r.pieces).toHaveLength(4)
    r.pieces.forEach((p, i) => {
      expect(p.name).toBe(layout.parts[i]!.name)
      expect(areaMm2(p.outline)).toBeCloseTo(areaMm2(layout.parts[i]!.outline), 1)
      expect([p.marks.notches.length, p.marks.drills.length, p.marks.internal.length]).toEqual([1, 1, 1])
    })
    // Where each lies, as the file itself says.
    const corners = [...text.matchAll(/\n10\n(-?[\d.e-]+)\n20\n(-?[\d.e-]+)/g)].map(([, x, y]): Point => ({ x: Number(x), y: Number(y) }))
    for (const p of layout.parts) for (const c of p.outline.rim)
      expect(corners.some(q => Math.hypot(q.x - c.x, q.y - c.y) < 0.05)).toBe(true)
  })
  it('read back from SVG it is the same layout, on a roll of the same width', () => {
    const r = readSvg(plotted(layout, 'svg', PENS))
    if ('problem' in r) throw new Error(r.problem.why)
    expect(plotted(layout, 'svg', PENS)).toContain(`width="${WIDE_MM}mm"`)
    r.outlines.forEach((o, i) => {
      expect(o.name).toBe(layout.parts[i]!.name)
      expect(apart(o.outline, layout.parts[i]!.outline)).toBeLessThan(1)
      expect(o.marks.drills).toHaveLength(1)
    })
  })
  it('read back from HPGL the first pen draws every edge where it lies, the second what is marked, in fortieths of a millimetre', () => {
    const drawn: { pen: number, points: Point[] }[] = [], said: string[] = []
    let pen = 0
    // A label ends with a control character of its own.
    const [head, ...rest] = plotted(layout, 'hpgl', PENS).split('LB'), labels = rest.map(r => r.split(String.fromCharCode(3)))
    said.push(...labels.map(([words]) => words!))
    for (const command of [head!, ...labels.map(([, after]) => after!)].join('\n').split(/[;\n]+/)) {
      const [, kind, values = ''] = /^([A-Z]{2})(.*)$/.exec(command) ?? [], n = values.split(',').map(Number)
      const points = Array.from({ length: Math.floor(n.length / 2) }, (_, i): Point => ({ x: n[2 * i]! / 40, y: n[2 * i + 1]! / 40 }))
      if (kind === 'SP') pen = n[0]!
      else if (kind === 'PU' && points.length > 0) drawn.push({ pen, points })
      else if (kind === 'PD') drawn.at(-1)!.points.push(...points)
    }
    const edges = drawn.filter(d => d.pen === 1)
    expect([edges.length, said]).toEqual([4, ['Klappe 1 a', 'Klappe 2 a', 'Klappe 3 a', 'Klappe 4 a']])
    edges.forEach(({ points }, i) => {
      expect(points.at(-1)).toEqual(points[0])
      expect(apart(outlineOf(points.slice(0, -1)), layout.parts[i]!.outline)).toBeLessThan(0.0125 * 600 * 2)
    })
    const strokes = drawn.filter(d => d.pen === 2 && d.points.length > 1)
    // A notch, a cross of two strokes and a line each, all within a hair of their part.
    expect(strokes).toHaveLength(4 * 4)
    expect(strokes.every(s => layout.parts.some(p => intersection([p.outline], [shifted(boxOf({ left: -1, right: 1, bottom: -1, top: 1 }),
      s.points[0]!.x, s.points[0]!.y)]).length > 0))).toBe(true)
    expect(drawn.filter(d => ![1, 2].includes(d.pen))).toEqual([])
  })
  it('asks for the pens of the house: the other way round, or one for all, which is taken once', () => {
    const pens = (mark: number, edge: number) =>
      [...plotted(layout, 'hpgl', { edge, mark }).matchAll(/SP(\d)/g)].map(([, pen]) => Number(pen))
    expect([pens(2, 1), pens(1, 2), pens(1, 1)]).toEqual([[1, 2, 0], [2, 1, 0], [1, 0]])
  })
})
