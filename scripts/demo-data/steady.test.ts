import { describe, expect, it } from 'vitest'
import { COARSE } from '#core/recipe'
import { blendSweep, demoSetups, dialSweep, massSweep, silly, steps } from './sweeps'

/** A fifth is what a person would not notice; whole seconds round a little over it. */
const A_FIFTH = 0.21
/** Margins on the coarse grid: what is looked at here is the recipe. */
const QUICK = { marginMesh: COARSE }

describe('a recipe follows what it is asked without jumping', () => {
  it.each([['cotton', 0], ['wool', 7]] as const)('%s by mass: the same way all along, and no hold jumps', (fibre, from) => {
    // A stretch of it: the benchmark goes from 40 to 900 g/m².
    const { changes, jump } = steps(massSweep(fibre, 60).slice(from, from + 7), QUICK)
    expect(changes).toBeLessThanOrEqual(1)
    expect(jump).toBeLessThanOrEqual(A_FIFTH)
  })
  it.each(['cotton', 'wool'] as const)('%s, the dial by one degree about the limit', (fibre) => {
    const { changes, jump } = steps(dialSweep(fibre, 152, 157), QUICK)
    expect(changes).toBe(0)
    expect(jump).toBeLessThanOrEqual(A_FIFTH)
  })
  it.each([['cotton', 'elastane'], ['wool', 'polyamide6']] as const)(
    '%s with up to a fifth of %s, by half a per cent about where it begins to speak', (main, few) => {
      const sweep = blendSweep(main, few).slice(18, 43).filter((_, i) => i < 3 || i > 22), { jump, recipes } = steps(sweep, QUICK)
      expect(jump).toBeLessThanOrEqual(A_FIFTH)
      expect(recipes.every(r => r !== null)).toBe(true)
    })
  it('wool with two per cent of elastane is held as wool is, within a second', () => {
    const [wool, , , , stretch] = steps(blendSweep('wool', 'elastane').slice(0, 5), QUICK).recipes
    expect(Math.abs(stretch!.holdS - wool!.holdS)).toBeLessThanOrEqual(1)
    expect([stretch!.method, stretch!.setting.label]).toEqual([wool!.method, wool!.setting.label])
  })
  it('over the demo nothing is recommended by hand that no hand can keep to', () => {
    // Some pairs: the benchmark prints them all.
    const { recommended, thin, under6, over40, over60 } = silly(demoSetups().filter((_, i) => i % 37 === 0))
    expect(recommended).toBeGreaterThan(5)
    expect({ thin, under6, over40, over60 }).toEqual({ thin: 0, under6: 0, over40: 0, over60: 0 })
  })
})
