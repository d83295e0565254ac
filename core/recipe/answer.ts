import type { EvaluateOptions, Outcome } from './evaluate'
import type { Bar } from './methods'
import type { Lean, Method, Recipe, Way } from './recipe'
import type { Margins, ScorePart } from './score'

/** Bond aimed at: a full bond with a little to spare. */
export const BOND_WANTED = 1.15
/** Harm allowed in a recommended recipe; 1 is visible. */
export const HARM_ALLOWED = 0.8

/** Why no recipe came of it: nothing bonds in time, or it bonds only where it damages. */
export type Blocked
  = | Bar
    | { why: 'underBonded', bond: number, peakC: number, wantedC: number, soleC: number }
  /** Meant only to catch, it bonds too far within a second. */
    | { why: 'catchesTooHard', bond: number, soleC: number }
  /** By the sheet's own seconds it comes to less than a bond here. */
    | { why: 'makerShort', bond: number, peakC: number, soleC: number, heldS: number }
    /** By the sheet's own seconds there is hardly a second to spare, too short or too long. */
    | { why: 'makerBarely', heldS: number, spareS: number, shorter: boolean }
    | { why: 'damages', flag: Outcome['flags'][number], bondHoldS: number }
  /** Between too short and too long there are fewer seconds than a person can keep to. */
    | { why: 'tooNarrow', leastS: number, mostS: number }
  /** The thermostat alone swings past what it may be off. */
    | { why: 'littleRoom', roomC: number, swingC: number, soleC: number }

export interface Found {
  recipe: Recipe
  outcome: Outcome
  margins: Margins
  /** Higher is better; the sum of its parts. */
  score: number
  parts: ScorePart[]
}

export interface MethodAnswer {
  /** As the sheet says, or the moisture worked out. */
  way: Way
  method: Method
  found: Found | null
  /** Next best of the same method (another setting or side). */
  runnerUp: Recipe | null
  blocked: Blocked | null
  /** What was tried and fell short, for showing why: the nearest attempt. */
  attempt: { recipe: Recipe, outcome: Outcome } | null
}

export interface SearchOptions extends EvaluateOptions {
  methods?: readonly Method[]
  leans?: readonly Lean[]
  /** Grid on which margins in °C are found; finer by default. */
  marginMesh?: EvaluateOptions
}
