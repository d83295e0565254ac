import { describe, expect, it } from 'vitest'
import { evaluate, searchMethod, type PressSetup, type IronSetting, type Method } from '.'
import { countedHoldS, heldBetween } from './holds'
import { FINER } from './span'
import { lawn, poplinSetup } from '../poplin.fixture'

const setting = (label: string, meanC: number): IronSetting => ({ label, meanC, swingC: 10, origin: 'measured' })
const setup = (over: Partial<PressSetup> = {}): PressSetup => poplinSetup({
  supply: { ...lawn, thicknessMm: 0.22 },
  iron: { kind: 'household', settings: [setting('wool', 152), setting('cotton', 190)] }, ...over,
})
const thick = setup({
  fabric: { ...setup().fabric, fibres: [{ fibre: 'wool', sharePct: 100 }], construction: 'coating', massGsm: 420, thicknessMm: 1.5 },
})

describe('where a hold is placed', () => {
  it.each([
    [10, 60, 12], [20, 60, 24], [30, 60, 36], [3, 60, 5], [10, 12, 11], [10, 13, 12], [20, 23, 22], [8, 8, 8], [40, 44, 42],
  ])('between %i and %i s: %i s', (leastS, mostS, holdS) => expect(heldBetween(leastS, mostS)).toBe(holdS))
})

describe('a hold that a person can keep to', () => {
  it.each<[number, number, boolean, number | null, number | null]>([
    [10, 60, true, null, 12], [2, 60, true, null, 6], [2, 7, true, null, null], [4, 8, true, null, 6], [10, 13, true, null, null],
    [10, 14, true, null, 12], [10, 60, true, 20, 20], [10, 60, true, 5, 12], [10, 16, true, 20, 14], [2, 60, false, null, 4],
    [3, 3, false, null, 3],
  ])('between %i and %i s, by hand %s, the sheet says %s: %s s', (leastS, mostS, byHand, sheetS, holdS) =>
    expect(countedHoldS(leastS, mostS, byHand, sheetS)).toBe(holdS))
  it('what is recommended by hand is never shorter than six seconds, nor nearer than two to either end', () => {
    for (const massGsm of [40, 90, 160, 300]) for (const adhesive of ['polyamide', 'eva', 'polyamideLow'] as const) {
      const b = setup({ fabric: { ...setup().fabric, massGsm, thicknessMm: massGsm / 440 }, supply: { ...setup().supply, adhesive } })
      for (const method of ['dry', 'steam', 'mist', 'damp'] as const) {
        const { found } = searchMethod(b, method)
        if (!found) continue
        expect(found.recipe.holdS).toBeGreaterThanOrEqual(6)
        expect(found.recipe.holdS).toBeLessThanOrEqual(40)
        expect(Math.min(found.margins.lessS, found.margins.moreS)).toBeGreaterThanOrEqual(2)
        expect(Math.min(found.margins.coolerC, found.margins.hotterC)).toBeGreaterThanOrEqual(found.recipe.setting.swingC / 2)
      }
    }
  })
  it('a thermostat that swings wider than the room leaves no recipe, and says so; a low-melt adhesive is not put under a hot sole', () => {
    const swings = (swingC: number) => searchMethod(setup({
      iron: { kind: 'household', settings: [{ ...setting('wool', 152), swingC }] },
    }), 'dry')
    expect(swings(10).found).not.toBeNull()
    expect(swings(90).blocked).toMatchObject({ why: 'littleRoom', swingC: 90, soleC: 152 })
    const low = setup({ supply: { ...setup().supply, adhesive: 'eva' }, iron: { kind: 'household', settings: [setting('cotton', 190)] } })
    expect(searchMethod(low, 'dry').found).toBeNull()
  })
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
  it('a second side is held seven tenths of the first', () => {
    const both = setup({ habits: { moisture: 'widest', cooling: 'touch', patienceS: 20, lean: true, warmFirst: true, bothSides: true } })
    const { recipe } = searchMethod(both, 'steam').found!
    expect([recipe.passes, recipe.secondS]).toEqual([2, Math.max(3, Math.round(recipe.holdS * 0.7))])
  })
})
