import { describe, expect, it } from 'vitest'
import fc from 'fast-check'
import { comparedOf, garmentsIn, leastOf, oneGarmentOf, otherRoll, splitOf, type Found, type Roll } from './spreading'
import { groundFrom } from './cutting'
import { rulesSchema, type JobPiece } from './schemas'
import { blockPiece, idOf, supply } from './kept.fixture'

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

describe('one interfacing on two rolls', () => {
  it('another width, colour, price or name is the same; another lot is told; anything that pressing depends on is another', () => {
    const own = supply()
    for (const over of [{ widthMm: 1500 }, { colourHex: '#222222' }, { pricePerM: 9 }, { stockM: 40 },
      { id: idOf(99), code: 'W-2', name: 'The wide one' }] as const)
      expect(otherRoll(own, supply(over)), JSON.stringify(over)).toBeNull()
    expect(otherRoll(own, supply({ lot: 'B', widthMm: 1500 }))).toBe('lot')
    for (const over of [{ massGsm: own.massGsm + 1 }, { adhesiveGsm: own.adhesiveGsm + 1 }, { adhesive: 'polyester' }, { form: 'film' },
      { thicknessMm: own.thicknessMm + 0.1 }, { family: 'knit' }, { base: 'polyester' }, { washC: 30 }, { makerHoldS: 12 }] as const)
      expect(otherRoll(own, supply({ lot: 'B', ...over as object })), JSON.stringify(over)).toBe('interfacing')
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

describe('two rolls together', () => {
  const short = roll({ id: 'a', stockM: 3 }), other = roll({ id: 'b', stockM: 2, pricePerM: 10 })
  const on = (r: Roll, garments: number, layoutMm: number): Found => ({ roll: r, garments, layoutMm })
  it('five garments of 0.78 m: three from one, the rest from the other, each within what lies there', () => {
    const { halves: [a, b], metres, price } = splitOf([on(short, 1, 740), on(other, 1, 740)], 5, 4)!
    // The cheaper one gives as many as it has.
    expect([a.of.rollId, a.cut, b.of.rollId, b.cut]).toEqual(['a', 3, 'b', 2])
    expect([a.of.isShort, b.of.isShort]).toEqual([false, false])
    expect([metres, price].map(v => v!.toFixed(2))).toEqual(['3.90', '34.32'])
  })
  it('never from one roll twice, nor from one nobody has counted; none where two have too little as well', () => {
    const uncounted = roll({ id: 'u', stockM: null })
    expect(splitOf([on(short, 1, 740), on(short, 2, 1400)], 6, 4)).toBeNull()
    expect(splitOf([on(short, 1, 740), on(uncounted, 1, 740)], 6, 4)).toBeNull()
    expect(splitOf([on(short, 1, 740), on(other, 1, 740)], 12, 4)).toBeNull()
    expect(splitOf([], 6, 4)).toBeNull()
  })
  it('as every way tried one by one: nothing that is enough costs less', () => {
    const rolls = fc.array(fc.record({
      stockM: fc.integer({ min: 1, max: 12 }), pricePerM: fc.option(fc.integer({ min: 4, max: 20 })),
      oneMm: fc.integer({ min: 300, max: 1500 }), twoMm: fc.integer({ min: 500, max: 2800 }),
    }), { minLength: 2, maxLength: 4 })
    let some = 0
    fc.assert(fc.property(rolls, fc.integer({ min: 2, max: 8 }), (all, half) => {
      const wanted = half * 2
      const found = all.flatMap(({ stockM, pricePerM, oneMm, twoMm }, i) => {
        const r = roll({ id: `r${i}`, stockM, pricePerM })
        return [on(r, 1, oneMm), on(r, 2, twoMm)]
      })
      const ways: { price: number | null, areaM2: number }[] = []
      for (const a of found) for (const b of found) for (let n = 1; n < wanted; n++) {
        if (a.roll.id >= b.roll.id || n % a.garments !== 0 || (wanted - n) % b.garments !== 0) continue
        const x = comparedOf(a.roll, a.layoutMm, a.garments, n, 4), y = comparedOf(b.roll, b.layoutMm, b.garments, wanted - n, 4)
        if (x.isShort || y.isShort) continue
        ways.push({ price: x.price === null || y.price === null ? null : x.price + y.price, areaM2: x.areaM2 + y.areaM2 })
      }
      const best = splitOf(found, wanted, 4), priced = ways.filter(w => w.price !== null)
      expect(best === null).toBe(ways.length === 0)
      if (!best) return
      some++
      if (priced.length > 0) expect(best.price).toBeCloseTo(Math.min(...priced.map(w => w.price!)), 6)
      else expect(best.halves[0].of.areaM2 + best.halves[1].of.areaM2).toBeCloseTo(Math.min(...ways.map(w => w.areaM2)), 6)
    }), { numRuns: 120 })
    expect(some).toBeGreaterThan(20)
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
