import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { buildStack, type StackInput } from '../stack'
import { buildMesh, DEFAULT_MESH } from './mesh'
import {
  energyGap, freeWaterGsm, LAY_S, layerOf, readSole, runProgramme, steadySole, stepAt, thermostat, cycleS, timeToReachS, contactWm2K,
  dryResistanceM2KW, type Layer, type Phase, type RunOptions, type Stack,
} from '.'
import { createSolver } from './solver'
import { placeFronts } from './conduct'
import { BOILING, createState, FREE, type Exposure } from './state'
import { moveVapour } from './vapour'
import { driesInS } from './water'

const slab = (over: Partial<Layer> = {}): Layer => ({
  id: 'slab', role: 'fabric', name: 'slab', massGsm: 3000, thicknessMm: 10, conductivityWmK: 0.05, heatCapacityJkgK: 1300, fibreKgM3: null,
  regainPct: 0, addedWaterGsm: 0, waterCapacityGsm: 0, vapourPasses: true, ...over,
})
const exposure = (over: Partial<Exposure>): Exposure => ({
  topC: 20, topWm2K: 0, bottomC: 20, bottomWm2K: 0, steamKgM2S: 0, inwardShare: 0.5, ...over,
})
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

describe('carried to a table', () => {
  const layer = (id: string, role: 'fabric' | 'surface', thicknessMm: number) => ({
    id, name: id, role, massGsm: thicknessMm * 400, thicknessMm, conductivityWmK: 0.05, fibreKgM3: null, heatCapacityJkgK: 1300,
    regainPct: 0, addedWaterGsm: 0, waterCapacityGsm: 0, vapourPasses: true,
  })
  it('the work keeps its heat, leaves that of the board behind, and cools on both sides', () => {
    const stack = {
      pressCloth: null, work: [layer('fabric', 'fabric', 0.5)], surface: [layer('felt', 'surface', 8)], belowWm2K: 1,
    }
    const after = (kind: 'lifted' | 'table') => {
      const run = runProgramme(stack, {
        sole: steadySole(150), roomC: 20,
        phases: [{ kind: 'down', durationS: 60, pressureKPa: 1 }, { kind, durationS: 60 }],
      })
      expect(energyGap(run)).toBeLessThan(0.005)
      const { meanC } = layerOf(run, 'fabric')!
      return { lifted: meanC[stepAt(run, 60)]!, end: meanC[run.steps - 1]! }
    }
    const table = after('table'), board = after('lifted')
    expect(table.lifted).toBeCloseTo(board.lifted, 6)
    expect(table.end).toBeLessThan(board.end - 5)
    expect(table.end).toBeGreaterThan(20)
  })
})

describe('conduction against exact solutions', () => {
  /**
   * Insulated-back slab suddenly heated through a surface conductance: the classical eigenvalue series,
   * θ = Σ 4 sin μ / (2μ + sin 2μ) · exp(−μ² Fo) · cos(μ x/L), with μ tan μ = Bi.
   */
  function series(bi: number, fo: number, xOverL: number): number {
    let sum = 0
    for (let n = 0; n < 60; n++) {
      let low = n * Math.PI, high = n * Math.PI + Math.PI / 2 - 1e-12
      for (let k = 0; k < 80; k++) {
        const mid = (low + high) / 2
        if (mid * Math.tan(mid) < bi) low = mid
        else high = mid
      }
      const mu = (low + high) / 2
      sum += 4 * Math.sin(mu) / (2 * mu + Math.sin(2 * mu)) * Math.exp(-mu * mu * fo) * Math.cos(mu * xOverL)
    }
    return sum
  }

  it('a slab suddenly heated follows the series within 1 % of the step', () => {
    const layer = slab()
    const mesh = buildMesh([layer], { cellMm: 0.1, grading: 1, roomC: 20 })
    const solver = createSolver(mesh)
    const h = 100, L = 0.01, k = 0.05, rhoC = 300 * 1300
    let timeS = 0, worst = 0
    for (const untilS of [10, 40, 120, 400]) {
      while (timeS < untilS - 1e-9) { solver.step(0.05, exposure({ topC: 150, topWm2K: h })); timeS += 0.05 }
      for (let c = 0; c < mesh.count; c += 9) {
        const x = L - (c + 0.5) * 1e-4
        const exact = 150 - 130 * series(h * L / k, k / rhoC * timeS / (L * L), x / L)
        worst = Math.max(worst, Math.abs(mesh.tC[c]! - exact) / 130)
      }
    }
    expect(worst).toBeLessThan(0.01)
    expect(worst).toBeGreaterThan(0)
  })

  it('halving the step quarters the error: dry it is of second order, and does not overshoot a jump', () => {
    const wholeS = 64
    const at = (steps: number) => {
      const mesh = buildMesh([slab()], { cellMm: 0.5, grading: 1, roomC: 20 }), solver = createSolver(mesh)
      for (let i = 0; i < steps; i++) solver.step(wholeS / steps, exposure({ topC: 150, topWm2K: 100 }))
      return [...mesh.tC]
    }
    const exact = at(20_000), apart = (steps: number) => Math.max(...at(steps).map((t, c) => Math.abs(t - exact[c]!)))
    const slope = Math.log2(apart(256) / apart(512))
    expect(slope).toBeGreaterThan(1.8)
    expect(slope).toBeLessThan(2.3)
    // One huge step brings everything to the sole, not beyond it.
    const mesh = buildMesh([slab()], { cellMm: 0.5, grading: 1, roomC: 20 })
    createSolver(mesh).step(1e7, exposure({ topC: 150, topWm2K: 1e5 }))
    for (const t of mesh.tC) expect(Math.abs(t - 150)).toBeLessThan(0.5)
  })
  it('a sole that climbs is followed to the same order', () => {
    const at = (steps: number) => {
      const mesh = buildMesh([slab()], { cellMm: 0.5, grading: 1, roomC: 20 }), solver = createSolver(mesh)
      for (let i = 0; i < steps; i++) {
        const fromS = i * 64 / steps
        solver.step(64 / steps, exposure({ topWm2K: 100 }), inS => 20 + 130 * Math.sin((fromS + inS) / 60))
      }
      return mesh.tC[mesh.count - 1]!
    }
    const exact = at(8192)
    expect(Math.log2(Math.abs(at(64) - exact) / Math.abs(at(128) - exact))).toBeGreaterThan(1.8)
  })

  it('two thick bodies meet at (b₁T₁+b₂T₂)/(b₁+b₂) within 1 %', () => {
    const hot = slab({ id: 'hot', startC: 150, thicknessMm: 20, massGsm: 20_000, conductivityWmK: 0.2 })
    const cold = slab({ id: 'cold', startC: 20, thicknessMm: 20, massGsm: 6000 })
    const mesh = buildMesh([hot, cold], { cellMm: 0.05, grading: 1, roomC: 20 })
    const solver = createSolver(mesh)
    solver.press(1, 1e9)
    for (let s = 0; s < 2000; s++) solver.step(0.005, exposure({}))
    const effusivity = (l: Layer) => Math.sqrt(l.conductivityWmK * l.massGsm / l.thicknessMm * l.heatCapacityJkgK)
    const wanted = (effusivity(hot) * 150 + effusivity(cold) * 20) / (effusivity(hot) + effusivity(cold))
    const j = mesh.first[1]!
    const wall = (0.2 * mesh.tC[j - 1]! + 0.05 * mesh.tC[j]!) / 0.25
    expect(Math.abs(wall - wanted) / 130).toBeLessThan(0.01)
  })

  it('the steady state is that of resistances in series to 0.1 %', () => {
    const stack = usual()
    // Plies of fabric that give, and a solid: what lies between is measured with the contacts that the solver was given.
    const layers = [stack.pressCloth!, stack.work[2]!, ...stack.surface].map((l, i) => ({
      ...l, id: `${i}`, role: 'fabric' as const, regainPct: 0, waterCapacityGsm: 0,
    }))
    const mesh = buildMesh(layers, { cellMm: 0.1, grading: 1.6, roomC: 20 })
    const solver = createSolver(mesh)
    const p = 30, h = contactWm2K(p)
    solver.press(p, h)
    const thick = (l: Layer) => dryResistanceM2KW(l, p)
    for (let s = 0; s < 4000; s++) solver.step(50, exposure({ topC: 150, topWm2K: h, bottomWm2K: 8 }))
    const totalR = layers.reduce((r, l) => r + thick(l), 0) + layers.length / h + 1 / 8
    const flux = 130 / totalR
    let r = 1 / h
    layers.forEach((l, i) => {
      const whole = thick(l)
      const top = 150 - flux * r, bottom = top - flux * whole
      let mean = 0
      for (let c = mesh.first[i]!; c < mesh.first[i + 1]!; c++) mean += mesh.tC[c]! * mesh.dxM[c]! * 1000 / l.thicknessMm
      expect(Math.abs(mean - (top + bottom) / 2) / 130, l.name).toBeLessThan(0.001)
      r += whole + 1 / h
    })
  })
})

describe('what must hold in any stack', () => {
  const stackInput = fc.record({
    firstSide: fc.constantFrom<'back' | 'face'>('back', 'face'),
    pressCloth: fc.constantFrom<StackInput['pressCloth']>(null, 'organza', 'muslin', 'drill', 'parchment'),
    surface: fc.constantFrom<StackInput['surface']>('padded', 'towel', 'hard', 'vacuum'),
    pressClothWaterGsm: fc.double({ min: 0, max: 400, noNaN: true }),
    mistGsm: fc.double({ min: 0, max: 80, noNaN: true }),
  })
  const conditions = fc.record({
    soleC: fc.double({ min: 80, max: 210, noNaN: true }),
    steamGM2S: fc.constantFrom(0, 28, 114),
    holdS: fc.double({ min: 1, max: 30, noNaN: true }),
  })

  it('energy in = stored + latent + lost, water stays between none and full, nothing is hotter than the iron', () => {
    let worst = 0
    fc.assert(
      fc.property(stackInput, conditions, (over, c) => {
        const stack = usual(over)
        const run = runProgramme(stack, {
          sole: steadySole(c.soleC), roomC: 20,
          phases: [
            down(c.holdS, { steamGM2S: c.steamGM2S, steamS: 3 }), { kind: 'lifted', durationS: 2 },
            { kind: 'turn', rewetPressClothGsm: 20 },
            down(c.holdS), { kind: 'clapper', durationS: 10, pressureKPa: 1 },
          ],
        })
        worst = Math.max(worst, energyGap(run))
        for (const t of run.layers) {
          const full = t.layer.waterCapacityGsm + t.layer.massGsm
          for (let i = 0; i < run.steps; i++) {
            expect(t.waterGsm[i]).toBeGreaterThanOrEqual(0)
            expect(t.waterGsm[i]).toBeLessThanOrEqual(full)
            expect(t.hottestC[i]).toBeLessThanOrEqual(Math.max(c.soleC, 100) + 1e-3)
          }
        }
      }),
      { numRuns: 24, seed: 11 },
    )
    expect(worst).toBeLessThan(0.005)
  })

  it('so much of the steam goes into the work as is said: none, half of it by usual, all', () => {
    const water = (steamShare?: number) => {
      const phases = [down(4, { steamGM2S: 60, steamS: 3 })]
      const run = runProgramme(usual(), { sole: steadySole(150), roomC: 20, phases }, { steamShare })
      return run.layers.reduce((s, l) => s + Math.max(...l.waterGsm), 0)
    }
    expect(water(0)).toBeLessThan(water(0.5))
    expect(water(0.5)).toBeLessThan(water(1))
    expect(water()).toBe(water(0.5))
  })

  it('water is never above what a layer holds, to the gram', () => {
    const stack = usual({ pressClothWaterGsm: 500 })
    const run = runProgramme(stack, { sole: steadySole(105), roomC: 20, phases: [down(20, { steamGM2S: 114, steamS: 20 })] })
    for (const t of run.layers) {
      const dry = t.layer.massGsm / (1 + t.layer.regainPct / 100)
      const holds = dry * t.layer.regainPct / 100 + t.layer.waterCapacityGsm
      expect(Math.max(...t.waterGsm), t.layer.name).toBeLessThanOrEqual(holds + 1e-3)
    }
  })

  it('a dry stack without regain never passes the iron and loses nothing as vapour', () => {
    const stack = usual()
    const dry = (l: Layer): Layer => ({ ...l, regainPct: 0 })
    const run = runProgramme({ ...stack, pressCloth: dry(stack.pressCloth!), work: stack.work.map(dry), surface: stack.surface.map(dry) },
      { sole: steadySole(160), roomC: 20, phases: [down(60)] })
    for (const t of run.layers) expect(Math.max(...t.hottestC)).toBeLessThanOrEqual(160)
    expect(run.energy.vapourOutKg).toBe(0)
  })
})

describe('convergence', () => {
  const coating: StackInput['fabric'] = {
    ...poplin, fibres: [{ fibre: 'wool', sharePct: 100 }], construction: 'coating', massGsm: 450, thicknessMm: 1.8,
  }
  it('halving step and cell moves the time to the window by under 2 %, the worst of 16 stacks', () => {
    const moved: number[] = []
    for (const soleC of [150, 200]) {
      for (const fabric of [poplin, coating]) {
        for (const [over, steamGM2S] of [[{}, 0], [{ pressClothWaterGsm: 100 }, 0], [{ mistGsm: 40 }, 0], [{}, 28.6]] as const) {
          const at = (options: RunOptions) => {
            const phases = [down(90, { pressureKPa: 3, steamGM2S, steamS: 3 })]
            const run = runProgramme(
              usual({ fabric, ...over }), { sole: steadySole(soleC), roomC: 20, phases }, { ...options, skipSurface: true },
            )
            return timeToReachS(run, layerOf(run, 'adhesive')!, 118)
          }
          const usualS = at({}), fineS = at({ cellMm: DEFAULT_MESH.cellMm / 2, errorScale: 0.25 })
          if (usualS !== null && fineS !== null) moved.push(Math.abs(usualS - fineS) / fineS)
        }
      }
    }
    expect(moved.length).toBe(16)
    expect(moved.reduce((s, m) => s + m, 0) / moved.length).toBeLessThan(0.01)
    expect(Math.max(...moved)).toBeLessThan(0.02)
  })
})

describe('a step that is not smooth', () => {
  it('goes up to where a cell is dry and not past it; every step of it balances', () => {
    const wet = slab({
      thicknessMm: 0.3, massGsm: 120, fibreKgM3: 1500, regainPct: 8, addedWaterGsm: 60, waterCapacityGsm: 200, conductivityWmK: 0.06,
    })
    const mesh = buildMesh([wet], { cellMm: 0.1, grading: 1, roomC: 20 }), solver = createSolver(mesh), cut: number[] = []
    let timeS = 0, heldJ = solver.storedJ()
    const before = { ...solver.ledger }, dryAtC = new Map<number, number>()
    while (timeS < 60) {
      const went = solver.step(1, exposure({ topC: 180, topWm2K: 400, bottomC: 20, bottomWm2K: 8 }))
      expect(went).toBeGreaterThan(0)
      expect(went).toBeLessThanOrEqual(1)
      if (went < 1) cut.push(went)
      timeS += went
      const now = solver.storedJ(), l = solver.ledger
      const came = l.topJ - before.topJ + l.bottomJ - before.bottomJ - (l.vapourOutJ - before.vapourOutJ)
      expect(Math.abs(now - heldJ - came)).toBeLessThan(1e-6 * Math.max(1, Math.abs(came)) + 1e-6)
      heldJ = now
      Object.assign(before, l)
      for (let c = 0; c < mesh.count; c++) {
        expect(mesh.waterKg[c]).toBeGreaterThanOrEqual(0)
        expect(mesh.tC[c]).toBeLessThanOrEqual(180 + 1e-3)
        if (mesh.waterKg[c]! <= mesh.boundKg[c]! + 1e-9 && !dryAtC.has(c)) dryAtC.set(c, mesh.tC[c]!)
      }
    }
    // A cell that has just lost its free water is no hotter than that water was.
    expect([...dryAtC.values()].filter(c => c < 101).length).toBeGreaterThanOrEqual(2)
    // Three cells dry one after the other: each is come to, and each is left.
    expect(cut.length).toBeGreaterThanOrEqual(3)
    expect(cut.length).toBeLessThan(20)
    expect(Math.max(...mesh.waterKg.map((w, c) => w - mesh.boundKg[c]!))).toBeLessThan(1e-9)
  })
})

describe('what a grid keeps from stage to stage', () => {
  const grid = () => createState(buildMesh([slab({ thicknessMm: 0.4, massGsm: 160, fibreKgM3: 1500, regainPct: 8, addedWaterGsm: 40,
    waterCapacityGsm: 200 })], { cellMm: 0.1, grading: 1, roomC: 20 }), { topJ: 0, bottomJ: 0, steamJ: 0, vapourOutJ: 0, vapourOutKg: 0 })
  it('a cell that no vapour reaches any more is not held at 100 °C by it', () => {
    const state = grid()
    state.fed[2] = 1
    state.fedTo = 2
    moveVapour(state, 0, 0.5)
    expect(state.fed.every(f => f === 0)).toBe(true)
    expect(state.fedTo).toBe(-1)
  })
  it('says when the first cell will be dry, if that is within the step', () => {
    const state = grid(), { waterKg, boundKg } = state.mesh
    state.oldKg.set(waterKg)
    expect(driesInS(state, 0.2)).toBe(0)
    waterKg[1] = boundKg[1]! + 0.003
    state.oldKg[1] = waterKg[1]! + 0.002
    expect(driesInS(state, 0.2)).toBeCloseTo(0.3, 3)
    waterKg[2] = boundKg[2]! + 0.001
    state.oldKg[2] = waterKg[2]! + 0.002
    expect(driesInS(state, 0.2)).toBeCloseTo(0.1, 3)
    waterKg[1] = waterKg[2] = boundKg[1]! + 0.01
    state.oldKg[1] = state.oldKg[2] = waterKg[1]! + 0.002
    expect(driesInS(state, 0.2)).toBe(0)
  })
  it('a front stands off the middle while its cell boils, and is gone when it does not', () => {
    const state = grid()
    placeFronts(state)
    const half = state.upR[1]!
    state.mode[1] = BOILING
    state.waterAtBoil[1] = state.mesh.waterKg[1]! * 2
    placeFronts(state)
    expect(state.upR[1]).not.toBeCloseTo(half, 9)
    state.mode[1] = FREE
    placeFronts(state)
    expect(state.upR[1]).toBeCloseTo(half, 12)
    expect(state.joint[0]).toBeCloseTo(1 / (state.downR[0]! + state.contactR[0]! + half), 9)
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
