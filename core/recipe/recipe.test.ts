import { describe, expect, it } from 'vitest'
import type { FibreKey } from '../materials'
import { bestOf, evaluate, findOpeners, searchMethod, searchRecipes, type PressSetup, type IronSetting } from '.'
import { lawn, poplin, poplinSetup } from '../poplin.fixture'

const setting = (label: string, meanC: number): IronSetting => ({ label, meanC, swingC: 15, origin: 'typical' })
const SETTINGS = [setting('synthetic', 112), setting('wool', 148), setting('cotton', 196)]
const setup = (fibre: FibreKey, over: Partial<PressSetup['fabric']> = {}, more: Partial<PressSetup> = {}): PressSetup => poplinSetup({
  fabric: { ...poplin, fibres: [{ fibre, sharePct: 100 }], ...over }, supply: { ...lawn, thicknessMm: 0.25 },
  iron: { kind: 'household', settings: SETTINGS }, ...more,
})

describe('searching', () => {
  it('every recipe offered bonds, does not hurt, and its stated seconds of margin are real', () => {
    for (const b of [
      setup('cotton'), setup('polyester', { massGsm: 220, thicknessMm: 0.5 }),
      setup('wool', { massGsm: 450, thicknessMm: 1.8, nap: 'nap' }),
    ]) {
      for (const { found } of searchRecipes(b)) {
        if (!found) continue
        expect(found.outcome.bond.final).toBeGreaterThanOrEqual(1)
        expect(found.outcome.harm).toBeLessThanOrEqual(1)
        const { recipe, margins } = found
        expect(evaluate(b, { ...recipe, holdS: recipe.holdS - margins.lessS }).bond.final).toBeGreaterThan(0.95)
        expect(evaluate(b, { ...recipe, holdS: recipe.holdS + margins.moreS }).harm).toBeLessThan(1.05)
        expect(evaluate(b, recipe, { soleOffsetC: -margins.coolerC }).bond.final).toBeGreaterThan(0.93)
      }
    }
  })
  it('gives the same answer twice', () => {
    const strip = (b: PressSetup) => searchRecipes(b).map(a => [a.method, a.found?.recipe, a.found?.margins, a.blocked])
    expect(strip(setup('cotton'))).toEqual(strip(setup('cotton')))
  })
  it('a thin polyamide collar: moist needs a margin at least as wide as dry', () => {
    const answers = searchRecipes(setup('cotton'))
    const margin = (m: string) => answers.find(a => a.method === m)!.found!.margins.coolerC
    expect(margin('mist')).toBeGreaterThanOrEqual(margin('dry'))
  })
  it('the pile of a velvet never meets the iron from its face', () => {
    const b = setup('cotton', { construction: 'velvet', massGsm: 300, thicknessMm: 1.6, nap: 'pile' }, { surface: 'needle' })
    for (const a of searchRecipes(b)) expect(a.found?.recipe.firstSide ?? 'back').toBe('back')
  })
})

describe('when nothing may be done, it says why', () => {
  const why = (b: PressSetup, method: 'dry' | 'steam' | 'mist' | 'damp' = 'dry') => searchMethod(b, method).blocked?.why
  it.each([
    ['PVC', setup('pvc'), 'dry', 'noHeat'],
    ['an iron without stops', setup('cotton', {}, { iron: { kind: 'household', settings: [] } }), 'dry', 'noSettings'],
    [
      'sew-in', setup('cotton', {}, { supply: { massGsm: 50, thicknessMm: 0.2, base: 'cotton', adhesive: null, adhesiveGsm: 0 } }), 'dry',
      'noAdhesive',
    ],
    ['water on a satin that marks', setup('silk', { mayGetWet: false }), 'mist', 'waterBarred'],
    ['steam through parchment', setup('cotton', {}, { pressCloth: 'parchment' }), 'steam', 'steamStopped'],
    ['a dry iron asked for steam', setup('cotton', {}, { iron: { kind: 'heavyDry', settings: SETTINGS } }), 'steam', 'noSteam'],
    ['steam at the synthetic stop', setup('acrylic'), 'steam', 'drips'],
    ['wool without a press cloth', setup('wool', {}, { pressCloth: null }), 'dry', 'pressClothNeeded'],
    [
      'an iron too hot for the fabric', setup('acrylic', {}, { iron: { kind: 'household', settings: [setting('cotton', 196)] } }), 'dry',
      'allSettingsTooHot',
    ],
    ['a standard polyamide on acetate', setup('acetate', { mayGetWet: false }), 'dry', 'underBonded'],
    ['acrylic misted', setup('acrylic', { massGsm: 200, thicknessMm: 0.8 }), 'mist', 'damages'],
  ] as const)('%s → %#', (_n, b, method, expected) => expect(why(b, method)).toBe(expected))

  it('and what opens it is tried, not guessed', () => {
    const b = setup('acetate', { mayGetWet: false, massGsm: 70, thicknessMm: 0.12 })
    expect(bestOf(searchRecipes(b))).toBeNull()
    const openers = findOpeners(b)
    expect(openers.map(o => o.change)).toContain('sewIn')
    const adhesive = openers.find(o => o.change === 'adhesive')
    expect(adhesive?.change === 'adhesive' && adhesive.found.outcome.bond.final).toBeGreaterThanOrEqual(1)
  })
  it('another iron of the workroom is tried first, and only one that works is named', () => {
    const setting = (meanC: number): IronSetting => ({ label: `${meanC}`, meanC, swingC: 5, origin: 'measured' })
    const hot = { ...setup('polyester', { massGsm: 180, thicknessMm: 0.4 }),
      iron: { kind: 'household' as const, settings: [setting(185)] } }
    expect(bestOf(searchRecipes(hot))).toBeNull()
    const others = [
      { name: 'as hot', kind: 'household' as const, settings: [setting(190)] },
      { name: 'cooler', kind: 'household' as const, settings: [setting(148)] },
    ]
    const openers = findOpeners(hot, {}, others)
    expect(openers.filter(o => o.change === 'iron').map(o => o.name)).toEqual(['cooler'])
    expect(openers[0]).toMatchObject({ change: 'iron', found: { recipe: { setting: { meanC: 148 } } } })
    // What one iron's sole is off is not carried to the other.
    const off = findOpeners(hot, { soleOffsetC: 30 }, others).find(o => o.change === 'iron')
    expect(off).toEqual(openers[0])
  })
  it('heat is never an opener where it is barred', () => {
    expect(findOpeners(setup('pvc')).map(o => o.change)).toEqual(['sewIn'])
  })
})
