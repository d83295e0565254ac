import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { haste } from './pressing'

const longS = fc.double({ min: 1, max: 300, noNaN: true })
describe('how long an exercise took', () => {
  it('as quick as the best, or quicker, costs nothing', () => {
    expect([haste(20, 20), haste(10, 20)]).toEqual([1, 1])
    expect(haste(20.001, 20)).toBeLessThan(1)
  })
  it('counts as many times the best, not as seconds, and a little: twice as long a tenth, four times a fifth', () => {
    expect([haste(40, 20), haste(80, 20)].map(x => Math.round(x * 100))).toEqual([90, 81])
    fc.assert(fc.property(longS, longS, fc.double({ min: 1.01, max: 9, noNaN: true }), (aS, bS, times) => {
      expect(haste(aS * times, aS)).toBeCloseTo(haste(bS * times, bS), 9)
      expect(haste(aS * times * 1.1, aS)).toBeLessThan(haste(aS * times, aS))
    }))
  })
})
