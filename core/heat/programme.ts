import { CLAPPER } from '../materials'
import { DEFAULT_GRID, buildGrid, carryState, wetLayer, type Grid, type GridOptions } from './grid'
import { contactWm2K, type Layer, type Stack } from './layer'
import { createRecorder, type Transient } from './recorder'
import { createSolver, type Exposure, type Ledger } from './solver'
import type { SoleCurve } from './sole'

/** What is done to the stack, one after the other. */
export type Phase
  /** Sole down for `durationS` at `pressureKPa`, steam entering for the first `steamS` seconds. */
  = | { kind: 'down', durationS: number, pressureKPa: number, steamGM2S?: number, steamS?: number }
  /** Sole away, open to the room. */
    | { kind: 'lifted', durationS: number }
  /** The work is turned over under its cover, state kept; the cover may be wetted again. */
    | { kind: 'turn', rewetCoverGsm?: number }
  /** Cover off, a cool wooden clapper on. */
    | { kind: 'clapper', durationS: number, pressureKPa: number }

export interface Programme {
  sole: SoleCurve
  phases: Phase[]
  roomC: number
}

export interface RunOptions extends Partial<GridOptions> {
  /** Scales every time step; 0.5 halves them. */
  stepScale?: number
  /** Share of vapour made in the stack that moves inward. */
  inwardShare?: number
  /** Share of the iron's steam that enters the stack; the rest blows off sideways. */
  steamShare?: number
  /** Multiplies every contact conductance (learned from swatches). */
  contactFactor?: number
  /** Overrides every contact conductance, W/(m²·K); for checks against exact solutions. */
  contactWm2K?: number
  /** Conductance of an uncovered face to the room, W/(m²·K). */
  airWm2K?: number
}

const MIN_STEP_S = 0.01, MAX_STEP_S = 0.3, WANTED_CHANGE_K = 3
/** Layers lying loose on each other touch at about this pressure, kPa. */
const LOOSE_KPA = 0.05

const clapperLayer = (): Layer => ({
  id: 'clapper', role: 'clapper', ...CLAPPER, addedWaterGsm: 0, waterCapacityGsm: 0,
})

/**
 * Runs a programme on a stack and records every layer against time.
 * Steps are implicit, so their length (0.01–0.3 s) is chosen for error: aimed at 3 K a step.
 * @returns times (s), sole (°C), temperatures (°C) and water (g/m²) of each layer, marks and the energy ledger
 */
export function runProgramme(stack: Stack, programme: Programme, options: RunOptions = {}): Transient {
  const gridOptions: GridOptions = {
    cellMm: options.cellMm ?? DEFAULT_GRID.cellMm,
    grading: options.grading ?? DEFAULT_GRID.grading,
    roomC: programme.roomC,
  }
  const scale = options.stepScale ?? 1
  const inwardShare = options.inwardShare ?? 0.5
  const steamShare = options.steamShare ?? 0.5
  const air = options.airWm2K ?? 12
  const contact = (kPa: number) => options.contactWm2K ?? contactWm2K(kPa) * (options.contactFactor ?? 1)
  const tracked = [...(stack.cover ? [stack.cover] : []), ...stack.work, ...stack.bed]
  const recorder = createRecorder(tracked)

  let work = stack.work
  let above: Layer | null = stack.cover
  const ledger: Ledger = { topJ: 0, bottomJ: 0, steamJ: 0, vapourOutJ: 0, vapourOutKg: 0 }
  const layersNow = () => [...(above ? [above] : []), ...work, ...stack.bed]
  let grid: Grid = buildGrid(layersNow(), gridOptions)
  let solver = createSolver(grid, ledger)
  const startJ = solver.storedJ()
  let addedJ = 0
  let timeS = 0, cellSteps = 0

  function rebuild(reversed: ReadonlySet<string>): void {
    const before = solver.storedJ()
    const next = buildGrid(layersNow(), gridOptions)
    carryState(grid, next, reversed)
    grid = next
    solver = createSolver(grid, ledger)
    addedJ += solver.storedJ() - before
  }

  function expose(durationS: number, x: Exposure, pressureKPa: number, sole: SoleCurve | null, steamS: number): void {
    const end = timeS + durationS
    const steamEnd = timeS + Math.min(steamS, durationS)
    let dt = MIN_STEP_S * scale
    while (timeS < end - 1e-9) {
      const steaming = timeS < steamEnd - 1e-9
      let step = Math.min(dt, (steaming ? steamEnd : end) - timeS)
      if (end - timeS - step < 1e-6) step = end - timeS
      if (sole) x.topC = sole(timeS + step)
      const steam = x.steamKgM2S
      if (!steaming) x.steamKgM2S = 0
      const change = solver.step(step, x)
      x.steamKgM2S = steam
      timeS += step
      cellSteps += grid.count
      recorder.record(timeS, sole ? x.topC : NaN, pressureKPa, grid)
      const grow = change > 0 ? WANTED_CHANGE_K * scale / change : 2
      dt = Math.min(MAX_STEP_S * scale, Math.max(MIN_STEP_S * scale, step * Math.min(2, Math.max(0.5, grow))))
    }
  }

  recorder.record(0, programme.sole(0), 0, grid)
  for (const phase of programme.phases) {
    if (phase.kind === 'turn') {
      work = [...work].reverse()
      rebuild(new Set(work.map(l => l.id)))
      if (phase.rewetCoverGsm && above) {
        const before = solver.storedJ()
        wetLayer(grid, above.id, phase.rewetCoverGsm)
        addedJ += solver.storedJ() - before
      }
      recorder.mark(timeS, 'turn')
      continue
    }
    const x: Exposure = { topC: programme.roomC, topWm2K: air, bottomC: programme.roomC, bottomWm2K: stack.belowWm2K, steamKgM2S: 0, inwardShare }
    if (phase.kind === 'down') {
      const wm2K = contact(phase.pressureKPa)
      solver.setContact(wm2K)
      x.topWm2K = wm2K
      x.steamKgM2S = (phase.steamGM2S ?? 0) * steamShare / 1000
      recorder.mark(timeS, 'down')
      expose(phase.durationS, x, phase.pressureKPa, programme.sole, phase.steamS ?? 0)
      recorder.mark(timeS, 'lift')
    } else if (phase.kind === 'lifted') {
      solver.setContact(contact(LOOSE_KPA))
      expose(phase.durationS, x, 0, null, 0)
    } else {
      above = clapperLayer()
      rebuild(new Set())
      solver.setContact(contact(phase.pressureKPa))
      recorder.mark(timeS, 'clapper')
      expose(phase.durationS, x, phase.pressureKPa, null, 0)
    }
  }
  return recorder.finish({ startJ: startJ + addedJ, endJ: solver.storedJ(), ...ledger }, cellSteps)
}
