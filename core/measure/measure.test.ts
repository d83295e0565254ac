import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { givePctFrom, massGsmFrom, spreadOf, thicknessMmFrom } from '.'

const positive = (min: number, max: number) => fc.double({ min, max, noNaN: true })

describe('measuring at home', () => {
  it('worked: 5.9 g of 150 × 150 mm is 262 g/m²; 8 layers of 6.4 mm are 0.8 mm each; 100 mm pulled to 118 gives 18 %', () => {
    expect(massGsmFrom(5.9, 150, 150)).toBeCloseTo(262.2, 1)
    expect(thicknessMmFrom(6.4, 8)).toBeCloseTo(0.8, 9)
    expect(givePctFrom(100, 118)).toBeCloseTo(18, 9)
  })
  it('twice the fabric is twice the grams, not twice the weight', () => {
    fc.assert(fc.property(positive(1, 50), positive(50, 300), positive(50, 300), (g, l, w) => {
      expect(massGsmFrom(2 * g, 2 * l, w)).toBeCloseTo(massGsmFrom(g, l, w), 6)
    }))
  })
  it('what cannot be is refused with a sentence', () => {
    for (const work of [
      () => massGsmFrom(5, 0, 100), () => massGsmFrom(5, Number.NaN, 100), () => thicknessMmFrom(3, 0), () => givePctFrom(0, 10),
    ])
      expect(work).toThrow(/[.]$/)
  })
})

describe('repeat readings', () => {
  it('the mean lies among them; one reading has no spread to speak of', () => {
    fc.assert(fc.property(fc.array(positive(1, 500), { minLength: 1, maxLength: 12 }), (readings) => {
      const { mean } = spreadOf(readings)
      expect(mean).toBeGreaterThanOrEqual(Math.min(...readings) - 1e-9)
      expect(mean).toBeLessThanOrEqual(Math.max(...readings) + 1e-9)
    }))
  })
  it('does not mind their order', () => {
    expect(spreadOf([3, 1, 2])).toEqual(spreadOf([1, 2, 3]))
  })
})
