import { FULL_BOND, OVER_FUSED } from '../bond'
import { layerOf, stepAt } from '../heat'
import { evaluate, resinOf, type Bench, type EvaluateOptions, type Outcome, type Recipe } from '../recipe'
import { holdsGiven, phasesDone, type PressEvent } from './replay'

/** A cause found in the pressing as it was done, worst first. */
export type Cause
  = | { why: 'tooCool', peakC: number, wantedC: number }
    | { why: 'tooShort', heldS: number, askedS: number }
    | { why: 'notEnough', bond: number, holdS: number, neededS: number | null }
    | { why: 'heldWet', heldS: number }
    | { why: 'handledWarm', atC: number, setC: number }
    | { why: 'overdone', bond: number, peakC: number }
    | { why: 'washTooHot', washC: number, limitC: number }
    | { why: 'bonded', bond: number }

export interface Explanation { causes: Cause[], outcome: Outcome }

export interface Pressed {
  bench: Bench
  recipe: Recipe
  events: readonly PressEvent[]
  /** Hottest wash it has been through, and what its resin or sheet stands, °C. */
  washedC: number | null
  washLimitC: number | null
}

const CLEARLY_SHORTER = 0.92
const HELD_WET_S = 6
const MOST_NEEDED_S = 120

/** Why a swatch held or peeled, from the transient that was really pressed. */
export function explainPressed(p: Pressed, options: EvaluateOptions = {}): Explanation {
  const phases = phasesDone(p.recipe, p.events)
  const outcome = evaluate(p.bench, p.recipe, { ...options, ...(phases.some(x => x.kind === 'down') ? { phases } : {}) })
  const causes: Cause[] = []
  const { bond, run } = outcome
  const given = holdsGiven(p.events)
  const heldS = given.length ? Math.min(...given) : p.recipe.holdS
  if (bond.final < FULL_BOND) {
    if (bond.inWindowS < 1) causes.push({ why: 'tooCool', peakC: bond.peakC, wantedC: windowFrom(p, options) })
    if (heldS < p.recipe.holdS * CLEARLY_SHORTER) causes.push({ why: 'tooShort', heldS, askedS: p.recipe.holdS })
    const wet = timeNear100(outcome)
    if (wet > HELD_WET_S) causes.push({ why: 'heldWet', heldS: wet })
    causes.push({ why: 'notEnough', bond: bond.final, holdS: heldS, neededS: neededHold(p, options) })
  } else if (bond.final > OVER_FUSED) causes.push({ why: 'overdone', bond: bond.final, peakC: bond.peakC })
  const glue = layerOf(run, 'resin')!
  const done = p.events.find(e => e.kind === 'done')
  const lastLift = [...p.events].reverse().find(e => e.kind === 'lift' || e.kind === 'cool')
  if (done && lastLift) {
    const atC = glue.meanC[stepAt(run, Math.min(done.atS, run.timesS[run.steps - 1]!))]!
    const setC = meltStart(p, options)
    if (atC > setC) causes.unshift({ why: 'handledWarm', atC, setC })
  }
  if (p.washedC !== null && p.washLimitC !== null && p.washedC > p.washLimitC) causes.push({ why: 'washTooHot', washC: p.washedC, limitC: p.washLimitC })
  if (causes.length === 0) causes.push({ why: 'bonded', bond: bond.final })
  return { causes, outcome }
}

/** Seconds the glue line stood at 100 °C, held there by water. */
function timeNear100({ run }: Outcome): number {
  const glue = layerOf(run, 'resin')!
  let held = 0
  for (let i = 1; i < run.steps; i++) if (run.pressureKPa[i]! > 0 && Math.abs(glue.meanC[i]! - 100) < 3) held += run.timesS[i]! - run.timesS[i - 1]!
  return held
}

/** The hold per side that would have bonded, s, within two minutes. */
function neededHold(p: Pressed, options: EvaluateOptions): number | null {
  for (let holdS = 5; holdS <= MOST_NEEDED_S; holdS += 5) if (evaluate(p.bench, { ...p.recipe, holdS, coolS: 0 }, options).bond.final >= FULL_BOND) return holdS
  return null
}

const windowFrom = (p: Pressed, options: EvaluateOptions) => resinOf(p.bench, options).windowC[0]
const meltStart = (p: Pressed, options: EvaluateOptions) => resinOf(p.bench, options).meltC[0]
