import { inflateSync } from 'node:zlib'
import { describe, expect, it } from 'vitest'
import { areaMm2, boundsOf, boxOf, difference, mirrored, shifted, union } from '#core/geometry'
import { labelOf, shapeOf } from '#core/mend'
import { toPayload } from '#shared/cutting'
import { paperBody, type PaperBody } from '#shared/schemas'
import { readSvg } from '#shared/svg'
import { lookOf, sheetsOf } from '../../e2e/paper'
import { typesetterFor } from './faces'
import { makingPaper } from './making-paper'

const of = (spec: object, more: object = {}): PaperBody => paperBody.parse(
  { as: 'svg', paper: 'A4', making: { name: 'Thing', spec }, ...more })
const labels = { format: 1, kind: 'labels', texts: ['FLAG\nLR', 'ORLA'], face: 'bold', sizeMm: 4, wideMm: 58, highMm: 16, borderMm: 1.5,
  paper: 'A4' }
const svgOf = async (spec: object) => {
  const read = readSvg(String((await makingPaper(of(spec))).bytes))
  if ('problem' in read) throw new Error(read.problem.why)
  return read.outlines
}
const place = { on: 'front', downMm: 190, asideMm: 95, turnDeg: 0 }
const item = { form: 'film', fibre: 'polyester', massGsm: 140, thicknessMm: 0.15, adhesive: 'polyurethane' }

describe('a typeface', () => {
  it('sets capitals as high as asked, in three faces, and names what it lacks', async () => {
    for (const face of ['sans', 'bold', 'serif'] as const) {
      const set = await typesetterFor(face), h = set('H', 20), b = boundsOf({ rim: h.letters.flat().flatMap(o => o.rim) })
      expect(b.highMm, face).toBeCloseTo(20, 0)
      expect(set('Ж漢', 10).missing, face).toEqual(['漢'])
      const [o] = set('O', 30).letters[0]!
      expect([o!.holes.length, set('AV', 10).wideMm > 0]).toEqual([1, true])
    }
    const greek = (await typesetterFor('sans'))('Ω', 10)
    expect([greek.missing, greek.letters.length]).toEqual([[], 1])
    expect((await typesetterFor('serif'))('Ω', 10).missing).toEqual(['Ω'])
  })
})

describe('labels on paper', () => {
  it('are printed mirrored at true scale: the drawing read back is the mirror image, letter for letter', async () => {
    // Large ones: what is smaller than 5 mm is not read back.
    const large = { ...labels, sizeMm: 22, wideMm: 90, highMm: 70 }
    const read = await svgOf(large), typeset = await typesetterFor('bold')
    const label = labelOf({ ...large, lines: ['FLAG', 'LR'] }, typeset)
    // The first label and its letters, as they lie on the sheet.
    const flip = [...label.letters, label.border!].map(o => shifted(mirrored(o), 90, 0))
    const first = read.map(r => r.outline).filter(o => boundsOf(o).left < 95)
    const at = boundsOf({ rim: first.flatMap(o => o.rim) }), own = boundsOf({ rim: flip.flatMap(o => o.rim) })
    const moved = flip.map(o => shifted(o, at.left - own.left, at.bottom - own.bottom))
    const off = (a: typeof first, b: typeof first) => union(difference(a, b)).reduce((s, o) => s + areaMm2(o), 0)
    expect(off(moved, first)).toBeLessThan(0.6)
    expect(off(first, moved)).toBeLessThan(0.6)
    // It is no mirror image of itself.
    expect(off(label.letters.map(o => shifted(o, at.left, at.bottom)), first)).toBeGreaterThan(5)
  })
  it('as a PDF: cut lines 58 and 16 mm apart, and 100 mm to check the printer by', async () => {
    const { bytes, type, name } = await makingPaper(
      of({ ...labels, texts: Array.from({ length: 11 }, (_, i) => `NAME ${i}`) }, { as: 'pdf' }))
    expect([type, name]).toEqual(['application/pdf', 'labels.pdf'])
    expect(await lookOf(bytes as Uint8Array)).toBe('188f92e3690c')
    const [page] = await sheetsOf(bytes as Uint8Array)
    expect([page!.wideMm, page!.highMm].map(Math.round)).toEqual([210, 297])
    const near = (mm: number) => page!.lines.filter(l => Math.abs(l.longMm - mm) < 0.1).length
    expect(near(100)).toBeGreaterThanOrEqual(1)
    // Across all three columns, down all four rows, each with 4 mm to spare at either end.
    expect(near(3 * 58 + 8)).toBe(5)
    expect(near(4 * 16 + 8)).toBe(4)
  })
  it('in the PDF an L stands on its right: mirrored', async () => {
    const { bytes } = await makingPaper(of({ ...labels, texts: ['L'], sizeMm: 9, borderMm: 0 }, { as: 'pdf' }))
    const [page] = await sheetsOf(bytes as Uint8Array)
    // Within the only label, from 12 mm of the left, 22 of the top.
    const ink = page!.lines.filter(l => Math.min(l.fromX, l.toX) > 13 && Math.max(l.fromX, l.toX) < 69 && l.fromY > 297 - 37
      && l.fromY < 297 - 23)
    const xs = ink.flatMap(l => [l.fromX, l.toX]), stem = ink.filter(l => Math.abs(l.longMm - 9) < 0.2 && Math.abs(l.fromX - l.toX) < 0.05)
    expect(stem.length).toBeGreaterThan(0)
    for (const s of stem) expect(Math.max(...xs) - s.fromX).toBeLessThan(2)
    expect(Math.max(...xs) - Math.min(...xs)).toBeGreaterThan(4)
  })
  it('what does not fit, and letters that it lacks, are refused with a sentence', async () => {
    const refused = (spec: object) => makingPaper(of(spec)).then(() => '',
      (e: { detail?: string, message: string }) => e.detail ?? e.message)
    expect(await refused({ ...labels, texts: ['A NAME THAT IS FAR TOO LONG FOR IT'] })).toContain('Make it smaller')
    expect(await refused({ ...labels, texts: ['漢字'] })).toContain('no “漢”, “字”')
    expect(await refused({ ...labels, wideMm: 240 })).toContain('larger than the sheet')
  })
})

describe('templates of mends', () => {
  it('a patch as it is cut, its web with the hole', async () => {
    const hole = toPayload(boxOf({ left: 0, right: 20, bottom: 0, top: 14 }))
    const { bytes } = await makingPaper(of({
      format: 1, kind: 'hole', holes: [hole], marginMm: 8, wear: 'usual', edge: 'rounded', trimMm: 1, look: null, side: 'face',
      marker: null,
      papered: false, count: 1,
    }, { as: 'pdf' }))
    const [, page] = await sheetsOf(bytes as Uint8Array)
    // The straight parts between the rounded corners: of the patch and its web.
    for (const mm of [22, 16]) expect(page!.lines.filter(l => Math.abs(l.longMm - mm) < 0.2).length, String(mm)).toBeGreaterThanOrEqual(2)
  })
  it('letters and shapes are traced mirrored, where the paper asks for it', async () => {
    const corner = shapeOf('corner', 60, 40), shape = (tracedOn: string) => ({
      format: 1, kind: 'applique', groundWideMm: 500, groundHighMm: 400, tracedOn, fray: 'some', papered: true,
      shapes: [{ name: 'Corner', kind: 'corner', outline: null, wideMm: 60, highMm: 40, count: 2, edge: 'raw', fabric: 0, corner: true }],
    })
    const same = (a: typeof corner, b: typeof corner) => {
      const [p, q] = [boundsOf(a), boundsOf(b)], to = shifted(b, p.left - q.left, p.bottom - q.bottom)
      return difference([a], [to]).concat(difference([to], [a])).reduce((s, o) => s + areaMm2(o), 0) < 2
    }
    const [onPaper] = await svgOf(shape('paper')), [smooth] = await svgOf(shape('smooth'))
    expect([same(onPaper!.outline, mirrored(corner)), same(onPaper!.outline, corner)]).toEqual([true, false])
    expect(same(smooth!.outline, corner)).toBe(true)
    const [letter] = await svgOf({
      format: 1, kind: 'lettering', from: 'outline', text: '', face: 'bold', sizeMm: 60, lifted: [], outlines: [toPayload(corner)],
      padded: true,
      item, place, keepOuts: [], count: 1,
    })
    expect(same(letter!.outline, mirrored(corner))).toBe(true)
  })
  it('labels are printed in their own colour', async () => {
    const drawn = async (inkHex: string) => {
      const { bytes } = await makingPaper(of({ ...labels, inkHex }, { as: 'pdf' }))
      return [...Buffer.from(bytes as Uint8Array).toString('latin1').matchAll(/stream\r?\n([\s\S]*?)endstream/g)].map(([, packed]) => {
        try {
          return inflateSync(Buffer.from(packed!, 'latin1')).toString('latin1')
        } catch {
          return ''
        }
      }).join('\n')
    }
    expect(await drawn('#a80000')).toMatch(/\n0\.65\d+ 0 0 rg\n/)
    expect(await drawn('#00a800')).not.toMatch(/\n0\.65\d+ 0 0 rg\n/)
  })
  it('a badge\'s paper has its size and its cross', async () => {
    const [o] = await svgOf({
      format: 1, kind: 'badge', item: { ...item, form: 'woven' }, wideMm: 70, highMm: 50, place, keepOuts: [], from: 'computed',
      sewToo: false,
      smallChild: false, count: 1,
    })
    expect(boundsOf(o!.outline)).toMatchObject({ wideMm: 70, highMm: 50 })
  })
})
