import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { FIBRES, FIBRE_KEYS, type FibreKey, type FinishKey } from '../materials'
import { evaluate, type PressSetup, type Recipe } from '../recipe'
import { doseRatePerS, damageOf, overStep, type DamageInput, type DamageKind } from '.'

const fibre = fc.constantFrom(...FIBRE_KEYS).map(k => FIBRES[k])
const setup = (key: FibreKey, over: Partial<PressSetup['fabric']> = {}, setupOver: Partial<PressSetup> = {}): PressSetup => ({
  fabric: {
    fibres: [{ fibre: key, sharePct: 100 }], construction: 'satin', massGsm: 120, thicknessMm: 0.22, mayGetWet: true, nap: 'none',
    finishes: [], ...over,
  },
  supply: { massGsm: 40, thicknessMm: 0.2, base: 'cotton', adhesive: 'polyamideLow', adhesiveGsm: 10 },
  iron: { kind: 'household', settings: [] }, pressCloth: 'organza', surface: 'padded', blendRule: 'strict', ...setupOver,
})
const recipe = (soleC: number, holdS: number, over: Partial<Recipe> = {}): Recipe => ({
  method: 'dry', setting: { label: 'test', meanC: soleC, swingC: 0, origin: 'measured' }, firstSide: 'face', passes: 1, warmS: 0,
  secondS: null, holdS, lean: 'weight', pressureKPa: 0.8, pressClothWaterGsm: 0, mistGsm: 0, steamGM2S: 0, steamS: 0, coolS: 0, tableS: 0,
  ...over,
})
const kinds = (b: PressSetup, r: Recipe): DamageKind[] => evaluate(b, r).flags.filter(f => f.severity >= 1).map(f => f.kind)

describe('dose', () => {
  it('one minute at the hurt temperature is one, and never falls with heat or moisture', () => {
    fc.assert(fc.property(fibre, fc.double({ min: 40, max: 240, noNaN: true }), (f, c) => {
      expect(doseRatePerS(f, f.damageC, false) * 60).toBeCloseTo(1, 10)
      expect(doseRatePerS(f, c + 8, false)).toBeGreaterThan(doseRatePerS(f, c, false))
      expect(doseRatePerS(f, c, true)).toBeGreaterThanOrEqual(doseRatePerS(f, c, false))
    }))
  })
  it('doubles every 8 °C where heat chars, every 5 °C where it glazes', () => {
    expect(doseRatePerS(FIBRES.cotton, 188, false) / doseRatePerS(FIBRES.cotton, 180, false)).toBeCloseTo(2)
    expect(doseRatePerS(FIBRES.polyester, 165, false) / doseRatePerS(FIBRES.polyester, 160, false)).toBeCloseTo(2)
  })
  it('over a step in which it warms evenly a dose is what many small steps come to', () => {
    const rate = (c: number) => doseRatePerS(FIBRES.cotton, c, false)
    for (const [fromC, toC] of [[150, 190], [190, 150], [180, 180], [180, 180.001]] as const) {
      let fine = 0
      for (let i = 0; i < 4000; i++) fine += rate(fromC + (toC - fromC) * (i + 0.5) / 4000) * 3 / 4000
      expect(overStep(rate(fromC), rate(toC), 3) / fine).toBeCloseTo(1, 5)
    }
  })
})

describe('each kind of harm has its cause', () => {
  it.each<[DamageKind, PressSetup, Recipe]>([
    ['scorch', setup('silk'), recipe(200, 40)],
    ['melt', setup('acetate'), recipe(200, 30)],
    ['shine', setup('polyester', {}, { pressCloth: null }), recipe(175, 20)],
    ['crush', setup('cotton', { nap: 'pile' }), recipe(150, 10)],
    ['waterMark', setup('silk', { mayGetWet: false }), recipe(150, 10, { mistGsm: 35 })],
    ['dyeMigration', setup('polyester', { finishes: ['gasDyedPrint' as FinishKey] }), recipe(150, 20)],
    ['laminate', setup('polyester', { finishes: ['filmLaminate' as FinishKey] }), recipe(160, 40)],
    ['shrinkage', setup('metallisedPlastic'), recipe(150, 20)],
    ['steamStretch', setup('acrylic'), recipe(110, 20, { pressClothWaterGsm: 40 })],
    ['overFused', setup('cotton'), recipe(200, 60)],
    ['strikeThrough', setup('cotton', { construction: 'voile', massGsm: 45, thicknessMm: 0.15 }), recipe(190, 50)],
    ['deadStretch', setup('elastane'), recipe(200, 30)],
  ])('%s', (kind, b, r) => {
    expect(kinds(b, r)).toContain(kind)
    expect(kinds({ ...b, fabric: { ...setup('cotton').fabric } }, recipe(110, 5))).not.toContain(kind)
  })
})

describe('what the pressing surface and the side do', () => {
  const texture = setup('cotton', { nap: 'texture' })
  const crush = (b: PressSetup, firstSide: 'back' | 'face') =>
    evaluate(b, recipe(150, 10, { firstSide })).flags.find(f => f.kind === 'crush')?.severity ?? 0
  it('texture pressed from the wrong side is spared most by a needle board, half by a soft surface, not at all by a hard one', () => {
    const hard = crush({ ...texture, surface: 'hard' }, 'back')
    expect(crush({ ...texture, surface: 'padded' }, 'back') / hard).toBeCloseTo(0.45, 2)
    expect(crush({ ...texture, surface: 'needle' }, 'back') / hard).toBeCloseTo(0.2, 2)
    expect(crush(texture, 'face')).toBeGreaterThan(hard * 0.7)
    expect(crush({ ...texture, pressCloth: null }, 'face')).toBeGreaterThan(crush(texture, 'face'))
  })
  it('shine from the same heat counts six tenths from the wrong side, and three times under a bare iron on the right side', () => {
    const b = setup('acetate')
    const { run } = evaluate(b, recipe(165, 20))
    const input: DamageInput = {
      fabric: b.fabric, interfacingBase: 'cotton', adhesiveGsm: 10, pressClothFibre: 'silk', covered: true, surface: 'padded',
      sides: ['face'], soleC: 165,
      pressureKPa: 0.8, blendRule: 'strict',
    }
    const glaze = (over: Partial<DamageInput>) =>
      damageOf(run, null, { ...input, ...over }).find(f => f.kind === 'shine' && f.layer === 'fabric' && f.limitC !== undefined)!.severity
    const face = glaze({})
    expect(glaze({ sides: ['back'] }) / face).toBeCloseTo(0.6, 6)
    expect(glaze({ covered: false, pressClothFibre: null }) / face).toBeCloseTo(3, 6)
    expect(glaze({ sides: ['back'], covered: false, pressClothFibre: null }) / face).toBeCloseTo(0.6, 6)
    expect(glaze({ pressureKPa: 8 }) / face).toBeCloseTo(Math.pow(10, 0.3), 6)
  })
})
