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

/** The middle of all that the seams reach over, mm. */
function middleOf(seams: readonly Seam[]): [x: number, y: number] {
  const ends = (axis: Seam['axis']) => seams.flatMap(s => (s.axis === axis ? [s.atMm] : [s.fromMm, s.toMm]))
  const middle = (all: readonly number[]) => (all.length > 0 ? (Math.min(...all) + Math.max(...all)) / 2 : 0)
  return [middle(ends('down')), middle(ends('across'))]
}

/**
 * The order of pressing: unit by unit as they are sewn; within one the middle seam, then one side, then the other. A block that was sewn
 * before any of it was pressed is pressed in one go, from the seam nearest its middle outward.
 */
export function pressingTurns(
  { seams, crossings, tees }: Piecing, lying: ReadonlyMap<string, Side> | null, sewnFirst = false,
): SeamTurn[] {
  const units = new Map<string, Seam[]>()
  for (const s of seams) units.set(s.unit, [...(units.get(s.unit) ?? []), s])
  const [midX, midY] = middleOf(seams)
  const fromMiddleMm = (s: Seam): number => {
    const mid = (s.fromMm + s.toMm) / 2
    return s.axis === 'down' ? Math.hypot(s.atMm - midX, mid - midY) : Math.hypot(mid - midX, s.atMm - midY)
  }
  const sorted = sewnFirst
    ? [[...seams].sort((a, b) => fromMiddleMm(a) - fromMiddleMm(b) || a.depth - b.depth)]
    : [...units.values()].sort((a, b) => b[0]!.depth - a[0]!.depth)
  const ends = new Map<string, number>()
  for (const m of [...crossings, ...tees]) ends.set(m.on, (ends.get(m.on) ?? 0) + 1)
  const turns: SeamTurn[] = []
  sorted.forEach((unit, step) => {
    for (const s of sewnFirst ? unit : middleOutward([...unit].sort((a, b) => a.atMm - b.atMm))) {
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
