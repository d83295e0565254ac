import type { EdgeFound, OpState, SessionState } from './state'
import { boardSeconds, holdOf, type PlannedOperation } from './work'

/** What was planned of one operation, and what was done. */
interface OperationReview {
  id: string
  plannedTouches: number
  touches: number
  /** Sole down, as planned and as it was, s. */
  plannedHeldS: number
  heldS: number
  /** At the board in all, as planned, and from the first touch to the last lift, s. */
  plannedS: number
  tookS: number | null
  misses: number
  edge: EdgeFound | null
  /** The edge lifted before it held. */
  liftedFirst: boolean
}

/** What a session says of a recipe: its edges hold; they lift although every place was held long enough; only where places were not. */
export type RecipeVerdict = 'holds' | 'tooLittle' | 'placesMissed' | 'untried'
export interface SessionReview {
  operations: OperationReview[]
  /** Sole down, by iron, s. */
  ironS: Map<string, number>
  /** By what the operations were given as their recipe. */
  verdicts: Map<string, { verdict: RecipeVerdict, tried: number, lifted: number }>
}

/** Held for at least this share of what was planned counts as given. */
const GIVEN_SHARE = 0.9

/** Did every place where an edge lifts get its full seconds on every side? */
function hasFullSecondsWhereItLifts(w: PlannedOperation, o: OpState): boolean {
  const [first] = o.edges.filter(e => e.found === 'lifts')
  if (!first || !w.recipe) return false
  const where = first.placements.length > 0 ? first.placements : Array.from({ length: w.placements }, (_, k) => k)
  return where.every(placement =>
    Array.from({ length: w.recipe!.passes }, (_, pass) => pass).every((pass) => {
      const heldS = o.touches
        .filter(t => t.placement === placement && t.pass === pass && t.toS !== null && t.toS <= first.atS)
        .reduce((s, t) => s + t.toS! - t.fromS, 0)
      return heldS >= holdOf(w.recipe!, pass) * GIVEN_SHARE
    }),
  )
}

/** Planned against done, piece by piece, and what it says. @param recipeOf what names an operation's recipe */
export function reviewSession(works: readonly PlannedOperation[], state: SessionState, recipeOf: (id: string) => string): SessionReview {
  const ironS = new Map<string, number>()
  const verdicts = new Map<string, { verdict: RecipeVerdict, tried: number, lifted: number }>()
  const operations = works.flatMap((w): OperationReview[] => {
    const o = state.ops.get(w.id)!
    if (!w.recipe) return []
    const done = o.touches.filter(t => t.toS !== null)
    for (const t of done) if (t.ironId) ironS.set(t.ironId, (ironS.get(t.ironId) ?? 0) + t.toS! - t.fromS)
    const passes = [...(w.recipe.warmS > 0 ? [-1] : []), ...Array.from({ length: w.recipe.passes }, (_, p) => p)]
    const liftedFirst = o.edges.some(e => e.found === 'lifts')
    if (o.edges.length > 0) judge(verdicts, recipeOf(w.id), liftedFirst, hasFullSecondsWhereItLifts(w, o))
    return [{
      id: w.id, plannedTouches: passes.length * w.placements, touches: done.length,
      plannedHeldS: passes.reduce((s, p) => s + w.placements * holdOf(w.recipe!, p), 0),
      heldS: done.reduce((s, t) => s + t.toS! - t.fromS, 0),
      plannedS: boardSeconds(w), tookS: done.length > 0 ? Math.max(...done.map(t => t.toS!)) - done[0]!.fromS : null, misses: o.misses,
      edge: o.edges.at(-1)?.found ?? null, liftedFirst,
    }]
  })
  return { operations, ironS, verdicts }
}

function judge(verdicts: SessionReview['verdicts'], key: string, lifted: boolean, given: boolean): void {
  const v = verdicts.get(key) ?? { verdict: 'holds' as RecipeVerdict, tried: 0, lifted: 0 }
  v.tried++
  if (lifted) {
    v.lifted++
    // One place that was given everything and lifts all the same speaks against the recipe itself.
    v.verdict = given || v.verdict === 'tooLittle' ? 'tooLittle' : 'placesMissed'
  }
  verdicts.set(key, v)
}
