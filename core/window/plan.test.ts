import { describe, expect, it } from 'vitest'
import { draftRecipe, type IronSetting } from '../recipe'
import { planScraps, TYPICAL_KNOWLEDGE, type Knowledge, type WindowQuestion } from '.'
import { lawn, poplinSetup } from '../poplin.fixture'

const setup = poplinSetup({ supply: { ...lawn, thicknessMm: 0.25 } })
const settings: IronSetting[] = [['wool', 152], ['cotton', 190]].map(([label, meanC]) =>
  ({ label: String(label), meanC: Number(meanC), swingC: 10, origin: 'typical' }))
const question = (knowledge: Knowledge, holdS = 14): WindowQuestion => ({
  setup, recipe: { ...draftRecipe(setup, 'dry', settings[1]!, 'back', 1, 'lean'), holdS }, knowledge, seed: 5, samples: 64,
})
/** The same knowledge, surer or less sure by a factor. */
const surer = (by: number) => Object.fromEntries(
  Object.entries(TYPICAL_KNOWLEDGE).map(([k, v]) => [k, k.includes('Sd') ? (v as number) * by : v]),
) as unknown as Knowledge

describe('the fewest scraps that answer it', () => {
  const plan = planScraps(question(TYPICAL_KNOWLEDGE), settings)
  it('three to six, the pin always one of them', () => {
    expect(plan.length).toBeGreaterThanOrEqual(3)
    expect(plan.length).toBeLessThanOrEqual(6)
    expect(plan.some(s => s.recipe.setting.label === 'cotton' && s.recipe.holdS === 14)).toBe(true)
  })
  it('no two on one setting are within four seconds of each other', () => {
    for (const holdS of [8, 12, 16, 24]) {
      const scraps = planScraps(question(TYPICAL_KNOWLEDGE, holdS), settings)
      for (const a of scraps)
        for (const b of scraps)
          if (a !== b && a.recipe.setting.label === b.recipe.setting.label)
            expect(Math.abs(a.recipe.holdS - b.recipe.holdS)).toBeGreaterThanOrEqual(4)
    }
  })
  it.each([0.02, 0.1, 0.3, 1])('beyond the third every scrap says a fifth of a bit; what is unknown times %s', (by) => {
    const others = planScraps(question(surer(by)), settings).filter(s => !(s.recipe.setting.label === 'cotton' && s.recipe.holdS === 14))
    const told = others.map(s => s.bits).sort((a, b) => b - a)
    expect(told.length).toBeGreaterThanOrEqual(2)
    for (const bits of told.slice(2)) expect(bits).toBeGreaterThanOrEqual(0.2)
  })
  it('dry against moist: where another method has a recipe, some of the scraps are of it, dry ones first at a setting', () => {
    const moist = { ...draftRecipe(setup, 'steam', settings[1]!, 'back', 1, 'lean'), holdS: 12 }
    const mixed = planScraps(question(TYPICAL_KNOWLEDGE), settings, [moist])
    expect(new Set(mixed.map(s => s.recipe.method))).toEqual(new Set(['dry', 'steam']))
    expect(mixed.some(s => s.recipe.method === 'dry' && s.recipe.holdS === 14)).toBe(true)
    const hot = mixed.filter(s => s.recipe.setting.label === 'cotton').map(s => s.recipe.method)
    expect(hot).toEqual([...hot].sort())
    expect(mixed.length).toBeLessThanOrEqual(6)
    // With steam and without it is another question: the same seconds of both may stand side by side.
    for (const s of mixed.filter(x => x.recipe.method === 'steam')) expect(s.recipe.steamGM2S).toBeGreaterThan(0)
    // Two passes are no scrap to compare one with.
    expect(planScraps(question(TYPICAL_KNOWLEDGE), settings, [{ ...moist, passes: 2 }])).toEqual(plan)
  })
  it('what they say never adds up to more than can be asked', () => {
    expect(plan.reduce((s, p) => s + p.bits, 0)).toBeLessThanOrEqual(Math.log2(64) + 1e-9)
    for (const s of plan) expect(s.bits).toBeGreaterThanOrEqual(-1e-9)
  })
})
