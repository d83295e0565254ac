import { describe, expect, it } from 'vitest'
import { BLOCKS, blockOf, usualMeasures } from '#core/cut'
import { areaMm2, boundsOf, boxOf, intersection, outlineOf, type Outline, type Point } from '#core/geometry'
import { OVERLAP_MM, planeOf, tilesAlong, type Plane } from './plane'

const A4 = { wide: 190, high: 277 }
const block = (key: string): Outline => blockOf(key)!.draw(usualMeasures(blockOf(key)!)).seam
const templates = (outlines: readonly Outline[]) => outlines.map(o => ({ of: o, outlines: [o] }))
const laidOn = (plane: Plane<Outline>): Outline[] => plane.laid.map(({ of, to }) => outlineOf(of.rim.map(to)))
const alone = (o: Outline) => tilesAlong(boundsOf(o).wideMm, A4.wide).length * tilesAlong(boundsOf(o).highMm, A4.high).length
/** Points all along a rim, every so many millimetres. */
const along = ({ rim }: Outline): Point[] => rim.flatMap((a, i) => {
  const b = rim[(i + 1) % rim.length]!, n = Math.ceil(Math.hypot(b.x - a.x, b.y - a.y) / 4)
  return Array.from({ length: n }, (_, k) => ({ x: a.x + (b.x - a.x) * k / n, y: a.y + (b.y - a.y) * k / n }))
})
/** Is a point on a sheet that is printed? */
function isPrinted(plane: Plane<Outline>, p: Point): boolean {
  for (let r = 0; r < plane.rows; r++) for (let c = 0; c < plane.columns; c++) {
    const left = c * (A4.wide - OVERLAP_MM), top = plane.highMm - r * (A4.high - OVERLAP_MM)
    if (plane.isUsed(r, c) && p.x >= left - 1e-6 && p.x <= left + A4.wide + 1e-6 && p.y <= top + 1e-6
      && p.y >= top - A4.high - 1e-6) return true
  }
  return false
}

describe('large templates on sheets that are glued to each other', () => {
  it.each([
    ['a coat', ['coatFront', 'frontFacing', 'collar', 'hemFacing'].map(block)],
    ['every block larger than a sheet', BLOCKS.map(b => block(b.key)).filter(o => alone(o) > 1)],
  ])('%s: every millimetre is printed, none lies on another, and it takes fewer sheets than each for itself', (_, outlines) => {
    const plane = planeOf(templates(outlines), A4), laid = laidOn(plane)
    expect(laid).toHaveLength(outlines.length)
    expect(laid.flatMap(along).filter(p => !isPrinted(plane, p))).toEqual([])
    laid.forEach((a, i) => {
      for (const b of laid.slice(i + 1)) expect(intersection([a], [b])).toEqual([])
      expect(areaMm2(a)).toBeCloseTo(areaMm2({ rim: plane.laid[i]!.of.rim, holes: [] }), 3)
    })
    expect(plane.sheets).toBeLessThan(outlines.reduce((n, o) => n + alone(o), 0))
  })
  it('sheets that nothing lies on are not counted, and what is wider than six of them still finds room', () => {
    const corner = outlineOf([{ x: 0, y: 0 }, { x: 500, y: 0 }, { x: 500, y: 20 }, { x: 20, y: 20 }, { x: 20, y: 700 }, { x: 0, y: 700 }])
    const plane = planeOf(templates([corner]), A4)
    expect(plane.sheets).toBeLessThan(plane.rows * plane.columns)
    const wide = planeOf(templates([boxOf({ left: 0, right: 2000, bottom: 0, top: 1900 })]), A4)
    expect(wide.sheets).toBe(wide.rows * wide.columns)
    expect(laidOn(wide).flatMap(along).every(p => isPrinted(wide, p))).toBe(true)
  })
})
