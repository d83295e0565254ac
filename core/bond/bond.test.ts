import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { RESINS, RESIN_KEYS } from '../materials'
import { runProgramme, steadySole } from '../heat'
import { buildStack } from '../stack'
import { bondOf, bondRatePerS } from '.'

const resins = fc.constantFrom(...RESIN_KEYS).map(k => RESINS[k])

describe('bonding rate', () => {
  it.each(RESIN_KEYS)('%s bonds in its own hold at mid-window under its own pressure', (key) => {
    const r = RESINS[key]
    expect(bondRatePerS(r, (r.windowC[0] + r.windowC[1]) / 2, 0, r.pressureKPa) * r.holdS).toBeCloseTo(1, 10)
  })
  it('is nothing below the melting range, never falls with heat, moisture or pressure', () => {
    fc.assert(fc.property(resins, fc.double({ min: 20, max: 220, noNaN: true }), fc.double({ min: 0.3, max: 50, noNaN: true }), fc.double({ min: 0, max: 1, noNaN: true }), (r, c, p, moist) => {
      if (c <= r.meltC[0] - r.wetShiftC) expect(bondRatePerS(r, c, moist, p)).toBe(0)
      const here = bondRatePerS(r, c, moist, p)
      expect(bondRatePerS(r, c + 5, moist, p)).toBeGreaterThanOrEqual(here)
      expect(bondRatePerS(r, c, Math.min(1, moist + 0.1), p)).toBeGreaterThanOrEqual(here - 1e-12)
      expect(bondRatePerS(r, c, moist, p * 2)).toBeGreaterThanOrEqual(here)
    }))
  })
  it('by hand a machine hold grows, but only by (20/0.8)^0.3', () => {
    const r = RESINS.polyamide
    const byHandS = 1 / bondRatePerS(r, 129, 0, 0.8)
    expect(byHandS / r.holdS).toBeCloseTo(Math.pow(25, 0.3), 6)
  })
})

describe('bond along a run', () => {
  const press = (holdS: number, resin: 'polyamide' | 'polyamideLow') => {
    const stack = buildStack({
      cloth: { fibres: [{ fibre: 'cotton', sharePct: 100 }], construction: 'poplin', massGsm: 120, thicknessMm: 0.27, mayGetWet: true, nap: 'none', finishes: [] },
      supply: { massGsm: 40, thicknessMm: 0.2, base: 'polyester', resin, resinGsm: 10 }, cover: 'muslin', bed: 'padded', firstSide: 'back', coverWaterGsm: 0, mistGsm: 0,
    })
    return bondOf(runProgramme(stack, { sole: steadySole(150), roomC: 20, phases: [{ kind: 'down', durationS: holdS, pressureKPa: 0.8 }, { kind: 'clapper', durationS: 60, pressureKPa: 0.6 }] }), RESINS[resin])
  }
  it('longer holds bond more, and a low-melt resin bonds where a standard one has not begun', () => {
    expect(press(30, 'polyamideLow').final).toBeGreaterThan(press(15, 'polyamideLow').final)
    expect(press(12, 'polyamide').final).toBeLessThan(0.02)
    expect(press(12, 'polyamideLow').final).toBeGreaterThan(0.1)
  })
  it('goes on after the sole lifts until the resin has set, and says when', () => {
    const b = press(25, 'polyamideLow')
    expect(b.setAtS).toBeGreaterThan(25)
    expect(b.setAtS).toBeLessThan(60)
  })
  it('a stack without resin is an error that says so', () => {
    const stack = buildStack({
      cloth: { fibres: [], construction: 'poplin', massGsm: 120, thicknessMm: 0.27, mayGetWet: true, nap: 'none', finishes: [] },
      supply: null, cover: null, bed: 'padded', firstSide: 'back', coverWaterGsm: 0, mistGsm: 0,
    })
    const run = runProgramme(stack, { sole: steadySole(100), roomC: 20, phases: [{ kind: 'lifted', durationS: 1 }] })
    expect(() => bondOf(run, RESINS.eva)).toThrow(/no resin/)
  })
})
