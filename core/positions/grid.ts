import type { Outline, Point } from '../geometry'

/** Which of many points are meant, a bit a point: how many words of 32 that takes. */
export const words = (n: number): number => (n + 31) >>> 5
export const has = (bits: Uint32Array, i: number): boolean => (bits[i >>> 5]! & (1 << (i & 31))) !== 0
export const put = (bits: Uint32Array, i: number): void => { bits[i >>> 5]! |= 1 << (i & 31) }

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

/** Where a line across at a height passes through an outline: pairs of from and to, mm. Even-odd, so holes are out. */
export function crossings({ rim, holes }: Outline, y: number): number[] {
  const xs: number[] = []
  for (const ring of [rim, ...holes]) {
    for (let i = 0, k = ring.length - 1; i < ring.length; k = i++) {
      const a: Point = ring[k]!, b: Point = ring[i]!
      if ((a.y > y) !== (b.y > y)) xs.push(a.x + (b.x - a.x) * (y - a.y) / (b.y - a.y))
    }
  }
  return xs.sort((a, b) => a - b)
}
