import { bondAtHold, evaluate, harmAtHold, heldFor, holdPath, holdReaching } from '../recipe'
import { enoughS, isRun, readBetween, type Edge } from './between'
import { pointAt, pointsOf, SKETCH, type WindowQuestion } from './drawing'
import { draw, type Drawing } from './unknowns'

/** A part of a map: some of the drawings, each at every sole temperature and every hold. */
export interface CountTask { solesC: readonly number[], holdsS: readonly number[], from: number, to: number }

/** How many of the drawings bonded, and how many were hurt; row after row by sole temperature, a column a hold. */
export interface Count { drawn: number, bonded: Uint16Array, damage: Uint16Array, cellSteps: number }

/** How long each hold is in a drawing, s. */
const heldIn = (d: Drawing, holdsS: readonly number[]) => holdsS.map(s => Math.max(0.5, s + d.lateS))

/**
 * What comes no nearer than this at the longest hold comes there at no cooler sole. Moist, a cooler sole may do more: it keeps the glue
 * line wet for longer.
 */
const FAR_SHORT = { dry: 0.25, moist: 0.02 }

/** What one run or more found of a drawing at one sole. */
type Found = Edge & { cellSteps: number }

/**
 * The edge of one drawing for a single pass: one transient, no longer than it takes.
 * @param heldS how long each hold is in this drawing, rising
 * @param enough seconds that do as a rule: the transient goes that far, and to the end only where it must
 */
function edgeOnPath(d: Drawing, heldS: readonly number[], enough: number): Found {
  const until = (s: number): Found => {
    const path = holdPath(d.setup, { ...d.recipe, holdS: s + 0.01 }, d.options)
    const first = (values: Float32Array) => holdReaching(path, values, 1) ?? Infinity
    return { bondS: first(path.bond.progress), hurtS: first(path.harm), bond: bondAtHold(path, s), harm: harmAtHold(path, s),
      cellSteps: path.run.cellSteps }
  }
  const longestS = heldS.at(-1)!, soonS = heldS.find(s => s >= enough) ?? longestS
  const short = until(soonS)
  if (soonS === longestS || Math.max(short.bondS, short.hurtS) <= soonS) return short
  const whole = until(longestS)
  return { ...whole, cellSteps: whole.cellSteps + short.cellSteps }
}

/** The edge of one drawing for two passes, where each hold is a run of its own: halved until it is found. */
function edgeByRuns(d: Drawing, heldS: readonly number[]): Found {
  const known = new Map<number, { bond: number, harm: number }>(), last = heldS.length - 1
  let cellSteps = 0
  const at = (h: number) => {
    let there = known.get(h)
    if (!there) {
      const o = evaluate(d.setup, heldFor({ ...d.recipe, coolS: 0 }, heldS[h]!), { ...d.options, skipSurface: true })
      cellSteps += o.run.cellSteps
      known.set(h, there = { bond: o.bond.final, harm: o.harm })
    }
    return there
  }
  const first = (of: 'bond' | 'harm'): number => {
    if (at(last)[of] < 1) return Infinity
    let no = -1, yes = last
    while (yes - no > 1) {
      const mid = (no + yes) >> 1
      if (at(mid)[of] >= 1) yes = mid
      else no = mid
    }
    return heldS[yes]!
  }
  return { bondS: first('bond'), hurtS: first('harm'), ...at(last), cellSteps }
}

/**
 * Counts one part of the map. Of each drawing the hottest sole is looked at first: what came nowhere near at the longest hold does not come
 * there at cooler ones, and once both have come about no longer hold is looked at. For a single pass every third sole is run, and those
 * between them are read where their neighbours agree: that moves a chance by 0.1 % on the mean (0.3 % in the worst of 72 maps of the
 * demo), less than another seed does.
 * Deterministic; the same in a browser's worker and on the server.
 * @param task soles rising, °C; holds rising, s
 */
export function countDrawings(q: WindowQuestion, { solesC, holdsS, from, to }: CountTask, points = pointsOf(q)): Count {
  const columns = holdsS.length, rows = solesC.length, single = q.recipe.passes === 1
  const bonded = new Uint16Array(rows * columns), damage = new Uint16Array(bonded.length)
  const short = q.recipe.method === 'dry' ? FAR_SHORT.dry : FAR_SHORT.moist
  let cellSteps = 0
  /** One drawing at one sole; it adds what it took. */
  function look(i: number, soleC: number, enough: number): Edge {
    const d = draw(q.setup, q.recipe, q.knowledge, pointAt(points, i), soleC, SKETCH)
    const heldS = heldIn(d, holdsS), found = single ? edgeOnPath(d, heldS, enough) : edgeByRuns(d, heldS)
    cellSteps += found.cellSteps
    return found
  }
  for (let i = from; i < to; i++) {
    const edges: (Edge | null)[] = solesC.map(() => null)
    let coolest = rows
    for (let r = rows - 1; r >= 0; r--) {
      if (single && !isRun(r, rows)) continue
      coolest = r
      const edge = edges[r] = look(i, solesC[r]!, enoughS(edges, r, false))
      if (edge.bond < short && edge.harm < short) break
    }
    for (let r = rows - 1; r > coolest; r--)
      edges[r] ??= readBetween(edges, solesC, r) ?? look(i, solesC[r]!, enoughS(edges, r, true))
    const heldS = heldIn(draw(q.setup, q.recipe, q.knowledge, pointAt(points, i), solesC[0]!, SKETCH), holdsS)
    edges.forEach((edge, r) => heldS.forEach((s, h) => {
      if (edge && s >= edge.bondS) bonded[r * columns + h]!++
      if (edge && s >= edge.hurtS) damage[r * columns + h]!++
    }))
  }
  return { drawn: to - from, bonded, damage, cellSteps }
}
