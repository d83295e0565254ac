import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { buildStack, type StackInput } from '../stack'
import { buildMesh, DEFAULT_MESH } from './mesh'
import {
  energyGap, layerOf, runProgramme, steadySole, stepAt, timeToReachS, type Layer, type Phase, type RunOptions, type Stack,
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
