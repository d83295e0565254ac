import { describe, expect, it } from 'vitest'
import { FINISHES } from '../materials'
import { APART_S, chooseRecipe, evaluate, phasesOf, pressedS, type PressSetup } from '.'

const setting = (label: string, meanC: number) => ({ label, meanC, swingC: 12, origin: 'measured' as const })
const plain = { mayGetWet: true, nap: 'none', finishes: [] } as const
const setup = (fabric: Partial<PressSetup['fabric']>, supply: Partial<PressSetup['supply']> = {}): PressSetup => ({
  fabric: { ...plain, fibres: [{ fibre: 'polyester', sharePct: 100 }], construction: 'twill', massGsm: 240, thicknessMm: 0.5, finishes: [],
    ...fabric },
  supply: { massGsm: 120, thicknessMm: 4, base: 'polyester', adhesive: 'eva', adhesiveGsm: 14, ...supply },
  iron: { kind: 'household', settings: [setting('synthetic', 112), setting('wool', 150), setting('cotton', 195)] }, pressCloth: 'muslin',
  surface: 'padded', blendRule: 'strict',
})
const cork = setup({ construction: 'cork', massGsm: 400, thicknessMm: 0.7, nap: 'texture' })
const film = setup({ fibres: [{ fibre: 'cotton', sharePct: 100 }], massGsm: 300, thicknessMm: 0.6, finishes: ['filmLaminate'] })
const gassed = setup({ finishes: ['gasDyedPrint'] }, { massGsm: 40, thicknessMm: 0.25, adhesive: 'polyamideLow', adhesiveGsm: 9 })

describe('short touches, from the other side where need be', () => {
  it.each([['foam behind cork', cork], ['foam behind a film', film]] as const)('%s: through the face, under a press cloth', (_, b) => {
    const { recipe, outcome } = chooseRecipe(b).leads!.found!
    expect([recipe.firstSide, recipe.passes, recipe.lean]).toEqual(['face', 1, 'weight'])
    expect(recipe.holdS).toBeLessThanOrEqual(5)
    expect(recipe.touches).toBeGreaterThan(1)
    expect(outcome.bond.final).toBeGreaterThanOrEqual(1)
    expect(outcome.harm).toBeLessThanOrEqual(1)
  })
  it('a print gassed into polyester is never touched for longer than it may be', () => {
    const { recipe } = chooseRecipe(gassed).leads!.found!
    expect(recipe.holdS).toBeLessThanOrEqual(FINISHES.gasDyedPrint.maxTouchS!)
    expect(recipe.touches).toBeGreaterThan(1)
  })
  it('without a press cloth, on pile and in a press there are none', () => {
    expect(chooseRecipe({ ...cork, pressCloth: null }).leads).toBeNull()
    expect(chooseRecipe({ ...cork, fabric: { ...cork.fabric, nap: 'pile' } }).leads).toBeNull()
    expect(chooseRecipe({ ...film, iron: { ...film.iron, kind: 'heatPress' } }).leads?.found?.recipe.touches).toBeUndefined()
  })
  it('one fewer than the least does not bond, and the touches are run one after the other with the sole away between', () => {
    const { recipe } = chooseRecipe(film).leads!.found!, touches = recipe.touches!
    expect(evaluate(film, { ...recipe, touches: touches - 2 || 1 }).bond.final).toBeLessThan(1.15)
    const phases = phasesOf(recipe, 0)
    expect(phases.map(p => p.kind)).toEqual(Array.from({ length: 2 * touches - 1 }, (_, i) => (i % 2 === 0 ? 'down' : 'lifted')))
    expect(phases.filter(p => p.kind === 'lifted').every(p => 'durationS' in p && p.durationS === APART_S)).toBe(true)
    expect(pressedS(recipe)).toBe(touches * recipe.holdS)
  })
})
