import { describe, expect, it } from 'vitest'
import { draftRecipe, evaluate, heldFor, searchMethod, type PressSetup, type IronSetting, type Method } from '.'
import { coolingS, heldBetween } from './search'
import { COARSE, FINER } from './span'

const setting = (label: string, meanC: number): IronSetting => ({ label, meanC, swingC: 10, origin: 'measured' })
const setup = (over: Partial<PressSetup> = {}): PressSetup => ({
  fabric: {
    fibres: [{ fibre: 'cotton', sharePct: 100 }], construction: 'poplin', massGsm: 120, thicknessMm: 0.27, mayGetWet: true, nap: 'none',
    finishes: [],
  },
  supply: { massGsm: 60, thicknessMm: 0.22, base: 'cotton', adhesive: 'polyamide', adhesiveGsm: 12 },
  iron: { kind: 'household', settings: [setting('wool', 152), setting('cotton', 190)] }, pressCloth: 'muslin', surface: 'padded',
  blendRule: 'strict',
  ...over,
})
const thick = setup({
  fabric: { ...setup().fabric, fibres: [{ fibre: 'wool', sharePct: 100 }], construction: 'coating', massGsm: 420, thicknessMm: 1.5 },
})

describe('where a hold is placed', () => {
  it.each([
    [10, 60, 12], [20, 60, 24], [30, 60, 36], [3, 60, 5], [10, 12, 11], [10, 13, 12], [20, 23, 22], [8, 8, 8], [40, 44, 42],
  ])('between %i and %i s: %i s', (leastS, mostS, holdS) => expect(heldBetween(leastS, mostS)).toBe(holdS))
})

describe('the room a recipe is said to have is there', () => {
  it.each<[string, PressSetup, Method]>([
    ['dry', setup(), 'dry'], ['steam', setup(), 'steam'], ['thick', thick, 'mist'],
  ])('%s', (_, b, method) => {
    const { found } = searchMethod(b, method)
    const { recipe, margins } = found!
    const at = (byC: number) => evaluate(b, recipe, { ...FINER, skipSurface: true, soleOffsetC: byC })
    expect(at(-margins.coolerC).bond.final).toBeGreaterThanOrEqual(1)
    expect(at(margins.hotterC).harm).toBeLessThanOrEqual(1)
    if (margins.coolerC < 39) expect(at(-margins.coolerC - 1).bond.final).toBeLessThan(1)
    if (margins.hotterC < 39) expect(at(margins.hotterC + 1).harm).toBeGreaterThan(1)
    expect(Math.min(margins.coolerC, margins.hotterC)).toBeGreaterThan(0)
  })
  it.each([
    [0.8, 20, 190], [1.5, 20, 190], [1.5, 40, 190], [1.5, 60, 150],
  ])('%s mm held %i s at %i °C lies under the clapper until it has set and three seconds more', (thicknessMm, holdS, soleC) => {
    const b = setup({
      fabric: { ...setup().fabric, construction: 'coating', massGsm: thicknessMm * 250, thicknessMm },
      supply: { massGsm: 60, thicknessMm: 0.22, base: 'cotton', adhesive: 'eva', adhesiveGsm: 12 },
    })
    const recipe = heldFor(draftRecipe(b, 'dry', setting('a', soleC), 'face', 1, 'lean'), holdS)
    const { run, bond } = evaluate(b, { ...recipe, coolS: 180 }, { ...COARSE, skipSurface: true })
    const setS = bond.setAtS! - run.marks.filter(m => m.kind === 'lift').pop()!.atS
    const coolS = coolingS(b, recipe, {})
    expect(setS).toBeGreaterThan(7)
    expect(coolS % 5).toBe(0)
    expect(coolS - setS).toBeGreaterThanOrEqual(3)
    expect(coolS - setS).toBeLessThan(8)
  })
  it('a second side is held seven tenths of the first', () => {
    const both = setup({ habits: { patienceS: 20, lean: true, warmFirst: true, bothSides: true } })
    const { recipe } = searchMethod(both, 'dry').found!
    expect([recipe.passes, recipe.secondS]).toEqual([2, Math.max(3, Math.round(recipe.holdS * 0.7))])
  })
})
