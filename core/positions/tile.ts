import { areaMm2, boundsOf, rotated, type Outline, type Point } from '../geometry'
import { crossingsOf } from './grid'
import type { SolePlacement } from './sole'

/** A rectangle that a sole covers wholly: across and along it, and how far its middle lies towards the nose, mm. */
interface TileArea {
  wideMm: number
  longMm: number
  aheadMm: number
}

const WIDTHS = 10,
  SLICE_MM = 1

/** Rectangles within a shape whose nose points up, from its full width to narrow ones that reach further into the nose. */
function patchesOf(shape: Outline): TileArea[] {
  const { wideMm, bottom, top } = boundsOf(shape), across = crossingsOf(shape)
  const rows: { y: number, half: number }[] = []
  for (let y = bottom + SLICE_MM / 2; y < top; y += SLICE_MM) {
    const xs = across(y)
    rows.push({ y, half: xs.length > 1 ? Math.min(-xs[0]!, xs.at(-1)!) : 0 })
  }
  return Array.from({ length: WIDTHS }, (_, i) => wideMm * (1 - i * 0.06)).flatMap((wide) => {
    const fit = rows.filter(r => r.half >= wide / 2 - 1e-9)
    if (fit.length < 2) return []
    const [from, to] = [fit[0]!.y, fit.at(-1)!.y]
    return [{ wideMm: wide, longMm: to - from, aheadMm: (from + to) / 2 }]
  })
}

/** A region that many rows are laid over; its corners by height. */
interface Region { across: (y: number) => number[], corners: readonly Point[], bottom: number, highMm: number }
const regionOf = (outline: Outline): Region => {
  const { bottom, highMm } = boundsOf(outline)
  return { across: crossingsOf(outline), corners: [...outline.rim].sort((p, q) => p.y - q.y), bottom, highMm }
}

/** What of a region lies within a band, from where to where, in order; written anew for each band. */
let from = new Float64Array(256), to = new Float64Array(256), there = 0
function put(a: number, b: number): void {
  if (there === from.length) {
    const longer = (of: Float64Array) => Float64Array.from({ length: 2 * there }, (_, i) => of[i] ?? 0)
    from = longer(from)
    to = longer(to)
  }
  // There are few of them and they come nearly in order: each is put in its place at once.
  let i = there++
  for (; i > 0 && from[i - 1]! > a; i--) {
    from[i] = from[i - 1]!
    to[i] = to[i - 1]!
  }
  from[i] = a
  to[i] = b
}
/** From where to where a region reaches within a band across it, as its separate stretches, mm. */
function stretches({ across, corners }: Region, fromY: number, toY: number): [number, number][] {
  there = 0
  for (let k = 0; k <= BAND_LINES; k++) {
    const xs = across(fromY + (toY - fromY) * ((k / BAND_LINES) * 0.998 + 0.001))
    for (let i = 0; i + 1 < xs.length; i += 2) put(xs[i]!, xs[i + 1]!)
  }
  let first = 0
  for (let after = corners.length; first < after;) {
    const middle = (first + after) >> 1
    if (corners[middle]!.y > fromY) after = middle
    else first = middle + 1
  }
  for (let i = first; i < corners.length && corners[i]!.y < toY; i++) put(corners[i]!.x, corners[i]!.x)
  const joined: [number, number][] = []
  for (let i = 0; i < there; i++) {
    const last = joined.at(-1)
    if (last && from[i]! <= last[1] + JOIN_MM) last[1] = Math.max(last[1], to[i]!)
    else joined.push([from[i]!, to[i]!])
  }
  return joined
}
const BAND_LINES = 8,
  JOIN_MM = 25

const back = (p: Point, deg: number): Point => {
  const a = (deg * Math.PI) / 180
  return { x: p.x * Math.cos(a) - p.y * Math.sin(a), y: p.x * Math.sin(a) + p.y * Math.cos(a) }
}

/**
 * Rows of one patch over a region, the sole's nose along the rows or across them; rows evenly spread.
 * @returns null as soon as they are more than `most`
 */
function rowsOf(region: Region, patch: TileArea, along: boolean, most: number): SolePlacement[] | null {
  const { bottom, highMm } = region
  const [bandMm, stepMm] = along ? [patch.wideMm, patch.longMm] : [patch.longMm, patch.wideMm]
  const rows = Math.max(1, Math.ceil(highMm / bandMm - 1e-9))
  const each = rows > 1 ? (highMm - bandMm) / (rows - 1) : 0
  const placements: SolePlacement[] = []
  for (let r = 0; r < rows; r++) {
    const middleY = rows > 1 ? bottom + bandMm / 2 + r * each : bottom + highMm / 2
    // A row answers for what its neighbours do not: half-way to them.
    const from = rows > 1 ? (r === 0 ? bottom : middleY - each / 2) : bottom,
      to = rows > 1 && r < rows - 1 ? middleY + each / 2 : bottom + highMm
    for (const [x0, x1] of stretches(region, from, to)) {
      const n = Math.max(1, Math.ceil((x1 - x0) / stepMm - 1e-9))
      for (let k = 0; k < n; k++) {
        const x = n > 1 ? x0 + stepMm / 2 + (k * (x1 - x0 - stepMm)) / (n - 1) : (x0 + x1) / 2
        // Along the row the nose points right: the middle of the sole lies behind the middle of the patch.
        placements.push(along ? { x: x - patch.aheadMm, y: middleY, headingDeg: 270 } : { x, y: middleY - patch.aheadMm, headingDeg: 0 })
      }
      if (placements.length > most) return null
    }
  }
  return placements
}

/** How a shape whose nose points up interlocks with one that points down: its heel's height, and how far the noses reach between. */
interface Lock {
  wideMm: number
  heelMm: number
  noseMm: number
  bottomMm: number
}

function lockOf(shape: Outline): Lock | null {
  const { wideMm, bottom, top } = boundsOf(shape), across = crossingsOf(shape), known = new Map<number, number>()
  /** The same heights are asked for over and over. */
  const half = (y: number): number => {
    const at = Math.round(y * HEIGHTS_PER_MM), was = known.get(at)
    if (was !== undefined) return was
    const now = across(y).at(-1) ?? 0
    known.set(at, now)
    return now
  }
  let heelTop = bottom
  for (let y = bottom + SLICE_MM / 2; y < top; y += SLICE_MM) if (half(y) >= (wideMm / 2) * FULL) heelTop = y
  if (top - heelTop < SLICE_MM * 4) return null
  // The noses may reach between each other as far as the two together are as wide as one heel.
  let noseMm = top - heelTop
  const isOpen = (t: number) => {
    for (let d = SLICE_MM; d < t; d += SLICE_MM * 2) if (half(heelTop + d) + half(heelTop + t - d) < (wideMm / 2) * FULL) return true
    return false
  }
  while (noseMm > 0 && isOpen(noseMm)) noseMm -= SLICE_MM * 2
  return { wideMm: wideMm * FULL, heelMm: heelTop - bottom, noseMm, bottomMm: bottom }
}
const HEIGHTS_PER_MM = 1000
/** A heel is as wide as the sole to within this. */
const FULL = 0.97

/** Double rows, noses between noses; what is left of the height is one row of a patch. */
function lockedRows(region: Region, lock: Lock, patches: readonly TileArea[]): SolePlacement[] {
  const { bottom, highMm } = region
  const double = 2 * lock.heelMm + lock.noseMm
  const doubles = Math.floor(highMm / double),
    restMm = highMm - doubles * double
  const single = restMm > 1e-6 ? patches.filter(p => p.longMm >= restMm).at(0) : undefined
  const count = restMm > 1e-6 && !single ? doubles + 1 : doubles
  const placements: SolePlacement[] = []
  const row = (from: number, to: number, middleY: number, headingDeg: number, stepMm: number, shift: number) => {
    for (const [x0, x1] of stretches(region, from, to)) {
      const n = Math.max(1, Math.ceil((x1 - x0) / stepMm - 1e-9)) + (shift === 0 ? 0 : 1),
        from0 = (x0 + x1) / 2 - ((n - 1) * stepMm) / 2
      for (let k = 0; k < n; k++) placements.push({ x: from0 + k * stepMm, y: middleY, headingDeg })
    }
  }
  for (let d = 0; d < count; d++) {
    const y = bottom + d * double
    row(y, y + lock.heelMm + lock.noseMm, y - lock.bottomMm, 0, lock.wideMm, 0)
    row(y + lock.heelMm, y + double, y + double + lock.bottomMm, 180, lock.wideMm, 0.5)
  }
  if (single) {
    const y = bottom + doubles * double
    row(y, y + restMm, y + restMm / 2 - single.aheadMm, 0, single.wideMm, 0)
  }
  return placements
}

const TURNS = 24

/** How a sole may be laid side by side with itself, whatever it is laid over. */
export interface Tile { patches: readonly TileArea[], lock: Lock | null }
/** @param shape what of the sole counts, its middle at the origin, nose up */
export const tileOf = (shape: Outline): Tile => ({ patches: patchesOf(shape), lock: lockOf(shape) })

/**
 * Positions in rows of a rectangle that the sole covers: of all such rectangles, turns of the piece and ways of walking, the few that
 * need fewest. They cover the region wholly.
 */
export function tilings(region: Outline, { patches, lock }: Tile, most: number): SolePlacement[][] {
  const all: SolePlacement[][] = [], wantedMm2 = areaMm2(region)
  /** How many the last of the few has so far: what needs more is not looked into any further. */
  let last = Infinity
  const keep = (placements: SolePlacement[]) => {
    const at = all.findIndex(p => p.length > placements.length)
    all.splice(at < 0 ? all.length : at, 0, placements)
    if (all.length > most) all.pop()
    if (all.length === most) last = all[most - 1]!.length
  }
  for (let t = 0; t < TURNS; t++) {
    const deg = (t * 360) / TURNS,
      turned = regionOf(rotated(region, -deg))
    const placed = (placements: readonly SolePlacement[]) =>
      placements.map((p) => {
        const { x, y } = back(p, deg)
        return { x, y, headingDeg: (p.headingDeg + deg) % 360 }
      })
    for (const patch of patches) {
      // Together they are no smaller than what they cover.
      if (wantedMm2 > (last + 1e-6) * patch.wideMm * patch.longMm) continue
      for (const along of [true, false]) {
        const rows = rowsOf(turned, patch, along, last)
        if (rows) keep(placed(rows))
      }
    }
    if (lock) keep(placed(lockedRows(turned, lock, patches)))
  }
  return all
}
