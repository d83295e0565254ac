import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  bondAtHold, harmAtHold, holdReaching, METHODS, courseOf, draftRecipe, evaluate, holdPath, phasesOf, adhesiveOf, searchMethod,
  type PressSetup,
  type IronSetting,
} from '.'

const setting = (meanC: number): IronSetting => ({ label: `${meanC}`, meanC, swingC: 12, origin: 'typical' })
const setup: PressSetup = {
  fabric: {
    fibres: [{ fibre: 'cotton', sharePct: 100 }], construction: 'poplin', massGsm: 120, thicknessMm: 0.27, mayGetWet: true, nap: 'none',
    finishes: [],
  },
  supply: { massGsm: 60, thicknessMm: 0.25, base: 'cotton', adhesive: 'polyamide', adhesiveGsm: 12 },
  iron: { kind: 'household', settings: [setting(112), setting(148), setting(196)] }, pressCloth: 'muslin', surface: 'padded',
  blendRule: 'strict',
}
const recipe = (meanC: number, holdS: number, method: (typeof METHODS)[number] = 'dry') => ({
  ...draftRecipe(setup, method, setting(meanC), 'back', 1, 'weight'), holdS,
})

describe('one transient for every hold', () => {
  it('read at t it gives what lifting at t gives', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...METHODS), fc.integer({ min: 150, max: 205 }), fc.integer({ min: 8, max: 50 }),
        (method, meanC, holdS) => {
          const path = holdPath(setup, recipe(meanC, 60, method)),
            run = evaluate(setup, recipe(meanC, holdS, method))
          const bond = bondAtHold(path, holdS)
          expect(Math.abs(bond - run.bond.final)).toBeLessThan(0.04 + 0.04 * run.bond.final)
          // Harm under a tenth is left out of an outcome.
          const harm = harmAtHold(path, holdS)
          if (run.harm > 0) expect(Math.abs(harm - run.harm)).toBeLessThan(0.05 + 0.05 * run.harm)
          else expect(harm).toBeLessThan(0.15)
        },
      ),
      { numRuns: 25 },
    )
  })
  it('bond never falls along it', () => {
    const { bond } = holdPath(setup, recipe(190, 60, 'mist'))
    for (let i = 1; i < bond.progress.length; i++) expect(bond.progress[i]!).toBeGreaterThanOrEqual(bond.progress[i - 1]!)
  })
})

describe('the shortest hold that reaches', () => {
  it('is where reading the path gives just that, after warming and laying', () => {
    const path = holdPath(setup, recipe(180, 60))
    expect(path.fromS).toBe(9)
    const s = holdReaching(path, path.bond.progress, 1)!
    expect(bondAtHold(path, s)).toBeCloseTo(1, 3)
    expect(holdReaching(path, path.bond.progress, 1e6)).toBeNull()
  })
})

describe('what a workroom has learned changes a run', () => {
  const bond = (options: Parameters<typeof evaluate>[2]) => evaluate(setup, recipe(180, 30), options).bond.final
  it('a hotter iron, closer contact, an easier or a quicker adhesive bond more', () => {
    const plain = bond({})
    expect(bond({ soleOffsetC: 8 })).toBeGreaterThan(plain)
    expect(bond({ contactFactor: 1.3 })).toBeGreaterThan(plain)
    expect(bond({ meltShiftC: -4 })).toBeGreaterThan(plain)
    expect(bond({ rateFactor: 1.3 }) / plain).toBeCloseTo(1.3, 6)
  })
  it('and the search finds a shorter hold on an iron that runs hot', () => {
    const one = { ...setup, iron: { ...setup.iron, settings: [setting(160)] } }
    const cold = searchMethod(one, 'dry', {}).found!, hot = searchMethod(one, 'dry', { soleOffsetC: 12 }).found!
    expect(hot.recipe.holdS).toBeLessThan(cold.recipe.holdS)
  })
  it('the adhesive moves as a whole: melting and window by the same degrees', () => {
    const shifted = adhesiveOf(setup, { meltShiftC: 3 }), typical = adhesiveOf(setup)
    expect(shifted.meltC.map((c, i) => c - typical.meltC[i]!)).toEqual([3, 3])
    expect(shifted.windowC.map((c, i) => c - typical.windowC[i]!)).toEqual([3, 3])
    expect(() => adhesiveOf({ ...setup, supply: { ...setup.supply, adhesive: null } })).toThrow('nothing to fuse')
  })
})

describe('a recipe as phases and as a picture', () => {
  it('two passes turn between and cool once at the end', () => {
    expect(phasesOf({ ...recipe(180, 20), passes: 2, coolS: 15 }).map(p => p.kind)).toEqual([
      'warm', 'down', 'lifted', 'turn', 'down', 'clapper',
    ])
    expect(
      phasesOf({ ...recipe(180, 20), warmS: 0, passes: 2, secondS: 9, coolS: 0 }).map(p => ('durationS' in p ? p.durationS : null)),
    ).toEqual([20, 3, null, 9])
    expect(phasesOf({ ...recipe(180, 20), warmS: 0, coolS: 0 }).map(p => p.kind)).toEqual(['down'])
  })
  it('a course is thinned, ends where the run ends, and leaves the iron blank while it is away', () => {
    const outcome = evaluate(setup, { ...recipe(180, 20), coolS: 15 })
    const course = courseOf(outcome, 50)
    expect(course.timesS).toHaveLength(50)
    expect(course.timesS.at(-1)).toBeCloseTo(20 + 15 + 9, 1)
    expect(course.soleC[5]).toBe(180)
    expect(course.soleC.at(-1)).toBeNull()
    expect(course.layers.map(l => l.role)).toContain('adhesive')
    expect(course.bond.at(-1)).toBeCloseTo(outcome.bond.final, 2)
  })
})
