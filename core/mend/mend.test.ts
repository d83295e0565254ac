import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { areaMm2, boundsOf, boxOf, difference, intersection, mirrored, offset, outlineOf, shifted, type Outline } from '../geometry'
import {
  bastingOf, centred, EDGE_STITCH_MM, edgeM, faultsOf, GARMENT_VIEWS, GARMENTS, heldMm2, keepOutOutline, labelInterfacing, labelOf,
  labelPages, laidAt, letterInterfacing, lettersAt, marginFor, mirroredLabel, patchesFor, pinked, roomFor, setText, sewingOrder, shapeCut,
  shapeOf, SHAPES, sheetBox, spread, type GarmentPlace, type KeepOut, type Typesetter,
} from '.'

const box = (left: number, bottom: number, wide: number, high = wide): Outline =>
  boxOf({ left, right: left + wide, bottom, top: bottom + high })
const disc = (x: number, y: number, r: number, n = 40): Outline =>
  outlineOf(Array.from({ length: n }, (_, i) => ({ x: x + r * Math.cos(i / n * 2 * Math.PI), y: y + r * Math.sin(i / n * 2 * Math.PI) })))
const sum = (all: readonly Outline[]) => all.reduce((s, o) => s + areaMm2(o), 0)
const same = (a: readonly Outline[], b: readonly Outline[]) => sum(difference(a, b)) + sum(difference(b, a))

describe('patches', () => {
  const spec = { marginMm: 8, edge: 'rounded', trimMm: 1 } as const
  it('the margin grows with weight and wear, between 6 and 12 mm', () => {
    expect([marginFor(80, 'light'), marginFor(400, 'hard'), marginFor(2000, 'hard'), marginFor(20, 'light')]).toEqual([6, 12, 12, 6])
    expect(marginFor(240, 'usual')).toBe(9)
  })
  it('reaches beyond the trimmed hole all round, its corners rounded', () => {
    const [p] = patchesFor([box(0, 0, 20)], spec)
    expect(boundsOf(p!.outline)).toMatchObject({ left: -9, right: 29, bottom: -9, top: 29 })
    // A rectangle less its four rounded corners.
    expect(areaMm2(p!.outline)).toBeCloseTo(38 * 38 - (4 - Math.PI) * 64, -0.5)
    expect(difference(offset(p!.holes, 8 - 0.05), [p!.outline])).toEqual([])
  })
  it('web and hole together are the patch, less half a millimetre round', () => {
    fc.assert(fc.property(
      fc.array(fc.record({ x: fc.integer({ min: 0, max: 120 }), y: fc.integer({ min: 0, max: 120 }),
        r: fc.integer({ min: 5, max: 20 }) }), { minLength: 1, maxLength: 4 }),
      fc.integer({ min: 6, max: 12 }), (holes, marginMm) => {
        for (const p of patchesFor(holes.map(h => disc(h.x, h.y, h.r)), { ...spec, marginMm })) {
          const inner = offset([p.outline], -0.5)
          expect(sum(p.web) + sum(intersection(inner, p.holes))).toBeCloseTo(sum(inner), 0)
          expect(difference(p.holes, [p.outline])).toEqual([])
          expect(heldMm2(p)).toBeGreaterThan(0)
        }
      },
    ), { seed: 8, numRuns: 40 })
  })
  it('near holes share one patch, far ones have one each', () => {
    expect(patchesFor([disc(0, 0, 6), disc(24, 0, 6)], spec)).toHaveLength(1)
    expect(patchesFor([disc(0, 0, 6), disc(60, 0, 6)], spec)).toHaveLength(2)
    expect(patchesFor([disc(0, 0, 6), disc(24, 0, 6), disc(48, 0, 6)], spec)).toHaveLength(1)
  })
  it('two holes with hardly anything between them are one in the web', () => {
    const [p] = patchesFor([box(0, 0, 12), box(14, 0, 12)], { ...spec, trimMm: 0.5 })
    expect(p!.holes).toHaveLength(1)
  })
  it('a hole too small to be met is cut once the web lies in place', () => {
    const [tiny] = patchesFor([disc(0, 0, 2.5)], spec), [usual] = patchesFor([disc(0, 0, 6)], spec)
    expect([tiny!.cutInPlace, usual!.cutInPlace]).toEqual([true, false])
    expect(tiny!.web[0]!.holes).toEqual([])
    expect(usual!.web[0]!.holes).toHaveLength(1)
  })
  it('pinked: nothing is lost to the teeth', () => {
    const round = patchesFor([box(0, 0, 30)], spec)[0]!.outline, teeth = outlineOf(pinked(round.rim))
    expect(sum(difference([round], [teeth]))).toBeLessThan(areaMm2(round) * 0.002)
    expect(teeth.rim.length).toBeGreaterThan(40)
    expect(areaMm2(teeth)).toBeGreaterThan(areaMm2(round))
    expect(patchesFor([box(0, 0, 30)], { ...spec, edge: 'pinked' })[0]!.outline.rim).toHaveLength(teeth.rim.length)
  })
  it('no hole, a margin that peels, a margin that shows', () => {
    expect(() => patchesFor([], spec)).toThrow('mark at least one')
    expect(() => patchesFor([disc(0, 0, 5)], { ...spec, marginMm: 4 })).toThrow('between 6 and 12 mm')
    expect(() => patchesFor([disc(0, 0, 5)], { ...spec, marginMm: 20 })).toThrow('between 6 and 12 mm')
  })
  it('the scrap must hold all of them', () => {
    const two = patchesFor([disc(0, 0, 6), disc(60, 0, 6)], spec)
    expect(roomFor(two).highMm).toBeCloseTo(2 * 30 + 2, 1)
  })
})

describe('places on a garment', () => {
  const badge = box(0, 0, 60, 50)
  const place = { on: 'front', downMm: 180, asideMm: 90, turnDeg: 0 } as const
  it('its middle lies where the measures say', () => {
    expect(boundsOf(laidAt(badge, place))).toMatchObject({ left: 60, right: 120, bottom: -205, top: -155 })
    expect(boundsOf(laidAt(badge, { ...place, turnDeg: 90 }))).toMatchObject({ wideMm: 50, highMm: 60 })
  })
  const button = (asideMm: number, downMm: number): KeepOut => ({ kind: 'button', asideMm, downMm, wideMm: 12, highMm: 12 })
  it('over a button, near one, off the garment', () => {
    const at = (k: KeepOut[], p: Partial<GarmentPlace> = {}) =>
      faultsOf(laidAt(badge, { ...place, ...p }), 'front', k).map(f => f.why)
    expect(at([])).toEqual([])
    expect(at([button(90, 180)])).toEqual(['over'])
    expect(at([button(129, 180)])).toEqual(['near'])
    expect(at([button(160, 180)])).toEqual([])
    expect(at([], { asideMm: 500 })).toEqual(['off'])
    // Off by a twelfth of it.
    expect(faultsOf(laidAt(badge, { ...place, on: 'banner', asideMm: 600 - 25 }), 'banner', [])).toEqual([{ why: 'off' }])
    expect(boundsOf(keepOutOutline(button(10, 20)))).toMatchObject({ left: 4, right: 16, bottom: -26, top: -14 })
  })
  it('every garment lies with its neck or upper edge at the top and is the same on both sides', () => {
    for (const v of GARMENT_VIEWS) {
      const { outline } = GARMENTS[v]
      expect(boundsOf(outline).top, v).toBeLessThanOrEqual(70)
      expect(same([outline], [mirrored(outline)]), v).toBeLessThan(1)
    }
  })
})

/** A typeface of bars: every letter a box of six tenths of its size; no Z. */
const bars: Typesetter = (text, sizeMm) => ({
  letters: [...text].flatMap((l, i) => (l === ' ' ? [] : [[box(i * sizeMm * 0.7, 0, sizeMm * 0.6, sizeMm)]])),
  wideMm: text.length * sizeMm * 0.7,
  missing: [...text].filter(l => l === 'Z'),
})

describe('letters', () => {
  it('a padded letter\'s interfacing is a hair larger, a flat one\'s a hair smaller: exactly the offset', () => {
    const outlines = lettersAt(setText('HI', 60, bars), [])
    expect(same(letterInterfacing(outlines, true), offset(outlines, 0.8))).toBeLessThan(0.1)
    expect(sum(letterInterfacing(outlines, true))).toBeGreaterThan(sum(outlines))
    expect(sum(letterInterfacing(outlines, false))).toBeLessThan(sum(outlines))
    expect(difference(outlines, letterInterfacing(outlines, true))).toEqual([])
  })
  it('letters whose interfacings meet are cut as one', () => {
    expect(letterInterfacing([box(0, 0, 10), box(11, 0, 10)], true)).toHaveLength(1)
    expect(letterInterfacing([box(0, 0, 10), box(13, 0, 10)], true)).toHaveLength(2)
  })
  it('only those that come off; none left; none written; none in the typeface', () => {
    const set = setText('DECK', 40, bars)
    expect(lettersAt(set, [])).toHaveLength(4)
    expect(lettersAt(set, [1])).toEqual(set.letters[1])
    expect(() => letterInterfacing([box(0, 0, 0.4, 40)], false)).toThrow('too thin')
    expect(() => setText('  ', 40, bars)).toThrow('at least one')
    expect(() => setText('JAZZ', 40, bars)).toThrow('no “Z”')
    const { left, right } = boundsOf({ rim: centred(lettersAt(set, [])).flatMap(o => o.rim) })
    expect(left).toBeCloseTo(-right, 6)
  })
})

describe('labels', () => {
  const spec = { lines: ['ANNA', 'DECK'], wideMm: 60, highMm: 22, sizeMm: 6, borderMm: 1 }
  const label = labelOf(spec, bars)
  it('letters stand in the middle, within the border', () => {
    const all = boundsOf({ rim: label.letters.flatMap(o => o.rim) })
    expect(all.bottom + all.top).toBeCloseTo(22, 6)
    expect(difference(label.letters, offset([label.edge], -2.4))).toEqual([])
    expect(areaMm2(label.border!)).toBeCloseTo(2 * 0.5 * (58 + 20) - 4 * 0.25, 1)
    expect(labelOf({ ...spec, borderMm: 0 }, bars).border).toBeNull()
  })
  it('mirrored is mirrored, twice is as it was, and its size is kept', () => {
    const m = mirroredLabel(label)
    expect(same(m.letters, label.letters.map(o => shifted(mirrored(o), 60, 0)))).toBeLessThan(1e-6)
    expect(same(mirroredLabel(m).letters, label.letters)).toBeLessThan(1e-6)
    expect(boundsOf(m.edge)).toMatchObject({ left: 0, right: 60, bottom: 0, top: 22 })
    // A text that is not its own mirror image reads differently.
    const long = labelOf({ ...spec, lines: ['A  BBB'] }, bars)
    expect(same(mirroredLabel(long).letters, long.letters)).toBeGreaterThan(1)
  })
  it('what does not fit is said with its figures; so is a letter that the typeface lacks', () => {
    expect(() => labelOf({ ...spec, lines: ['A NAME FAR TOO LONG'] }, bars)).toThrow(/79\.8 mm long and the label has room for 55\.0/)
    expect(() => labelOf({ ...spec, lines: ['A', 'B', 'C', 'D'] }, bars)).toThrow(/4 lines are 29\.4 mm high/)
    expect(() => labelOf({ ...spec, lines: ['', ' '] }, bars)).toThrow('at least one line')
    expect(() => labelOf({ ...spec, lines: ['Z'] }, bars)).toThrow('no “Z”')
  })
  it('eleven lie edge to edge on a sheet, none over another, all on the paper', () => {
    const labels = Array.from({ length: 11 }, () => label), sheet = labelPages(labels, { wide: 210, high: 297 })
    expect([sheet.across, sheet.down, sheet.pages.length]).toEqual([3, 11, 1])
    const page = sheet.pages[0]!
    page.forEach((a, i) => page.slice(i + 1).forEach(b => expect(sum(intersection([a.edge], [b.edge]))).toBeLessThan(1e-3)))
    expect(difference(page.map(p => p.edge), [box(0, 0, 210, 297)])).toEqual([])
    // The first in the upper left corner, under the words.
    expect(boundsOf(page[0]!.edge)).toMatchObject({ left: 12, top: 297 - 22 })
    expect(sheet.cuts).toHaveLength(3 + 1 + 4 + 1)
    expect(labelPages(Array.from({ length: 40 }, () => label), { wide: 210, high: 297 }).pages.map(p => p.length)).toEqual([33, 7])
    expect(boundsOf(sheetBox(spec, 11, 210))).toMatchObject({ wideMm: 180, highMm: 88 })
    expect(() => labelPages([labelOf({ ...spec, wideMm: 300 }, bars)], { wide: 210, high: 297 })).toThrow('larger than the sheet')
    expect(labelPages([], { wide: 210, high: 297 }).pages).toEqual([])
  })
  it('its interfacing keeps a millimetre off the edge', () => {
    expect(boundsOf(labelInterfacing(label))).toMatchObject({ left: 1, right: 59, bottom: 1, top: 21 })
    expect(() => labelInterfacing({ ...label, edge: box(0, 0, 1.5) })).toThrow('too small')
  })
})

describe('shapes', () => {
  it('each fills its box', () => {
    for (const kind of SHAPES) {
      const { wideMm, highMm } = boundsOf(shapeOf(kind, 80, 60))
      expect(wideMm, kind).toBeGreaterThan(75)
      expect(highMm, kind).toBeGreaterThan(kind === 'wave' ? 50 : 54)
    }
    expect(() => shapeOf('disc', 0, 10)).toThrow('more than 0 mm')
  })
  it('mirrored on a web\'s paper, not on an interfacing\'s smooth side', () => {
    const face = shapeOf('corner', 60, 40)
    const paper = shapeCut(face, 'raw', 'paper'), smooth = shapeCut(face, 'turned', 'smooth')
    expect([paper.mirrored, smooth.mirrored]).toEqual([true, false])
    expect(same([paper.traced], [mirrored(face)])).toBeLessThan(1e-6)
    expect(same([smooth.traced], [face])).toBeLessThan(1e-6)
  })
  it('a turned edge is cut 6 mm larger; a web stays inside', () => {
    const face = shapeOf('disc', 60, 60)
    expect(boundsOf(shapeCut(face, 'turned', 'smooth').cut).wideMm).toBeCloseTo(72, 0)
    expect(shapeCut(face, 'raw', 'paper').cut).toEqual(face)
    for (const edge of ['raw', 'turned'] as const) expect(difference(shapeCut(face, edge, 'paper').under, [face])).toEqual([])
    // The web half a millimetre within a raw edge, what faces a turned one a whole millimetre: neither shows.
    const wide = (of: readonly Outline[]) => boundsOf(of[0]!).wideMm
    expect([wide(shapeCut(face, 'raw', 'paper').under), wide(shapeCut(face, 'turned', 'paper').under)])
      .toEqual([expect.closeTo(59, 2), expect.closeTo(58, 2)])
    expect(() => shapeCut(shapeOf('disc', 0.8, 0.8), 'raw', 'paper')).toThrow('nothing is left')
  })
  it('what lies under another is sewn before it', () => {
    const placed = [box(0, 0, 40), box(30, 0, 20), box(45, 0, 60), box(200, 0, 10)]
    const order = sewingOrder(placed)
    expect([...order].sort()).toEqual([0, 1, 2, 3])
    expect(order.indexOf(0)).toBeLessThan(order.indexOf(1))
    expect(order.indexOf(1)).toBeLessThan(order.indexOf(2))
  })
  it('order of sewing keeps every overlap: property', () => {
    fc.assert(fc.property(fc.array(fc.tuple(fc.integer({ min: 0, max: 90 }), fc.integer({ min: 0, max: 90 }),
      fc.integer({ min: 5, max: 50 })), { minLength: 1, maxLength: 9 }), (all) => {
      const placed = all.map(([x, y, s]) => box(x, y, s)), order = sewingOrder(placed)
      for (let i = 0; i < placed.length; i++) for (let j = i + 1; j < placed.length; j++)
        if (intersection([placed[i]!], [placed[j]!]).length > 0) expect(order.indexOf(i)).toBeLessThan(order.indexOf(j))
    }), { seed: 4, numRuns: 60 })
  })
  it('edges, basting, and shapes spread over their ground', () => {
    expect(edgeM([{ face: box(0, 0, 100), count: 3 }])).toBeCloseTo(1.2, 6)
    const { distanceMm, lines } = bastingOf(shapeOf('disc', 100, 100), EDGE_STITCH_MM.some)
    expect(distanceMm).toBe(6)
    expect(boundsOf(lines[0]!).wideMm).toBeCloseTo(88, 0)
    const at = spread(7, 900, 500)
    expect(at).toHaveLength(7)
    for (const p of at) { expect(p.x).toBeGreaterThan(0); expect(p.x).toBeLessThan(900); expect(p.y).toBeLessThan(500) }
  })
})
