import { describe, expect, it } from 'vitest'
import { HEAT_FROM_C, HEAT_TO_C, heatColour, inkOnHeat } from './heatColour'

const lightness = (c: number) => Number(/oklch\(([\d.]+)/.exec(heatColour(c))![1])

describe('the colour of heat', () => {
  it('darkens evenly: equal steps of heat are equal steps of lightness', () => {
    const steps = [40, 80, 120, 160, 200].map((c, i, all) => i ? lightness(all[i - 1]!) - lightness(c) : 0).slice(1)
    for (const s of steps) expect(Math.abs(s - steps[0]!)).toBeLessThan(0.003)
    expect(steps[0]).toBeGreaterThan(0.05)
  })
  it('holds at its ends', () => {
    expect(heatColour(-40)).toBe(heatColour(HEAT_FROM_C))
    expect(heatColour(400)).toBe(heatColour(HEAT_TO_C))
  })
  it('stays warm: its hue never comes near the blue-green of water', () => {
    for (let c = HEAT_FROM_C; c <= HEAT_TO_C; c += 10) expect(Number(/ ([\d.]+)\)$/.exec(heatColour(c))![1])).toBeLessThan(100)
  })
  it('is written on in dark while pale, in light once deep', () => {
    expect(inkOnHeat(30)).not.toBe(inkOnHeat(190))
    for (const c of [20, 60, 100]) expect(lightness(c)).toBeGreaterThan(0.68)
  })
})
