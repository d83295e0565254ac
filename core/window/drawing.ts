import { bondAtHold, evaluate, harmAtHold, heldFor, holdPath, type PressSetup, type EvaluateOptions, type Recipe } from '../recipe'
import { latinHypercube } from './hypercube'
import { UNKNOWNS, type Drawing, type Knowledge } from './unknowns'

/**
 * The grid of a map: some third of the work of an exact run; moves the time to a bond by some 2 %, at worst by 6, where the unknowns
 * themselves spread it by a quarter.
 */
export const SKETCH: EvaluateOptions = { cellMm: 0.2, errorScale: 16, grading: 2.4 }

/** What a map is of: one way of pressing on one setup. */
export interface WindowQuestion {
  setup: PressSetup
  /** Method, first side, passes, moisture and pressure are taken from it; its setting and hold are the pin. */
  recipe: Recipe
  knowledge: Knowledge
  seed: number
  /** Points of the hypercube; every task draws from the same ones. */
  samples: number
}

export const pointsOf = (q: Pick<WindowQuestion, 'samples' | 'seed'>): Float64Array => latinHypercube(q.samples, UNKNOWNS.length, q.seed)

export const pointAt = (points: Float64Array, i: number): Float64Array => points.subarray(i * UNKNOWNS.length, (i + 1) * UNKNOWNS.length)

/** Bond and harm at each hold for one drawing: one transient for a single pass, one a hold for two. */
export function alongHolds(d: Drawing, holdsS: readonly number[]): { bond: Float64Array, harm: Float64Array, cellSteps: number } {
  const bond = new Float64Array(holdsS.length), harm = new Float64Array(holdsS.length)
  const heldS = holdsS.map(h => Math.max(0.5, h + d.lateS))
  if (d.recipe.passes === 1) {
    const path = holdPath(d.setup, { ...d.recipe, holdS: Math.max(...heldS) + 0.01 }, d.options)
    heldS.forEach((s, i) => {
      bond[i] = bondAtHold(path, s)
      harm[i] = harmAtHold(path, s)
    })
    return { bond, harm, cellSteps: path.run.cellSteps }
  }
  let cellSteps = 0
  heldS.forEach((s, i) => {
    const o = evaluate(d.setup, heldFor({ ...d.recipe, coolS: 0 }, s), { ...d.options, skipSurface: true })
    bond[i] = o.bond.final
    harm[i] = o.harm
    cellSteps += o.run.cellSteps
  })
  return { bond, harm, cellSteps }
}
