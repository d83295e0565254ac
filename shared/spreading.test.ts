import { describe, expect, it } from 'vitest'
import { comparedOf, garmentsIn, leastOf, oneGarmentOf, type Roll } from './spreading'
import { groundFrom } from './cutting'
import { rulesSchema, type JobPiece } from './schemas'
import { blockPiece } from './kept.fixture'

const counts = (...all: number[]) => all.map(count => ({ count }))
const roll = (over: Partial<Roll> = {}): Roll => ({ id: 'r', name: 'Lawn', wideMm: 880, pricePerM: 8, stockM: 20, ...over })

describe('how many garments a job is of', () => {
  it('what all its numbers can be divided by', () => {
    expect(garmentsIn(counts(12, 24, 12))).toBe(12)
    expect(garmentsIn(counts(4, 6))).toBe(2)
    expect(garmentsIn(counts(1, 12))).toBe(1)
    expect(garmentsIn([])).toBe(1)
  })
})

describe('one roll against another', () => {
  it('metres are cut by whole centimetres, a layer at a time', () => {
    const c = comparedOf(roll(), 1501.2, 2, 12, 4)
    expect([c.layers, c.cuts, c.metres]).toEqual([6, 2, 9.3])
    expect(c.price).toBeCloseTo(74.4)
    expect(c.areaM2).toBeCloseTo(8.184)
    expect(c.isShort).toBe(false)
    expect(comparedOf(roll({ stockM: 9.2 }), 1501.2, 2, 12, 4).isShort).toBe(true)
    expect(comparedOf(roll({ stockM: null, pricePerM: null }), 1501.2, 2, 12, 4)).toMatchObject({ isShort: false, price: null })
  })
  it('the least by price where any has one, else by area', () => {
    const narrow = comparedOf(roll(), 1500, 1, 6, 6), wide = comparedOf(roll({ id: 'w', wideMm: 1480, pricePerM: 12 }), 950, 1, 6, 6)
    expect(leastOf([narrow, wide])).toMatchObject({ best: { rollId: 'w' }, by: 'price' })
    const unpriced = comparedOf(roll({ id: 'w', wideMm: 1480, pricePerM: null }), 700, 1, 6, 6)
    expect(leastOf([narrow, unpriced])).toMatchObject({ best: { rollId: 'r' }, by: 'price' })
    const other = comparedOf(roll({ id: 'o', pricePerM: null }), 1500, 1, 6, 6)
    expect(leastOf([other, unpriced])).toMatchObject({ best: { rollId: 'w' }, by: 'area' })
    expect(leastOf([])).toBeNull()
  })
  it('of what there is too little of only where there is enough of nothing', () => {
    const short = comparedOf(roll({ id: 's', pricePerM: 1, stockM: 2 }), 1500, 1, 6, 6), enough = comparedOf(roll(), 1500, 1, 6, 6)
    expect(leastOf([short, enough])!.best.rollId).toBe('r')
    expect(leastOf([short])!.best.rollId).toBe('s')
  })
  it('of two as good the one that is cut in fewer goes', () => {
    const one = comparedOf(roll(), 1000, 1, 12, 4), three = comparedOf(roll(), 3083, 3, 12, 4)
    expect(Math.abs(one.price! / three.price! - 1)).toBeLessThan(0.005)
    expect(leastOf([one, three])!.best.garments).toBe(3)
  })
})

describe('what one garment wants', () => {
  const piece = (over: Partial<JobPiece>): JobPiece => ({
    ...blockPiece('cuff', { name: 'Cuff', count: 12, pair: true, interfacingId: '00000000-0000-4000-8000-0000000000bb' }),
    shape: { format: 1, kind: 'outline', drawnBy: 'cut', rim: [[0, 0], [240, 0], [240, 90], [0, 90]], holes: [] }, ...over,
  })
  const ground = groundFrom({ rules: rulesSchema.parse({ blend: 'strict' }), shrink: {}, fabricMm: {}, supplies: {} })
  it('a pair stays a pair; another supply, and what cannot be cut, are left out', () => {
    const supplyId = '00000000-0000-4000-8000-0000000000bb', other = '00000000-0000-4000-8000-0000000000cc'
    const pieces = [
      piece({}), piece({ id: '00000000-0000-4000-8000-000000000002', name: 'Stand', count: 24, pair: false }),
      piece({ id: '00000000-0000-4000-8000-000000000003', name: 'Tab', interfacingId: other }),
      piece({ id: '00000000-0000-4000-8000-000000000004', name: 'Too small', allowances: { seam: 60, hem: 60, front: 60 } }),
    ]
    expect(oneGarmentOf(pieces, supplyId, ground).map(p => p.name)).toEqual(['Cuff', 'Cuff', 'Stand', 'Stand'])
  })
})
