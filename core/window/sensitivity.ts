import { alongHolds, pointAt, pointsOf, SKETCH, type WindowQuestion } from './drawing'
import { draw, UNKNOWNS, type Unknown } from './unknowns'

/** How much of the spread at the pin comes from each unknown alone, largest first. */
export interface Sensitivity {
  bond: { unknown: Unknown, share: number }[]
  harm: { unknown: Unknown, share: number }[]
  /** Chances at the pin, from the same drawings. */
  bonded: number
  damage: number
}

const SLICES = 10

/**
 * First-order index: variance of the slice means of y over slices of x, over the variance of y (Sobol; Plischke's slicing),
 * corrected for what chance alone gives.
 */
export function firstOrder(x: readonly number[], y: readonly number[]): number {
  const n = y.length
  const mean = y.reduce((s, v) => s + v, 0) / n
  const total = y.reduce((s, v) => s + (v - mean) ** 2, 0)
  if (total <= 1e-12) return 0
  const order = x.map((_, i) => i).sort((a, b) => x[a]! - x[b]!)
  let between = 0
  for (let k = 0; k < SLICES; k++) {
    const slice = order.slice(Math.floor(k * n / SLICES), Math.floor((k + 1) * n / SLICES))
    if (slice.length === 0) continue
    const m = slice.reduce((s, i) => s + y[i]!, 0) / slice.length
    between += slice.length * (m - mean) ** 2
  }
  const chance = (SLICES - 1) / (n - 1)
  return Math.max(0, (between / total - chance) / (1 - chance))
}

/** What moves the edges most at the recipe's own setting and hold: so, what to measure next. */
export function sensitivityOf(q: WindowQuestion): Sensitivity {
  const points = pointsOf(q)
  const bond: number[] = [], harm: number[] = []
  let bonded = 0, damage = 0
  for (let i = 0; i < q.samples; i++) {
    const at = alongHolds(draw(q.setup, q.recipe, q.knowledge, pointAt(points, i), null, SKETCH), [q.recipe.holdS])
    bond.push(Math.log(Math.max(0.02, at.bond[0]!)))
    harm.push(Math.log(Math.max(0.02, at.harm[0]!)))
    if (at.bond[0]! >= 1) bonded++
    if (at.harm[0]! >= 1) damage++
  }
  const shares = (y: number[]) => UNKNOWNS
    .map((unknown, d) => ({ unknown, share: firstOrder(y.map((_, i) => points[i * UNKNOWNS.length + d]!), y) }))
    .sort((a, b) => b.share - a.share)
  return { bond: shares(bond), harm: shares(harm), bonded: bonded / q.samples, damage: damage / q.samples }
}
