/** A patch as it is drawn finished, mm; what colour and fabric it is. */
export interface PatchArea {
  x: number
  y: number
  wideMm: number
  highMm: number
  /** Lightness L*, 0 black to 100 white. */
  lightness: number
  /** Its fabric under the sole, one ply, mm. */
  plyMm: number
}

/** Edges nearer than this are one line; nearer than the second they were meant to be one, mm. */
const SAME_MM = 0.5
const MEANT_MM = 6

/** Where seams of a grid do not meet, and by how much. */
export class SeamsDoNotMeet extends RangeError {
  constructor(readonly atMm: readonly [x: number, y: number], what: string) {
    super(what)
  }
}
const near = (a: number): string => String(Math.round(a))

/** Lines on which edges lie, each edge put on its line. @throws SeamsDoNotMeet where two were meant to be one and are not */
function linesOf(values: readonly number[]): number[] {
  const sorted = [...values].sort((a, b) => a - b), lines: number[] = []
  for (const v of sorted) if (lines.length === 0 || v - lines.at(-1)! > SAME_MM) lines.push(v)
  return lines
}
const lineAt = (lines: readonly number[], v: number): number => {
  let low = 0, high = lines.length - 1
  while (low < high) {
    const mid = (low + high + 1) >> 1
    if (lines[mid]! <= v + SAME_MM) low = mid
    else high = mid - 1
  }
  return low
}

/** A patch on the lines of its grid. */
export interface Placed { patch: number, x0: number, x1: number, y0: number, y1: number }
export interface Placing { xs: number[], ys: number[], placed: Placed[] }

/**
 * Patches put on common lines, each place covered once.
 * @throws SeamsDoNotMeet where they leave a gap, lie on each other, or miss a common line by a few millimetres
 */
export function placePatches(patches: readonly PatchArea[]): Placing {
  if (patches.length === 0) throw new RangeError('Patches: there are none.')
  const bad = patches.findIndex(p => !(p.wideMm > SAME_MM && p.highMm > SAME_MM))
  if (bad >= 0) throw new RangeError(`Patch ${bad + 1}: give it a width and a height.`)
  const xs = linesOf(patches.flatMap(p => [p.x, p.x + p.wideMm])), ys = linesOf(patches.flatMap(p => [p.y, p.y + p.highMm]))
  const placed = patches.map((p, patch): Placed => ({
    patch, x0: lineAt(xs, p.x), x1: lineAt(xs, p.x + p.wideMm), y0: lineAt(ys, p.y), y1: lineAt(ys, p.y + p.highMm),
  }))
  const cols = xs.length - 1, rows = ys.length - 1
  const owner = new Int32Array(cols * rows).fill(-1)
  for (const p of placed) {
    for (let y = p.y0; y < p.y1; y++) {
      for (let x = p.x0; x < p.x1; x++) {
        const at: [number, number] = [xs[x]!, ys[y]!]
        if (owner[y * cols + x]! >= 0) {
          const by = Math.min(xs[x + 1]! - xs[x]!, ys[y + 1]! - ys[y]!)
          throw new SeamsDoNotMeet(at, by < MEANT_MM
            ? `Seams: they miss each other by ${by.toFixed(1)} mm at ${near(at[0])}, ${near(at[1])} mm.`
            : `Patches: two of them lie on each other at ${near(at[0])}, ${near(at[1])} mm.`)
        }
        owner[y * cols + x] = p.patch
      }
    }
  }
  const gap = owner.indexOf(-1)
  if (gap >= 0) {
    const x = gap % cols, y = Math.floor(gap / cols), by = Math.min(xs[x + 1]! - xs[x]!, ys[y + 1]! - ys[y]!)
    throw new SeamsDoNotMeet([xs[x]!, ys[y]!], by < MEANT_MM
      ? `Seams: they miss each other by ${by.toFixed(1)} mm at ${near(xs[x]!)}, ${near(ys[y]!)} mm.`
      : `Patches: there is no patch at ${near(xs[x]!)}, ${near(ys[y]!)} mm.`)
  }
  return { xs, ys, placed }
}
