import { describe, expect, it } from 'vitest'
import type { FibreKey } from '../materials'
import { bestOf, evaluate, findOpeners, searchMethod, searchRecipes, type Bench, type IronStop } from '.'

const stop = (label: string, meanC: number): IronStop => ({ label, meanC, swingC: 15, origin: 'typical' })
const STOPS = [stop('synthetic', 112), stop('wool', 148), stop('cotton', 196)]
const bench = (fibre: FibreKey, over: Partial<Bench['cloth']> = {}, more: Partial<Bench> = {}): Bench => ({
  cloth: {
    fibres: [{ fibre, sharePct: 100 }], construction: 'poplin', massGsm: 120, thicknessMm: 0.27, mayGetWet: true, nap: 'none',
    finishes: [], ...over,
  },
  supply: { massGsm: 60, thicknessMm: 0.25, base: 'cotton', resin: 'polyamide', resinGsm: 12 },
  iron: { kind: 'household', stops: STOPS }, cover: 'muslin', bed: 'padded', blendRule: 'strict', ...more,
})

describe('searching', () => {
  it('every recipe offered bonds, does not hurt, and its stated seconds of margin are real', () => {
    for (const b of [
      bench('cotton'), bench('polyester', { massGsm: 220, thicknessMm: 0.5 }),
      bench('wool', { massGsm: 450, thicknessMm: 1.8, nap: 'nap' }),
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
    const strip = (b: Bench) => searchRecipes(b).map(a => [a.method, a.found?.recipe, a.found?.margins, a.blocked])
    expect(strip(bench('cotton'))).toEqual(strip(bench('cotton')))
  })
  it('a thin polyamide collar: moist needs a margin at least as wide as dry', () => {
    const answers = searchRecipes(bench('cotton'))
    const margin = (m: string) => answers.find(a => a.method === m)!.found!.margins.coolerC
    expect(margin('mist')).toBeGreaterThanOrEqual(margin('dry'))
  })
  it('the pile of a velvet never meets the iron from its face', () => {
    const b = bench('cotton', { construction: 'velvet', massGsm: 300, thicknessMm: 1.6, nap: 'pile' }, { bed: 'needle' })
    for (const a of searchRecipes(b)) expect(a.found?.recipe.firstSide ?? 'back').toBe('back')
  })
})

describe('when nothing may be done, it says why', () => {
  const why = (b: Bench, method: 'dry' | 'steam' | 'mist' | 'damp' = 'dry') => searchMethod(b, method).blocked?.why
  it.each([
    ['PVC', bench('pvc'), 'dry', 'noHeat'],
    ['an iron without stops', bench('cotton', {}, { iron: { kind: 'household', stops: [] } }), 'dry', 'noStops'],
    [
      'sew-in', bench('cotton', {}, { supply: { massGsm: 50, thicknessMm: 0.2, base: 'cotton', resin: null, resinGsm: 0 } }), 'dry',
      'noResin',
    ],
    ['water on a satin that marks', bench('silk', { mayGetWet: false }), 'mist', 'waterBarred'],
    ['steam through parchment', bench('cotton', {}, { cover: 'parchment' }), 'steam', 'steamStopped'],
    ['a dry iron asked for steam', bench('cotton', {}, { iron: { kind: 'heavyDry', stops: STOPS } }), 'steam', 'noSteam'],
    ['steam at the synthetic stop', bench('acrylic'), 'steam', 'drips'],
    ['wool without a press cloth', bench('wool', {}, { cover: null }), 'dry', 'coverNeeded'],
    [
      'an iron too hot for the fabric', bench('acrylic', {}, { iron: { kind: 'household', stops: [stop('cotton', 196)] } }), 'dry',
      'allStopsTooHot',
    ],
    ['a standard polyamide on acetate', bench('acetate', { mayGetWet: false }), 'dry', 'underBonded'],
    ['acrylic misted', bench('acrylic', { massGsm: 200, thicknessMm: 0.8 }), 'mist', 'hurts'],
  ] as const)('%s → %#', (_n, b, method, expected) => expect(why(b, method)).toBe(expected))

  it('and what opens it is tried, not guessed', () => {
    const b = bench('acetate', { mayGetWet: false, massGsm: 70, thicknessMm: 0.12 })
    expect(bestOf(searchRecipes(b))).toBeNull()
    const openers = findOpeners(b)
    expect(openers.map(o => o.change)).toContain('sewIn')
    const resin = openers.find(o => o.change === 'resin')
    expect(resin?.change === 'resin' && resin.found.outcome.bond.final).toBeGreaterThanOrEqual(1)
  })
  it('another iron of the workroom is tried first, and only one that works is named', () => {
    const stop = (meanC: number): IronStop => ({ label: `${meanC}`, meanC, swingC: 5, origin: 'measured' })
    const hot = { ...bench('polyester', { massGsm: 180, thicknessMm: 0.4 }), iron: { kind: 'household' as const, stops: [stop(185)] } }
    expect(bestOf(searchRecipes(hot))).toBeNull()
    const others = [
      { name: 'as hot', kind: 'household' as const, stops: [stop(190)] },
      { name: 'cooler', kind: 'household' as const, stops: [stop(148)] },
    ]
    const openers = findOpeners(hot, {}, others)
    expect(openers.filter(o => o.change === 'iron').map(o => o.name)).toEqual(['cooler'])
    expect(openers[0]).toMatchObject({ change: 'iron', found: { recipe: { stop: { meanC: 148 } } } })
    // What one iron's sole is off is not carried to the other.
    const off = findOpeners(hot, { soleOffsetC: 30 }, others).find(o => o.change === 'iron')
    expect(off).toEqual(openers[0])
  })
  it('heat is never an opener where it is barred', () => {
    expect(findOpeners(bench('pvc')).map(o => o.change)).toEqual(['sewIn'])
  })
})
