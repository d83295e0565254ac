import { describe, expect, it } from 'vitest'
import { runProgramme, steadySole, type Phase } from '../heat'
import { ADHESIVES, CLAPPER_KPA } from '../materials'
import { coolingOf, draftRecipe, HANDLED_C, leftAloneS, phasesOf, USUAL_HABITS, withCooling, type PressSetup } from '.'
import { stackOf } from './evaluate'
import { COARSE } from './span'

const setup = (massGsm: number, thicknessMm: number, over: Partial<PressSetup> = {}): PressSetup => ({
  fabric: {
    fibres: [{ fibre: 'wool', sharePct: 100 }], construction: 'suiting', massGsm, thicknessMm, mayGetWet: true, nap: 'none', finishes: [],
  },
  supply: { massGsm: 60, thicknessMm: 0.25, base: 'cotton', adhesive: 'polyamide', adhesiveGsm: 12 },
  iron: { kind: 'household', settings: [] }, pressCloth: 'muslin', surface: 'padded', blendRule: 'strict', ...over,
})
const recipe = (b: PressSetup, holdS = 15) => ({
  ...draftRecipe(b, 'dry', { label: 'wool', meanC: 150, swingC: 0, origin: 'typical' }, 'back', 1, 'weight'), holdS, warmS: 0,
})
const thin = setup(160, 0.4), thick = setup(480, 1.6)

describe('how pressed work cools', () => {
  it('under the clapper until the glue line is 20 degrees under melting, by hand never under fifteen seconds', () => {
    for (const b of [thin, thick]) for (const adhesive of ['polyamide', 'eva'] as const) {
      const at = { ...b, supply: { ...b.supply, adhesive } }, r = recipe(at), { coolS } = withCooling(at, r)
      expect(coolS % 5).toBe(0)
      const phases: Phase[] = [...phasesOf(r, 0), { kind: 'clapper', durationS: 200, pressureKPa: CLAPPER_KPA }]
      const run = runProgramme(stackOf(at, r), { sole: steadySole(150), phases, roomC: 20 }, COARSE)
      const glue = run.layers.find(l => l.layer.role === 'adhesive')!
      const setAt = run.timesS.findIndex((t, i) => i < run.steps && t > r.holdS && glue.meanC[i]! <= ADHESIVES[adhesive].meltC[0] - 20)
      const setS = run.timesS[setAt]! - r.holdS
      expect(coolS).toBeGreaterThanOrEqual(Math.max(15, setS - 1))
      expect(coolS).toBeLessThan(Math.max(15, setS) + 6)
    }
  })
  it('a press keeps nobody waiting for fifteen seconds', () => {
    const pressed = setup(160, 0.4, { iron: { kind: 'heatPress', settings: [] } })
    expect(withCooling(pressed, recipe(pressed)).coolS).toBeLessThan(withCooling(thin, recipe(thin)).coolS + 1)
  })
  it('then on a table in air: longer until it is cold, longer the thicker it is, and quicker than where it was pressed', () => {
    const cold = (b: PressSetup) => withCooling({ ...b, habits: { ...USUAL_HABITS, cooling: 'cold' } }, recipe(b))
    for (const b of [thin, thick]) expect(cold(b).tableS).toBeGreaterThan(withCooling(b, recipe(b)).tableS)
    expect(cold(thick).tableS).toBeGreaterThan(cold(thin).tableS)
    const r = recipe(thick, 60), warm = withCooling(thick, r)
    const still: Phase[] = [...phasesOf(r, 0), { kind: 'clapper', durationS: 600, pressureKPa: CLAPPER_KPA }]
    const run = runProgramme(stackOf(thick, r), { sole: steadySole(150), phases: still, roomC: 20 }, COARSE)
    const fabric = run.layers.find(l => l.layer.role === 'fabric')!
    const movedS = run.timesS.find((t, i) => t > r.holdS + 1 && fabric.meanC[i]! <= HANDLED_C.fused.touch)! - r.holdS
    expect(leftAloneS(warm)).toBeLessThan(movedS)
  })
  it('nothing is stuck: no clapper; the same figure whoever asks', () => {
    const r = recipe(thin), pressed = phasesOf(r, 0), sole = steadySole(150)
    expect(coolingOf(stackOf(thin, r), sole, pressed, { meltC: null, untilC: 60, byHand: true }).coolS).toBe(0)
    const { meltC } = ADHESIVES.polyamide
    expect(coolingOf(stackOf(thin, r), sole, pressed, { meltC: meltC[0], untilC: HANDLED_C.fused.touch, byHand: true }))
      .toEqual({ coolS: withCooling(thin, r).coolS, tableS: withCooling(thin, r).tableS })
  })
})
