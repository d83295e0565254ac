import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { firstOver, firstWhole } from './span'

describe('the first whole number', () => {
  it('is where it begins to hold, and the last where it never does', () => {
    for (const from of [1, 2, 7, 39, 40, 41]) expect(firstWhole(1, 40, n => n >= from)).toBe(Math.min(from, 40))
    expect(firstWhole(5, 5, () => false)).toBe(5)
  })
  it('looked for along a straight line it is the same, whatever shape the rise has and whatever was guessed of its beginning', () => {
    const shapes = [
      (x: number) => x, (x: number) => Math.expm1(x / 6), (x: number) => Math.sign(x) * Math.sqrt(Math.abs(x)), (x: number) => Math.sign(x),
      (x: number) => (x < 0 ? -7 : x * 1e6 + 1e-9), (x: number) => Math.atan(x * 3),
    ]
    fc.assert(fc.property(
      fc.double({ min: -3, max: 60, noNaN: true }), fc.constantFrom(...shapes), fc.integer({ min: 1, max: 40 }),
      fc.double({ min: -9, max: 0, noNaN: true }), fc.double({ min: -1, max: 4, noNaN: true }),
      (zero, shape, high, guess, rises) => {
        const figure = (n: number) => shape(n - zero)
        expect(firstOver(high, guess, figure, rises)).toBe(firstWhole(1, high, n => figure(n) > 0))
      }), { numRuns: 600 })
  })
  it('and smooth figures are asked for less often than half by half', () => {
    const asked = (by: (figure: (n: number) => number) => number) => {
      let times = 0
      by((n) => {
        times++
        return n
      })
      return times
    }
    let line = 0, halves = 0
    for (let zero = 0.5; zero < 40; zero += 1.3) {
      // A bond's and a harm's logarithms bend little.
      const of = (n: number) => n - zero + 0.01 * (n * n - zero * zero)
      line += asked(count => firstOver(40, of(0), n => of(count(n))))
      halves += asked(count => firstWhole(1, 40, n => of(count(n)) > 0))
    }
    expect(line).toBeLessThan(halves * 0.8)
  })
})
