import { expose } from 'comlink'
import { matchShelf, refineCandidate, whatIfs, type Candidate, type Match, type MatchQuery, type MatchSupply, type Refined, type WhatIf } from '#core/match'

/** As much of an answer as a screen can show; the counts say what was left behind. */
export interface Ranked {
  match: Match
  rankedCount: number
  excludedCount: number
  whatIf: WhatIf[]
  tookMs: number
}

const SHOWN_RANKED = 48, SHOWN_EXCLUDED = 150
let shelf: MatchSupply[] = []

const api = {
  setShelf(supplies: MatchSupply[]): void { shelf = supplies },
  /** Judges the whole shelf. */
  rank(query: MatchQuery): Ranked {
    const from = performance.now()
    const match = matchShelf(query, shelf)
    const tookMs = performance.now() - from
    const whatIf = whatIfs(query, shelf, match)
    return {
      match: { ...match, ranked: match.ranked.slice(0, SHOWN_RANKED), excluded: match.excluded.slice(0, SHOWN_EXCLUDED) },
      rankedCount: match.ranked.length, excludedCount: match.excluded.length, whatIf, tookMs,
    }
  },
  /** Runs the full recipe search for each, handing every answer over as it comes; done once the last has arrived. */
  async refine(query: MatchQuery, candidates: Candidate[], onRefined: (refined: Refined) => Promise<void>): Promise<void> {
    for (const candidate of candidates) {
      const refined = refineCandidate(query, candidate)
      if (refined) await onRefined(refined)
    }
  },
}
export type MatchApi = typeof api

expose(api)
