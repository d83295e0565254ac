import { describe, expect, it } from 'vitest'
import { FABRICS } from '../seam/fabrics.fixture'
import {
  asMakerSays, choosableOf, chooseRecipe, chooseWay, searchMethod, USUAL_HABITS, USUAL_METHODS, whyNone, type PressSetup,
} from '.'
import { draftMethod } from './search'

const settings = [112, 148, 190].map(meanC => ({ label: `${meanC}`, meanC, swingC: 10, origin: 'measured' as const }))
const setup = (fabric: keyof typeof FABRICS, adhesive: 'polyamide' | 'polyamideLow' | 'polyester'): PressSetup => ({
  fabric: FABRICS[fabric], supply: { massGsm: 60, thicknessMm: 0.21, base: 'cotton', adhesive, adhesiveGsm: 12 },
  iron: { kind: 'household', settings }, pressCloth: 'muslin', surface: 'padded', blendRule: 'strict',
})
const SETUPS = [
  setup('poplin', 'polyamide'), setup('poplin', 'polyamideLow'), setup('poplin', 'polyester'), setup('denim', 'polyamideLow'),
  setup('worsted', 'polyester'), setup('silk', 'polyamideLow'),
]

describe('which recipe leads', () => {
  it('is the same as if every way had been worked out, by each school of moisture', () => {
    let left = 0
    const led = new Set<string>()
    for (const s of SETUPS) {
      const sheet = asMakerSays(s), every = [...(sheet ? [sheet] : []), ...USUAL_METHODS.map(m => searchMethod(s, m))]
      expect(every.some(a => a.found)).toBe(true)
      for (const moisture of ['widest', 'dry', 'moist'] as const) {
        const way = chooseWay(every.map(a => choosableOf(a, a.found?.score ?? -Infinity)), { wanted: null, proved: null, moisture })
        const wanted = every.find(a => a.way === way), { leads, answers } = chooseRecipe({ ...s, habits: { ...USUAL_HABITS, moisture } })
        expect([leads?.way, leads?.found?.recipe, leads?.found?.margins]).toEqual([wanted?.way, wanted?.found?.recipe,
          wanted?.found?.margins])
        left += every.length - answers.length
        led.add(leads!.way)
      }
    }
    // And of five ways two, at the least, were not.
    expect(left).toBeGreaterThan(SETUPS.length * 3 * 1.5)
    expect([...led].sort()).toEqual(['dry', 'mist', 'sheet', 'steam'])
  })
  it('no score comes to more than its method may come to, as long as no exact run was made', () => {
    let found = 0
    for (const s of SETUPS) for (const method of USUAL_METHODS) {
      const drafted = draftMethod(s, method), answer = drafted.answer()
      expect(drafted.most > -Infinity || answer.found === null).toBe(true)
      if (!answer.found) continue
      found++
      expect(answer.found.score).toBeLessThanOrEqual(drafted.most)
    }
    expect(found).toBeGreaterThan(5)
  })
  it('where none works every way says why', () => {
    const cold = { ...setup('poplin', 'polyamide'), iron: { kind: 'household' as const, settings: [{ ...settings[0]!, meanC: 70 }] } }
    const { leads, answers } = chooseRecipe(cold)
    expect(leads).toBeNull()
    expect(answers.map(a => a.way)).toEqual(['sheet', ...USUAL_METHODS, 'mistSteam', 'dryMist'])
    expect(whyNone(answers)).not.toBeNull()
  })
})
