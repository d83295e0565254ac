import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { colourOf, croppedTo, frameBetween, meanHex } from './taken'

/** A picture whose every point says where it is: red is its column, green its row. */
const picture = (wide: number, high: number) => {
  const rgba = new Uint8ClampedArray(wide * high * 4)
  for (let i = 0; i < wide * high; i++) rgba.set([i % wide, Math.floor(i / wide), 200, 255], i * 4)
  return { rgba, wide, high }
}

describe('a picture that was taken', () => {
  it('is framed from wherever one begins, within itself', () => {
    const of = { wide: 100, high: 60 }
    expect(frameBetween({ x: 70, y: 50 }, { x: 20, y: 10 }, of, false)).toEqual({ x: 20, y: 10, wide: 50, high: 40 })
    expect(frameBetween({ x: 70, y: 50 }, { x: 20, y: 30 }, of, true)).toEqual({ x: 50, y: 30, wide: 20, high: 20 })
    expect(frameBetween({ x: 20, y: 10 }, { x: 300, y: 900 }, of, false)).toEqual({ x: 20, y: 10, wide: 80, high: 50 })
    expect(frameBetween({ x: 20, y: 10 }, { x: 22, y: 40 }, of, false)).toBeNull()
  })
  it('is cut to its frame, point by point', () => {
    fc.assert(fc.property(fc.nat(90), fc.nat(50), fc.integer({ min: 1, max: 99 }), fc.integer({ min: 1, max: 59 }), (x, y, wide, high) => {
      const cut = croppedTo(picture(100, 60), { x, y, wide, high })
      expect([cut.wide, cut.high]).toEqual([Math.min(wide, 100 - x), Math.min(high, 60 - y)])
      const last = (cut.wide * cut.high - 1) * 4
      expect([...cut.rgba.subarray(0, 2), ...cut.rgba.subarray(last, last + 2)])
        .toEqual([x, y, x + cut.wide - 1, y + cut.high - 1])
    }))
    const whole = picture(4, 4)
    expect(croppedTo(whole, null)).toBe(whole)
  })
  it('has a colour: about a point, or all of it but its rim', () => {
    expect(meanHex(picture(40, 40), { x: 20, y: 10 })).toBe('#140ac8')
    expect(meanHex(picture(40, 40), { x: 0, y: 0 }, 1)).toBe('#0101c8')
    expect(colourOf(picture(41, 41))).toBe('#1414c8')
  })
})
