import type { EvaluateOptions } from './evaluate'

/** Longest hold per side that is a recipe at all, s. */
export const LONGEST_HOLD_S = 60
/** A fifth of the work of an exact run; moves the time to a bond by some 3 %, under a shot of steam by up to 10 %. */
export const COARSE: EvaluateOptions = { cellMm: 0.15, errorScale: 8, grading: 2 }

/** For margins in °C, which are read off the edge of a bond: some 2 %. */
export const FINER: EvaluateOptions = { cellMm: 0.1, errorScale: 2 }

/** Smallest whole number in [low, high] for which `holds` is true, taking it to stay true once it is; `high` if none below. */
export function firstWhole(low: number, high: number, holds: (n: number) => boolean): number {
  let a = low, b = high
  while (a < b) {
    const mid = (a + b) >> 1
    if (holds(mid)) b = mid
    else a = mid + 1
  }
  return a
}
