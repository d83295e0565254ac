import { describe, expect, it } from 'vitest'
import { asTested, COARSE, evaluate, HARM_ALLOWED, heldFor, searchMethod, type PressSetup, type Recipe } from '.'

const setting = (label: string, meanC: number) => ({ label, meanC, swingC: 12, origin: 'measured' as const })
const setup = (fabric: Partial<PressSetup['fabric']> = {}, more: Partial<PressSetup> = {}): PressSetup => ({
  fabric: {
    fibres: [{ fibre: 'polyester', sharePct: 60 }, { fibre: 'cotton', sharePct: 40 }], construction: 'twill', massGsm: 190,
    thicknessMm: 0.4, mayGetWet: true, nap: 'none', finishes: [], ...fabric,
  },
  supply: { massGsm: 60, thicknessMm: 0.25, base: 'cotton', adhesive: 'polyamide', adhesiveGsm: 12 },
  iron: { kind: 'household', settings: [setting('synthetic', 112), setting('wool', 150), setting('cotton', 195)] }, pressCloth: 'muslin',
  surface: 'padded', blendRule: 'strict', ...more,
})
const worked = (s: PressSetup, method: Recipe['method']) => searchMethod(s, method).found!.recipe
const coarse = { ...COARSE, skipSurface: true }

describe('what own swatches tested', () => {
  it.each(['dry', 'mist', 'damp'] as const)('%s: stands as it was pressed, with its own room about it', (method) => {
    const s = setup(), tested = heldFor(worked(s, method), worked(s, method).holdS + 3)
    const { found, blocked, way } = asTested(s, tested)
    expect([blocked, way, found!.recipe.holdS, found!.recipe.setting.label]).toEqual([null, method, tested.holdS, tested.setting.label])
    expect(found!.outcome.bond.final).toBeCloseTo(evaluate(s, found!.recipe).bond.final, 12)
    const { lessS, moreS } = found!.margins
    const after = (holdS: number) => evaluate(s, { ...heldFor(tested, holdS), coolS: 0 }, coarse)
    expect(lessS).toBeGreaterThan(2)
    expect(after(tested.holdS - lessS).bond.final).toBeGreaterThan(0.97)
    expect(after(tested.holdS - lessS - 1).bond.final).toBeLessThan(1.03)
    expect(after(tested.holdS + moreS).harm).toBeLessThan(HARM_ALLOWED * 1.05)
    expect(found!.margins.coolerC).toBeGreaterThan(0)
  })
  it('two sides, tested: the room is that of both', () => {
    const s = setup({ massGsm: 420, thicknessMm: 1.6 }), usual = worked(s, 'steam')
    const { found } = asTested(s, heldFor({ ...usual, passes: 2 }, usual.holdS))
    expect(found!.recipe.secondS).toBeGreaterThan(0)
    const bondOf = (holdS: number) => evaluate(s, { ...heldFor(found!.recipe, holdS), coolS: 0 }, coarse).bond.final
    expect(bondOf(found!.recipe.holdS - found!.margins.lessS)).toBeGreaterThanOrEqual(1)
    expect(bondOf(found!.recipe.holdS - found!.margins.lessS - 1)).toBeLessThan(1)
  })
  it('one that held though by the sums it is too short stands too, without room to be shorter', () => {
    const s = setup(), short = heldFor(worked(s, 'dry'), 3), { found, blocked } = asTested(s, short)
    expect(evaluate(s, short).bond.final).toBeLessThan(1)
    expect([blocked, found!.recipe.holdS, found!.margins.lessS, found!.margins.coolerC]).toEqual([null, 3, 0, 0])
  })
  it('one that scorches by the sums has no room to be longer', () => {
    const s = setup({ fibres: [{ fibre: 'acrylic', sharePct: 100 }] })
    const { found } = asTested(s, { ...worked(setup(), 'dry'), setting: setting('cotton', 195), holdS: 40 })
    expect(found!.outcome.harm).toBeGreaterThan(1)
    expect(found!.margins.moreS).toBe(0)
  })
  it('a method that is barred here stays barred, whatever was tested', () => {
    const damp = worked(setup(), 'damp'), { found, blocked } = asTested(setup({ mayGetWet: false }), damp)
    expect([found, blocked?.why]).toEqual([null, 'waterBarred'])
  })
  it('touches have whole touches to spare', () => {
    const film = setup({ fibres: [{ fibre: 'cotton', sharePct: 100 }], massGsm: 300, thicknessMm: 0.6, finishes: ['filmLaminate'] }, {
      supply: { massGsm: 120, thicknessMm: 4, base: 'polyester', adhesive: 'eva', adhesiveGsm: 14 },
    })
    const touched = worked(film, 'dry'), { margins } = asTested(film, { ...touched, touches: touched.touches! + 1 }).found!
    expect(touched.touches).toBeGreaterThan(1)
    expect([margins.lessS % touched.holdS, margins.moreS % touched.holdS]).toEqual([0, 0])
    expect(margins.lessS).toBeGreaterThanOrEqual(touched.holdS)
    expect(margins.moreS).toBeLessThan(asTested(film, touched).found!.margins.moreS + 1)
  })
})
