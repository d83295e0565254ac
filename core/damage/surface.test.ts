import { describe, expect, it } from 'vitest'
import { bondOf } from '../bond'
import { runProgramme, steadySole, type Phase } from '../heat'
import { FINISHES, ADHESIVES, type SurfaceKindKey } from '../materials'
import { buildStack, type FabricInput } from '../stack'
import { damageOf, type DamageInput } from '.'

const fabric = (over: Partial<FabricInput> = {}): FabricInput => ({
  fibres: [{ fibre: 'cotton', sharePct: 100 }], construction: 'twill', massGsm: 200, thicknessMm: 0.4, mayGetWet: true, nap: 'none',
  finishes: [], ...over,
})
function flags(c: FabricInput, phases: Phase[], over: Partial<DamageInput> = {}) {
  const stack = buildStack({
    fabric: c, supply: { massGsm: 60, thicknessMm: 0.25, base: 'cotton', adhesive: 'polyamide', adhesiveGsm: 12 }, pressCloth: 'muslin',
    surface: 'padded', firstSide: 'back', pressClothWaterGsm: 0, mistGsm: 0,
  })
  const run = runProgramme(stack, { sole: steadySole(150), roomC: 20, phases }, { cellMm: 0.2, errorScale: 8 })
  return damageOf(run, bondOf(run, ADHESIVES.polyamide), {
    fabric: c, interfacingBase: 'cotton', adhesiveGsm: 12, pressClothFibre: 'cotton', covered: true, surface: 'padded', sides: ['back'],
    soleC: 150,
    pressureKPa: 0.8, blendRule: 'strict', ...over,
  })
}
const down = (durationS: number): Phase => ({ kind: 'down', durationS, pressureKPa: 0.8 })
const lifted = (durationS: number): Phase => ({ kind: 'lifted', durationS })

describe('what the iron does to a surface, at the weight of an iron', () => {
  it.each<[FabricInput['nap'], 'face' | 'back', boolean, SurfaceKindKey, number]>([
    ['texture', 'face', true, 'padded', 0.75], ['texture', 'face', false, 'padded', 1.3], ['texture', 'back', true, 'needle', 0.2],
    ['texture', 'back', true, 'padded', 0.45], ['texture', 'back', true, 'hard', 1], ['nap', 'face', true, 'padded', 0.6],
    ['nap', 'face', false, 'padded', 1.2], ['nap', 'back', true, 'padded', 0.3], ['nap', 'back', true, 'hard', 0.6],
    ['pile', 'face', true, 'padded', 2], ['pile', 'back', true, 'needle', 0.5], ['pile', 'back', true, 'hard', 1.4],
  ])('%s from the %s, covered %s, on the %s surface: crush %d', (nap, side, covered, surface, severity) => {
    const found = flags(fabric({ nap }), [down(10)], { sides: [side], covered, surface }).find(f => f.kind === 'crush')
    expect(found?.severity).toBeCloseTo(severity, 5)
  })
  it('leaned on, it is crushed more; plain fabric is not crushed at all', () => {
    const at = (pressureKPa: number) => flags(fabric({ nap: 'nap' }), [down(10)], { pressureKPa }).find(f => f.kind === 'crush')!.severity
    expect(at(8) / at(0.8)).toBeCloseTo(10 ** 0.3, 4)
    expect(flags(fabric(), [down(10)]).some(f => f.kind === 'crush')).toBe(false)
  })
})

describe('a finish that may only be touched so long', () => {
  const { maxTouchS, limitC } = FINISHES.gasDyedPrint
  const c = fabric({ finishes: ['gasDyedPrint'] })
  const migration = (phases: Phase[]) => flags(c, phases).find(f => f.kind === 'dyeMigration')!.severity
  const after = (s: number) => s / maxTouchS! * 2 ** ((150 - (limitC ?? 150)) / 10) * 0.75
  it('counts the seconds the iron stands on it', () => expect(migration([down(8)])).toBeCloseTo(after(8), 1))
  it('two short touches are not one long one', () => expect(migration([down(5), lifted(4), down(5)])).toBeCloseTo(after(5), 1))
  it('but the heat of all of them adds up', () => {
    const touches = Array.from({ length: 30 }, (_, i) => [...(i > 0 ? [lifted(1)] : []), down(5)]).flat()
    expect(migration(touches)).toBeGreaterThan(1.2 * after(5))
  })
})
