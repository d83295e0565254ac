import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { CONSTRUCTION_KEYS, CONSTRUCTIONS, FIBRE_KEYS, FIBRES } from '../materials'
import { contactWm2K, conductivityOf, dryResistanceM2KW, fibreShare, thicknessUnderMm, type Layer } from '.'

const fabric = (over: Partial<Layer> = {}): Layer => ({
  id: 'c', role: 'fabric', name: '', massGsm: 120, thicknessMm: 0.27, conductivityWmK: 0.055, fibreKgM3: 1540, heatCapacityJkgK: 1340,
  regainPct: 8, addedWaterGsm: 0, waterCapacityGsm: 120, vapourPasses: true, ...over,
})
const pressure = fc.double({ min: 0.5, max: 200, noNaN: true })

describe('fabric gives under pressure', () => {
  it('a gauge reads at 1 kPa what was measured there', () => expect(thicknessUnderMm(fabric(), 1)).toBeCloseTo(0.27, 12))
  it('is never pressed under 0.45 of it, nor beyond three quarters of solid fibre', () => {
    fc.assert(
      fc.property(fc.integer({ min: 20, max: 600 }), fc.double({ min: 0.1, max: 3, noNaN: true }), pressure, (massGsm, thicknessMm, p) => {
        const layer = fabric({ massGsm, thicknessMm })
        const mm = thicknessUnderMm(layer, p)
        if (p >= 1) expect(mm).toBeLessThanOrEqual(thicknessMm + 1e-12)
        expect(mm).toBeGreaterThanOrEqual(Math.min(thicknessMm, 0.45 * thicknessMm) - 1e-12)
        if (fibreShare(layer, thicknessMm) < 0.75 && p >= 1) expect(fibreShare(layer, mm)).toBeLessThanOrEqual(0.75 + 1e-9)
      }),
      { seed: 3 },
    )
  })
  it('harder is thinner; a solid does not give', () => {
    fc.assert(fc.property(pressure, p => thicknessUnderMm(fabric(), p * 1.5) < thicknessUnderMm(fabric(), p)), { seed: 4 })
    expect(thicknessUnderMm(fabric({ fibreKgM3: null }), 100)).toBe(0.27)
    expect(dryResistanceM2KW(fabric({ fibreKgM3: null }), 100)).toBeCloseTo(0.00027 / 0.055, 12)
  })
})

describe('conductivity by fibre and by what fills the pores', () => {
  it('lies between all in series and all in parallel, from air to fibre', () => {
    expect(conductivityOf(0, 0)).toBeCloseTo(0.03, 12)
    expect(conductivityOf(1, 0)).toBeCloseTo(0.25, 12)
    expect(conductivityOf(0.29, 0)).toBeCloseTo(0.058, 3)
  })
  it('more fibre and more water conduct better', () => {
    fc.assert(fc.property(fc.double({ min: 0.02, max: 0.9, noNaN: true }), fc.double({ min: 0, max: 0.9, noNaN: true }), (f, w) => {
      if (w < 0.3) expect(conductivityOf(f + 0.05, w)).toBeGreaterThan(conductivityOf(f, w))
      expect(conductivityOf(f, w + 0.05)).toBeGreaterThan(conductivityOf(f, w))
    }), { seed: 5 })
  })
  it('a press cloth wrung damp passes heat some four times as fast as a dry one', () => {
    const muslin = fibreShare(fabric({ massGsm: 110, thicknessMm: 0.35 }), 0.35)
    expect(conductivityOf(muslin, 80 / 1000 / (0.35 * (1 - muslin))) / conductivityOf(muslin, 0)).toBeGreaterThan(3)
  })
  it('the typical k of each fibre is found again in an ordinary fabric of it, by and large', () => {
    for (const key of FIBRE_KEYS) {
      const { densityKgM3, conductivityWmK } = FIBRES[key]
      if (key.startsWith('metallised') || key === 'leather') continue
      const shirting = CONSTRUCTIONS.sheeting
      const k = conductivityOf(fibreShare(fabric({ ...shirting, name: '', fibreKgM3: densityKgM3, regainPct: 0 }), shirting.thicknessMm), 0)
      expect(k / conductivityWmK, key).toBeGreaterThan(0.8)
      expect(k / conductivityWmK, key).toBeLessThan(1.9)
    }
  })
})

describe('a stack of plain fabrics', () => {
  it('at 3, 30 and 100 kPa has about 0.75, 0.5 and 0.4 of the resistance that it has at 1 kPa', () => {
    for (const key of CONSTRUCTION_KEYS.filter(k => CONSTRUCTIONS[k].surface === 'plain')) {
      const ply = fabric({ ...CONSTRUCTIONS[key], name: '' })
      const stackR = (p: number) => 5 * (dryResistanceM2KW(ply, p) + 1 / contactWm2K(p))
      const share = (p: number) => stackR(p) / stackR(1)
      expect(share(3), key).toBeGreaterThan(0.66)
      expect(share(3), key).toBeLessThan(0.82)
      expect(share(30), key).toBeGreaterThan(0.36)
      expect(share(30), key).toBeLessThan(0.6)
      expect(share(100), key).toBeGreaterThan(0.3)
      expect(share(100), key).toBeLessThan(0.55)
    }
  })
})
