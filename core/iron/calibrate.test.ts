import { describe, expect, it } from 'vitest'
import { cycleS } from '../heat'
import { IRON_KINDS, type IronKindKey } from '../materials'
import { seeded } from '../numeric'
import { fitSetting, simulateProbe, type Reading } from '.'

const trace = (kind: IronKindKey, meanC: number, swingC: number, seed: number, untilS = 700, noiseC = 0.8): Reading[] => {
  const read = simulateProbe({ kind, meanC, swingC, noiseC, seed })
  return Array.from({ length: Math.floor(untilS / 2) }, (_, i) => read(i * 2))
}

describe('calibration', () => {
  it('recovers the known setting within its stated interval, over 200 seeds', () => {
    let meanIn = 0, swingIn = 0, periodIn = 0, meanError = 0, stated = 0
    const seeds = 200
    for (let seed = 1; seed <= seeds; seed++) {
      const random = seeded(seed * 7919)
      const meanC = 110 + random() * 90, swingC = 8 + random() * 10
      const result = fitSetting(trace('household', meanC, swingC, seed))
      if (!('fit' in result)) throw new Error(`seed ${seed}: ${result.trouble.why}`)
      const { fit } = result
      const period = cycleS({ ...IRON_KINDS.household, swingC })
      if (Math.abs(fit.meanC.value - meanC) <= fit.meanC.plusMinus) meanIn++
      if (Math.abs(fit.swingC.value - swingC) <= fit.swingC.plusMinus) swingIn++
      if (Math.abs(fit.periodS.value - period) <= fit.periodS.plusMinus) periodIn++
      meanError += Math.abs(fit.meanC.value - meanC) / seeds
      stated += fit.meanC.plusMinus / seeds
    }

    console.log(
      `calibration over ${seeds} seeds: mean off by ${meanError.toFixed(2)} °C (stated ± ${stated.toFixed(2)}); `
      + `inside the 95 % interval: mean ${meanIn}, swing ${swingIn}, period ${periodIn}`,
    )
    expect(meanError).toBeLessThan(0.3)
    for (const inside of [meanIn, swingIn, periodIn]) expect(inside / seeds).toBeGreaterThan(0.88)
    expect(stated).toBeLessThan(1)
  })

  it('says what is wrong with a trace that cannot be fitted', () => {
    const good = trace('household', 150, 15, 3)
    const why = (readings: Reading[]) => { const r = fitSetting(readings); return 'trouble' in r ? r.trouble.why : 'fitted' }
    expect(why(good)).toBe('fitted')
    expect(why(good.slice(0, 20))).toBe('tooFew')
    expect(why(good.slice(0, 41).map((r, i) => ({ atS: i, c: 20 + i })))).toBe('stillWarming')
    expect(why(good.map((r, i) => i === 200 ? { ...r, c: 24 } : r))).toBe('probeOff')
    expect(why(good.map((r, i) => i === 200 ? { ...r, c: Number.NaN } : r))).toBe('notNumbers')
    expect(why([...good.slice(0, 100), ...good.slice(50)])).toBe('notInOrder')
    expect(why(good.slice(0, 65))).toBe('noCycle')
  })
})
