import { boundsOf, type Outline } from '../geometry'

/**
 * An outline as it lies on the roll, seen along the length: in upright slabs between its corners, its lowest and its highest edge.
 * What lies between the two counts as filled: nothing is laid into a piece from its side.
 */
export interface Profile {
  wideMm: number
  highMm: number
  /** Level below and above all along. */
  flat: boolean
  /** Slab borders from left to right, mm; one more than there are slabs. */
  xs: Float64Array
  /** Lowest and highest edge at the left and the right of each slab, mm. */
  bottom: { left: Float64Array, right: Float64Array }
  top: { left: Float64Array, right: Float64Array }
}

/** Corners nearer than this across the roll stand at one place, mm. */
const SAME_MM = 1e-6

/** The profile of an outline whose lower left corner lies at the origin. O(corners²), once for each way it may lie. */
export function profileOf(outline: Pick<Outline, 'rim'>): Profile {
  const { rim } = outline
  const { left: x0, bottom: y0, wideMm, highMm } = boundsOf(outline)
  const borders = [...new Set(rim.map(p => p.x - x0))].sort((a, b) => a - b)
  const xs = Float64Array.from(borders.filter((x, i) => i === 0 || x - borders[i - 1]! > SAME_MM))
  const n = xs.length - 1
  const side = () => ({ left: new Float64Array(n), right: new Float64Array(n) })
  const bottom = side(),
    top = side()
  for (const s of [bottom.left, bottom.right]) s.fill(Infinity)
  for (const s of [top.left, top.right]) s.fill(-Infinity)
  rim.forEach((p, i) => {
    const q = rim[(i + 1) % rim.length]!
    const [a, b] = p.x <= q.x ? [p, q] : [q, p]
    const [ax, bx] = [a.x - x0, b.x - x0]
    if (bx - ax <= SAME_MM) return
    for (let k = 0; k < n; k++) {
      const [from, to] = [xs[k]!, xs[k + 1]!]
      if (from < ax - SAME_MM || to > bx + SAME_MM) continue
      const at = (x: number) => a.y - y0 + ((b.y - a.y) * (x - ax)) / (bx - ax)
      const [l, r] = [at(from), at(to)]
      // No two edges of a simple outline cross within a slab: the lower one is lower at both its borders.
      if (l + r < bottom.left[k]! + bottom.right[k]!) [bottom.left[k], bottom.right[k]] = [l, r]
      if (l + r > top.left[k]! + top.right[k]!) [top.left[k], top.right[k]] = [l, r]
    }
  })
  const isLevel = (side: Float64Array, at: number) => side.every(v => Math.abs(v - at) < SAME_MM)
  const flat = isLevel(bottom.left, 0) && isLevel(bottom.right, 0) && isLevel(top.left, highMm) && isLevel(top.right, highMm)
  return { wideMm, highMm, flat, xs, bottom, top }
}

/**
 * Between which heights one profile may not lie where it stands `dx` to the right of another's left border: higher it lies above it,
 * lower below it.
 * @param span is written: from and to, mm
 * @returns false where they pass each other side by side
 */
export function hasBarredSpan(p: Profile, q: Profile, dx: number, span: Float64Array): boolean {
  const from = dx > 0 ? dx : 0,
    to = dx + p.wideMm < q.wideMm ? dx + p.wideMm : q.wideMm
  if (to - from <= SAME_MM) return false
  if (p.flat && q.flat) {
    span[0] = -p.highMm
    span[1] = q.highMm
    return true
  }
  let i = 0,
    k = 0,
    x = from,
    above = -Infinity,
    below = Infinity
  while (p.xs[i + 1]! + dx <= from + SAME_MM) i++
  while (q.xs[k + 1]! <= from + SAME_MM) k++
  while (x < to - SAME_MM) {
    const pl = p.xs[i]! + dx,
      pr = p.xs[i + 1]! + dx,
      ql = q.xs[k]!,
      qr = q.xs[k + 1]!
    let next = pr < qr ? pr : qr
    if (next > to) next = to
    for (let end = 0; end < 2; end++) {
      const at = end === 0 ? x : next
      const u = (at - pl) / (pr - pl),
        v = (at - ql) / (qr - ql)
      const over
        = q.top.left[k]! + (q.top.right[k]! - q.top.left[k]!) * v - p.bottom.left[i]! - (p.bottom.right[i]! - p.bottom.left[i]!) * u
      const under
        = q.bottom.left[k]! + (q.bottom.right[k]! - q.bottom.left[k]!) * v - p.top.left[i]! - (p.top.right[i]! - p.top.left[i]!) * u
      if (over > above) above = over
      if (under < below) below = under
    }
    if (pr <= next + SAME_MM) i++
    if (qr <= next + SAME_MM) k++
    x = next
  }
  span[0] = below
  span[1] = above
  return true
}
