import type { Piecing, Seam } from './seams'
import type { Side } from './nest'

/** One seam as it comes under the iron: of which step, and what hangs over the board's edge. */
export interface SeamTurn {
  seam: string
  step: number
  /** The part on which its allowances lie is on the board; the other hangs, so that nothing under it is marked. Open ones lie whole. */
  hangs: Side | null
}

/** From the middle to one end, then to the other. */
export function middleOutward<T>(list: readonly T[]): T[] {
  const middle = Math.floor((list.length - 1) / 2)
  return [...list.slice(middle, middle + 1), ...list.slice(0, middle).reverse(), ...list.slice(middle + 1)]
}

/** What lies under the sole along a seam already: long seams are pressed over the board's edge. */
const LONG_ENDS = 1

/** The order of pressing: unit by unit as they are sewn; within one the middle seam, then one side, then the other. */
export function pressingTurns({ seams, crossings, tees }: Piecing, lying: ReadonlyMap<string, Side> | null): SeamTurn[] {
  const units = new Map<string, Seam[]>()
  for (const s of seams) units.set(s.unit, [...(units.get(s.unit) ?? []), s])
  const sorted = [...units.values()].sort((a, b) => b[0]!.depth - a[0]!.depth)
  const ends = new Map<string, number>()
  for (const m of [...crossings, ...tees]) ends.set(m.on, (ends.get(m.on) ?? 0) + 1)
  const turns: SeamTurn[] = []
  sorted.forEach((unit, step) => {
    for (const s of middleOutward([...unit].sort((a, b) => a.atMm - b.atMm))) {
      const to = lying?.get(s.id) ?? null
      const other: Side = to === 'before' ? 'after' : 'before'
      turns.push({ seam: s.id, step, hangs: to !== null && (ends.get(s.id) ?? 0) >= LONG_ENDS ? other : null })
    }
  })
  return turns
}

/** Positions along a seam, from its middle outward: the middle of each, mm from its start. @param reachMm how much one presses */
export function placesAlong(lengthMm: number, reachMm: number): number[] {
  const count = Math.max(1, Math.ceil(lengthMm / reachMm))
  const each = Array.from({ length: count }, (_, i) => (lengthMm * (i + 0.5)) / count)
  return middleOutward(each)
}
