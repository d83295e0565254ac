import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { boxOf, outlineOf, type Outline } from '#core/geometry'
import { LAYOUTS } from '#core/patchwork'
import type { SpecOf } from '../schemas'
import { colourOf, freshBlock, gridOf, liesOf, patchesDrawn, plainPatches, resized } from '.'

const sizes = fc.array(fc.integer({ min: 10, max: 300 }), { minLength: 1, maxLength: 6 })
const box = (left: number, top: number, wide: number, high: number): Outline => boxOf({ left, right: left + wide, top, bottom: top - high })

describe('a grid of patches', () => {
  it('says its widths and heights again, whatever they are', () => {
    fc.assert(fc.property(sizes, sizes, (columns, rows) => {
      expect(gridOf(plainPatches(columns, rows, () => 0))).toEqual({ columnsMm: columns, rowsMm: rows, isPlain: true })
    }))
  })
  it('with a patch left out is plain no more', () => {
    expect(gridOf(plainPatches([60, 90], [60, 60], () => 0).slice(1)).isPlain).toBe(false)
  })
  it('in other sizes keeps the colours that were there, and goes on by turns', () => {
    const was = plainPatches([60, 60], [60], (_r, c) => c), more = resized(was, [70, 80, 90], [50, 50], 2)
    expect(gridOf(more)).toEqual({ columnsMm: [70, 80, 90], rowsMm: [50, 50], isPlain: true })
    expect(more.map(p => p[4])).toEqual([0, 1, 0, 1, 0, 1])
    const painted = plainPatches([60, 60], [60], () => 3)
    expect(resized(painted, [60], [60, 60], 2).map(p => p[4])).toEqual([3, 1])
  })
})

describe('a patchwork from a drawing', () => {
  it('lies from its upper left corner, downward, its colours by turns', () => {
    const drawn = patchesDrawn([
      { name: 'a', outline: box(0, 200, 80, 100) }, { name: 'b', outline: box(80, 200, 60, 100) },
      { name: 'c', outline: box(0, 100, 140, 50) },
    ], 2)
    expect(drawn).toEqual([[0, 0, 80, 100, 0], [80, 0, 60, 100, 1], [0, 100, 140, 50, 0]])
  })
  it('what is no rectangle is named', () => {
    const slant = outlineOf([{ x: 0, y: 0 }, { x: 100, y: 0 }, { x: 130, y: 60 }, { x: 30, y: 60 }])
    expect(() => patchesDrawn([{ name: 'a', outline: box(0, 60, 50, 60) }, { name: 'Kite', outline: slant }], 2))
      .toThrow(/^Kite: it is no rectangle/)
  })
})

describe('a fresh block', () => {
  it('of every layout can be pieced, in as many colours as it has, no two alike', () => {
    for (const layout of LAYOUTS) {
      const spec = { format: 1 as const, kind: 'patchwork' as const, seamMm: 6, ...freshBlock(layout) }
      expect(spec.patches).toHaveLength(layout.rows * layout.columns)
      expect(new Set(spec.colours.map(c => c.hex)).size).toBe(layout.colours)
      expect(Math.max(...spec.patches.map(p => p[4]))).toBeLessThan(layout.colours)
      expect(liesOf(spec).piecing.wideMm).toBeGreaterThan(0)
    }
  })
  it('colours begin anew after the last', () => expect([colourOf(6), colourOf(7)]).toEqual([colourOf(0), colourOf(1)]))
})

describe('how a block lies', () => {
  const spec = (more: Partial<SpecOf<'patchwork'>> = {}): SpecOf<'patchwork'> => ({
    format: 1, kind: 'patchwork', seamMm: 6, first: 'rows', closed: false, turned: {}, ties: [], open: false, spun: false, sewnFirst: false,
    colours: [{ hex: '#2f4a6b', fabric: null }, { hex: '#e9e2cf', fabric: null }],
    patches: plainPatches([80, 80, 80], [80, 80, 80], (r, c) => (r + c) % 2), ...more,
  })
  it('every seam has its side and its turn, and each is pressed once', () => {
    const { piecing, side, turns, changed } = liesOf(spec())
    expect([piecing.seams.length, piecing.crossings.length, side!.size, changed]).toEqual([8, 4, 8, null])
    expect(turns.map(t => t.seam).sort()).toEqual(piecing.seams.map(s => s.id).sort())
  })
  it('pressed open no seam has a side; spun, crossings lie as wheels', () => {
    expect(liesOf(spec({ open: true })).side).toBeNull()
    expect([liesOf(spec()).spun.length, liesOf(spec({ spun: true })).spun.length > 0]).toEqual([0, true])
  })
  it('a seam turned by hand says what turns with it, and whether it nests the worse', () => {
    const free = liesOf(spec()), [one] = free.piecing.seams
    const changes = free.piecing.seams.map(({ id }) => {
      const was = free.side!.get(id)!, turned = liesOf(spec({ turned: { [id]: was === 'before' ? 'after' : 'before' } }))
      expect(turned.side!.get(id)).not.toBe(was)
      const others = [...turned.side!].filter(([of, s]) => of !== id && free.side!.get(of) !== s).length
      expect(turned.changed).toEqual({ others, apart: turned.nesting.apart.length - free.nesting.apart.length })
      return others + turned.changed!.apart
    })
    expect(Math.max(...changes)).toBeGreaterThan(0)
    // Turned to where it lay anyway, it changes nothing.
    expect(liesOf(spec({ turned: { [one!.id]: free.side!.get(one!.id)! } })).changed).toEqual({ others: 0, apart: 0 })
  })
  it('thicker fabric makes a thicker block', () => {
    const thickest = (mm: number) => Math.max(...liesOf(
      spec({ colours: [{ hex: '#2f4a6b', fabric: 0 }, { hex: '#e9e2cf', fabric: 0 }] }), () => mm).bulk.map(b => b.thickMm))
    expect(thickest(0.6) / thickest(0.3)).toBeCloseTo(2, 6)
  })
  it('patches that do not meet are refused', () => {
    expect(() => liesOf(spec({ patches: [[0, 0, 80, 80, 0], [90, 0, 80, 80, 1]] }))).toThrow()
  })
})
