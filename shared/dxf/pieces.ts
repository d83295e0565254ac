/** From the lines of one block to the pieces that are cut: what each layer means by the garment trade's own list of layers. */
import { acrossLine, laidMarks, nearestOn, type Marks } from '#core/cut'
import { areaMm2, boundsOf, distanceMm, isInside, outlineOf, union, type Outline, type Point, type Ring } from '#core/geometry'
import { laidOutline } from '#core/layout'
import { piecesOfRings, usableRing, type DrawnPiece } from '../drawing'
import { joined, type Joined } from './joined'
import type { DrawnThing } from './lines'
import type { DxfNote } from './notes'

type Role = 'cut' | 'sew' | 'grain' | 'notch' | 'internal' | 'cutOut' | 'drill' | 'mirror' | 'words' | 'turning'
/** Layers by their numbers, as exchanged by pattern programs (ASTM D6673); 80 to 83 are notches of other shapes. */
const ROLE_OF: Readonly<Record<number, Role>> = {
  1: 'cut', 2: 'turning', 3: 'turning', 4: 'notch', 6: 'mirror', 7: 'grain', 8: 'internal', 11: 'cutOut', 13: 'drill', 14: 'sew',
  15: 'words', 80: 'notch', 81: 'notch', 82: 'notch', 83: 'notch',
}
const NUMBERED_LAYER = /^(?:layer[ _-]?|l)?0*(\d+)$/i
const roleOf = (layer: string): Role | null => ROLE_OF[Number(NUMBERED_LAYER.exec(layer.trim())?.[1] ?? Number.NaN)] ?? null

/** What is written on a piece, by the word before the colon. */
const SAID = /^\s*(piece name|name|size|piece number|number|quantity)\s*:\s*(.*?)\s*$/i
/** How often it is cut: `2`, or `1,1` for a left and a right one. */
function timesOf(said: string): { count: number, pair: boolean } {
  const [one = 1, other = 0] = said.split(/[,+/]/).map(n => Math.round(Number.parseFloat(n))).map(n => (n > 0 && n <= 200 ? n : 0))
  return one > 0 && one === other ? { count: one, pair: true } : { count: Math.max(1, one + other), pair: false }
}
/** Words for a person, or about the drawing as a whole. */
const SAID_OF_OTHERS = /^\s*(annotation|units|style name|category|material|rule table|sample size|author|creation \w+)\s*:/i
/** Written at a point that moves from size to size, with the number of its rule. */
export const GRADE_RULE = /^\s*#\s*\d+\s*$/
function saidOf(words: readonly string[]): { name: string, size: string, number: string, count: number, pair: boolean } {
  const said = new Map(words.flatMap((w) => {
    const [, key, value] = SAID.exec(w) ?? []
    return key && value ? [[key.toLowerCase().replace(/^piece /, ''), value] as const] : []
  }))
  const of = (key: string, most: number) => (said.get(key) ?? '').slice(0, most)
  // Where nothing says which of the words are the name, the only ones are.
  const plain = words.filter(w => w !== '' && !SAID.test(w) && !SAID_OF_OTHERS.test(w) && !GRADE_RULE.test(w))
  return { name: of('name', 40) || (plain.length === 1 ? plain[0]!.slice(0, 40) : ''), size: of('size', 20), number: of('number', 20),
    ...timesOf(of('quantity', 20) || '1') }
}

const EDGES: ReadonlySet<Role> = new Set(['cut', 'sew', 'cutOut'])
interface Lines {
  paths: Record<Role, Joined[]>
  points: Record<'notch' | 'drill', Point[]>
}
/** The lines of a block by what they are; where no layer has a number, what is outermost is cut and the rest lies within. */
function sorted(things: readonly DrawnThing[]): Lines & { hasLayers: boolean } {
  const drawn = things.filter(t => t.kind !== 'words'), hasLayers = drawn.some(t => ['cut', 'sew'].includes(roleOf(t.layer) ?? ''))
  const by = (role: Role) => drawn.filter(t => (hasLayers ? roleOf(t.layer) === role : role === 'cut'))
  const single = (role: Role) => by(role).flatMap(t => (t.kind === 'line' ? [{ points: t.points, gapMm: 0, closed: t.closed }] : []))
  // Edges may be drawn in parts; of all else every line stands for itself.
  const paths = (role: Role) => (EDGES.has(role) ? joined(single(role)) : single(role))
  const points = (role: Role) => by(role).flatMap(t => (t.kind === 'point' ? [t.at] : []))
  return {
    hasLayers,
    paths: {
      cut: paths('cut'), sew: paths('sew'), grain: paths('grain'), notch: paths('notch'), internal: paths('internal'), words: [],
      cutOut: paths('cutOut'), drill: paths('drill'), mirror: paths('mirror'), turning: [],
    },
    points: { notch: points('notch'), drill: points('drill') },
  }
}

/** Further than this from a fold a point does not lie on it, mm. */
const ON_FOLD_MM = 0.5
type Fold = [Point, Point]
const longest = (lines: readonly Joined[]): Fold | null => lines
  .map((l): Fold => [l.points[0]!, l.points.at(-1)!])
  .reduce<Fold | null>((best, l) => (best === null || distanceMm(...l) > distanceMm(...best) ? l : best), null)
const sideOf = ([a, b]: Fold, p: Point): number =>
  ((b.x - a.x) * (p.y - a.y) - (b.y - a.y) * (p.x - a.x)) / Math.max(1e-9, distanceMm(a, b))
/** Is the piece drawn on one side of its mirror line only, so that half of it is there? */
const isHalf = (rim: Ring, fold: Fold): boolean => {
  const sides = rim.map(p => sideOf(fold, p))
  return (Math.min(...sides) > -ON_FOLD_MM || Math.max(...sides) < ON_FOLD_MM) && Math.max(...sides.map(Math.abs)) > ON_FOLD_MM
    && fold.every(p => nearestOn(rim, p).mm <= 2 * ON_FOLD_MM)
}

/** A point by the fold put onto it, so that both halves meet. */
const ontoFold = (fold: Fold) => (p: Point): Point => {
  if (Math.abs(sideOf(fold, p)) > ON_FOLD_MM) return p
  const over = acrossLine(p, fold)
  return { x: (p.x + over.x) / 2, y: (p.y + over.y) / 2 }
}
const bothSides = (fold: Fold, points: readonly Point[]): Point[] =>
  [...points, ...points.filter(p => Math.abs(sideOf(fold, p)) > ON_FOLD_MM).map(p => acrossLine(p, fold))]
const unfoldedOutline = (o: Outline, fold: Fold): Outline => {
  const half = outlineOf(o.rim.map(ontoFold(fold)), o.holes), over = (ring: Ring) => ring.map(p => acrossLine(p, fold))
  const whole = union([{ rim: half.rim, holes: [] }, outlineOf(over(half.rim))])[0] ?? half
  return outlineOf(whole.rim, [...o.holes, ...o.holes.map(over)])
}
const unfoldedLines = (lines: readonly Joined[], fold: Fold): Joined[] =>
  joined([...lines, ...lines.map(l => ({ ...l, points: l.points.map(p => acrossLine(p, fold)) }))])

/** The sew line within a cut edge, and how far inside it runs: in the middle of its points, at the least and at the most, mm. */
function sewnWithin(cut: Outline, sewn: readonly Outline[]): { outline: Outline, mm: number, isUneven: boolean } | null {
  const outline = sewn.find(s => areaMm2(s) < areaMm2(cut) && isInside(cut.rim, s.rim[0]!))
  if (!outline) return null
  const away = outline.rim.map(p => nearestOn(cut.rim, p).mm).sort((a, b) => a - b)
  const mm = away[Math.floor(away.length / 2)]!
  return { outline, mm: Math.round(mm * 10) / 10, isUneven: away.at(-1)! - away[0]! > UNEVEN_MM }
}
/** Allowances that differ by no more than this are one, mm. */
const UNEVEN_MM = 1.5

const ringsOf = (lines: readonly Joined[], name: string, onNote: (n: DxfNote) => void): Ring[] => lines.flatMap((l) => {
  if (!l.closed) {
    onNote({ why: 'open', name, gapMm: distanceMm(l.points[0]!, l.points.at(-1)!) })
    return []
  }
  if (l.gapMm > SAID_GAP_MM) onNote({ why: 'closed', name, gapMm: l.gapMm })
  const usable = usableRing(l.points, name, SAID_GAP_MM)
  if (usable && 'note' in usable) onNote(usable.note)
  return usable && 'ring' in usable ? [usable.ring] : []
})
/** A gap that nobody needs to know of, mm. */
const SAID_GAP_MM = 0.02

/** The end of a notch's stroke that stands at the edge. */
const atEdge = (rim: Ring, { points }: Joined): Point => {
  const [a, b] = [points[0]!, points.at(-1)!]
  return nearestOn(rim, a).mm <= nearestOn(rim, b).mm ? a : b
}
/** The middle of a small ring, as a drill hole may be drawn. */
const middleOf = ({ points }: Joined): Point => {
  const b = boundsOf({ rim: points })
  return { x: (b.left + b.right) / 2, y: (b.bottom + b.top) / 2 }
}
/** A mark further than this outside an outline belongs to another piece, mm. */
const NEAR_MM = 5
function marksOf(lines: Lines, rim: Ring, isOnly: boolean, fold: Fold | null): Marks {
  const isOwn = (p: Point) => isOnly || isInside(rim, p) || nearestOn(rim, p).mm <= NEAR_MM
  return {
    notches: [...lines.points.notch, ...lines.paths.notch.map(l => atEdge(rim, l))].filter(isOwn),
    drills: [...lines.points.drill, ...lines.paths.drill.map(middleOf)].filter(isOwn),
    internal: lines.paths.internal.map(l => (l.closed ? [...l.points, l.points[0]!] : l.points)).filter(l => l.some(isOwn)),
    mirror: fold,
  }
}

/** By so much a grain line may lean before the piece is turned for it, degrees. */
const LEANS_DEG = 0.05
/** How far to turn until the grain stands upright, the shorter way round, degrees; null where there is none. */
const uprightDeg = (grain: Fold | null): number | null => {
  if (!grain) return null
  const deg = Math.atan2(grain[1].y - grain[0].y, grain[1].x - grain[0].x) * 180 / Math.PI
  return 90 - (deg < 0 ? deg + 180 : deg)
}
/** Turned by so much, its lower left corner at the origin, with its marks. */
const settled = (outline: Outline, marks: Marks, turnDeg: number): { outline: Outline, marks: Marks } =>
  ({ outline: laidOutline(outline, { turnDeg, x: 0, y: 0 }), marks: laidMarks(outline, marks, { turnDeg, x: 0, y: 0 }) })

/** The pieces of a block, or of a drawing without blocks. @param called where nothing is written on them */
export function piecesOfBlock(things: readonly DrawnThing[], called: string, onNote: (n: DxfNote) => void): DrawnPiece[] {
  const said = saidOf(things.flatMap(t => (t.kind === 'words' ? [t.says] : []))), name = said.name || called.slice(0, 40)
  const lines = sorted(things), sewn = piecesOfRings(ringsOf(lines.paths.sew.filter(l => l.closed), name, onNote))
  const cutOuts = ringsOf(lines.paths.cutOut, name, onNote)
  const edges = piecesOfRings([...ringsOf(lines.paths.cut, name, onNote), ...cutOuts])
  const isOnlySewn = edges.length === 0 && sewn.length > 0
  if (isOnlySewn) onNote({ why: 'onlySewn', names: [name] })
  if (!lines.hasLayers && edges.length > 0) onNote({ why: 'noLayers', names: [name] })
  const rims = isOnlySewn ? sewn : edges
  if (rims.length > 1 && lines.hasLayers) onNote({ why: 'several', name, count: rims.length })
  return rims.map((edge, i): DrawnPiece => {
    const own = rims.length > 1 ? `${name.slice(0, 36)} ${i + 1}` : name
    const drawnFold = longest(lines.paths.mirror), fold = drawnFold && isHalf(edge.rim, drawnFold) ? drawnFold : null
    if (fold) onNote({ why: 'unfolded', names: [own] })
    const whole = fold ? unfoldedOutline(edge, fold) : edge
    const sewnLines = fold ? piecesOfRings(ringsOf(unfoldedLines(lines.paths.sew.filter(l => !l.closed), fold), own, onNote)) : []
    const inner = isOnlySewn
      ? null
      : sewnWithin(whole, [...sewnLines, ...sewn.map(s => (fold && isHalf(s.rim, fold)
          ? unfoldedOutline(s,
              fold)
          : s))])
    if (inner) onNote({ why: 'allowance', names: [own], mm: inner.mm, isUneven: inner.isUneven })
    const marks = marksOf(lines, edge.rim, rims.length === 1, drawnFold)
    const all: Marks = fold
      ? { ...marks, notches: bothSides(fold, marks.notches), drills: bothSides(fold, marks.drills), internal: internalBoth(marks.internal,
          fold) }
      : marks
    const deg = uprightDeg(longest(lines.paths.grain))
    if (deg === null) onNote({ why: 'noGrain', names: [own] })
    else if (Math.abs(deg) > LEANS_DEG) onNote({ why: 'turned', names: [own] })
    const isSewn = isOnlySewn || inner !== null
    return {
      ...said, name: own, drawnBy: isSewn ? 'seam' : lines.hasLayers ? 'cut' : null, allowanceMm: inner?.mm ?? null,
      ...settled(inner ? outlineOf(inner.outline.rim, [...inner.outline.holes, ...whole.holes]) : whole, all, deg ?? 0),
    }
  })
}
const internalBoth = (internal: Marks['internal'], fold: Fold): Marks['internal'] => internal.flatMap((line) => {
  const isOn = line.every(p => Math.abs(sideOf(fold, p)) <= ON_FOLD_MM)
  return isOn ? [line] : [line, line.map(p => acrossLine(p, fold))]
})
/** Does a drawing use a layer for something we know? */
export const isKnownLayer = (layer: string): boolean => roleOf(layer) !== null
