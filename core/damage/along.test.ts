import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { bondOf } from '../bond'
import { runProgramme, steadySole, valueAt } from '../heat'
import { FIBRE_KEYS, ADHESIVES, type FinishKey } from '../materials'
import { buildStack, type FabricInput } from '../stack'
import { harmAlong, damageOf, type DamageInput } from '.'

const fabric = (over: Partial<FabricInput>): FabricInput => ({
  fibres: [{ fibre: 'cotton', sharePct: 100 }], construction: 'poplin', massGsm: 120, thicknessMm: 0.27, mayGetWet: true, nap: 'none',
  finishes: [], ...over,
})
function pressed(c: FabricInput, soleC: number, holdS: number, mistGsm: number) {
  const stack = buildStack({
    fabric: c, supply: { massGsm: 60, thicknessMm: 0.25, base: 'polyester', adhesive: 'polyamide', adhesiveGsm: 12 }, pressCloth: 'muslin',
    surface: 'padded', firstSide: 'back', pressClothWaterGsm: 0, mistGsm,
  })
  const run = runProgramme(
    stack, { sole: steadySole(soleC), roomC: 20, phases: [{ kind: 'down', durationS: holdS, pressureKPa: 0.8 }] },
    { cellMm: 0.15, errorScale: 8 },
  )
  const input: DamageInput = {
    fabric: c, interfacingBase: 'polyester', adhesiveGsm: 12, pressClothFibre: 'cotton', covered: true, surface: 'padded', sides: ['back'],
    soleC,
    pressureKPa: 0.8, blendRule: 'strict',
  }
  return { run, bond: bondOf(run, ADHESIVES.polyamide), input }
}
const worst = (p: ReturnType<typeof pressed>) => damageOf(p.run, p.bond, p.input)[0]?.severity ?? 0

describe('harm along a run', () => {
  const any = fc.record({
    fibre: fc.constantFrom(...FIBRE_KEYS), soleC: fc.integer({ min: 100, max: 210 }), holdS: fc.integer({ min: 5, max: 40 }),
    mistGsm: fc.constantFrom(0, 35), mayGetWet: fc.boolean(),
    finish: fc.constantFrom<FinishKey[]>([], ['gasDyedPrint'], ['filmLaminate'], ['foamLaminate']),
    nap: fc.constantFrom<FabricInput['nap']>('none', 'texture', 'nap', 'pile'),
  })
  it('ends at the worst flag of the whole run', () => {
    fc.assert(fc.property(any, ({ fibre, soleC, holdS, mistGsm, mayGetWet, finish, nap }) => {
      const p = pressed(fabric({ fibres: [{ fibre, sharePct: 100 }], mayGetWet, finishes: finish, nap }), soleC, holdS, mistGsm)
      const along = harmAlong(p.run, p.bond, p.input)
      const last = along[along.length - 1]!
      // Flags under a tenth are left out of the list.
      if (last > 0.1) expect(last).toBeCloseTo(worst(p), 5)
      else expect(worst(p)).toBe(0)
    }), { numRuns: 60 })
  })
  it('never falls: what is done is done', () => {
    fc.assert(fc.property(any, ({ fibre, soleC, mistGsm }) => {
      const p = pressed(fabric({ fibres: [{ fibre, sharePct: 100 }] }), soleC, 30, mistGsm)
      const along = harmAlong(p.run, p.bond, p.input)
      for (let i = 1; i < along.length; i++) expect(along[i]!).toBeGreaterThanOrEqual(along[i - 1]! - 1e-6)
    }), { numRuns: 30 })
  })
  it('read early, it is what a shorter hold would have done', () => {
    const c = fabric({ fibres: [{ fibre: 'polyester', sharePct: 100 }] })
    const long = pressed(c, 195, 40, 0), short = pressed(c, 195, 20, 0)
    expect(Math.abs(valueAt(long.run, harmAlong(long.run, long.bond, long.input), 20) / worst(short) - 1)).toBeLessThan(0.04)
  })
})
