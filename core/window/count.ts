import { bondAtHold, evaluate, harmAtHold, heldFor, holdPath } from '../recipe'
import { pointAt, pointsOf, SKETCH, type WindowQuestion } from './drawing'
import { draw, type Drawing } from './unknowns'

/** A part of a map: some of the drawings, each at every sole temperature and every hold. */
export interface CountTask { solesC: readonly number[], holdsS: readonly number[], from: number, to: number }

/** How many of the drawings bonded, and how many were hurt; row after row by sole temperature, a column a hold. */
export interface Count { drawn: number, bonded: Uint16Array, damage: Uint16Array, cellSteps: number }

/** Where a drawing first bonds and is first hurt, as places among the holds (their number = never), and how far it came at the longest. */
interface Edge { bondsAt: number, hurtsAt: number, bond: number, harm: number, cellSteps: number }

/**
 * What comes no nearer than this at the longest hold comes there at no cooler sole. Moist, a cooler sole may do more: it keeps the glue
 * line wet for longer.
 */
const FAR_SHORT = { dry: 0.25, moist: 0.02 }
/** A cooler sole takes longer, as a rule by no more than this. */
const LONGER = 1.25

/**
 * The edge of one drawing for a single pass: one transient, no longer than it takes.
 * @param near where the next hotter sole had its edge: the transient goes that far and a little, and on to the end only where it must
 */
function edgeOnPath(d: Drawing, holdsS: readonly number[], near: Edge | null): Edge {
  const heldS = (h: number) => Math.max(0.5, holdsS[h]! + d.lateS), last = holdsS.length - 1
  const until = (h: number): Edge => {
    const path = holdPath(d.setup, { ...d.recipe, holdS: heldS(h) + 0.01 }, d.options)
    let bondsAt = 0, hurtsAt = 0
    while (bondsAt <= h && bondAtHold(path, heldS(bondsAt)) < 1) bondsAt++
    while (hurtsAt <= h && harmAtHold(path, heldS(hurtsAt)) < 1) hurtsAt++
    return { bondsAt: bondsAt > h ? holdsS.length : bondsAt, hurtsAt: hurtsAt > h ? holdsS.length : hurtsAt,
      bond: bondAtHold(path, heldS(h)), harm: harmAtHold(path, heldS(h)), cellSteps: path.run.cellSteps }
  }
  const nearAt = near ? Math.max(near.bondsAt, near.hurtsAt) : holdsS.length
  const soon = nearAt > last ? -1 : holdsS.findIndex(s => s >= holdsS[nearAt]! * LONGER + 1)
  if (soon < 0 || soon === last) return until(last)
  const short = until(soon)
  if (Math.max(short.bondsAt, short.hurtsAt) <= last) return short
  const whole = until(last)
  return { ...whole, cellSteps: whole.cellSteps + short.cellSteps }
}

/** The edge of one drawing for two passes, where each hold is a run of its own: halved until it is found. */
function edgeByRuns(d: Drawing, holdsS: readonly number[]): Edge {
  const known = new Map<number, { bond: number, harm: number }>(), last = holdsS.length - 1
  let cellSteps = 0
  const at = (h: number) => {
    let there = known.get(h)
    if (!there) {
      const heldS = Math.max(0.5, holdsS[h]! + d.lateS)
      const o = evaluate(d.setup, heldFor({ ...d.recipe, coolS: 0 }, heldS), { ...d.options, skipSurface: true })
      cellSteps += o.run.cellSteps
      known.set(h, there = { bond: o.bond.final, harm: o.harm })
    }
    return there
  }
  const first = (of: 'bond' | 'harm'): number => {
    if (at(last)[of] < 1) return holdsS.length
    let no = -1, yes = last
    while (yes - no > 1) {
      const mid = (no + yes) >> 1
      if (at(mid)[of] >= 1) yes = mid
      else no = mid
    }
    return yes
  }
  const bondsAt = first('bond'), hurtsAt = first('harm')
  return { bondsAt, hurtsAt, ...at(last), cellSteps }
}

/**
 * Counts one part of the map. Of each drawing the hottest sole is looked at first: what came nowhere near at the longest hold does not come
 * there at cooler ones, and once both have come about no longer hold is looked at.
 * Deterministic; the same in a browser's worker and on the server.
 * @param task soles rising, °C; holds rising, s
 */
export function countDrawings(q: WindowQuestion, { solesC, holdsS, from, to }: CountTask, points = pointsOf(q)): Count {
  const columns = holdsS.length
  const bonded = new Uint16Array(solesC.length * columns), damage = new Uint16Array(bonded.length)
  const short = q.recipe.method === 'dry' ? FAR_SHORT.dry : FAR_SHORT.moist
  let cellSteps = 0
  for (let i = from; i < to; i++) {
    let near: Edge | null = null
    for (let r = solesC.length - 1; r >= 0; r--) {
      const d = draw(q.setup, q.recipe, q.knowledge, pointAt(points, i), solesC[r]!, SKETCH)
      const edge: Edge = d.recipe.passes === 1 ? edgeOnPath(d, holdsS, near) : edgeByRuns(d, holdsS)
      cellSteps += edge.cellSteps
      for (let h = edge.bondsAt; h < columns; h++) bonded[r * columns + h]!++
      for (let h = edge.hurtsAt; h < columns; h++) damage[r * columns + h]!++
      if (edge.bond < short && edge.harm < short) break
      near = edge
    }
  }
  return { drawn: to - from, bonded, damage, cellSteps }
}
