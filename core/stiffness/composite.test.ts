import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  compositeBendingMm, compositeLimits, couplingFrom, stiffnessOf, stiffnessRangeMm, STIFFNESSES, stiffnessAway, adhesiveCoverage,
  rigidityUNm, typicalCoupling,
  type Ply,
} from '.'

const ply = fc.record({
  massGsm: fc.double({ min: 30, max: 500, noNaN: true }), thicknessMm: fc.double({ min: 0.1, max: 3, noNaN: true }),
  bendingMm: fc.double({ min: 8, max: 80, noNaN: true }),
})
const poplin: Ply = { massGsm: 118, thicknessMm: 0.26, bendingMm: 22 }

describe('a fused composite', () => {
  it('worked example: poplin of 118 g/m² and c = 22 mm has 12.3 µN·m', () => {
    expect(rigidityUNm(118, 22)).toBeCloseTo(12.33, 1)
  })
  it('two like sheets as one body are eight times as rigid as one, slipping twice', () => {
    const { slippingUNm, oneBodyUNm } = compositeLimits([poplin, poplin])
    const one = rigidityUNm(poplin.massGsm, poplin.bendingMm)
    expect(slippingUNm / one).toBeCloseTo(2, 9)
    expect(oneBodyUNm / one).toBeCloseTo(8, 9)
  })
  it('lies between slipping and one body, rises with coupling, and does not mind being turned over', () => {
    fc.assert(fc.property(fc.array(ply, { minLength: 2, maxLength: 4 }), fc.double({ min: 0, max: 1, noNaN: true }), (plies, k) => {
      const { slippingUNm, oneBodyUNm } = compositeLimits(plies)
      expect(oneBodyUNm).toBeGreaterThanOrEqual(slippingUNm)
      expect(compositeBendingMm(plies, k)).toBeGreaterThanOrEqual(compositeBendingMm(plies, k / 2) - 1e-9)
      expect(compositeBendingMm([...plies].reverse(), k)).toBeCloseTo(compositeBendingMm(plies, k), 6)
    }))
  })
  it('a measured fused swatch gives back the coupling it was made with', () => {
    const plies = [poplin, { massGsm: 78, thicknessMm: 0.24, bendingMm: 31 }]
    fc.assert(fc.property(fc.double({ min: 0, max: 1, noNaN: true }), (k) => {
      expect(couplingFrom(plies, compositeBendingMm(plies, k)).coupling).toBeCloseTo(k, 6)
    }))
    expect(couplingFrom(plies, 5)).toEqual({ coupling: 0, outside: 'limper' })
    expect(couplingFrom(plies, 200)).toEqual({ coupling: 1, outside: 'stiffer' })
  })
  it('an unbonded interfacing slips; film couples more than dots', () => {
    expect(typicalCoupling('dots', 12, 0)).toBe(0)
    expect(typicalCoupling('film', 30, 1)).toBeGreaterThan(typicalCoupling('dots', 12, 1))
    expect(typicalCoupling('dots', 12, 5)).toBe(typicalCoupling('dots', 12, 1))
    expect(adhesiveCoverage('none', 10)).toBe(0)
  })
})

describe('classes of hand', () => {
  it('every bending length has one, and lies in its own range', () => {
    fc.assert(fc.property(fc.double({ min: 1, max: 109, noNaN: true }), (c) => {
      const [from, to] = stiffnessRangeMm(stiffnessOf(c))
      expect(c).toBeGreaterThanOrEqual(from)
      expect(c).toBeLessThan(to)
      expect(stiffnessAway(c, [from, to])).toBe(0)
    }))
    expect(STIFFNESSES.map(h => stiffnessRangeMm(h)[0])).toEqual([0, 24, 34, 48, 70])
    expect(stiffnessAway(20, [34, 48])).toBeGreaterThan(1)
  })
})
