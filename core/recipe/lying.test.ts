import { describe, expect, it } from 'vitest'
import { coolingS } from './search'
import { COLD_C, draftRecipe, lyingCoolS, TOUCH_C, type PressSetup } from '.'

const setup = (massGsm: number, thicknessMm: number): PressSetup => ({
  fabric: {
    fibres: [{ fibre: 'wool', sharePct: 100 }], construction: 'suiting', massGsm, thicknessMm, mayGetWet: true, nap: 'none', finishes: [],
  },
  supply: { massGsm: 60, thicknessMm: 0.25, base: 'cotton', adhesive: 'polyamide', adhesiveGsm: 12 },
  iron: { kind: 'household', settings: [] },
  pressCloth: 'muslin', surface: 'padded', blendRule: 'strict',
})
const recipe = (b: PressSetup) => ({
  ...draftRecipe(b, 'dry', { label: 'wool', meanC: 150, swingC: 0, origin: 'typical' }, 'back', 1, 'weight'), holdS: 15,
})

describe('a piece that cools flat', () => {
  it('half a minute and more until a hand rests on it; longer until it is quite cold; longer the thicker it is', () => {
    const thin = setup(160, 0.4), thick = setup(480, 1.6)
    const touch = lyingCoolS(thin, recipe(thin), TOUCH_C)
    expect(touch).toBeGreaterThanOrEqual(20)
    expect(touch).toBeLessThanOrEqual(180)
    expect(lyingCoolS(thin, recipe(thin), COLD_C)).toBeGreaterThan(touch)
    expect(lyingCoolS(thick, recipe(thick), COLD_C)).toBeGreaterThan(lyingCoolS(thin, recipe(thin), COLD_C))
    expect(touch % 5).toBe(0)
  })
  it('never less than its adhesive takes to set', () => {
    const thin = setup(160, 0.4)
    expect(lyingCoolS(thin, recipe(thin), 200)).toBe(coolingS(thin, recipe(thin), {}))
  })
})
