/** A pass that changes less than this has preshrunk, %. */
export const PRESHRUNK_PCT = 0.5

/** One pressing or wash between marks, mm along and across the warp (or the length). */
export interface PreshrinkPass {
  /** Hottest sole it met, °C; a wash is given by its water. */
  heatC: number
  kind: 'press' | 'wash'
  alongBeforeMm: number
  alongAfterMm: number
  acrossBeforeMm: number
  acrossAfterMm: number
}

export interface Settling {
  /** Change of each pass, % (shrinking is positive). */
  passes: { alongPct: number, acrossPct: number }[]
  /** From the first mark to the last, %. */
  totalAlongPct: number
  totalAcrossPct: number
  preshrunk: boolean
  /** The sole temperature up to which it has preshrunk, °C; null if it has not. */
  preshrunkUpToC: number | null
  /** True when the wanted temperature is above that: it will move again. */
  reopenedBy: number | null
}

const pct = (before: number, after: number): number => (before - after) / before * 100

/** No pass takes more of a fabric than this, nor gives it more, %: boiled wool loses nearly half; beyond that a figure was misread. */
export const MOST_SHRINK_PCT = 50, MOST_GROWTH_PCT = 20

/**
 * s = (L₀ − L₁)/L₀ for each pass. Preshrunk at a temperature once a press at it changes under 0.5 % both ways;
 * a hotter press later reopens it.
 * @param wantedC the hottest sole the piece will ever see, °C; null if not decided
 */
export function shrinkageOf(passes: readonly PreshrinkPass[], wantedC: number | null): Settling {
  const each = passes.map(p => ({ alongPct: pct(p.alongBeforeMm, p.alongAfterMm), acrossPct: pct(p.acrossBeforeMm, p.acrossAfterMm) }))
  const kept = (of: (p: { alongPct: number, acrossPct: number }) => number) => (1 - each.reduce((k, p) => k * (1 - of(p) / 100), 1)) * 100
  let preshrunkUpToC: number | null = null
  passes.forEach((p, i) => {
    const still = Math.abs(each[i]!.alongPct) < PRESHRUNK_PCT && Math.abs(each[i]!.acrossPct) < PRESHRUNK_PCT
    if (p.kind === 'press' && still) preshrunkUpToC = Math.max(preshrunkUpToC ?? 0, p.heatC)
    // It moved again at a heat that it was thought to stand.
    else if (!still && preshrunkUpToC !== null && p.heatC <= preshrunkUpToC) preshrunkUpToC = null
  })
  const reopened = wantedC !== null && preshrunkUpToC !== null && wantedC > preshrunkUpToC
  return {
    passes: each, totalAlongPct: kept(p => p.alongPct), totalAcrossPct: kept(p => p.acrossPct),
    preshrunk: preshrunkUpToC !== null && !reopened, preshrunkUpToC, reopenedBy: reopened ? wantedC : null,
  }
}

/** Size to cut so that `wantedMm` is left after shrinking by `shrinkPct`: wanted / (1 − s). */
export function cutSizeMm(wantedMm: number, shrinkPct: number): number {
  if (shrinkPct >= 100) throw new RangeError('Nothing is left of it at that shrinkage.')
  return wantedMm / (1 - shrinkPct / 100)
}

/** A length of trim pressed at a heat, in metres along its length. */
export interface TrimRun { fromM: number, toM: number, heatC: number }

/** Up to where a trim has been pressed at `wantedC` or hotter without a gap from its start, m. */
export function trimPreshrunkM(runs: readonly TrimRun[], wantedC: number): number {
  let reachedM = 0
  for (const run of runs.filter(r => r.heatC >= wantedC).sort((a, b) => a.fromM - b.fromM)) {
    if (run.fromM > reachedM + 1e-9) break
    reachedM = Math.max(reachedM, run.toM)
  }
  return reachedM
}
