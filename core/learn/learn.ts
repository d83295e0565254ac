import { normalQuantile } from '../numeric'
import { latinHypercube, type Knowledge } from '../window'
import { gradeResidual, judgingLogLikelihood, type Judged } from './observe'
import type { BondTable } from './table'

/** A pressed and judged swatch, as learning sees it. */
export interface Lesson { judged: Judged, table: BondTable }

/** What can be learned: how far the sole is off, how well things touch, where and how fast this adhesive bonds. */
const LEARNED = ['dialC', 'logContact', 'meltC', 'logRate'] as const
export type Learned = (typeof LEARNED)[number]
const SD_OF: Record<Learned, 'dialSdC' | 'contactSd' | 'meltSdC' | 'rateSd'> = {
  dialC: 'dialSdC', logContact: 'contactSd', meltC: 'meltSdC', logRate: 'rateSd',
}

interface Shift { what: Learned, before: number, beforeSd: number, after: number, afterSd: number }

export interface LearnResult {
  /** What to compute with from now on: the prior where the swatches contradict the model. */
  knowledge: Knowledge
  shifts: Shift[]
  /** Swatches that do not fit the rest, by their place in the list. */
  odd: number[]
  /** True where too many do not fit: then nothing is bent to them. */
  contradicts: boolean
  /** Draws of the four, in the order of LEARNED, with their weights (adding up to 1). */
  draws: Float64Array
  weights: Float64Array
}

const DRAWS = 1500, SEED = 20_251
/** A swatch this far from what is learned, in standard deviations, is odd. */
const ODD_FROM = 2.2
/** Nothing is believed further out than this, in standard deviations of what was known before. */
const BOUND_SD = 3

/**
 * Bayesian update by weighted draws from what was known: heavy-tailed in the judging, bounded by the prior.
 * Deterministic. With no swatches the answer is what was known.
 */
export function learn(known: Knowledge, lessons: readonly Lesson[]): LearnResult {
  const points = latinHypercube(DRAWS, LEARNED.length, SEED)
  const draws = points.map((p, i) => {
    const what = LEARNED[i % LEARNED.length]!
    return known[what] + Math.min(BOUND_SD, Math.max(-BOUND_SD, normalQuantile(p))) * known[SD_OF[what]]
  })
  const logBond = (lesson: Lesson, k: number) => lesson.table.at(draws[k * 4]!, draws[k * 4 + 1]!, draws[k * 4 + 2]!) + draws[k * 4 + 3]!
  const logs = new Float64Array(DRAWS)
  for (const lesson of lessons) for (let k = 0; k < DRAWS; k++) logs[k]! += judgingLogLikelihood(lesson.judged, logBond(lesson, k))
  const top = logs.reduce((m, v) => Math.max(m, v), -Infinity)
  const weights = logs.map(v => Math.exp(v - top))
  const total = weights.reduce((s, w) => s + w, 0)
  for (let k = 0; k < DRAWS; k++) weights[k]! /= total

  const odd = lessons.flatMap((lesson, i) => {
    let residual = 0
    for (let k = 0; k < DRAWS; k++) residual += weights[k]! * gradeResidual(lesson.judged, logBond(lesson, k))
    return Math.abs(residual) > ODD_FROM ? [i] : []
  })
  const contradicts = odd.length >= 2 && odd.length * 3 >= lessons.length
  const knowledge = { ...known }
  const shifts = LEARNED.map((what, d): Shift => {
    let mean = 0, square = 0
    for (let k = 0; k < DRAWS; k++) {
      mean += weights[k]! * draws[k * 4 + d]!
      square += weights[k]! * draws[k * 4 + d]! ** 2
    }
    const sd = Math.sqrt(Math.max(0, square - mean * mean))
    const after = contradicts ? known[what] : mean, afterSd = contradicts ? known[SD_OF[what]] : Math.min(sd, known[SD_OF[what]])
    knowledge[what] = after
    knowledge[SD_OF[what]] = Math.max(afterSd, known[SD_OF[what]] * 0.1)
    return { what, before: known[what], beforeSd: known[SD_OF[what]], after, afterSd: knowledge[SD_OF[what]] }
  })
  return { knowledge, shifts, odd, contradicts, draws, weights: contradicts ? new Float64Array(DRAWS).fill(1 / DRAWS) : weights }
}

/** Weighted quantiles of a figure over the draws. @param of the figure at draw k @param shares e.g. [0.025, 0.5, 0.975] */
export function quantilesOver(
  result: Pick<LearnResult, 'draws' | 'weights'>, of: (draw: Float64Array) => number, shares: readonly number[],
): number[] {
  const rows = Array.from(result.weights, (w, k) => ({ w, v: of(result.draws.subarray(k * 4, k * 4 + 4)) })).sort((a, b) => a.v - b.v)
  return shares.map((share) => {
    let sum = 0
    for (const r of rows) if ((sum += r.w) >= share) return r.v
    return rows[rows.length - 1]!.v
  })
}
