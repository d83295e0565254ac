import { FULL_BOND, OVER_FUSED } from '../bond'
import { layerOf, stepAt } from '../heat'
import { givenHoldsS } from '../press'
import { evaluate, heldFor, adhesiveOf, type EvaluateOptions, type Outcome } from '../recipe'
import { doneOptions, soleKnown, type PressedSwatch } from './lesson'
import { gradeResidual, type Judged } from './observe'

/** What could explain a swatch that holds otherwise than by the model. */
export type Suspect = 'sideWrong' | 'ironCooler' | 'finish' | 'lot' | 'clock' | 'ironHotter' | 'lotQuick'

/** A cause found in the pressing as it was done, worst first. */
export type Cause
  = | { why: 'coldIron', soleC: number, settingC: number }
    | { why: 'shutOff', fromC: number, toC: number }
    | { why: 'tooCool', peakC: number, wantedC: number }
    | { why: 'tooShort', heldS: number, askedS: number }
    | { why: 'notEnough', bond: number, holdS: number, neededS: number | null }
    | { why: 'heldWet', heldS: number }
    | { why: 'handledWarm', atC: number, setC: number }
    | { why: 'overdone', bond: number, peakC: number }
    | { why: 'washTooHot', washC: number, limitC: number }
    | { why: 'clock', by: 'slept' | 'clockSet', seconds: number }
    | { why: 'clockRan', heldS: number, askedS: number }
  /** The hand says otherwise than the model: what could explain it, likeliest first. */
    | { why: 'disagrees', bond: number, grade: number, suspects: Suspect[] }
    | { why: 'bonded', bond: number }

export interface Explanation { causes: Cause[], outcome: Outcome }

export interface Pressed extends PressedSwatch {
  judged: Pick<Judged, 'grade' | 'dotsCrisp'>
  /** Hottest wash it has been through, and what its adhesive or sheet withstands, °C. */
  washedC: number | null
  washLimitC: number | null
  /** Does the fabric carry a finish that adhesive may not take to? */
  finished: boolean
}

const CLEARLY_SHORTER = 0.92, FAR_LONGER = 2
const HELD_WET_S = 6
const MOST_NEEDED_S = 120
/** A sole this far under its setting was not ready, K. */
const COLD_FROM_K = 20
/** A judging this far from what the model says is a disagreement, in standard deviations of judging. */
const DISAGREES_FROM = 2.2

/** Why a swatch held or peeled, from the transient that was really pressed. Never praises one that failed in the hand. */
export function explainPressed(p: Pressed, options: EvaluateOptions = {}): Explanation {
  const outcome = evaluate(p.setup, p.recipe, { ...options, ...doneOptions(p) })
  const { bond } = outcome
  const causes: Cause[] = []
  for (const doubt of p.doubts ?? []) causes.push({ why: 'clock', by: doubt.why, seconds: doubt.why === 'slept' ? doubt.forS : doubt.byS })
  causes.push(...handledWarm(p, outcome, options))
  if (bond.final < FULL_BOND) causes.push(...soleCauses(p), ...shortCauses(p, outcome, options))
  else if (bond.final > OVER_FUSED) causes.push({ why: 'overdone', bond: bond.final, peakC: bond.peakC }, ...ranOn(p))
  if (p.washedC !== null && p.washLimitC !== null && p.washedC > p.washLimitC)
    causes.push({ why: 'washTooHot', washC: p.washedC, limitC: p.washLimitC })
  const residual = gradeResidual(p.judged, Math.log(Math.max(0.01, bond.final)))
  const explained = causes.some(c => c.why === 'handledWarm' || c.why === 'washTooHot' || c.why === 'clock')
  if (Math.abs(residual) > DISAGREES_FROM && !explained) {
    causes.unshift({
      why: 'disagrees', bond: bond.final, grade: p.judged.grade, suspects: residual < 0 ? suspectsOf(p) : ['ironHotter', 'lotQuick'],
    })
  }
  if (causes.length === 0) causes.push({ why: 'bonded', bond: bond.final })
  return { causes, outcome }
}

/** What could lie behind a swatch that bonded by the model and falls off in the hand, likeliest first. */
function suspectsOf({ judged, finished, events }: Pressed): Suspect[] {
  const ranked: [Suspect, number][] = [
    // Dots still crisp: heat never came. Melted and yet loose: it stuck to the wrong thing, or to a finish.
    ['sideWrong', judged.grade === 0 && !judged.dotsCrisp ? 4 : judged.grade === 0 ? 2 : 0.5],
    ['ironCooler', judged.dotsCrisp ? 5 : 2.5],
    ['finish', finished ? 3.5 : 1],
    ['lot', 1.5],
    ['clock', events.length === 0 ? 3 : 0.8],
  ]
  return ranked.sort((a, b) => b[1] - a[1]).map(([suspect]) => suspect)
}

/** A sole that was not ready, or lost its heat while it was down. */
function soleCauses({ recipe, events }: Pressed): Cause[] {
  const sole = soleKnown(events)
  const down = events.find(e => e.kind === 'down')
  if (!sole || !down) return []
  const lifted = events.filter(e => e.kind === 'lift').pop()?.atS ?? Infinity
  const during = sole.soleC.filter((_, i) => sole.timesS[i]! >= down.atS && sole.timesS[i]! <= lifted)
  if (during.length === 0) return []
  const first = during[0]!, last = during[during.length - 1]!
  const causes: Cause[] = []
  if (first < recipe.setting.meanC - Math.max(COLD_FROM_K, recipe.setting.swingC + 5))
    causes.push({ why: 'coldIron', soleC: first, settingC: recipe.setting.meanC })
  const shut = events.find(e => e.kind === 'shut')
  if (shut) causes.push({ why: 'shutOff', fromC: Math.max(...during), toC: last })
  return causes
}

function shortCauses(p: Pressed, outcome: Outcome, options: EvaluateOptions): Cause[] {
  const { bond } = outcome
  const causes: Cause[] = []
  const given = givenHoldsS(p.events)
  const heldS = given.length ? Math.min(...given) : p.recipe.holdS
  if (bond.inWindowS < 1) causes.push({ why: 'tooCool', peakC: bond.peakC, wantedC: adhesiveOf(p.setup, options).windowC[0] })
  const askedS = Math.min(p.recipe.holdS, p.recipe.secondS ?? p.recipe.holdS)
  if (heldS < askedS * CLEARLY_SHORTER) causes.push({ why: 'tooShort', heldS, askedS })
  const wet = timeNear100(outcome)
  if (wet > HELD_WET_S) causes.push({ why: 'heldWet', heldS: wet })
  return [...causes, { why: 'notEnough', bond: bond.final, holdS: heldS, neededS: neededHold(p, options) }]
}

/** A clock left running: held far longer than was asked. */
function ranOn({ recipe, events }: Pressed): Cause[] {
  const longest = Math.max(0, ...givenHoldsS(events))
  return longest > recipe.holdS * FAR_LONGER ? [{ why: 'clockRan', heldS: longest, askedS: recipe.holdS }] : []
}

function handledWarm(p: Pressed, { run }: Outcome, options: EvaluateOptions): Cause[] {
  const done = p.events.find(e => e.kind === 'done')
  const lastLift = [...p.events].reverse().find(e => e.kind === 'lift' || e.kind === 'cool')
  if (!done || !lastLift) return []
  const glue = layerOf(run, 'adhesive')!
  const atC = glue.meanC[stepAt(run, Math.min(done.atS, run.timesS[run.steps - 1]!))]!
  const setC = adhesiveOf(p.setup, options).meltC[0]
  return atC > setC ? [{ why: 'handledWarm', atC, setC }] : []
}

/** Seconds the glue line stood at 100 °C, held there by water. */
function timeNear100({ run }: Outcome): number {
  const glue = layerOf(run, 'adhesive')!
  let held = 0
  for (let i = 1; i < run.steps; i++)
    if (run.pressureKPa[i]! > 0 && Math.abs(glue.meanC[i]! - 100) < 3) held += run.timesS[i]! - run.timesS[i - 1]!
  return held
}

/** The hold per side that would have bonded with the sole at its setting, s, within two minutes. */
function neededHold(p: Pressed, options: EvaluateOptions): number | null {
  for (let holdS = 5; holdS <= MOST_NEEDED_S; holdS += 5) {
    if (evaluate(p.setup, heldFor({ ...p.recipe, coolS: 0 }, holdS),
      { ...options, skipSurface: true }).bond.final >= FULL_BOND) return holdS
  }
  return null
}
