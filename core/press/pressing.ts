import { soleNowC, type IronRest } from '../iron'
import type { Recipe } from '../recipe'
import { stepsOf, type Missed, type Step, type StepKind } from './steps'

/** Events that say how the sole was, not what the hand did. */
export const ABOUT_SOLE: ReadonlySet<PressEvent['kind']> = new Set(['sole', 'shut'])

/** What happened at the board, in seconds from the first touch, and the sole as the board knew it then, °C. */
export interface PressEvent {
  atS: number
  kind: StepKind | 'lift' | 'done' | 'setting' | 'sole' | 'shut'
  soleC?: number | null
  /** Which sole print it was, where a piece takes several. */
  placement?: number
}

/** The iron as it stood when it was last touched, in board time (s). */
interface Touched { atS: number, rest: IronRest }

/** Why the clock of this press is not to be trusted. */
export type Doubt = { why: 'clockSet', byS: number } | { why: 'slept', forS: number }

/** A piece being pressed, a swatch the simplest: plain data, so that it can be kept and found again. All times are board time, s. */
export interface SwatchPressing {
  recipe: Recipe
  /** Place in the steps; -1 before the first touch, their number once cold and ready to judge. */
  at: number
  stepFromS: number
  startedS: number | null
  events: PressEvent[]
  touched: Touched[]
  doubts: Doubt[]
  /** Positions of the sole that cover the piece, and those that were missed. */
  placements: number
  missed: Missed[]
  /** The iron was lifted in the middle of a hold, so many seconds into it; null while nothing interrupts. */
  interrupted: { afterS: number } | null
}

export type PressPhase = 'ready' | 'running' | 'judge'

export const newPressing = (recipe: Recipe, placements = 1): SwatchPressing => ({
  recipe, at: -1, stepFromS: 0, startedS: null, events: [], touched: [], doubts: [], placements, missed: [], interrupted: null,
})

/** All steps of this piece, those of missed places among them. */
export const stepsIn = (s: SwatchPressing): Step[] => stepsOf(s.recipe, s.placements, s.missed)

export const phaseOf = (s: SwatchPressing): PressPhase => s.at < 0 ? 'ready' : s.at >= stepsIn(s).length ? 'judge' : 'running'
export const stepOf = (s: SwatchPressing): Step | null => stepsIn(s)[s.at] ?? null
/** Seconds this step has lasted; an interruption does not count. */
export const elapsedS = (s: SwatchPressing, nowS: number): number => s.interrupted?.afterS ?? Math.max(0, nowS - s.stepFromS)

const rounded = (x: number) => Math.round(x * 100) / 100

function noted(s: SwatchPressing, kind: PressEvent['kind'], nowS: number, rest: IronRest | null): SwatchPressing {
  const startedS = s.startedS ?? nowS
  const placement = s.placements > 1 && (kind === 'down' || kind === 'lift') ? { placement: stepOf(s)?.placement ?? 0 } : {}
  const soleC = rest ? Math.round(soleNowC(rest) * 10) / 10 : null
  return { ...s, startedS, events: [...s.events, { atS: rounded(nowS - startedS), kind, soleC, ...placement }] }
}

/** The iron's rest so many seconds later. */
export const restLater = (rest: IronRest, byS: number): IronRest => ({
  ...rest, sinceS: rest.sinceS + byS, idleS: (rest.idleS ?? rest.sinceS) + byS,
})

/** Notes that the iron was touched: picked up, set down, its dial turned. */
export const touch = (s: SwatchPressing, rest: IronRest, nowS: number): SwatchPressing => ({
  ...s, touched: [...s.touched, { atS: nowS, rest }],
})

/** Down, lift, laid, turned, cold: one key for all of them. @param rest the iron now, after it was picked up */
export function next(pressing: SwatchPressing, nowS: number, rest: IronRest | null): SwatchPressing {
  if (phaseOf(pressing) === 'judge') return pressing
  if (pressing.interrupted) return resume(pressing, nowS, rest)
  let s = pressing
  const before = stepOf(s)
  if (before?.kind === 'down' || before?.kind === 'warm') s = noted(s, 'lift', nowS, rest)
  if (before?.kind === 'cool') s = noted(s, 'done', nowS, rest)
  s = { ...s, at: s.at + 1, stepFromS: nowS }
  const now = stepOf(s)
  if (now) s = noted(s, now.kind, nowS, rest)
  return now && rest && (now.kind === 'down' || now.kind === 'warm') ? touch(s, rest, nowS) : s
}

const isUnderIron = (s: SwatchPressing) => ['warm', 'down'].includes(stepOf(s)?.kind ?? '')

/** The iron is lifted in the middle of a hold: the clock of the hold is stopped, what was done stays done. */
export function interrupt(s: SwatchPressing, nowS: number, rest: IronRest | null): SwatchPressing {
  if (!isUnderIron(s) || s.interrupted) return s
  return { ...noted(s, 'lift', nowS, rest), interrupted: { afterS: elapsedS(s, nowS) } }
}

/** The iron goes down again where it was, for what was left. */
function resume(s: SwatchPressing, nowS: number, rest: IronRest | null): SwatchPressing {
  const back = { ...s, interrupted: null, stepFromS: nowS - s.interrupted!.afterS }
  const down = noted(back, stepOf(s)!.kind, nowS, rest)
  return rest ? touch(down, rest, nowS) : down
}

/** A place of this side was not pressed: it is pressed again before the side is left. Only of places already passed. */
export function miss(s: SwatchPressing, placement: number): SwatchPressing {
  const step = stepOf(s)
  if (step?.kind !== 'down' || placement < 0 || placement >= s.placements) return s
  const passed = stepsIn(s).slice(0, s.at).some(x => x.kind === 'down' && x.pass === step.pass && x.placement === placement)
  return passed ? { ...s, missed: [...s.missed, { pass: step.pass, placement }] } : s
}

/** The same recipe from the start. */
export const again = (s: SwatchPressing): SwatchPressing => newPressing(s.recipe, s.placements)

/** A break in the board's own time longer than this is announced, s. */
const BREAK_S = 3

/**
 * Compares the wall clock with one that only ever runs on. A wall clock that went elsewhere was set by hand; both standing still
 * for long is a machine that slept. Returns what is to be doubted, or nothing. Seconds since the last look.
 */
export function doubtOf(wallS: number, steadyS: number, expectedS: number): Doubt | null {
  if (Math.abs(wallS - steadyS) > BREAK_S)
    return wallS > steadyS + BREAK_S && steadyS <= expectedS + BREAK_S
      ? { why: 'slept', forS: Math.round(wallS) }
      : { why: 'clockSet', byS: Math.round(wallS - steadyS) }
  return steadyS > expectedS + BREAK_S ? { why: 'slept', forS: Math.round(steadyS) } : null
}

export const doubted = (s: SwatchPressing, doubt: Doubt): SwatchPressing => ({ ...s, doubts: [...s.doubts, doubt] })
