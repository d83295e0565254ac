import { seeded, shuffle } from '../numeric'

/**
 * Latin hypercube: `count` points in `dimensions`, each axis cut into `count` strata with one point in each.
 * McKay, Beckman & Conover (1979).
 * @returns row after row, values in (0, 1)
 */
export function latinHypercube(count: number, dimensions: number, seed: number): Float64Array {
  const random = seeded(seed)
  const points = new Float64Array(count * dimensions)
  const order = Array.from({ length: count }, (_, i) => i)
  for (let d = 0; d < dimensions; d++) {
    shuffle(order, random)
    for (let i = 0; i < count; i++) points[i * dimensions + d] = (order[i]! + random()) / count
  }
  return points
}
