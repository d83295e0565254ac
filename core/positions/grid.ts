import { boundsOf, type Outline, type Point } from '../geometry'

/** Which of many points are meant, a bit a point: how many words of 32 that takes. */
export const words = (n: number): number => (n + 31) >>> 5
export const has = (bits: Uint32Array, i: number): boolean => (bits[i >>> 5]! & (1 << (i & 31))) !== 0
export const put = (bits: Uint32Array, i: number): void => { bits[i >>> 5]! |= 1 << (i & 31) }

/** Tells of every bit that is set, from the first on, until it is told to stop. @returns whether it was */
export function someBit(bits: Uint32Array, isIt: (i: number) => boolean): boolean {
  for (let k = 0; k < bits.length; k++) {
    for (let left = bits[k]!; left !== 0; left &= left - 1) if (isIt(32 * k + 31 - Math.clz32(left & -left))) return true
  }
  return false
}

/** How many bits are set. */
export function count(bits: Uint32Array): number {
  let sum = 0
  for (let i = 0; i < bits.length; i++) sum += ones(bits[i]!)
  return sum
}
export function ones(v: number): number {
  v -= (v >>> 1) & 0x55555555
  v = (v & 0x33333333) + ((v >>> 2) & 0x33333333)
  return Math.imul((v + (v >>> 4)) & 0x0f0f0f0f, 0x01010101) >>> 24
}

/**
 * Where a line across passes through an outline, by its height: pairs of from and to, mm. Even-odd, so holes are out. Only edges that come
 * near a height are looked at.
 */
export function crossingsOf(outline: Outline): (y: number) => number[] {
  const edges = edgesOf(outline), { bottom, top } = boundsOf(outline)
  const perMm = edges.length / Math.max(1e-9, top - bottom), last = edges.length - 1
  const slot = (y: number): number => Math.min(last, Math.max(0, Math.floor((y - bottom) * perMm)))
  const slots: Edge[][] = edges.map(() => [])
  for (const e of edges) for (let i = slot(Math.min(e.a.y, e.b.y)); i <= slot(Math.max(e.a.y, e.b.y)); i++) slots[i]!.push(e)
  return y => across(slots[slot(y)] ?? [], y)
}

interface Edge { a: Point, b: Point }
const edgesOf = ({ rim, holes }: Outline): Edge[] =>
  [rim, ...holes].flatMap(ring => ring.map((b, i) => ({ a: ring[(i + ring.length - 1) % ring.length]!, b })))
function across(edges: readonly Edge[], y: number): number[] {
  const xs: number[] = []
  for (const { a, b } of edges) {
    if ((a.y > y) === (b.y > y)) continue
    const x = a.x + (b.x - a.x) * (y - a.y) / (b.y - a.y)
    // There are two of them as a rule: each is put in its place at once.
    let i = xs.length
    for (; i > 0 && xs[i - 1]! > x; i--) xs[i] = xs[i - 1]!
    xs[i] = x
  }
  return xs
}
