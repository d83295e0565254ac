import { describe, expect, it } from 'vitest'
import {
  comesToS, layerOf, runProgramme, stepAt, steadySole, timeHeldS, timeToReachS, valueAt, type Layer, type Phase, type Stack,
} from '.'

const layer = (id: string, role: Layer['role'], over: Partial<Layer> = {}): Layer => ({
  id, role, name: id, massGsm: 120, thicknessMm: 0.3, conductivityWmK: 0.05, fibreKgM3: 1540, heatCapacityJkgK: 1340, regainPct: 0,
  addedWaterGsm: 0, waterCapacityGsm: 0, vapourPasses: true, ...over,
})
const stack = (): Stack => ({
  pressCloth: layer('pressCloth', 'pressCloth'),
  work: [
    layer('interfacing', 'interfacing'), layer('adhesive', 'adhesive', { massGsm: 12, thicknessMm: 0.05, conductivityWmK: 0.1,
      fibreKgM3: null }),
    layer('fabric', 'fabric'),
  ],
  surface: [layer('surface0', 'surface', { massGsm: 900, thicknessMm: 6 })], belowWm2K: 8,
})
const run = (phases: Phase[], soleC = 180) => runProgramme(stack(), { sole: steadySole(soleC), roomC: 20, phases })
const down = (durationS: number): Phase => ({ kind: 'down', durationS, pressureKPa: 0.8 })

describe('a run as it is recorded', () => {
  const r = run([
    down(10), { kind: 'lifted', durationS: 3 }, { kind: 'turn' }, down(10), { kind: 'clapper', durationS: 8, pressureKPa: 0.6 },
  ])
  it('keeps time: every phase at its place, to the end', () => {
    expect(r.timesS[0]).toBe(0)
    expect(r.timesS[r.steps - 1]).toBeCloseTo(31, 6)
    for (let i = 1; i < r.steps; i++) expect(r.timesS[i]!).toBeGreaterThan(r.timesS[i - 1]!)
    expect(r.marks.map(m => [m.kind, Math.round(m.atS)])).toEqual([
      ['down', 0], ['lift', 10], ['turn', 13], ['down', 13], ['lift', 23], ['clapper', 23],
    ])
  })
  it('says where the iron was away, and with what weight', () => {
    const at = (s: number) => stepAt(r, s)
    expect(r.soleC[at(5)]).toBe(180)
    expect(Number.isNaN(r.soleC[at(11.5)]!)).toBe(true)
    expect(r.pressureKPa[at(5)]).toBeCloseTo(0.8, 5)
    expect(r.pressureKPa[at(11.5)]).toBe(0)
    expect(r.pressureKPa[at(28)]).toBeCloseTo(0.6, 5)
  })
  it('the side turned to the iron is the hotter one, each time', () => {
    const interfacing = layerOf(r, 'interfacing')!, fabric = layerOf(r, 'fabric')!
    expect(interfacing.meanC[stepAt(r, 9.9)]!).toBeGreaterThan(fabric.meanC[stepAt(r, 9.9)]!)
    expect(fabric.meanC[stepAt(r, 22.9)]!).toBeGreaterThan(interfacing.meanC[stepAt(r, 22.9)]!)
  })
  it('a cool clapper cools; every layer ends nearer the room', () => {
    for (const role of ['interfacing', 'adhesive', 'fabric'] as const)
      expect(layerOf(r, role)!.meanC[r.steps - 1]!).toBeLessThan(layerOf(r, role)!.meanC[stepAt(r, 23)]! - 20)
  })
})

describe('when a figure comes to what is wanted', () => {
  const at = { timesS: Float64Array.of(0, 2, 4, 8), steps: 4 }, values = [1, 3, 2, 6]
  it('is read straight between steps, at the first time, from where it is looked at', () => {
    const when = (wanted: number, from?: number) => comesToS(at, i => values[i]!, wanted, from)
    expect([when(0), when(2), when(3), when(4), when(7)]).toEqual([0, 1, 2, 6, null])
    expect([when(1, 1), when(4, 2), when(2, 2)]).toEqual([2, 6, 4])
  })
})

describe('reading it', () => {
  const r = run([down(30)])
  const glue = layerOf(r, 'adhesive')!
  it('between two steps it reads straight across, at the ends it holds', () => {
    const i = 20, mid = (r.timesS[i]! + r.timesS[i + 1]!) / 2
    expect(valueAt(r, glue.meanC, mid)).toBeCloseTo((glue.meanC[i]! + glue.meanC[i + 1]!) / 2, 4)
    expect(valueAt(r, glue.meanC, 1e6)).toBe(glue.meanC[r.steps - 1])
    expect(valueAt(r, glue.meanC, 0)).toBe(glue.meanC[0])
  })
  it('the time to a temperature is the time at which it is read there', () => {
    const s = timeToReachS(r, glue, 110)!
    expect(valueAt(r, glue.meanC, s)).toBeCloseTo(110, 1)
    expect(timeToReachS(r, glue, 500)).toBeNull()
  })
  it('a hotter iron is sooner there, and held time adds up to the whole', () => {
    const hot = run([down(30)], 200)
    expect(timeToReachS(hot, layerOf(hot, 'adhesive')!, 110)!).toBeLessThan(timeToReachS(r, glue, 110)!)
    expect(timeHeldS(r, glue, 100, 1e6)).toBeCloseTo(30, 6)
  })
  it('steps are found by their time', () => {
    for (const i of [0, 1, 7, r.steps - 1]) expect(stepAt(r, r.timesS[i]!)).toBe(i)
    expect(stepAt(r, -5)).toBe(0)
  })
})
