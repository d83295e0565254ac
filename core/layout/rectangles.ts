import type { Shape } from './piece'
import type { Laid } from './place'

const SAME_MM = 1e-6

/** How well a rectangle fills the lowest stretch of the skyline: its width, and the step up to the left or right. */
function fit(w: number, h: number, stretch: number, leftUp: number, rightUp: number): number {
  const snug = stretch - w
  if (snug < -SAME_MM) return -1
  const isLevel = Math.abs(h - leftUp) < SAME_MM || Math.abs(h - rightUp) < SAME_MM
  if (snug < SAME_MM) return isLevel ? 4 : h < Math.min(leftUp, rightUp) ? 3 : 2
  return isLevel ? 1 : 0
}

/**
 * Layouts rectangles by the lowest stretch of their skyline: of those left, the first in order that fits it best (Burke's best fit with
 * the fitness of Leung's skyline search). A stretch that nothing fits is lost, and filled up to its lower neighbour.
 * @param shapes ways in which each may lie; @param order what is preferred where two fit alike
 * @returns one for each of `order`; null for what is wider than the roll
 */
export function placeSkyline(shapes: readonly (readonly Shape[])[], order: readonly number[], wideMm: number): (Laid | null)[] {
  const laid: (Laid | null)[] = order.map(() => null)
  const n = order.length
  const left: number[] = []
  for (let k = 0; k < n; k++) if (shapes[order[k]!]!.some(s => s.profile.wideMm <= wideMm + SAME_MM)) left.push(k)
  // Stretches of the skyline from left to right: where each begins, and how high it is.
  const xs = [0],
    ys = [0]
  while (left.length > 0) {
    let at = 0
    for (let i = 1; i < ys.length; i++) if (ys[i]! < ys[at]!) at = i
    const from = xs[at]!,
      to = at + 1 < xs.length ? xs[at + 1]! : wideMm,
      y = ys[at]!
    const leftUp = at > 0 ? ys[at - 1]! - y : Infinity,
      rightUp = at + 1 < ys.length ? ys[at + 1]! - y : Infinity
    let bestFit = -1,
      bestK = -1
    let bestShape: Shape | null = null
    for (let i = 0; i < left.length && bestFit < 4; i++) {
      for (const shape of shapes[order[left[i]!]!]!) {
        const f = fit(shape.profile.wideMm, shape.profile.highMm, to - from, leftUp, rightUp)
        if (f > bestFit) {
          bestFit = f
          bestK = i
          bestShape = shape
        }
      }
    }
    if (!bestShape) {
      raise(xs, ys, at, Math.min(leftUp, rightUp))
      continue
    }
    const k = left[bestK]!
    left.splice(bestK, 1)
    const { wideMm: w, highMm: h } = bestShape.profile
    // It stands against the higher neighbour, or where its top is level with one.
    const right
      = w < to - from - SAME_MM
        && (Math.abs(h - rightUp) < SAME_MM || (Math.abs(h - leftUp) >= SAME_MM && rightUp > leftUp && rightUp !== Infinity))
    const x = right ? to - w : from
    laid[k] = { shape: bestShape, x, y }
    if (right) insert(xs, ys, at + 1, x, y + h)
    else {
      ys[at] = y + h
      if (x + w < to - SAME_MM) insert(xs, ys, at + 1, x + w, y)
    }
    join(xs, ys)
  }
  return laid
}

function insert(xs: number[], ys: number[], at: number, x: number, y: number): void {
  xs.splice(at, 0, x)
  ys.splice(at, 0, y)
}

function raise(xs: number[], ys: number[], at: number, by: number): void {
  ys[at] = ys[at]! + by
  join(xs, ys)
}

/** Neighbours of one height are one stretch. */
function join(xs: number[], ys: number[]): void {
  for (let i = xs.length - 1; i > 0; i--) {
    if (Math.abs(ys[i]! - ys[i - 1]!) >= SAME_MM) continue
    xs.splice(i, 1)
    ys.splice(i, 1)
  }
}
