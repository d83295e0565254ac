import { describe, expect, it } from 'vitest'
import { fabricLimit } from '#core/limit'
import { draftRecipe, type Blocked, type Margins, type Method, type PressSetup, type Recipe } from '#core/recipe'
import { blockedSentence, coolingWords, DAMAGE_NAME, overLimitSentence, recipeHeadline, recipeSteps, whySentence } from '.'

const setting = (meanC: number) => ({ label: 'wool', meanC, swingC: 12, origin: 'measured' as const })
const setup: PressSetup = {
  fabric: {
    fibres: [{ fibre: 'cotton', sharePct: 100 }], construction: 'poplin', massGsm: 120, thicknessMm: 0.27, mayGetWet: true, nap: 'none',
    finishes: [],
  },
  supply: { massGsm: 60, thicknessMm: 0.21, base: 'cotton', adhesive: 'polyamide', adhesiveGsm: 12 },
  iron: { kind: 'household', settings: [] }, pressCloth: 'muslin', surface: 'padded', blendRule: 'strict',
}
const recipe = (more: Partial<Recipe> = {}): Recipe =>
  ({ ...draftRecipe(setup, 'dry', setting(154), 'back', 1, 'lean'), warmS: 0, holdS: 12, coolS: 15, tableS: 40, ...more })

describe('why a method is taken', () => {
  const margins = { lessS: 3, moreS: 8, coolerC: 12, hotterC: 20 } as Margins
  const of = (...severities: number[]) =>
    whySentence(margins, severities.map((severity, i) => ({ kind: i === 0 ? 'shine' : 'strikeThrough', severity, layer: 'fabric' })))
  it('how far time and iron may be off; the nearest trouble only where it is near', () => {
    expect(of()).toMatch(/^Margin: 3 s shorter or 8 s longer, the iron 12.°C cooler or 20.°C hotter\.$/)
    expect(whySentence({ ...margins, hotterC: 39, coolerC: 38 }, [])).toMatch(/the iron 38.°C cooler or at least 39.°C hotter\.$/)
    expect([of(0.3, 0.2), of(0)].map(s => s.includes('trouble'))).toEqual([false, false])
    expect(of(0.31, 0.9)).toMatch(new RegExp(` Nearest trouble: ${DAMAGE_NAME.shine}\\.$`))
  })
})

describe('a recipe in words', () => {
  it('what is left alone is said in the order of the hands', () => {
    expect(coolingWords({ coolS: 15, tableS: 40 })).toMatch(/^leave the clapper on for 15.s, then carry it flat to a cool table for 40.s$/)
    expect(coolingWords({ coolS: 0, tableS: 40 })).toMatch(/^leave it flat on a cool table for 40.s$/)
    expect(coolingWords({ coolS: 20, tableS: 0 }, true)).toMatch(/^leave the weight on for 20.s$/)
    expect(coolingWords({ coolS: 0, tableS: 0 })).toBe('take it up at once')
    expect(recipeSteps(recipe(), 'Muslin').at(-1)).toMatch(/^Leave the clapper on/)
  })
  it('what is misted is sprayed before it is covered, or where it was fused dry once it is turned', () => {
    const spare = (method: Method) => recipeSteps(recipe({ method, passes: 2, secondS: 9, mistGsm: 35, steamS: 3 }), 'Muslin').join(' ')
    expect(spare('mistSteam')).toMatch(/down, spray once, lightly.*, cover with muslin\..*with steam for the first 3 s/)
    expect(spare('dryMist')).toMatch(/down, cover with muslin\..*Turn it over, spray once, lightly.*, cover it again and press 9 s\./)
    expect(spare('mist')).toContain('Turn it over and press 9 s.')
  })
  it('short touches are said as such', () => {
    const touched = recipe({ holdS: 5, touches: 3 })
    expect(recipeSteps(touched, 'Muslin').join(' ')).toContain('5 s, lift, look, and again: 3 times at each place')
    expect(recipeHeadline(touched)).toContain('3 × 5 s')
    expect(recipeHeadline(recipe())).not.toContain('×')
  })
  it('hotter than the fabric limit has its reason: the swing of the thermostat, or the press cloth', () => {
    const of = (fibres: PressSetup['fabric']['fibres']) => fabricLimit({ ...setup.fabric, fibres }, 'strict')
    const wool = of([{ fibre: 'wool', sharePct: 100 }]), blend = of([{ fibre: 'wool', sharePct: 80 }, { fibre: 'polyamide6',
      sharePct: 20 }])
    expect(overLimitSentence(recipe(), wool, true)).toMatch(/^154 °C is within the 5 °C that a thermostat swings about .* 150 °C\.$/)
    expect(overLimitSentence(recipe({ setting: setting(150) }), wool, true)).toBeNull()
    expect(overLimitSentence(recipe({ setting: setting(150) }), blend, true)).toContain('under the press cloth')
  })
  it('why there is none has a whole sentence', () => {
    const all: Blocked[] = [
      { why: 'pressIsDry' }, { why: 'pressOnly', pressureKPa: 150 }, { why: 'tooNarrow', leastS: 3, mostS: 5 },
      { why: 'tooNarrow', leastS: 20, mostS: 22 }, { why: 'littleRoom', roomC: 3, swingC: 15, soleC: 154 },
      { why: 'makerBarely', heldS: 10, spareS: 1, shorter: true }, { why: 'makerBarely', heldS: 10, spareS: 0, shorter: false },
    ]
    for (const b of all) expect(blockedSentence(b)).toMatch(/^[A-Z].{15,}\.$/)
    expect(blockedSentence(all[2]!)).toContain('too quick to count')
    expect(blockedSentence(all[5]!)).toMatch(/1 s to spare.*longer/)
    expect(blockedSentence(all[6]!)).toMatch(/no second.*less/)
  })
})
