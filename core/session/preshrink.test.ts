import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { areaMm2 } from '../geometry'
import { bearingOutline, type SoleShape } from '../positions'
import type { Recipe } from '../recipe'
import { isPreshrink, MOST_PLACEMENTS, OPERATION_KINDS, preshrinkRecipe, touchesAlong, touchesInRows, touchesOver } from '.'

const sole: SoleShape = { longMm: 210, wideMm: 110, pointed: false }
const hottest: Recipe = {
  method: 'damp', setting: { label: 'cotton', meanC: 195, swingC: 10, origin: 'measured' }, firstSide: 'back', passes: 2, warmS: 5,
  holdS: 18, secondS: 12, lean: 'lean', pressureKPa: 3, pressClothWaterGsm: 80, mistGsm: 10, steamGM2S: 4, steamS: 6, touches: 3,
  coolS: 20, tableS: 60,
}

describe('preshrinking', () => {
  it('is as hot as the hottest of what is pressed on it, by touches of one side, with nothing wet of ours on it', () => {
    expect(preshrinkRecipe(hottest, true)).toMatchObject({
      method: 'steam', passes: 1, holdS: 5, warmS: 0, secondS: null, touches: undefined, coolS: 0, tableS: 0, pressClothWaterGsm: 0,
      mistGsm: 0, steamS: 6, steamGM2S: 4, setting: { meanC: 195 }, pressureKPa: 3,
    })
  })
  it('is dry where fabric or iron takes no steam, or the hottest had none', () => {
    for (const r of [preshrinkRecipe(hottest, false), preshrinkRecipe({ ...hottest, steamS: 0 }, true)])
      expect([r.method, r.steamS, r.steamGM2S]).toEqual(['dry', 0, 0])
  })
  it('goes over all of a fabric with a fifth to spare, and along all of a trim', () => {
    expect(touchesOver(10 * areaMm2(bearingOutline(sole)), sole)).toBeCloseTo(12, 6)
    // What bears is less than the sole.
    expect(touchesOver(10 * 210 * 110, sole)).toBeGreaterThan(12)
    expect(touchesAlong(2.1, sole)).toBeCloseTo(10, 9)
    expect(touchesOver(1e6, { ...sole, pointed: true })).toBeGreaterThan(touchesOver(1e6, sole))
  })
  it('its touches lie side by side in rows and never on each other: one at the least, and no more than can be numbered', () => {
    fc.assert(fc.property(fc.double({ min: 0, max: 2000, noNaN: true }), (count) => {
      const all = touchesInRows(count, sole)
      expect(all.length).toBe(Math.max(1, Math.min(MOST_PLACEMENTS, Math.ceil(count))))
      expect(new Set(all.map(p => `${p.x} ${p.y}`)).size).toBe(all.length)
      expect(all.every(p => p.x % sole.wideMm === 0 && p.y % sole.longMm === 0 && p.headingDeg === 0)).toBe(true)
      // About as long as wide, once there are a few.
      const wide = Math.max(...all.map(p => p.x)) + sole.wideMm, long = sole.longMm - Math.min(...all.map(p => p.y))
      if (all.length > 20) expect(Math.max(wide / long, long / wide)).toBeLessThan(1.6)
    }))
  })
  it('is of fabric and of trim, and of nothing else', () => {
    expect(OPERATION_KINDS.filter(isPreshrink)).toEqual(['preshrink', 'trim'])
  })
})
