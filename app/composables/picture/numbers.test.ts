import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { numbersAt } from './numbers'

const no = () => false
describe('numbers in a picture', () => {
  it('stand as large as they may where there is room, smaller on small marks', () => {
    expect(numbersAt([{ x: 0, y: 0 }, { x: 100, y: 0 }], no)).toEqual({ sizesPx: [26, 26], isTicked: true })
    expect(numbersAt([], no)).toEqual({ sizesPx: [], isTicked: true })
    expect(numbersAt([{ x: 0, y: 0 }, { x: 0, y: 200 }], i => i === 1)).toEqual({ sizesPx: [26, 15], isTicked: true })
  })
  it('close beside each other they shrink, and ticks make way first; one above the other they need less room', () => {
    expect(numbersAt([{ x: 0, y: 0 }, { x: 44, y: 0 }], no)).toEqual({ sizesPx: [20, 20], isTicked: true })
    expect(numbersAt([{ x: 0, y: 0 }, { x: 26, y: 0 }, { x: 200, y: 0 }], no)).toEqual({ sizesPx: [20, 20, 26], isTicked: false })
    expect(numbersAt([{ x: 0, y: 0 }, { x: 0, y: 23 }], no)).toEqual({ sizesPx: [20, 20], isTicked: true })
    expect(numbersAt([{ x: 0, y: 0 }, { x: 1, y: 1 }], no)).toEqual({ sizesPx: [11, 11], isTicked: false })
  })
  it('no two lie on each other unless they would be too small to read', () => {
    const point = fc.record({ x: fc.integer({ min: 0, max: 300 }), y: fc.integer({ min: 0, max: 200 }) })
    fc.assert(fc.property(fc.uniqueArray(point, { minLength: 2, maxLength: 20, selector: p => `${p.x} ${p.y}` }), (at) => {
      const { sizesPx, isTicked } = numbersAt(at, no), wide = isTicked ? 2.2 : 1.3
      for (const [i, a] of sizesPx.entries()) for (const [k, b] of sizesPx.entries()) {
        if (k <= i || Math.min(a, b) <= 11) continue
        const dx = Math.abs(at[i]!.x - at[k]!.x), dy = Math.abs(at[i]!.y - at[k]!.y)
        expect(dx + 1e-9 >= wide * (a + b) / 2 || dy + 1e-9 >= 1.15 * (a + b) / 2).toBe(true)
      }
    }), { seed: 12 })
  })
})
