import { describe, expect, it } from 'vitest'
import type { Picture } from '#core/colour'
import { areaMm2, boundsOf } from '#core/geometry'
import { tracedOutlines } from './traced'

const WIDE = 200, HIGH = 120
/** Points inside are ink, the others ground. */
function picture(inside: (x: number, y: number) => boolean, ink = 20, ground = 235): Picture {
  const rgba = new Uint8ClampedArray(WIDE * HIGH * 4)
  for (let y = 0; y < HIGH; y++) for (let x = 0; x < WIDE; x++) {
    const v = inside(x, y) ? ink : ground
    rgba.set([v, v, v, 255], (y * WIDE + x) * 4)
  }
  return { rgba, wide: WIDE, high: HIGH }
}
const box = (left: number, top: number, w: number, h: number) => (x: number, y: number) => x >= left && x < left + w && y >= top
  && y < top + h
/** Half a millimetre a point. */
const traced = (p: Picture, dark = true) => tracedOutlines(p, 0.5, dark)

describe('letters traced out of a picture', () => {
  it('are as large as they are, y upward, the larger first', () => {
    const found = traced(picture((x, y) => box(20, 20, 40, 60)(x, y) || box(100, 30, 30, 30)(x, y)))
    expect(found).toHaveLength(2)
    expect(boundsOf(found[0]!).wideMm).toBeCloseTo(20, 0)
    expect(boundsOf(found[0]!).highMm).toBeCloseTo(30, 0)
    expect(boundsOf(found[0]!).top).toBeCloseTo(-10, 0)
    expect(areaMm2(found[1]!)).toBeGreaterThan(15 * 15 * 0.9)
  })
  it('keep their holes', () => {
    const [ring] = traced(picture((x, y) => box(40, 20, 80, 80)(x, y) && !box(60, 40, 40, 40)(x, y)))
    expect(ring!.holes).toHaveLength(1)
    expect(areaMm2(ring!)).toBeCloseTo(40 * 40 - 20 * 20, -2)
  })
  it('colours count as the eye sees them: green alone makes a letter stand out, blue alone does not', () => {
    const letter = box(20, 20, 40, 60), inOneColour = (channel: number) => {
      const p = picture(() => false, 0, 200)
      for (let i = 0; i < WIDE * HIGH; i++) if (letter(i % WIDE, Math.floor(i / WIDE))) p.rgba[i * 4 + channel] = 100
      return p
    }
    expect(areaMm2(traced(inOneColour(1))[0]!)).toBeGreaterThan(20 * 30 * 0.9)
    expect(() => traced(inOneColour(2))).toThrow('cannot see an outline')
  })
  it('may be the lighter of the two', () => {
    const light = picture(box(50, 30, 60, 40), 235, 20)
    expect(boundsOf(traced(light, false)[0]!).wideMm).toBeCloseTo(30, 0)
    // Taken for the darker, it is the ground that is found.
    expect(areaMm2(traced(light, true)[0]!)).toBeGreaterThan(60 * 60 * 0.5)
  })
  it('specks are no letters, and a picture on which nothing stands out is said', () => {
    expect(traced(picture((x, y) => box(50, 30, 60, 40)(x, y) || box(10, 10, 4, 4)(x, y)))).toHaveLength(1)
    expect(() => traced(picture(() => false))).toThrow('we cannot see an outline')
  })
  it('a large picture is looked at no finer than it need be', () => {
    const wide = 2000, high = 400, rgba = new Uint8ClampedArray(wide * high * 4).fill(235)
    for (let y = 100; y < 300; y++) for (let x = 500; x < 1500; x++) rgba.set([20, 20, 20, 255], (y * wide + x) * 4)
    const [one] = tracedOutlines({ rgba, wide, high }, 0.1, true)
    expect(boundsOf(one!).wideMm).toBeCloseTo(100, 0)
    expect(boundsOf(one!).highMm).toBeCloseTo(20, 0)
  })
})
