import { hasBarredSpan } from './profile'
import type { Reaching, Shape } from './piece'

/** A shape laid: its lower left corner, mm from the selvedge and from the end, half the gap included. */
export interface Laid {
  shape: Shape
  x: number
  y: number
}

const TOUCH_MM = 1e-6
/** Curved shapes are tried at so many further places across the roll. */
const FURTHER = 12

/**
 * Where a shape may be tried across the roll, in whole millimetres: at its borders, and beside and in line with what lies there. Whole
 * ones can be chalked, and two shapes meet at the same few places again and again, which is worked out once (`reach`).
 */
function places(shape: Shape, laid: readonly Laid[], wideMm: number): number[] {
  const { wideMm: w } = shape.profile
  if (wideMm - w < -TOUCH_MM) return []
  const most = Math.floor(wideMm - w + TOUCH_MM)
  const all = [0, most]
  for (const {
    x,
    shape: { profile: q },
  } of laid)
    all.push(Math.ceil(x + q.wideMm - TOUCH_MM), Math.floor(x - w + TOUCH_MM), Math.round(x))
  if (!shape.square) for (let k = 1; k < FURTHER; k++) all.push(Math.round((most * k) / FURTHER))
  all.sort((a, b) => a - b)
  const kept: number[] = []
  for (const x of all) {
    if (x >= 0 && x <= most && x !== kept.at(-1)) kept.push(x)
  }
  return kept
}

// Heights that are barred at one place, written anew for each: from, to, in order of from.
let froms = new Float64Array(64),
  tos = new Float64Array(64)

/** From where to where, mm: the answer of `hasReach`, until it is asked again. */
export const reach = new Float64Array(2)
/** What is barred of two that stand over each other, looked up where it was worked out before; the answer is in `reach`. */
export function hasReach(p: Reaching, q: Reaching, dx: number): boolean {
  if ((p.square && q.square) || !Number.isInteger(dx)) return hasBarredSpan(p.profile, q.profile, dx, reach)
  let table = p.met[q.serial]
  if (!table) {
    table = new Float32Array(2 * (Math.ceil(p.profile.wideMm) + Math.ceil(q.profile.wideMm) + 1)).fill(NaN)
    p.met[q.serial] = table
  }
  const at = 2 * (dx + Math.ceil(p.profile.wideMm))
  const from = table[at]!
  if (from === from) {
    reach[0] = from
    reach[1] = table[at + 1]!
    return true
  }
  if (!hasBarredSpan(p.profile, q.profile, dx, reach)) return false
  // A hair wider than it is, so that what is rounded lies on the safe side.
  table[at] = reach[0]! - ROUNDED_MM
  table[at + 1] = reach[1]! + ROUNDED_MM
  // As it is looked up the next time, so that the same question has one answer.
  reach[0] = table[at]!
  reach[1] = table[at + 1]!
  return true
}
const ROUNDED_MM = 1e-3

/** The lowest height at which a shape may lie at x among what lies there; Infinity where that is not under `mostMm`. */
function lowest(shape: Shape, x: number, laid: readonly Laid[], mostMm: number): number {
  let n = 0
  const { wideMm: w, highMm: h } = shape.profile
  for (let k = 0; k < laid.length; k++) {
    const l = laid[k]!,
      dx = x - l.x
    // What stands beside it bars nothing, nor what bars only heights above those that are asked for.
    if (dx >= l.shape.profile.wideMm || dx + w <= 0 || l.y - h > mostMm || !hasReach(shape, l.shape, dx)) continue
    const from = l.y + reach[0]!,
      to = l.y + reach[1]!
    if (to <= TOUCH_MM) continue
    if (n === froms.length) {
      froms = Float64Array.from({ length: n * 2 }, (_, i) => froms[i] ?? 0)
      tos = Float64Array.from({ length: n * 2 }, (_, i) => tos[i] ?? 0)
    }
    let i = n++
    for (; i > 0 && froms[i - 1]! > from; i--) {
      froms[i] = froms[i - 1]!
      tos[i] = tos[i - 1]!
    }
    froms[i] = from
    tos[i] = to
  }
  let y = 0
  for (let i = 0; i < n; i++) {
    if (y > froms[i]! + TOUCH_MM && y < tos[i]! - TOUCH_MM) y = tos[i]!
    if (y > mostMm) return Infinity
  }
  return y > mostMm ? Infinity : y
}

/**
 * Lays a shape where its upper end comes lowest, then furthest to the selvedge.
 * @returns null where it is wider than the roll
 */
export function placeLowest(shapes: readonly Shape[], laid: readonly Laid[], wideMm: number): Laid | null {
  let best: Laid | null = null,
    bestTop = Infinity
  for (const shape of shapes) {
    for (const x of places(shape, laid, wideMm)) {
      const y = lowest(shape, x, laid, bestTop - shape.profile.highMm)
      const top = y + shape.profile.highMm
      if (top < bestTop - TOUCH_MM || (top < bestTop + TOUCH_MM && best !== null && x < best.x)) {
        best = { shape, x, y }
        bestTop = Math.min(top, bestTop)
      }
    }
  }
  return best
}
