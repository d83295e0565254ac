import type { Phase } from '../heat'
import { TURN_S, type Recipe } from '../recipe'

/** What happened at the board, in seconds from the first set-down. */
export interface PressEvent { atS: number, kind: 'down' | 'lift' | 'turn' | 'cool' | 'done' | 'stop' }

const CLAPPER_KPA = 0.6
const SHORTEST_S = 0.05

/** Turns what was really done into phases: holds as long as they were, lifts and turns between, cooling until it was taken up. */
export function phasesDone(recipe: Recipe, events: readonly PressEvent[]): Phase[] {
  const phases: Phase[] = []
  for (let i = 0; i + 1 < events.length; i++) {
    const e = events[i]!
    const durationS = events[i + 1]!.atS - e.atS
    if (durationS < SHORTEST_S) continue
    if (e.kind === 'down') phases.push({ kind: 'down', durationS, pressureKPa: recipe.pressureKPa, steamGM2S: recipe.steamGM2S, steamS: recipe.steamS })
    else if (e.kind === 'turn') phases.push({ kind: 'lifted', durationS: Math.max(durationS, TURN_S / 2) }, { kind: 'turn', rewetCoverGsm: recipe.coverWaterGsm })
    else if (e.kind === 'lift') phases.push({ kind: 'lifted', durationS })
    else if (e.kind === 'cool') phases.push({ kind: 'clapper', durationS, pressureKPa: CLAPPER_KPA })
  }
  return phases
}

/** Longest and shortest of the holds really given, s; null where no set-down was logged. */
export function holdsGiven(events: readonly PressEvent[]): number[] {
  return events.flatMap((e, i) => e.kind === 'down' && events[i + 1] ? [events[i + 1]!.atS - e.atS] : [])
}
