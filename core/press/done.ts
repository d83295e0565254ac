import type { Phase } from '../heat'
import { CLAPPER_KPA } from '../materials'
import { turnOf, type Recipe } from '../recipe'
import { ABOUT_SOLE, type PressEvent } from './pressing'

const SHORTEST_S = 0.05

/**
 * Turns what was really done into phases: warming and holds as long as they were, lifts and turns between, cooling until it was
 * taken up.
 */
export function phasesDone(recipe: Recipe, all: readonly PressEvent[]): Phase[] {
  const events = all.filter(e => !ABOUT_SOLE.has(e.kind))
  const phases: Phase[] = []
  for (let i = 0; i + 1 < events.length; i++) {
    const e = events[i]!
    const durationS = events[i + 1]!.atS - e.atS
    // Laying the rest on belongs to the warming before it.
    if (durationS < SHORTEST_S || (e.kind === 'lift' && events[i + 1]!.kind === 'lay')) continue
    if (e.kind === 'warm') {
      const down = events.slice(i + 1).find(x => x.kind === 'down')
      phases.push({
        kind: 'warm', durationS, pressureKPa: recipe.pressureKPa,
        layS: Math.max(SHORTEST_S, (down ?? events[events.length - 1]!).atS - events[i + 1]!.atS),
      })
    } else if (e.kind === 'down')
      phases.push({ kind: 'down', durationS, pressureKPa: recipe.pressureKPa, steamGM2S: recipe.steamGM2S, steamS: recipe.steamS })
    else if (e.kind === 'turn') phases.push({ kind: 'lifted', durationS }, turnOf(recipe))
    else if (e.kind === 'lift') phases.push({ kind: 'lifted', durationS })
    else if (e.kind === 'cool') phases.push({ kind: 'clapper', durationS, pressureKPa: CLAPPER_KPA })
  }
  return phases
}

/** What happened to one sole print of a piece that takes several. */
export const eventsOfPlacement = (all: readonly PressEvent[], placement: number): PressEvent[] =>
  all.filter(e => e.placement === undefined || e.placement === placement)

/** The holds really given, s, side by side; a hold that was interrupted counts what its parts make together. */
export const givenHoldsS = (all: readonly PressEvent[]): number[] => {
  const holds: number[] = []
  let side = true
  const events = all.filter(e => !ABOUT_SOLE.has(e.kind))
  for (const [i, e] of events.entries()) {
    if (e.kind === 'turn') side = true
    if (e.kind !== 'down' || !events[i + 1]) continue
    const heldS = events[i + 1]!.atS - e.atS
    if (side) holds.push(heldS)
    else holds[holds.length - 1]! += heldS
    side = false
  }
  return holds
}
