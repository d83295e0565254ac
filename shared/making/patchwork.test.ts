import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { boxOf, outlineOf, type Outline } from '#core/geometry'
import { gridOf, patchesDrawn, plainPatches, resized } from '.'

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
