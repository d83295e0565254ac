import type { IronRest } from '../iron'
import {
  again, doubted, elapsedS, interrupt, miss, next, phaseOf, stepOf, touch, type Doubt, type PressPhase, type SwatchPressing,
} from './pressing'
import type { StepKind } from './steps'

/** A piece on the pressing board and the iron it is pressed with. */
export interface BoardPiece { key: string, ironKey: string, pressing: SwatchPressing }

/** What can happen at the board; `rest` is the iron as it stands, after it was picked up. */
export type BoardEvent
  = | { kind: 'next', key: string, rest: IronRest | null }
    | { kind: 'interrupt', key: string, rest: IronRest | null }
    | { kind: 'miss', key: string, placement: number }
    | { kind: 'again', key: string }
    | { kind: 'away', key: string }
  /** The dial of an iron was turned. */
    | { kind: 'touch', ironKey: string, rest: IronRest }
  /** The clock of everything that runs is not to be trusted any more. */
    | { kind: 'doubt', doubt: Doubt }

const isDown = (s: SwatchPressing) => !s.interrupted && ['warm', 'down'].includes(stepOf(s)?.kind ?? '')
const isRunning = (s: SwatchPressing) => phaseOf(s) === 'running'

/** The piece this iron is down on, other than the one asked for; null where the iron is free for it. */
export const ironBusyWith = <P extends BoardPiece>(pieces: readonly P[], key: string): P | null => {
  const mine = pieces.find(p => p.key === key)
  return pieces.find(p => p.key !== key && p.ironKey === mine?.ironKey && isDown(p.pressing)) ?? null
}

/** Does the next key set a sole down on this piece? */
const isSettingDown = (s: SwatchPressing): boolean => {
  const after = next(s, 0, null)
  return isDown(after)
}

/**
 * What is on the board after something happened at `nowS` (board time, s). A piece stays what it was where the event makes no sense
 * for it: an iron cannot be set down on two pieces at once. Pieces keep whatever else they carry.
 */
export function happen<P extends BoardPiece>(pieces: readonly P[], event: BoardEvent, nowS: number): P[] {
  const each = (make: (p: P) => SwatchPressing) => pieces.map((p) => {
    const pressing = make(p)
    return pressing === p.pressing ? p : { ...p, pressing }
  })
  const one = (key: string, make: (s: SwatchPressing) => SwatchPressing) => each(p => (p.key === key ? make(p.pressing) : p.pressing))
  switch (event.kind) {
    case 'next':
      return one(event.key, s => (isSettingDown(s) && ironBusyWith(pieces, event.key) ? s : next(s, nowS, event.rest)))
    case 'interrupt':
      return one(event.key, s => interrupt(s, nowS, event.rest))
    case 'miss':
      return one(event.key, s => miss(s, event.placement))
    case 'again':
      return one(event.key, again)
    case 'away':
      return pieces.filter(p => p.key !== event.key)
    case 'touch':
      return each(p => (p.ironKey === event.ironKey && isRunning(p.pressing) ? touch(p.pressing, event.rest, nowS) : p.pressing))
    case 'doubt':
      return each(p => (isRunning(p.pressing) ? doubted(p.pressing, event.doubt) : p.pressing))
  }
}

/** What is due of a piece: its step, what is left of it by the recipe's seconds, and by how much it is late, s. */
export interface Due { key: string, phase: PressPhase, step: StepKind | null, leftS: number, lateS: number, interrupted: boolean }

/** How pressing a thing is: a sole on fabric first, then what the hands are at, what can be judged, what waits, what lies to cool. */
function urgency({ phase, step, lateS }: Due): number {
  if (phase === 'running' && step !== 'cool') return step === 'warm' || step === 'down' ? 0 : 1
  if (phase === 'judge') return 2
  if (phase === 'ready') return 3
  return lateS > 0 ? 4 : 5
}

/** Everything on the board at `nowS`, the most pressing first; of two alike the one with less time left. */
export function dueOn(pieces: readonly BoardPiece[], nowS: number): Due[] {
  const all = pieces.map(({ key, pressing }): Due => {
    const step = stepOf(pressing)
    const leftS = step ? step.forS - elapsedS(pressing, nowS) : 0
    return {
      key, phase: phaseOf(pressing), step: step?.kind ?? null, leftS: Math.max(0, leftS), lateS: Math.max(0, -leftS),
      interrupted: pressing.interrupted !== null,
    }
  })
  return all.sort((a, b) => urgency(a) - urgency(b) || a.leftS - a.lateS - (b.leftS - b.lateS))
}

/** The piece the hands are at: the one asked for while it is there, else the most pressing. */
export function frontOf<P extends BoardPiece>(pieces: readonly P[], nowS: number, wanted: string | null = null): P | null {
  const busy = dueOn(pieces, nowS)
  const first = busy[0]
  // A sole on fabric is never hidden behind what someone looks at.
  const key = first && urgency(first) < 2 ? first.key : wanted && pieces.some(p => p.key === wanted) ? wanted : first?.key
  return pieces.find(p => p.key === key) ?? null
}
