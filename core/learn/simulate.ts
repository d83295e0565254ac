import { layerOf, timeToReachS } from '../heat'
import { draftRecipe, evaluate, USUAL_METHODS, type PressSetup } from '../recipe'
import { mix, normalQuantile, placeAmong, seeded } from '../numeric'
import { SKETCH, type Knowledge } from '../window'
import { learn, quantilesOver, type Lesson } from './learn'
import { expectedGrade } from './observe'
import { bondTable, TABLE_NODES } from './table'

/** How a workroom with a hidden iron offset and contact fares: prediction errors and interval coverage before and after some swatches. */
export interface Simulated {
  /** Swatches learned from, and for each count the error of the predicted time to the window, s, and whether the 95 % interval held it. */
  counts: number[]
  errorS: number[]
  held: boolean[]
}

const LONGEST_S = 90
/** Swatches are pressed between too little and too much, as a person feels their way. */
const SHORTEST_HOLD_S = 5, HOLDS_SPREAD_S = 18
const GRADE_NOISE = 0.6
const INTERVAL_SHARES = [0.025, 0.5, 0.975]

/** Time for the glue line to reach `wantedC`, s, for a sole offset and contact; LONGEST_S if it never does. */
function timeToWindowS(setup: PressSetup, soleC: number, wantedC: number, dialC: number, logContact: number): number {
  const recipe = {
    ...draftRecipe(setup, 'dry', { label: '', meanC: soleC, swingC: 0, origin: 'typical' }, 'back', 1, 'lean'), warmS: 0,
    holdS: LONGEST_S,
  }
  const { run } = evaluate(setup, recipe, { ...SKETCH, soleOffsetC: dialC, contactFactor: Math.exp(logContact) })
  return timeToReachS(run, layerOf(run, 'adhesive')!, wantedC) ?? LONGEST_S
}

/**
 * One simulated workroom: its hidden truth is drawn from what is known, its swatches are pressed with it and judged with
 * scatter (one in twenty quite oddly), and the time to the window on another pressing is predicted.
 */
export function simulateWorkroom(setups: readonly PressSetup[], known: Knowledge, counts: readonly number[], seed: number): Simulated {
  const random = seeded(seed)
  const normal = () => normalQuantile(random())
  const truth = {
    dialC: known.dialC + normal() * known.dialSdC, logContact: known.logContact + normal() * known.contactSd,
    meltC: normal() * known.meltSdC, logRate: normal() * known.rateSd,
  }
  const most = Math.max(...counts)
  const lessons = Array.from({ length: most }, (): Lesson => {
    const setup = setups[Math.floor(random() * setups.length)]!
    const method = USUAL_METHODS[Math.floor(random() * USUAL_METHODS.length)]!
    const meanC = 140 + random() * 60
    const recipe = {
      ...draftRecipe(setup, method, { label: '', meanC, swingC: 0, origin: 'typical' }, 'back', 1, 'lean'), warmS: 0,
      holdS: Math.round(SHORTEST_HOLD_S + random() * HOLDS_SPREAD_S),
    }
    const real = evaluate(setup, recipe, {
      ...SKETCH, soleOffsetC: truth.dialC, contactFactor: Math.exp(truth.logContact), meltShiftC: truth.meltC,
    })
    const odd = random() < 0.05 ? (random() < 0.5 ? -3 : 3) : 0
    const grade = Math.min(
      5, Math.max(0, Math.round(expectedGrade(Math.log(Math.max(0.01, real.bond.final)) + truth.logRate) + normal() * GRADE_NOISE + odd)),
    )
    return { judged: { grade, dotsCrisp: false, overdone: false, peelN50: null }, table: bondTable(setup, recipe, known, {}, SKETCH) }
  })
  const setup = setups[0]!, soleC = 175, wantedC = 118
  const actualS = timeToWindowS(setup, soleC, wantedC, truth.dialC, truth.logContact)
  const grid = TABLE_NODES.map(d =>
    TABLE_NODES.map(c => timeToWindowS(setup, soleC, wantedC, known.dialC + d * known.dialSdC, known.logContact + c * known.contactSd)),
  )
  const predict = (draw: Float64Array) => {
    const a = placeAmong(TABLE_NODES, (draw[0]! - known.dialC) / known.dialSdC),
      b = placeAmong(TABLE_NODES, (draw[1]! - known.logContact) / known.contactSd)
    const row = (i: number) => mix(grid[i]![b.i]!, grid[i]![b.i + 1]!, b.f)
    return mix(row(a.i), row(a.i + 1), a.f)
  }
  const answers = counts.map(n => quantilesOver(learn(known, lessons.slice(0, n)), predict, INTERVAL_SHARES) as [number, number, number])
  return {
    counts: [...counts], errorS: answers.map(q => Math.abs(q[1] - actualS)), held: answers.map(q => q[0] <= actualS && actualS <= q[2]),
  }
}
