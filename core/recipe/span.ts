import type { EvaluateOptions } from './evaluate'

/** Longest hold per side that is a recipe at all, s. */
export const LONGEST_HOLD_S = 60
/** Half the work of an exact run; moves the time to a bond by up to some 4 %. */
export const COARSE: EvaluateOptions = { cellMm: 0.12, errorScale: 2, grading: 2 }

/** For margins in °C, which are read off the edge of a bond: some 2 %, misted up to 4. */
export const FINER: EvaluateOptions = { cellMm: 0.1, errorScale: 1 }

/** Smallest whole number in [1, high] for which `holds` is true, taking it to stay true once it is; `high` if none below. */
export function firstWhole(low: number, high: number, holds: (n: number) => boolean): number {
  let a = low, b = high
  while (a < b) {
    const mid = (a + b) >> 1
    if (holds(mid)) b = mid
    else a = mid + 1
  }
  return a
}

/** Looked at first where nothing is known of the far end. */
const FIRST_LOOK = 12
/**
 * As `firstWhole`, for a smooth figure that rises: the smallest whole number in [1, high] at which it is over zero, `high` if none below.
 * It is looked for where a straight line would have it, so that a costly figure is asked for half as often; the answer is the same.
 * @param at0 about what it is at 0 @param rises about how much it rises for each: a guess goes by them, no answer does
 */
export function firstOver(high: number, at0: number, figure: (n: number) => number, rises = 0): number {
  let a = 1, b = high, below = at0, over: number | null = null, slow = 0
  while (a < b) {
    const from = a - 1, was = b - a
    // Between what lies on either side of zero, or as it rose so far.
    const perOne: number = over !== null ? (over - below) / (b - from) : from > 0 ? (below - at0) / from : rises
    const at = from - below / perOne
    const line: number = perOne > 0 ? Math.ceil(at) : from + FIRST_LOOK
    const n = slow >= 4 ? (a + b) >> 1 : Math.min(b - 1, Math.max(a, line))
    const value = figure(n)
    if (value > 0) [b, over] = [n, value]
    else [a, below] = [n + 1, value]
    slow = b - a > was / 2 ? slow + 1 : 0
  }
  return a
}
