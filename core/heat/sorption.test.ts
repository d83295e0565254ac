import { describe, expect, it } from 'vitest'
import { buildStack } from '../stack'
import { boundLeavesPerK } from './sorption'
import { boundBoilsC, layerOf, runProgramme, steadySole, timeHeldS } from '.'

describe('bound water', () => {
  it('begins to leave conditioned fabric at about 113 °C; half is left near 125 °C', () => {
    expect(boundBoilsC(1)).toBeGreaterThan(111.5)
    expect(boundBoilsC(1)).toBeLessThan(114)
    expect(boundBoilsC(0.5)).toBeGreaterThan(122)
    expect(boundBoilsC(0.5)).toBeLessThan(128)
  })
  it('the less is left, the hotter it must be, and its slope is that of the curve', () => {
    for (let share = 0.05; share < 1; share += 0.05) {
      expect(boundBoilsC(share)).toBeGreaterThan(boundBoilsC(share + 0.02))
      const slope = 1e-4 / (boundBoilsC(share - 0.5e-4) - boundBoilsC(share + 0.5e-4))
      expect(boundLeavesPerK(share) / slope).toBeGreaterThan(0.7)
      expect(boundLeavesPerK(share) / slope).toBeLessThan(1.4)
    }
  })
  it('no share is left hotter than the last, none sooner than the first', () => {
    expect(boundBoilsC(-1)).toBe(boundBoilsC(0))
    expect(boundBoilsC(2)).toBe(boundBoilsC(1))
    expect(boundBoilsC(0)).toBeGreaterThan(200)
  })
  it('a conditioned fabric pressed dry does not halt at 100 °C, keeps its regain till 113 and half of it at 125', () => {
    const stack = buildStack({
      fabric: {
        fibres: [{ fibre: 'cotton', sharePct: 100 }], construction: 'poplin', massGsm: 120, thicknessMm: 0.27, mayGetWet: true,
        nap: 'none', finishes: [],
      },
      supply: null, pressCloth: null, surface: 'hard', firstSide: 'face', pressClothWaterGsm: 0, mistGsm: 0,
    })
    const run = runProgramme(
      stack, { sole: steadySole(150), roomC: 20, phases: [{ kind: 'down', durationS: 60, pressureKPa: 3 }] }, { inwardShare: 0 },
    )
    const fabric = layerOf(run, 'fabric')!
    expect(timeHeldS(run, fabric, 100, 3)).toBeLessThan(1)
    const regain = fabric.waterGsm[0]!
    const leftAt = (c: number) => fabric.waterGsm[fabric.hottestC.findIndex(t => t >= c)]! / regain
    expect(leftAt(110)).toBeGreaterThan(0.98)
    expect(leftAt(140)).toBeLessThan(0.75)
  })
})
