import { CLAPPER } from '../materials'
import { DEFAULT_MESH, buildMesh, carryState, meanOf, wetLayer, type Mesh, type MeshOptions } from './mesh'
import { contactWm2K, type Layer, type LayerRole, type Stack } from './layer'
import { createRecorder, type Transient } from './recorder'
import { createSolver } from './solver'
import type { Exposure, Ledger } from './state'
import type { SoleCurve } from './sole'

/** What is done to the stack, one after the other. */
export type Phase
  /** The fabric is warmed by itself under the cover, before the rest is laid on it; only ever the first. */
  = | { kind: 'warm', durationS: number, pressureKPa: number, layS?: number }
  /** Sole down for `durationS` at `pressureKPa`, steam entering for the first `steamS` seconds. */
    | { kind: 'down', durationS: number, pressureKPa: number, steamGM2S?: number, steamS?: number }
  /** Sole away, open to the room. */
    | { kind: 'lifted', durationS: number }
  /** The work is turned over under its cover, state kept; the cover may be wetted again, the fabric misted. */
    | { kind: 'turn', rewetPressClothGsm?: number, mistGsm?: number }
  /** Cover off, a cool wooden clapper on. */
    | { kind: 'clapper', durationS: number, pressureKPa: number, until?: Until }
  /** Carried flat to a cool table, open to the room. */
    | { kind: 'table', durationS: number, until?: Until }

/** Ends a phase sooner: when each of the layers is no warmer on the whole. It is looked at every so often, not before `leastS`. */
interface Until { layers: 'work' | 'adhesive', atMostC: number, everyS: number, leastS: number }

export interface Programme {
  sole: SoleCurve
  phases: Phase[]
  roomC: number
}

export interface RunOptions extends Partial<MeshOptions> {
  /** Scales how far a course may bend within a step; 0.25 halves the steps. */
  errorScale?: number
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
  /** The surface is not read: it is computed, but not recorded. */
  skipSurface?: boolean
}

/** Steps are no shorter and no longer than this under the sole, and while it cools, s; on coarser grids both grow. */
const MIN_STEP_S = 0.005, MAX_STEP_S = 1, COOLING_STEP_S = 5, WANTED_BEND_K = 4
/** Steam goes by steps no longer than this, s: it changes everything at once. */
const STEAM_STEP_S = 0.2
/** Layers lying loose on each other touch at about this pressure, kPa. */
const LOOSE_KPA = 0.05
/** Laying the interfacing on warmed fabric, and the press cloth on that, takes about this long, s. */
export const LAY_S = 4

const NONE: ReadonlySet<string> = new Set()
const clapperLayer = (): Layer => ({
  id: 'clapper', role: 'clapper', ...CLAPPER, addedWaterGsm: 0, waterCapacityGsm: 0,
})
const tableLayer = (): Layer => ({ ...clapperLayer(), id: 'table', role: 'surface' })
const dryLayer = (l: Layer): Layer => ({ ...l, addedWaterGsm: 0 })

/**
 * Runs a programme on a stack and records every layer against time.
 * Steps are implicit, so their length (0.005–1 s, cooling to 5 s) is chosen for error: the next is made so long
 * that no cell's course should bend by more than 4 K within it.
 * @returns times (s), sole (°C), temperatures (°C) and water (g/m²) of each layer, marks and the energy ledger
 */
export function runProgramme(stack: Stack, programme: Programme, options: RunOptions = {}): Transient {
  const meshOptions: MeshOptions = {
    cellMm: options.cellMm ?? DEFAULT_MESH.cellMm,
    grading: options.grading ?? DEFAULT_MESH.grading,
    roomC: programme.roomC,
  }
  const scale = options.errorScale ?? 1
  const leastS = MIN_STEP_S * Math.sqrt(scale), mostS = MAX_STEP_S * Math.pow(scale, 0.25)
  const inwardShare = options.inwardShare ?? 0.5
  const steamShare = options.steamShare ?? 0.5
  const air = options.airWm2K ?? 12
  const contact = (kPa: number) => options.contactWm2K ?? contactWm2K(kPa) * (options.contactFactor ?? 1)
  const warmed = programme.phases[0]?.kind === 'warm'
  const recorder = createRecorder(
    [...(stack.pressCloth ? [stack.pressCloth] : []), ...stack.work, ...(options.skipSurface ? [] : stack.surface)], programme.roomC,
  )

  let work = warmed ? stack.work.filter(l => l.role === 'fabric').map(dryLayer) : stack.work
  let surface = stack.surface
  let above: Layer | null = stack.pressCloth && warmed ? dryLayer(stack.pressCloth) : stack.pressCloth
  const ledger: Ledger = { topJ: 0, bottomJ: 0, steamJ: 0, vapourOutJ: 0, vapourOutKg: 0 }
  const layersNow = () => [...(above ? [above] : []), ...work, ...surface]
  let mesh: Mesh = buildMesh(layersNow(), meshOptions)
  let solver = createSolver(mesh, ledger)
  const startJ = solver.storedJ()
  let addedJ = 0
  let dt = leastS
  let timeS = 0, cellSteps = 0, wetFromS = Infinity
  const brought = () => { wetFromS = Math.min(wetFromS, timeS) }
  if (layersNow().some(l => l.addedWaterGsm > 0)) brought()

  function rebuild(reversed: ReadonlySet<string>, fresh: ReadonlySet<string> = NONE): void {
    const before = solver.storedJ()
    const next = buildMesh(layersNow(), meshOptions)
    carryState(mesh, next, reversed, fresh)
    mesh = next
    solver = createSolver(mesh, ledger)
    addedJ += solver.storedJ() - before
  }
  function wet(id: string, waterGsm: number): void {
    brought()
    const before = solver.storedJ()
    wetLayer(mesh, id, waterGsm)
    solver = createSolver(mesh, ledger)
    addedJ += solver.storedJ() - before
  }

  function expose(durationS: number, x: Exposure, pressureKPa: number, sole: SoleCurve | null, steamS: number, anew = true): void {
    const end = timeS + durationS
    const steamEnd = timeS + Math.min(steamS, durationS)
    const wanted = WANTED_BEND_K * scale
    const steam = x.steamKgM2S
    const soleIn = sole ? (inS: number) => sole(timeS + inS, ledger.topJ) : undefined
    if (anew) {
      dt = leastS
      solver.restart()
    }
    while (timeS < end - 1e-9) {
      const steaming = steam > 0 && timeS < steamEnd - 1e-9
      let step = steaming ? Math.min(dt, STEAM_STEP_S, steamEnd - timeS) : Math.min(dt, end - timeS)
      if (end - timeS - step < 1e-6) step = end - timeS
      x.steamKgM2S = steaming ? steam : 0
      step = solver.step(step, x, soleIn)
      timeS += step
      cellSteps += mesh.count
      recorder.record(timeS, sole ? x.topC : NaN, pressureKPa, mesh)
      const bend = solver.bendK
      if (Number.isNaN(bend)) continue
      // A step that was cut to end in time says nothing against longer ones.
      if (step < dt && bend < wanted) continue
      const grow = bend > 0 ? 0.9 * Math.sqrt(wanted / bend) : 2
      dt = Math.min(sole ? mostS : COOLING_STEP_S, Math.max(leastS, step * Math.min(2, Math.max(0.4, grow))))
    }
  }
  /** Cools for as long as it may, or until it is cool enough. */
  function cool(mostS: number, x: Exposure, pressureKPa: number, until?: Until): void {
    if (!until) return expose(mostS, x, pressureKPa, null, 0)
    const fromS = timeS, roles = (role: LayerRole) => until.layers === 'adhesive' ? role === 'adhesive' : work.some(l => l.role === role)
    const isCool = () => mesh.layers.every((layer, l) => !roles(layer.role) || meanOf(mesh, l) <= until.atMostC)
    for (let lookS = until.leastS; lookS < mostS; lookS += until.everyS) {
      expose(fromS + lookS - timeS, x, pressureKPa, null, 0, timeS === fromS)
      if (isCool()) return
    }
    expose(fromS + mostS - timeS, x, pressureKPa, null, 0, timeS === fromS)
  }
  const open = (): Exposure => ({
    topC: programme.roomC, topWm2K: air, bottomC: programme.roomC, bottomWm2K: stack.belowWm2K, steamKgM2S: 0, inwardShare,
  })
  function lift(durationS: number, until?: Until): void {
    solver.press(LOOSE_KPA, contact(LOOSE_KPA))
    cool(durationS, open(), 0, until)
  }

  recorder.record(0, programme.sole(0, 0), 0, mesh)
  for (const phase of programme.phases) {
    if (phase.kind === 'turn') {
      work = [...work].reverse()
      rebuild(new Set(work.map(l => l.id)))
      if (phase.rewetPressClothGsm && above) wet(above.id, phase.rewetPressClothGsm)
      const fabric = phase.mistGsm ? work.find(l => l.role === 'fabric') : undefined
      if (fabric) wet(fabric.id, phase.mistGsm!)
      recorder.mark(timeS, 'turn')
    } else if (phase.kind === 'clapper') {
      above = clapperLayer()
      rebuild(NONE)
      solver.press(phase.pressureKPa, contact(phase.pressureKPa))
      recorder.mark(timeS, 'clapper')
      cool(phase.durationS, open(), phase.pressureKPa, phase.until)
    } else if (phase.kind === 'table') {
      above = null
      surface = [tableLayer()]
      rebuild(NONE)
      recorder.mark(timeS, 'table')
      lift(phase.durationS, phase.until)
    } else if (phase.kind === 'lifted') {
      lift(phase.durationS)
    } else {
      const x = open()
      x.topWm2K = contact(phase.pressureKPa)
      solver.press(phase.pressureKPa, x.topWm2K)
      recorder.mark(timeS, phase.kind)
      if (phase.kind === 'warm') {
        expose(phase.durationS, x, phase.pressureKPa, programme.sole, 0)
        recorder.mark(timeS, 'lay')
        layRest(phase.layS ?? LAY_S)
      } else {
        x.steamKgM2S = (phase.steamGM2S ?? 0) * steamShare / 1000
        if (x.steamKgM2S > 0 && (phase.steamS ?? 0) > 0) brought()
        expose(phase.durationS, x, phase.pressureKPa, programme.sole, phase.steamS ?? 0)
        recorder.mark(timeS, 'lift')
      }
    }
  }
  return recorder.finish({ startJ: startJ + addedJ, endJ: solver.storedJ(), ...ledger }, cellSteps, wetFromS)

  /**
   * The rest of the work is laid on the warm fabric and misted, the press cloth on that: a damp one fresh, a dry one as it came from
   * warming.
   */
  function layRest(layS: number): void {
    work = stack.work
    above = stack.pressCloth
    const fresh = new Set(above && above.addedWaterGsm > 0 ? [above.id] : [])
    if (fresh.size > 0) brought()
    rebuild(NONE, fresh)
    const fabric = work.find(l => l.role === 'fabric')
    if (fabric && fabric.addedWaterGsm > 0) wet(fabric.id, fabric.addedWaterGsm)
    lift(layS)
  }
}
