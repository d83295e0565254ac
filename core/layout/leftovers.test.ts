import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { boundsOf, difference, mirrored, offset, outlineOf, rotated } from '../geometry'
import {
  buttStrips,
  pieceFrom,
  chalkMarks,
  canHoldSquare,
  laidOutline,
  layoutFaults,
  fitOnOffcuts,
  leftOver,
} from '.'
import { box, piece } from './laid.fixture'

describe('offcuts', () => {
  it('are kept from 80 by 80 mm on', () => {
    expect([
      canHoldSquare(box(80, 80)),
      canHoldSquare(box(79, 400)),
      canHoldSquare(rotated(box(100, 100), 45)),
      canHoldSquare(box(300, 300), 301),
    ]).toEqual([true, false, false, false])
    const ring = outlineOf(box(200, 200).rim, [box(60, 60, 70, 70).rim])
    expect([canHoldSquare(ring, 69), canHoldSquare(ring, 72)]).toEqual([true, false])
  })
  it('are what the pieces left, without slivers, and nothing of the pieces', () => {
    const laid = [box(300, 300), box(500, 380, 302, 0)]
    const left = leftOver(laid, 900, 400, 2)
    expect(left).toHaveLength(2)
    expect(left.map(o => Math.round(boundsOf(o).wideMm)).sort((a, b) => a - b)).toEqual([96, 300])
    for (const o of left)
      for (const p of laid)
        expect(
          layoutFaults(
            [
              { id: 'o', outline: o },
              { id: 'p', outline: p },
            ],
            [
              { id: 'o', turnDeg: 0, x: boundsOf(o).left, y: boundsOf(o).bottom },
              { id: 'p', turnDeg: 0, x: boundsOf(p).left, y: 0 },
            ],
            900,
            0,
          ),
        ).toEqual([])
    expect(leftOver([box(900, 400)], 900, 400, 2)).toEqual([])
  })
  it('are laid first, the smallest that serves; what lies on one lies within it', () => {
    const l = outlineOf([
      { x: 0, y: 0 },
      { x: 200, y: 0 },
      { x: 200, y: 90 },
      { x: 90, y: 90 },
      { x: 90, y: 200 },
      { x: 0, y: 200 },
    ])
    const pieces = [piece('long', box(80, 190)), piece('side', box(85, 80)), piece('big', box(300, 300))]
    const { placements, rest } = fitOnOffcuts(
      pieces,
      [
        { id: 'large', outline: box(250, 250) },
        { id: 'l', outline: l },
      ],
      2,
    )
    expect(placements.map(p => [p.id, p.offcutId])).toEqual([
      ['long', 'l'],
      ['side', 'l'],
    ])
    expect(rest.map(p => p.id)).toEqual(['big'])
    const laid = placements.map(p => laidOutline(pieces.find(q => q.id === p.id)!.outline, p))
    for (const o of laid) expect(offset(difference([o], [l]), -0.1)).toEqual([])
    expect(layoutFaults(pieces, placements, 200, 2, 200)).toEqual([])
  })
  it('exactly its own size it holds, a hair more it does not; by its grain only', () => {
    const own = { id: 'o', outline: box(120, 90) }
    expect(fitOnOffcuts([piece('a', box(120, 90))], [own], 2).placements).toHaveLength(1)
    expect(fitOnOffcuts([piece('a', box(120.5, 90))], [own], 2).placements).toEqual([])
    expect(fitOnOffcuts([piece('a', box(90, 120))], [own], 2).placements).toEqual([])
    expect(fitOnOffcuts([piece('a', box(90, 120), 'any')], [own], 2).placements).toHaveLength(1)
  })
})

describe('for the chalk', () => {
  it('distances from the selvedge and the end, in the order they are met; a pair mirrors', () => {
    const flap = outlineOf([
      { x: 0, y: 0 },
      { x: 60, y: 0 },
      { x: 60, y: 30 },
      { x: 0, y: 20 },
    ])
    const of = (id: string) => (id === 'right' ? mirrored(flap) : id === 'left' ? flap : undefined)
    expect(
      chalkMarks(of, [
        { id: 'left', turnDeg: 90, x: 10, y: 80 },
        { id: 'right', turnDeg: 0, x: 200, y: 5 },
        { id: 'gone', turnDeg: 0, x: 0, y: 0 },
      ]),
    ).toEqual([
      { id: 'right', fromSelvedgeMm: 200, fromEndMm: 5, wideMm: 60, highMm: 30, turnDeg: 0 },
      { id: 'left', fromSelvedgeMm: 10, fromEndMm: 80, wideMm: expect.closeTo(30, 9), highMm: expect.closeTo(60, 9), turnDeg: 90 },
    ])
  })
})

describe('strips butted', () => {
  it('fewest joins, then least left over: as the best of all choices', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 20, max: 200 }), { minLength: 1, maxLength: 7 }),
        fc.integer({ min: 30, max: 600 }),
        (lengths, wanted) => {
          const strips = lengths.map((longMm, i) => ({ id: String(i), longMm }))
          const found = buttStrips(strips, wanted)
          const choices = Array.from({ length: 2 ** lengths.length }, (_, m) => lengths.filter((_, i) => (m >> i) & 1)).filter(
            c => c.reduce((a, b) => a + b, 0) >= wanted,
          )
          if (choices.length === 0) {
            expect(found).toBeNull()
            return
          }
          const fewest = Math.min(...choices.map(c => c.length))
          expect(found!.joins).toBe(fewest - 1)
          expect(found!.ids.length).toBe(fewest)
          expect(found!.overMm).toBe(found!.ids.reduce((s, id) => s + lengths[Number(id)]!, 0) - wanted)
          if (fewest === 1) expect(found!.overMm).toBe(Math.min(...choices.filter(c => c.length === 1).map(c => c[0]!)) - wanted)
        },
      ),
      { numRuns: 300, seed: 8 },
    )
  })
})

describe('a rectangle pieced from leftovers', () => {
  it('one that is large enough needs no join, whichever way it lies', () => {
    expect(pieceFrom([{ id: 'a', wideMm: 90, highMm: 210 }, { id: 'b', wideMm: 60, highMm: 300 }], { wideMm: 200, highMm: 80 }))
      .toEqual({ ids: ['a'], joins: 0, overMm: 10 })
  })
  it('lies across it or along it, whichever needs fewer', () => {
    // Across 200 wide strips of 200 by 50 need two to make 100 high; along, 100 wide and 120 long need two as well but leave more over.
    const strips = [1, 2].map(n => ({ id: `s${n}`, wideMm: 200, highMm: 50 }))
    const blocks = [1, 2].map(n => ({ id: `b${n}`, wideMm: 100, highMm: 120 }))
    expect(pieceFrom([...strips, ...blocks], { wideMm: 200, highMm: 100 })!).toMatchObject({ joins: 1, overMm: 0 })
    expect(pieceFrom(blocks, { wideMm: 200, highMm: 100 })).toMatchObject({ joins: 1, overMm: 40 })
  })
  it('what is too narrow for it is of no use, and too little is none', () => {
    expect(pieceFrom([{ id: 'a', wideMm: 40, highMm: 900 }], { wideMm: 100, highMm: 50 })).toBeNull()
    expect(pieceFrom([{ id: 'a', wideMm: 100, highMm: 30 }], { wideMm: 100, highMm: 50 })).toBeNull()
    expect(pieceFrom([], { wideMm: 100, highMm: 50 })).toBeNull()
  })
})
