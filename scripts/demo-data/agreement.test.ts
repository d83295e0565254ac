import { describe, expect, it } from 'vitest'
import { refineCandidate, type Candidate, type MatchQuery } from '#core/match'
import { placeOf } from '#core/place'
import { chooseRecipe, chooseWay, choosableOf, METHODS, searchMethod, asMakerSays, withCooling } from '#core/recipe'
import { remedyFor } from '#core/rescue'
import { habitsOf } from '#shared/house'
import { toEvidence, toMatchFabric, toMatchSupply, toPressSetup } from '#shared/mappers'
import { fabricBody, rulesSchema, supplyBody, type Fabric, type Iron, type PressCloth, type Supply } from '#shared/schemas'
import { DEMO_FABRICS } from './fabrics'
import { DEMO_JOBS } from './jobs'
import { DEMO_IRONS, DEMO_SUPPLIES } from './supplies'

const rules = rulesSchema.parse({})
const iron = DEMO_IRONS[0] as unknown as Iron, pressCloth = { id: '', version: 0, name: '', kind: 'muslin' } as PressCloth
const fabricOf = (code: string) => ({
  ...fabricBody.parse({ mayGetWet: true, nap: 'none', ...DEMO_FABRICS.find(f => f.code === code)! }) as Fabric, cornerC: null, swatches: [],
})
const supplyOf = (code: string) => ({ id: code, ...supplyBody.parse(DEMO_SUPPLIES.find(s => s.code === code)!) }) as Supply
/** What each job of the demo sticks on what. */
const PAIRS = [...new Set(DEMO_JOBS.flatMap(j => j.fabrics.flatMap(([fabric, , supply]) => (supply ? [`${fabric} ${supply}`] : []))))]
  .map(p => p.split(' ') as [string, string]).filter(([, s]) => supplyOf(s).adhesive)
  .filter((_, i) => i % 3 === 0)

describe('one job, one recipe', () => {
  it('there are pairs to compare', () => expect(PAIRS.length).toBeGreaterThan(3))
  it.each(PAIRS)('%s with %s: swatch, plan, comparison and remedy give the same setting, side, seconds and cooling', (fabricCode, code) => {
    const fabric = fabricOf(fabricCode), supply = supplyOf(code)
    const setup = toPressSetup(fabric, supply, iron, pressCloth, 'padded', rules), { leads } = chooseRecipe(setup)
    const recipe = leads?.found?.recipe ?? null
    // The swatch stage works the ways out one by one, and chooses among them.
    const sheet = asMakerSays(setup), answers = [...(sheet ? [sheet] : []), ...METHODS.map(m => searchMethod(setup, m))]
    const way = chooseWay(answers.map(a => choosableOf(a, a.found?.score ?? -Infinity)), { wanted: null, proved: null,
      moisture: rules.moisture })
    expect(answers.find(a => a.way === way)?.found?.recipe ?? null).toEqual(recipe)
    // The comparison of interfacings.
    const query: MatchQuery = {
      fabric: toMatchFabric(fabric), evidence: toEvidence(fabric), blendRule: rules.blend, allowance: 'inside', place: placeOf('front'),
      stiffness: null, drapeKept: false, care: { washC: 30, tumble: 'no', dryClean: false }, iron, pressCloth: 'muslin', surface: 'padded',
      needM2: 0, habits: habitsOf(rules),
    }
    const candidate = { key: code, kind: 'single', supplies: [toMatchSupply(supply)] } as unknown as Candidate
    expect(refineCandidate(query, candidate)?.recipe ?? null).toEqual(recipe)
    if (!recipe) return
    // A kept recipe cools as one that was worked out, and what was never bonded is pressed by the same way again.
    expect(withCooling(setup, { ...recipe, coolS: 999, tableS: 999 })).toEqual(recipe)
    const remedy = remedyFor('tooShort', { ...setup, supply: setup.supply, bond: 0, browned: false }, {}).recipe
    if (remedy) expect([remedy.method, remedy.setting, remedy.firstSide]).toEqual([recipe.method, recipe.setting, recipe.firstSide])
  })
})
