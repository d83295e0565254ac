/** What is asked of a shelf of interfacings, and of the window of one. */
import {
  matchShelf, refineCandidate, whatIfs, type Candidate, type Match, type MatchQuery, type MatchSupply, type Refined, type WhatIf,
} from '#core/match'
import type { IronSetting, Recipe } from '#core/recipe'
import {
  countDrawings, planScraps, pointsOf, sensitivityOf, type PlannedScrap, type Count, type CountTask, type Sensitivity, type WindowQuestion,
} from '#core/window'

/** As much of a match as a screen can show; the counts say what was left behind. */
export interface Ranked {
  match: Match
  rankedCount: number
  excludedCount: number
  whatIf: WhatIf[]
  tookMs: number
}
const SHOWN_RANKED = 48, SHOWN_EXCLUDED = 150

let known: { key: string, points: Float64Array } | null = null
const points = (q: WindowQuestion): Float64Array => {
  const key = `${q.samples} ${q.seed}`
  if (known?.key !== key) known = { key, points: pointsOf(q) }
  return known.points
}
let held: { id: number, supplies: MatchSupply[] } = { id: 0, supplies: [] }

export const shelf = {
  /** Does this worker hold the shelf of that number? */
  holds: (id: number): boolean => held.id === id,
  hold(id: number, supplies: MatchSupply[]): void { held = { id, supplies } },
  /** Judges the whole shelf. */
  rank(query: MatchQuery): Ranked {
    const fromMs = performance.now()
    const match = matchShelf(query, held.supplies)
    const tookMs = performance.now() - fromMs
    const whatIf = whatIfs(query, held.supplies, match)
    return {
      match: { ...match, ranked: match.ranked.slice(0, SHOWN_RANKED), excluded: match.excluded.slice(0, SHOWN_EXCLUDED) },
      rankedCount: match.ranked.length, excludedCount: match.excluded.length, whatIf, tookMs,
    }
  },
  /** The full recipe search for one candidate. */
  refine: (query: MatchQuery, candidate: Candidate): Refined | null => refineCandidate(query, candidate),

  count: (q: WindowQuestion, task: CountTask): Count => countDrawings(q, task, points(q)),
  sensitivity: (q: WindowQuestion): Sensitivity => sensitivityOf(q),
  plan: (q: WindowQuestion, settings: IronSetting[], others: Recipe[]): PlannedScrap[] => planScraps(q, settings, others),
}
