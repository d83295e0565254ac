import { placePatches, SeamsDoNotMeet, type PatchArea, type Placed } from './patches'

/** In which direction a seam runs. */
type Axis = 'down' | 'across'
/** A seam right across what it joins; 'before' lies left of it or over it, 'after' right or under. */
export interface Seam {
  id: string
  axis: Axis
  /** x of a seam that runs down, y of one that runs across, mm. */
  atMm: number
  fromMm: number
  toMm: number
  /** What is sewn first has the highest. */
  depth: number
  /** Seams of one unit, which are pressed together. */
  unit: string
  before: { patch: number, lengthMm: number, fromMm: number }[]
  after: { patch: number, lengthMm: number, fromMm: number }[]
}
/** Where two seams end on a third from its two sides at the same point: they nest when they lie opposite ways. */
export interface Crossing { x: number, y: number, on: string, a: string, b: string }
/** Where only one ends. */
export interface Tee { x: number, y: number, on: string, a: string, side: 'before' | 'after' }
export interface Piecing { seams: Seam[], crossings: Crossing[], tees: Tee[], wideMm: number, highMm: number }

/**
 * The seams of a layout in sewing order: patches to rows and rows to a whole, or columns first; what is not a plain grid is split
 * wherever a straight seam goes right through.
 * @param closed the last row is sewn to the first, round into a tube
 * @throws SeamsDoNotMeet where no straight seam goes through
 */
export function piecingOf(patches: readonly PatchArea[], first: 'rows' | 'columns', closed = false): Piecing {
  const { xs, ys, placed } = placePatches(patches)
  const seams: Seam[] = []
  const edge = (list: readonly Placed[], axis: Axis): Seam['before'] => list
    .map(p => (axis === 'down'
      ? { patch: p.patch, fromMm: ys[p.y0]!, lengthMm: ys[p.y1]! - ys[p.y0]! }
      : { patch: p.patch, fromMm: xs[p.x0]!, lengthMm: xs[p.x1]! - xs[p.x0]! }))
    .sort((a, b) => a.fromMm - b.fromMm)

  function split(part: readonly Placed[], axis: Axis, depth: number, unit: string, tried = false): void {
    if (part.length < 2) return
    const low = axis === 'down' ? (p: Placed) => p.x0 : (p: Placed) => p.y0
    const high = axis === 'down' ? (p: Placed) => p.x1 : (p: Placed) => p.y1
    const sorted = [...part].sort((a, b) => low(a) - low(b))
    const strips: Placed[][] = []
    let reach = -1
    for (const p of sorted) {
      if (strips.length === 0 || low(p) >= reach) strips.push([])
      strips.at(-1)!.push(p)
      reach = Math.max(reach, high(p))
    }
    const other: Axis = axis === 'down' ? 'across' : 'down'
    if (strips.length === 1) {
      if (tried) {
        const [p] = sorted
        throw new SeamsDoNotMeet(
          [xs[p!.x0]!, ys[p!.y0]!],
          `Seams: no straight seam goes through the patches at ${Math.round(xs[p!.x0]!)}, ${Math.round(ys[p!.y0]!)} mm.`,
        )
      }
      split(part, other, depth, unit, true)
      return
    }
    const lines = axis === 'down' ? xs : ys, across = axis === 'down' ? ys : xs
    const from = Math.min(...part.map(axis === 'down' ? p => p.y0 : p => p.x0))
    const to = Math.max(...part.map(axis === 'down' ? p => p.y1 : p => p.x1))
    for (let i = 1; i < strips.length; i++) {
      const at = Math.min(...strips[i]!.map(low))
      seams.push({
        id: `${unit}${axis === 'down' ? 'd' : 'a'}${i}`, axis, atMm: lines[at]!, fromMm: across[from]!, toMm: across[to]!, depth, unit,
        before: edge(strips[i - 1]!.filter(p => high(p) === at), axis), after: edge(strips[i]!.filter(p => low(p) === at), axis),
      })
    }
    strips.forEach((s, i) => split(s, other, depth + 1, `${unit}${axis === 'down' ? 'd' : 'a'}${i + 1}.`))
  }
  // What is sewn last is split first.
  split(placed, first === 'rows' ? 'across' : 'down', 0, '')
  const wideMm = xs.at(-1)! - xs[0]!, highMm = ys.at(-1)! - ys[0]!
  if (closed) {
    const top = placed.filter(p => p.y0 === 0), bottom = placed.filter(p => p.y1 === ys.length - 1)
    seams.push({
      id: 'close', axis: 'across', atMm: ys.at(-1)!, fromMm: xs[0]!, toMm: xs.at(-1)!, depth: -1, unit: 'close',
      before: edge(bottom, 'across'), after: edge(top, 'across'),
    })
  }
  return { seams, ...meetings(seams, ys[0]!), wideMm, highMm }
}

const NEAR_MM = 0.6
/** Which seams end on which, from which side. */
function meetings(seams: readonly Seam[], topMm: number): Pick<Piecing, 'crossings' | 'tees'> {
  const crossings: Crossing[] = [], tees: Tee[] = []
  const key = (mm: number) => Math.round(mm)
  const ends = new Map<string, { seam: Seam, alongMm: number }[]>()
  const put = (k: string, end: { seam: Seam, alongMm: number }) => ends.set(k, [...(ends.get(k) ?? []), end])
  for (const s of seams) {
    // An end lies on the line of the seam it stops at.
    put(`${s.axis} end ${key(s.toMm)}`, { seam: s, alongMm: s.atMm })
    put(`${s.axis} start ${key(s.fromMm)}`, { seam: s, alongMm: s.atMm })
  }
  for (const on of seams) {
    const other: Axis = on.axis === 'down' ? 'across' : 'down'
    const isWithin = (e: { seam: Seam, alongMm: number }) =>
      e.alongMm > on.fromMm + NEAR_MM && e.alongMm < on.toMm - NEAR_MM
    const before = (ends.get(`${other} end ${key(on.atMm)}`) ?? []).filter(isWithin)
    const after = (ends.get(`${other} start ${key(on.id === 'close' ? topMm : on.atMm)}`) ?? []).filter(isWithin)
    const later = new Map(after.map(e => [key(e.alongMm), e.seam]))
    const point = (alongMm: number): [number, number] => (on.axis === 'down' ? [on.atMm, alongMm] : [alongMm, on.atMm])
    for (const e of before) {
      const [x, y] = point(e.alongMm), b = later.get(key(e.alongMm))
      if (b) {
        crossings.push({ x, y, on: on.id, a: e.seam.id, b: b.id })
        later.delete(key(e.alongMm))
      } else tees.push({ x, y, on: on.id, a: e.seam.id, side: 'before' })
    }
    for (const [, seam] of later) {
      const [x, y] = point(seam.atMm)
      tees.push({ x, y, on: on.id, a: seam.id, side: 'after' })
    }
  }
  return { crossings, tees }
}
