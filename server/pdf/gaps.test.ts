import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { blockOf, usualMeasures } from '#core/cut'
import { boundsOf, boxOf, distanceMm, intersection, offset, outlineOf, shifted, type Outline } from '#core/geometry'
import { METRIC } from '#core/units'
import { fillGaps } from './gaps'
import { GAP_MM } from './laying'
import { OVERLAP_MM, planeOf, type Plane } from './plane'
import { checkLineBox } from './tiled'

const A4 = { wide: 190, high: 277 }
const box = (wide: number, high: number): Outline => boxOf({ left: 0, right: wide, bottom: 0, top: high })
const asked = (outlines: readonly Outline[]) => outlines.map(o => ({ of: o, outlines: [o] }))
const block = (key: string): Outline => blockOf(key)!.draw(usualMeasures(blockOf(key)!)).seam
const coat = planeOf(asked(['coatFront', 'frontFacing', 'collar', 'hemFacing'].map(block)), A4)
/** Where what found room in the gaps lies. */
const found = (plane: Plane<Outline>, after: number) => plane.laid.slice(after).map(({ of, to }) => outlineOf(of.rim.map(to)))
/** On how many printed sheets all of a box lies, clear of what the next sheet covers. */
function sheetsUnder(plane: Plane<Outline>, o: Outline): number {
  const b = boundsOf(o)
  let n = 0
  for (let r = 0; r < plane.rows; r++) for (let c = 0; c < plane.columns; c++) {
    const left = c * (A4.wide - OVERLAP_MM), top = plane.highMm - r * (A4.high - OVERLAP_MM)
    if (plane.isUsed(r, c) && b.left >= left - 1e-6 && b.right <= left + A4.wide + 1e-6 && b.top <= top + 1e-6
      && b.bottom >= top - A4.high - 1e-6) n++
  }
  return n
}

describe('small templates in the gaps of large ones', () => {
  it('an angle of paper leaves room for squares beside it, and no sheet more is printed', () => {
    const corner = outlineOf([{ x: 0, y: 0 }, { x: 170, y: 0 }, { x: 170, y: 30 }, { x: 30, y: 30 }, { x: 30, y: 500 }, { x: 0, y: 500 }])
    const large = planeOf(asked([corner]), A4), { plane, left } = fillGaps(large, asked([box(100, 80), box(90, 60)]), A4)
    expect([left, plane.sheets, plane.laid.length]).toEqual([[], large.sheets, 3])
    // What is as large as the sheet finds none.
    expect(fillGaps(large, asked([box(180, 270)]), A4).left).toHaveLength(1)
  })
  it('a long one is turned by a quarter where only that fits', () => {
    const large = planeOf(asked([box(185, 460)]), A4), { plane } = fillGaps(large, asked([box(40, 150)]), A4)
    const [lying] = found(plane, 1).map(boundsOf)
    expect([Math.round(lying!.wideMm), Math.round(lying!.highMm)]).toEqual([150, 40])
  })
  it('each lies whole on one sheet, clear of all others, whatever there is; what finds no room is given back', () => {
    const sides = fc.tuple(fc.integer({ min: 20, max: 180 }), fc.integer({ min: 20, max: 260 }))
    let most = 0
    fc.assert(fc.property(fc.array(sides, { minLength: 1, maxLength: 12 }), (sizes) => {
      const { plane, left } = fillGaps(coat, asked(sizes.map(([w, h]) => box(w, h))), A4), here = found(plane, coat.laid.length)
      expect(here.length + left.length).toBe(sizes.length)
      most = Math.max(most, here.length)
      here.forEach((o, i) => {
        expect(sheetsUnder(plane, o)).toBe(1)
        const about = offset([o], GAP_MM - 0.1)
        for (const other of [...coat.rims, ...here.slice(i + 1)]) expect(intersection(about, [other])).toEqual([])
      })
    }), { numRuns: 25 })
    expect(most).toBeGreaterThan(4)
  })
  it('keeps clear of the line to check the printer by, on the first sheet alone', () => {
    const large = planeOf(asked([box(30, 500)]), A4), line = checkLineBox(METRIC)
    const small = asked([box(120, 100), box(120, 100), box(120, 100), box(120, 100)])
    const first = shifted(line, 0, large.highMm - A4.high), foundIn = (kept: Outline[]) => found(fillGaps(large, small, A4, kept).plane, 1)
    expect(foundIn([]).some(o => intersection([o], [first]).length > 0)).toBe(true)
    expect(foundIn([line]).some(o => intersection([o], [first]).length > 0)).toBe(false)
    expect(foundIn([line])).toHaveLength(4)
  })
  it('a template of several outlines lies with all of them', () => {
    const two = { of: box(1, 1), outlines: [box(20, 20), outlineOf(box(20, 20).rim.map(p => ({ x: p.x + 60, y: p.y + 40 })))] }
    const { plane } = fillGaps(coat, [two], A4), { to } = plane.laid.at(-1)!
    const ends = [to({ x: 0, y: 0 }), to({ x: 80, y: 60 })]
    expect(distanceMm(ends[0]!, ends[1]!)).toBeCloseTo(100, 6)
    const { left, right, bottom, top } = boundsOf({ rim: ends })
    expect(intersection([boxOf({ left, right, bottom, top })], coat.rims)).toEqual([])
  })
})
