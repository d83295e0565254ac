import { converter } from 'culori'
import type { Ring } from '../geometry'
import { deltaE00, type Lab } from './lab'
import { LIGHT, toByte, type Picture } from './picture'

/**
 * What an eye still tells apart from some way off: light, red against green and yellow against blue are each spread as the eye spreads
 * them. Spreads in degrees and their weights: Zhang and Wandell 1996, a spatial extension of CIELAB; the very wide part of the first is
 * left out. The channels are ours: they are nothing for every grey, so that no colour comes of light alone.
 */
const SPREAD_DEG: readonly (readonly (readonly [number, number])[])[] = [
  [[0.921, 0.0283], [0.105, 0.133]], [[0.531, 0.0392], [0.330, 0.494]], [[0.488, 0.0536], [0.371, 0.386]],
]
/** Daylight's white, D65. */
const WHITE_XYZ = [0.9505, 1, 1.089] as const
const TO_OPPONENT = [[0, 1, 0], [1 / WHITE_XYZ[0], -1, 0], [0, 1, -1 / WHITE_XYZ[2]]] as const
const TO_XYZ = [[0.4124, 0.3576, 0.1805], [0.2126, 0.7152, 0.0722], [0.0193, 0.1192, 0.9505]] as const

type Matrix = readonly (readonly number[])[]
const times = (m: Matrix, v: readonly number[]): [number, number, number] =>
  m.map(r => r[0]! * v[0]! + r[1]! * v[1]! + r[2]! * v[2]!) as [number, number, number]
/** The inverse of a three by three, by its adjugate. */
function inverse(m: Matrix): Matrix {
  const at = (r: number, c: number) => m[r % 3]![c % 3]!
  const minor = (r: number, c: number) => at(r + 1, c + 1) * at(r + 2, c + 2) - at(r + 1, c + 2) * at(r + 2, c + 1)
  const det = at(0, 0) * minor(0, 0) + at(0, 1) * minor(0, 1) + at(0, 2) * minor(0, 2)
  return [0, 1, 2].map(r => [0, 1, 2].map(c => minor(c, r) / det))
}
const FROM_OPPONENT = inverse(TO_OPPONENT), FROM_XYZ = inverse(TO_XYZ)

/** One line made soft: three boxes one after another come near to a bell (their variances add up); its ends are drawn on. */
function softLine(line: Float64Array, sigma: number): void {
  const n = line.length, wide = Math.max(1, Math.round(Math.sqrt(4 * sigma * sigma + 1)))
  const half = Math.floor(wide / 2), before = half, after = wide - 1 - half
  const sums = new Float64Array(n + wide + 1)
  for (let pass = 0; pass < 3; pass++) {
    // Every second box leans the other way, so that nothing shifts.
    const lead = pass % 2 === 0 ? before : after
    for (let i = 0; i < n + wide; i++) sums[i + 1] = sums[i]! + line[Math.min(n - 1, Math.max(0, i - lead))]!
    for (let i = 0; i < n; i++) line[i] = (sums[i + wide]! - sums[i]!) / wide
  }
}
function soft(plane: Float64Array, wide: number, high: number, sigma: number): Float64Array {
  const to = Float64Array.from(plane)
  if (sigma < 0.3) return to
  for (let y = 0; y < high; y++) softLine(to.subarray(y * wide, (y + 1) * wide), sigma)
  const column = new Float64Array(high)
  for (let x = 0; x < wide; x++) {
    for (let y = 0; y < high; y++) column[y] = to[y * wide + x]!
    softLine(column, sigma)
    for (let y = 0; y < high; y++) to[y * wide + x] = column[y]!
  }
  return to
}

/** A picture as the eye takes it from so far off: in light of red, green and blue, 0 to 1, three a point. */
export interface Seen { light: Float64Array, wide: number, high: number, pxPerMm: number }

/** @param farM how far off it is looked at, m @throws RangeError for no distance */
export function seenFrom({ rgba, wide, high }: Picture, pxPerMm: number, farM: number): Seen {
  if (!(farM > 0)) throw new RangeError('Distance: give more than 0 m.')
  const n = wide * high, planes = [0, 1, 2].map(() => new Float64Array(n))
  for (let i = 0; i < n; i++) {
    const o = times(TO_OPPONENT, times(TO_XYZ, [LIGHT[rgba[i * 4]!]!, LIGHT[rgba[i * 4 + 1]!]!, LIGHT[rgba[i * 4 + 2]!]!]))
    for (let c = 0; c < 3; c++) planes[c]![i] = o[c]!
  }
  const pxPerDeg = Math.tan(Math.PI / 180) * farM * 1000 * pxPerMm
  const spread = planes.map((plane, c) => {
    const all = SPREAD_DEG[c]!.reduce((s, [w]) => s + w, 0), to = new Float64Array(n)
    for (const [weight, deg] of SPREAD_DEG[c]!) {
      const one = soft(plane, wide, high, deg * pxPerDeg)
      for (let i = 0; i < n; i++) to[i]! += one[i]! * weight / all
    }
    return to
  })
  const light = new Float64Array(n * 3)
  for (let i = 0; i < n; i++) {
    const rgb = times(FROM_XYZ, times(FROM_OPPONENT, [spread[0]![i]!, spread[1]![i]!, spread[2]![i]!]))
    for (let c = 0; c < 3; c++) light[i * 3 + c] = Math.min(1, Math.max(0, rgb[c]!))
  }
  return { light, wide, high, pxPerMm }
}

/** Back to points of a screen. */
export function pictureOf({ light, wide, high }: Seen): Picture {
  const rgba = new Uint8ClampedArray(wide * high * 4)
  for (let i = 0; i < wide * high; i++) {
    for (let c = 0; c < 3; c++) rgba[i * 4 + c] = toByte(light[i * 3 + c]!)
    rgba[i * 4 + 3] = 255
  }
  return { rgba, wide, high }
}

const toLab = converter('lab65')
const labAt = (s: Seen, x: number, y: number): Lab => {
  const px = Math.min(s.wide - 1, Math.max(0, Math.round(x * s.pxPerMm))), py = Math.min(s.high - 1, Math.max(0, Math.round(y * s.pxPerMm)))
  const i = (py * s.wide + px) * 3
  const { l, a, b } = toLab({ mode: 'lrgb', r: s.light[i]!, g: s.light[i + 1]!, b: s.light[i + 2]! })
  return { l, a, b }
}
/** Points of a rim stand so far apart, and are looked at so far to either side of it, mm. */
const ALONG_MM = 1, ASIDE_MM = 1.5

/**
 * How strongly the edge of a mend is seen: the mean step of colour across its rim, ΔE₀₀.
 * @param rim in mm from the upper left of the picture, y downward
 */
function stepAcross(seen: Seen, rim: Ring): number {
  let sum = 0, n = 0
  for (let i = 0; i < rim.length; i++) {
    const p = rim[i]!, q = rim[(i + 1) % rim.length]!, long = Math.hypot(q.x - p.x, q.y - p.y)
    if (long === 0) continue
    const [nx, ny] = [(q.y - p.y) / long * ASIDE_MM, -(q.x - p.x) / long * ASIDE_MM]
    for (let k = 0; k < Math.max(1, Math.round(long / ALONG_MM)); k++) {
      const t = (k + 0.5) / Math.max(1, Math.round(long / ALONG_MM)), x = p.x + (q.x - p.x) * t, y = p.y + (q.y - p.y) * t
      sum += deltaE00(labAt(seen, x + nx, y + ny), labAt(seen, x - nx, y - ny))
      n++
    }
  }
  return n > 0 ? sum / n : 0
}

/** A step this much above the fabric's own is seen, ΔE₀₀. */
const SEEN_STEP = 2
/** How far off it is looked at, m. */
export const DISTANCES_M = [0.5, 1, 3] as const
export interface MendSeen { stepMended: number, stepFabric: number, shows: boolean }

/**
 * Is a mend seen? The rim of each hole against the very same line on the fabric that was never torn; the one that shows most stands for
 * all.
 * @param mended and the fabric as they are seen from one distance
 */
export function mendSeen(mended: Seen, fabric: Seen, rims: readonly Ring[]): MendSeen {
  const steps = rims.map(rim => ({ stepMended: stepAcross(mended, rim), stepFabric: stepAcross(fabric, rim) }))
  const excess = (s: typeof steps[number]) => s.stepMended - s.stepFabric
  const worst = steps.sort((a, b) => excess(b) - excess(a))[0] ?? { stepMended: 0, stepFabric: 0 }
  return { ...worst, shows: excess(worst) > SEEN_STEP }
}
