import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { buildStack, type StackInput } from '../stack'
import {
  energyGap, freeWaterGsm, LAY_S, layerOf, readSole, runProgramme, steadySole, stepAt, thermostat, cycleS, timeToReachS, type Phase,
  type Stack,
} from '.'

const poplin: StackInput['fabric'] = {
  fibres: [{ fibre: 'cotton', sharePct: 100 }], construction: 'poplin', massGsm: 120, thicknessMm: 0.27, mayGetWet: true, nap: 'none',
  finishes: [],
}
const light: StackInput['supply'] = { massGsm: 60, thicknessMm: 0.25, base: 'cotton', adhesive: 'polyamide', adhesiveGsm: 12 }
const usual = (over: Partial<StackInput> = {}): Stack =>
  buildStack({
    fabric: poplin, supply: light, pressCloth: 'muslin', surface: 'padded', firstSide: 'back', pressClothWaterGsm: 0, mistGsm: 0, ...over,
  })
const down = (durationS: number, over: Partial<Extract<Phase, { kind: 'down' }>> = {}): Phase => ({
  kind: 'down', durationS, pressureKPa: 0.8, ...over,
})

describe('what a programme did', () => {
  it('is its own: another one, longer and of more layers, leaves it as it was', () => {
    const first = runProgramme(usual({ pressCloth: null }), { sole: steadySole(150), roomC: 20, phases: [down(8)] })
    const kept = structuredClone(first)
    const long = [down(60), ...Array.from({ length: 30 }, (): Phase[] => [{ kind: 'lifted', durationS: 1 }, down(2)]).flat()]
    const second = runProgramme(usual(), { sole: steadySole(190), roomC: 20, phases: long })
    expect(second.steps).toBeGreaterThan(first.steps * 4)
    expect(structuredClone(first)).toEqual(kept)
    expect(runProgramme(usual({ pressCloth: null }), { sole: steadySole(150), roomC: 20, phases: [down(8)] })).toEqual(first)
    for (const { layers, steps } of [first, second])
      for (const l of layers) expect([l.meanC.length, l.waterGsm.length]).toEqual([steps, steps])
  })
})

describe('cooling until it is cool enough', () => {
  const cooled = (until: Extract<Phase, { kind: 'clapper' }>['until']) => {
    const phases: Phase[] = [down(20, { pressureKPa: 3 }), { kind: 'clapper', durationS: 100, pressureKPa: 1, until }]
    const run = runProgramme(usual(), { sole: steadySole(170), roomC: 20, phases })
    return { run, endS: run.timesS[run.steps - 1]!, glue: layerOf(run, 'adhesive')!.meanC }
  }
  it('ends at the first look at which it is, not before the least, and else at the longest', () => {
    const whole = cooled(undefined)
    expect(whole.endS).toBeCloseTo(120, 9)
    const until = { layers: 'adhesive', atMostC: 60, everyS: 5, leastS: 5 } as const
    const { endS, glue, run } = cooled(until)
    expect(endS).toBeLessThan(120)
    expect((endS - 20) % 5).toBeCloseTo(0, 6)
    expect(glue[run.steps - 1]).toBeLessThanOrEqual(60)
    expect(glue[stepAt(run, endS - 5)]).toBeGreaterThan(60)
    expect(cooled({ ...until, leastS: endS - 20 + 10 }).endS).toBeCloseTo(endS + 10, 6)
    expect(cooled({ ...until, atMostC: 1 }).endS).toBeCloseTo(120, 9)
  })
  it('all of the work is cooler later than its glue line alone', () => {
    const of = (layers: 'work' | 'adhesive') => cooled({ layers, atMostC: 45, everyS: 1, leastS: 1 }).endS
    expect(of('work')).toBeGreaterThanOrEqual(of('adhesive'))
  })
})

describe('programme', () => {
  it('turning the work keeps its heat: the side that was under is now on top', () => {
    const run = runProgramme(usual(), { sole: steadySole(150), roomC: 20, phases: [down(8), { kind: 'turn' }, down(0.05)] })
    const fabric = layerOf(run, 'fabric')!
    const at = run.timesS.findIndex(t => t >= 8 - 1e-9)
    expect(Math.abs(fabric.meanC[at + 1]! - fabric.meanC[at]!)).toBeLessThan(8)
    expect(run.marks.map(m => m.kind)).toEqual(['down', 'lift', 'turn', 'down', 'lift'])
  })
  it('a cool clapper takes the heat out sooner than the air', () => {
    const cool = (phase: Phase) => {
      const run = runProgramme(usual(), { sole: steadySole(150), roomC: 20, phases: [down(20), phase] })
      return layerOf(run, 'adhesive')!.meanC[run.steps - 1]!
    }
    expect(cool({ kind: 'clapper', durationS: 20, pressureKPa: 1 })).toBeLessThan(cool({ kind: 'lifted', durationS: 20 }) - 5)
  })
  it('fabric warmed first by itself goes on from there: the interfacing comes to it cold, and the glue line is sooner hot', () => {
    const cold = runProgramme(usual(), { sole: steadySole(150), roomC: 20, phases: [down(30)] })
    const warm = runProgramme(usual(), {
      sole: steadySole(150), roomC: 20, phases: [{ kind: 'warm', durationS: 5, pressureKPa: 0.8 }, down(30)],
    })
    expect(warm.marks.map(m => m.kind)).toEqual(['warm', 'lay', 'down', 'lift'])
    const from = warm.marks.find(m => m.kind === 'down')!.atS
    expect(from).toBeCloseTo(5 + LAY_S, 6)
    const interfacing = layerOf(warm, 'interfacing')!, fabric = layerOf(warm, 'fabric')!
    expect(interfacing.meanC[stepAt(warm, 4.9)]).toBe(20)
    expect(fabric.meanC[stepAt(warm, 4.9)]).toBeGreaterThan(70)
    expect(timeToReachS(warm, layerOf(warm, 'adhesive')!, 100)! - from).toBeLessThan(timeToReachS(cold, layerOf(cold, 'adhesive')!,
      100)! - 1.5)
    expect(energyGap(warm)).toBeLessThan(0.005)
  })
  it('what is misted and damped comes on when it is laid, not while the fabric is warmed', () => {
    const run = runProgramme(usual({ mistGsm: 40, pressClothWaterGsm: 80 }), {
      sole: steadySole(150), roomC: 20, phases: [{ kind: 'warm', durationS: 5, pressureKPa: 3 }, down(2)],
    })
    const pressCloth = layerOf(run, 'pressCloth')!,
      fabric = layerOf(run, 'fabric')!
    expect(freeWaterGsm(pressCloth, stepAt(run, 4.9))).toBe(0)
    expect(freeWaterGsm(pressCloth, stepAt(run, 5 + LAY_S - 0.1))).toBeGreaterThan(75)
    expect(freeWaterGsm(fabric, stepAt(run, 5 + LAY_S - 0.1))).toBeGreaterThan(15)
  })
  it('without the pressing surface it computes the same', () => {
    const of = (skipSurface: boolean) => runProgramme(usual(), { sole: steadySole(150), roomC: 20, phases: [down(12)] }, { skipSurface })
    expect(layerOf(of(true), 'surface')).toBeUndefined()
    expect(layerOf(of(true), 'adhesive')!.meanC.at(-1)).toBe(layerOf(of(false), 'adhesive')!.meanC.at(-1))
  })
  it('a baking sheet keeps the steam of the iron out', () => {
    const to = (pressCloth: 'muslin' | 'parchment') => {
      const run = runProgramme(usual({ pressCloth }), { sole: steadySole(140), roomC: 20, phases: [down(20, { steamGM2S: 60,
        steamS: 3 })] })
      return run.energy.steamJ
    }
    expect(to('parchment')).toBe(0)
    expect(to('muslin')).toBeGreaterThan(0)
  })
})

describe('thermostat', () => {
  const t = { meanC: 150, swingC: 15, warmCPerS: 2, coolCPerS: 0.2, phase: 0 }
  it('swings between mean ± swing with the cycle of its rates', () => {
    expect(cycleS(t)).toBeCloseTo(165)
    const curve = thermostat(t)
    expect(curve(0)).toBeCloseTo(135)
    expect(curve(15)).toBeCloseTo(165)
    expect(curve(165)).toBeCloseTo(135)
  })
  it('averages to its mean for any phase', () => {
    fc.assert(fc.property(fc.double({ min: 0, max: 1, noNaN: true }), (phase) => {
      const curve = thermostat({ ...t, phase })
      let sum = 0
      for (let s = 0; s < 1650; s++) sum += curve(s + 0.5)
      expect(sum / 1650).toBeCloseTo(150, 0)
    }))
  })
})

describe('the iron as it was', () => {
  it('is read straight between its readings, held at its ends, in any order of asking', () => {
    const sole = readSole({ timesS: [0, 10, 20], soleC: [20, 60, 50] })
    expect([15, 0, 5, 25, -1, 10].map(t => sole(t))).toEqual([55, 20, 40, 50, 20, 60])
  })
  it('without a reading it is an error that says so', () =>
    expect(() => readSole({ timesS: [], soleC: [] })).toThrow(/at least one reading/))
  it('a run follows it', () => {
    const run = runProgramme(usual(), { sole: readSole({ timesS: [0, 30], soleC: [40, 160] }), roomC: 20, phases: [down(30)] })
    expect(run.soleC[stepAt(run, 15)]).toBeCloseTo(40 + 4 * run.timesS[stepAt(run, 15)]!, 3)
    expect(timeToReachS(run, layerOf(run, 'adhesive')!, 100)).toBeGreaterThan(20)
  })
  it('one that sags asks what was drawn from it, and that only grows', () => {
    const asked: number[] = []
    runProgramme(usual(), { sole: (_t, drawn) => { asked.push(drawn ?? -1); return 150 }, roomC: 20, phases: [down(5)] })
    expect(asked[0]).toBe(0)
    expect(asked.every((d, i) => i === 0 || d >= asked[i - 1]!)).toBe(true)
    expect(asked.at(-1)).toBeGreaterThan(10_000)
  })
})

describe('lifted into the room', () => {
  it('a thin warm fabric loses heat to twelve watts a kelvin from its top, and the sooner the more the air takes', () => {
    const cooled = (airWm2K?: number) => {
      const stack = usual({ pressCloth: null })
      const run = runProgramme(stack, {
        sole: steadySole(150), roomC: 20, phases: [down(20), { kind: 'lifted', durationS: 30 }],
      }, airWm2K === undefined ? {} : { airWm2K })
      return layerOf(run, 'fabric')!.meanC[run.steps - 1]!
    }
    expect(cooled()).toBe(cooled(12))
    expect(cooled(6)).toBeGreaterThan(cooled() + 1)
    expect(cooled(24)).toBeLessThan(cooled() - 1)
  })
})
