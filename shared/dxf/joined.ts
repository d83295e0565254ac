import Flatbush from 'flatbush'
import { distanceMm, type Point } from '#core/geometry'

export interface Joined {
  points: Point[]
  /** The largest distance that was bridged, mm. */
  gapMm: number
  closed: boolean
}
/** Ends nearer than this belong together, mm. */
const MOST_GAP_MM = 0.5

/** Lines end to end as far as they go, and round where they meet again. */
export function joined(lines: readonly { points: readonly Point[], closed: boolean }[]): Joined[] {
  const rings = lines.filter(l => l.closed).map((l): Joined => ({ points: [...l.points], gapMm: 0, closed: true }))
  const open = lines.filter(l => !l.closed && l.points.length > 1)
  if (open.length === 0) return rings
  const index = new Flatbush(open.length * 2)
  for (const { points } of open) for (const p of [points[0]!, points.at(-1)!]) index.add(p.x, p.y, p.x, p.y)
  index.finish()
  const used = new Set<number>()
  /** What goes on from an end: its points from there on. */
  const goingOn = (from: Point): readonly Point[] | null => {
    const [end] = index.neighbors(from.x, from.y, 1, MOST_GAP_MM, i => !used.has(i >> 1))
    if (end === undefined) return null
    used.add(end >> 1)
    const { points } = open[end >> 1]!
    return end % 2 === 0 ? points : points.toReversed()
  }
  const chains = open.flatMap((line, i) => {
    if (used.has(i)) return []
    used.add(i)
    const whole = { points: [...line.points], gapMm: 0 }
    for (let turn = 0; turn < 2; turn++) {
      while (!isRound(whole.points)) {
        const next = goingOn(whole.points.at(-1)!)
        if (!next) break
        whole.gapMm = Math.max(whole.gapMm, distanceMm(whole.points.at(-1)!, next[0]!))
        for (const p of next) whole.points.push(p)
      }
      whole.points.reverse()
    }
    const gapMm = distanceMm(whole.points[0]!, whole.points.at(-1)!)
    return [isRound(whole.points) ? { ...whole, gapMm: Math.max(gapMm, whole.gapMm), closed: true } : { ...whole, closed: false }]
  })
  return [...rings, ...chains]
}
const isRound = (points: readonly Point[]): boolean => points.length > 3 && distanceMm(points[0]!, points.at(-1)!) <= MOST_GAP_MM
