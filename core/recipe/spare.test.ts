import { describe, expect, it } from 'vitest'
import { energyGap, freeWaterGsm, layerOf, stepAt } from '../heat'
import { FABRICS } from '../seam/fabrics.fixture'
import {
  chooseRecipe, chooseWay, draftRecipe, evaluate, heldFor, phasesOf, searchMethod, sideBySide, usualFirst, USUAL_METHODS,
  type Choosable, type Method, type PressSetup,
} from '.'

const setup = (more: Partial<PressSetup> = {}, soleC = 154): PressSetup => ({
  fabric: FABRICS.poplin, supply: { massGsm: 60, thicknessMm: 0.21, base: 'cotton', adhesive: 'polyamide', adhesiveGsm: 12 },
  iron: { kind: 'household', settings: [{ label: 'the one', meanC: soleC, swingC: 10, origin: 'measured' }] }, pressCloth: 'muslin',
  surface: 'padded', blendRule: 'strict', ...more,
})
const drafted = (s: PressSetup, method: Method, holdS = 12) =>
  heldFor(draftRecipe(s, method, s.iron.settings[0]!, 'back', method === 'dryMist' ? 2 : 1, 'lean'), holdS)

describe('misted and steamed at once', () => {
  it('brings the water of both, and is barred by whatever bars either', () => {
    const s = setup()
    expect(drafted(s, 'mistSteam')).toMatchObject({ mistGsm: drafted(s, 'mist').mistGsm, steamGM2S: drafted(s, 'steam').steamGM2S })
    const why = (more: Partial<PressSetup>, soleC?: number) => searchMethod(setup(more, soleC), 'mistSteam').blocked?.why
    expect(why({ fabric: { ...FABRICS.poplin, mayGetWet: false } })).toBe('steamBarred')
    expect(searchMethod(setup({ fabric: { ...FABRICS.poplin, mayGetWet: false } }), 'dryMist').blocked?.why).toBe('waterBarred')
    expect(why({ iron: { ...setup().iron, kind: 'heavyDry' } })).toBe('noSteam')
    expect(why({ pressCloth: 'parchment' })).toBe('steamStopped')
    expect(why({}, 112)).toBe('drips')
  })
  it('whether it drips goes by the sole as it really is, not by what its dial says', () => {
    const why = (soleC: number, soleOffsetC: number) => searchMethod(setup({}, soleC), 'steam', { soleOffsetC }).blocked?.why
    expect([why(120, 8) === 'drips', why(128, -8) === 'drips']).toEqual([false, true])
  })
  it('the glue line is sooner at 100 °C than by mist alone, and is held there longer than by steam alone', () => {
    const s = setup(), at = (method: Method, c: number) => {
      const { run } = evaluate(s, { ...drafted(s, method, 20), warmS: 0 }), glue = layerOf(run, 'adhesive')!
      return run.timesS[[...glue.meanC].findIndex(t => t >= c)] ?? Infinity
    }
    expect(at('mistSteam', 97)).toBeLessThan(at('mist', 97))
    expect(at('mistSteam', 112)).toBeGreaterThan(at('steam', 112))
  })
})

describe('dry from the back, then misted and pressed from the face', () => {
  const s = setup(), recipe = { ...drafted(s, 'dryMist'), warmS: 0 }, { run } = evaluate(s, recipe)
  it('the fabric is dry until it is turned, and misted then', () => {
    expect(phasesOf(recipe).map(p => p.kind)).toEqual(['down', 'lifted', 'turn', 'down'])
    const fabric = layerOf(run, 'fabric')!, wetGsm = (timeS: number) => freeWaterGsm(fabric, stepAt(run, timeS))
    expect(wetGsm(11)).toBeLessThan(1)
    expect(wetGsm(15.5)).toBeGreaterThan(recipe.mistGsm * 0.7)
  })
  it('water and heat that come with the mist are in the ledger', () => expect(energyGap(run)).toBeLessThan(0.005))
  it('always ends on the face: what is not pressed from there is refused', () => {
    const laminate = setup({ fabric: { ...FABRICS.poplin, finishes: ['filmLaminate'] } }, 118)
    expect(searchMethod(laminate, 'dryMist').blocked).toEqual({ why: 'faceBarred' })
    const { found } = searchMethod(setup({ fabric: FABRICS.denim }, 117), 'dryMist')
    expect(found!.recipe).toMatchObject({ passes: 2, firstSide: 'back' })
  })
})

describe('spare methods', () => {
  it('lead only where no usual one works', () => {
    const denim = chooseRecipe(setup({ fabric: FABRICS.denim }, 117))
    expect(denim.leads!.method).toBe('dryMist')
    expect(USUAL_METHODS.map(m => searchMethod(setup({ fabric: FABRICS.denim }, 117), m).found)).toEqual([null, null, null, null])
    expect(chooseRecipe(setup({ fabric: FABRICS.denim }, 192)).answers.map(a => a.method)).not.toContain('dryMist')
  })
  const way = (method: Method, works: boolean, score: number): Choosable => ({ way: method, method, works, score })
  it('worked out beside the others they lead nowhere, unless a person or a swatch says so', () => {
    const ways = [way('dry', true, -20), way('mistSteam', true, 9)], open = { wanted: null, proved: null, moisture: 'widest' as const }
    expect(chooseWay(ways, open)).toBe('dry')
    expect(chooseWay(ways, { ...open, wanted: 'mistSteam' })).toBe('mistSteam')
    expect(chooseWay(ways, { ...open, proved: 'mistSteam' })).toBe('mistSteam')
    expect(chooseWay([way('dry', false, 0), way('mistSteam', true, -9)], open)).toBe('mistSteam')
    expect(usualFirst(ways).map(w => w.way)).toEqual(['dry'])
  })
  it('stand beside the usual ones in place of one that does not work, or where they are chosen', () => {
    const usual = [way('dry', true, 3), way('steam', false, -99), way('mist', true, 1), way('damp', false, -99)]
    const spare = [way('mistSteam', true, 5), way('dryMist', true, 6)]
    const names = (all: Choosable[], chosen: Method | null) => sideBySide(all, chosen).map(w => w.way)
    expect(names([...usual, ...spare], null)).toEqual(['dry', 'mist', 'dryMist', 'mistSteam'])
    expect(names([...usual, way('mistSteam', false, -99)], null)).toEqual(['dry', 'steam', 'mist', 'damp'])
    const all = usual.map(w => ({ ...w, works: true }))
    expect(names([...all, ...spare], null)).toEqual(['dry', 'steam', 'mist', 'damp'])
    expect(names([...all, ...spare], 'mistSteam')).toHaveLength(4)
    expect(names([...all, ...spare], 'mistSteam').at(-1)).toBe('mistSteam')
    // Half worked out, nothing is pushed out by what is not there.
    expect(names([way('dry', true, 2)], null)).toEqual(['dry'])
  })
})
