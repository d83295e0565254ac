import {
  areaMm2, boundsOf, boxAbout, contactOf, difference, offset, union, type Outline, type Point,
} from '../geometry'
import { createKeptAnswers } from '../numeric'
import { count, has, ones, someBit, words } from './grid'
import { EDGE_MM, fieldOf, pointsIn, stampOf, type Field } from './points'
import { bearingOf, bearingOutline, printed, soleKey, soleOutline, TIP, type SolePlacement, type SoleShape } from './sole'
import { tileOf, tilings, type Tile } from './tile'

/** How the hand walks: from the middle outward, or row by row. */
export type Walk = 'middle' | 'rows'

export interface CoverageQuestion {
  /** What is to be covered: the interfacing as it lies on the piece. */
  outline: Outline
  sole: SoleShape
  /** Buttons, zips, thick seams: the sole does not stand on them. */
  keepOuts: readonly Outline[]
  walk: Walk
}

export interface Coverage {
  placements: SolePlacement[]
  /** What no position reaches. */
  missed: Outline[]
  /** Share of the area that is covered, 0 to 1, proved by clipping; what must not be stood on is no part of it. */
  covered: number
  /** All that is to be covered, mm²; nothing where keep-outs lie over all of it. */
  wantedMm2: number
  /** No fewer positions than this cover so much area. */
  bound: number
}

/** The sole keeps so far off what it must not stand on, mm. */
const CLEAR_MM = 5
/** Neighbouring positions lie over each other by so much, mm: each counts for half of it less all round. */
const OVERLAP_MM = 10
/** Proved to this share; what is left over is set down on again. */
const LEFT_SHARE = 0.001
const HEADINGS = [0, 90, 180, 270, 45, 135, 225, 315]
/** Points that must be covered stand so far apart, and positions are tried at so many times that, mm. */
const FINE_MM = 6,
  MOST_POINTS = 3000

interface Spot extends SolePlacement {
  bits: Uint32Array
  gain: number
}

/** What the sole keeps off, around what it must not stand on. */
const barredBy = (keepOuts: readonly Outline[]): Outline[] => (keepOuts.length > 0 ? offset(keepOuts, CLEAR_MM) : [])
/** Does a sole, its middle there, stand on what it must not? Each heading is worked out once. */
function standingOn(rim: Outline, barred: readonly Outline[]): (p: SolePlacement) => boolean {
  const contacts = new Map<number, ((by: Point) => boolean)[]>()
  return (p) => {
    let all = contacts.get(p.headingDeg)
    if (!all) {
      const turned = printed(rim, { x: 0, y: 0, headingDeg: p.headingDeg })
      contacts.set(p.headingDeg, (all = barred.map(o => contactOf(turned, o))))
    }
    return all.some(isMet => isMet(p))
  }
}

/** All places and headings at which the sole may stand and does some good. @param least points it must gain */
function spotsFor({ outline, sole, keepOuts }: CoverageQuestion, field: Field, stepMm: number, least = 1): Spot[] {
  const bearing = bearingOf(sole, sole === TIP ? TIPPED : FLAT),
    isStandingOn = standingOn(soleOutline(sole), barredBy(keepOuts))
  const counted = sole === TIP ? bearing : (offset([bearing], -OVERLAP_MM / 2)[0] ?? bearing)
  const { left, right, bottom, top } = boundsOf(outline)
  const spots: Spot[] = [], bits = new Uint32Array(words(field.points.length))
  for (const headingDeg of sole.pointed ? HEADINGS : HEADINGS.slice(0, 2)) {
    const turned = printed(counted, { x: 0, y: 0, headingDeg }),
      half = boundsOf(turned),
      under = stampOf(turned)
    for (let y = bottom - half.top + stepMm; y < top - half.bottom; y += stepMm) {
      for (let x = left - half.right + stepMm; x < right - half.left; x += stepMm) {
        const gain = count(under(field, { x, y }, bits))
        if (gain >= least && !isStandingOn({ x, y, headingDeg })) spots.push({ x, y, headingDeg, bits: bits.slice(), gain })
      }
    }
  }
  return spots
}

/**
 * Fewest positions by the one that covers most of what is left; then those that turned out needless are taken back.
 * @param least one that gains fewer points is not worth a touch
 */
function choose(spots: readonly Spot[], points: number, least = 1): Spot[] {
  const left = new Uint32Array(words(points)).fill(0xffffffff)
  const gain = (s: Spot): number => {
    let sum = 0
    for (let i = 0; i < left.length; i++) sum += ones(s.bits[i]! & left[i]!)
    return sum
  }
  const chosen: Spot[] = []
  // What a spot gains only falls: the greatest is looked for lazily.
  const queue = [...spots].sort((a, b) => b.gain - a.gain)
  while (queue.length > 0) {
    let best: Spot | null = null,
      most = 0
    for (const s of queue) {
      if (s.gain <= most) break
      s.gain = gain(s)
      if (s.gain > most) [best, most] = [s, s.gain]
    }
    if (!best || most < least) break
    chosen.push(best)
    for (let i = 0; i < left.length; i++) left[i]! &= ~best.bits[i]!
    queue.sort((a, b) => b.gain - a.gain)
  }
  return needed(chosen, points)
}

function needed(chosen: readonly Spot[], points: number): Spot[] {
  const times = new Uint16Array(points)
  const each = (s: Spot, change: number) => someBit(s.bits, (i) => {
    times[i]! += change
    return false
  })
  for (const s of chosen) each(s, 1)
  return chosen
    .toReversed()
    .filter((s) => {
      if (someBit(s.bits, i => times[i] === 1)) return true
      each(s, -1)
      return false
    })
    .toReversed()
}

/** In the order of the hand. */
export function inOrder(placements: readonly SolePlacement[], walk: Walk): SolePlacement[] {
  if (walk === 'rows') {
    const left = [...placements].sort((a, b) => b.y - a.y),
      rows: SolePlacement[][] = []
    for (const p of left) {
      const row = rows.find(r => Math.abs(r[0]!.y - p.y) < ROW_MM)
      if (row) row.push(p)
      else rows.push([p])
    }
    return rows.flatMap((r, i) => r.sort((a, b) => (i % 2 === 0 ? a.x - b.x : b.x - a.x)))
  }
  const cx = placements.reduce((s, p) => s + p.x, 0) / Math.max(1, placements.length),
    cy = placements.reduce((s, p) => s + p.y, 0) / Math.max(1, placements.length)
  return [...placements].sort((a, b) => Math.hypot(a.x - cx, a.y - cy) - Math.hypot(b.x - cx, b.y - cy))
}
const ROW_MM = 40

/** Up to so many times its area's own number is what a plain piece takes. */
const PLAIN = 1.6
/** So many soles and fewer: one more is a large share. */
const FEW = 3
/** Why a piece takes more positions than its area asks for; null where it does not. */
export function whyMany({ placements, bound }: Pick<Coverage, 'placements' | 'bound'>,
  keepOuts: number): 'inTheWay' | 'small' | 'shape' | null {
  if (bound === 0 || placements.length <= PLAIN * bound) return null
  return keepOuts > 0 ? 'inTheWay' : bound <= FEW ? 'small' : 'shape'
}

/** What of an outline positions cover, by exact clipping; what must not be stood on is no part of it. */
export function proveCoverage(outline: Outline, sole: SoleShape, keepOuts: readonly Outline[], placements: readonly SolePlacement[]) {
  const wanted = keepOuts.length > 0 ? difference([outline], offset(keepOuts, CLEAR_MM)) : [outline]
  const missed = difference(wanted, union(placements.map(p => printed(bearingOf(sole, p), p))))
  const area = (all: readonly Outline[]) => all.reduce((s, o) => s + areaMm2(o), 0)
  const whole = area(wanted)
  return { missed, covered: whole > 0 ? 1 - area(missed) / whole : 1, wantedMm2: whole }
}

/** So many ways of laying rows are tried out of those with fewest positions. */
const TRIED = 12

type Stamp = ReturnType<typeof stampOf>
/** A sole as it is laid over whatever piece: what counts of it side by side with itself, and its stamp by heading. */
interface KnownSole { tile: Tile, stampAt: (headingDeg: number) => Stamp }
const soles = createKeptAnswers<KnownSole>(8)
/** The same few soles lie over every piece: what is theirs alone is worked out once. */
const knownSole = (sole: SoleShape): KnownSole => soles.of(soleKey(sole), () => {
  const bearing = bearingOutline(sole), counted = offset([bearing], -OVERLAP_MM / 2)[0] ?? bearing, stamps = createKeptAnswers<Stamp>(64)
  return {
    tile: tileOf(counted),
    stampAt: headingDeg => stamps.of(String(headingDeg), () => stampOf(printed(counted, { x: 0, y: 0, headingDeg }))),
  }
})
/** A sole's positions seen as the points they cover; those on a keep-out are left out. */
function spotsOf(
  placements: readonly SolePlacement[], { stampAt }: KnownSole, field: Field, canStand: (p: SolePlacement) => boolean,
): Spot[] {
  return placements.filter(canStand).map((p) => {
    const bits = stampAt(p.headingDeg)(field, p)
    return { ...p, bits, gain: count(bits) }
  })
}

/** Points that none of them covers. */
function openPoints(spots: readonly Spot[], points: readonly Point[]): Point[] {
  return points.filter((_, i) => !spots.some(s => has(s.bits, i)))
}

/**
 * Positions of a sole that cover an outline, edges and all, in the order of the hand: rows of a rectangle that the sole covers, of many
 * the one that needs fewest once needless ones are taken back; around keep-outs, what rows leave open is covered by whatever covers
 * most of it. Proved by clipping; what is left over is set down on again.
 */
export function coverPiece(q: CoverageQuestion): Coverage {
  const { outline, sole, keepOuts, walk } = q
  const bearing = bearingOutline(sole), known = knownSole(sole)
  const barred = barredBy(keepOuts), isStandingOn = standingOn(soleOutline(sole), barred)
  const canStand = (p: SolePlacement) => !isStandingOn(p)
  const wanted = barred.length > 0 ? difference([outline], barred) : [outline]
  const stepMm = Math.max(FINE_MM, Math.sqrt(areaMm2(outline) / MOST_POINTS))
  const points = wanted.flatMap(o => pointsIn(o, stepMm)), field = fieldOf(points)
  let best: Spot[] | null = null
  for (const placements of tilings(outline, known.tile, TRIED)) {
    const spots = spotsOf(placements, known, field, canStand)
    const open = barred.length > 0 ? openPoints(spots, points) : []
    if (open.length > 0 && best && spots.length >= best.length) continue
    // Around keep-outs a whole sole is set down only where it does much; the rest is the tip's.
    const least = Math.ceil(WORTH_MM2 / stepMm ** 2)
    const about = open.length > 0 ? { ...q, outline: boxAbout([{ rim: open, holes: [] }]) } : q
    const more = open.length > 0 ? choose(spotsFor(about, fieldOf(open), SEARCH_MM, least), open.length, least) : []
    const all = needed([...spots, ...spotsOf(more, known, field, canStand)], points.length)
    if (!best || all.length < best.length) best = all
    // Around keep-outs one way is looked at closely; the others only where they may be shorter.
    if (barred.length > 0) break
  }
  const placements: SolePlacement[] = (best ?? []).map(({ x, y, headingDeg }) => ({ x, y, headingDeg }))
  let proved = proveCoverage(outline, sole, keepOuts, placements)
  for (let again = 0; barred.length === 0 && again < 3 && 1 - proved.covered > LEFT_SHARE; again++) {
    const rest = proved.missed.flatMap(o => pointsIn(o, EDGE_MM / 2))
    const more = choose(spotsFor({ ...q, outline: boxAbout(proved.missed) }, fieldOf(rest), SEARCH_MM / 2), rest.length)
    if (more.length === 0) break
    placements.push(...more.map(({ x, y, headingDeg }) => ({ x, y, headingDeg })))
    proved = proveCoverage(outline, sole, keepOuts, placements)
  }
  const bound = Math.max(0, Math.ceil(proved.wantedMm2 / areaMm2(bearing) - 1e-9))
  // The tip goes last, where everything else has been.
  const byTip = sole.pointed && 1 - proved.covered > LEFT_SHARE ? tipPlacements(proved.missed, keepOuts) : []
  if (byTip.length > 0) proved = proveCoverage(outline, sole, keepOuts, [...placements, ...byTip])
  return { ...proved, placements: [...inOrder(placements, walk), ...byTip], bound }
}

/** Where the whole sole cannot stand its tip still may: the rest of it held off the work. */
function tipPlacements(missed: readonly Outline[], keepOuts: readonly Outline[]): SolePlacement[] {
  const points = missed.flatMap(o => pointsIn(o, EDGE_MM))
  const spots = spotsFor({ outline: boxAbout(missed), sole: TIP, keepOuts, walk: 'rows' }, fieldOf(points), TIP_STEP_MM, TIP_LEAST)
  return choose(spots, points.length, TIP_LEAST).map(({ x, y, headingDeg }) => ({ x, y, headingDeg, tip: true as const }))
}
/** The tip is tried so far apart, mm; a place that gains fewer points than this is not worth a touch. */
const TIP_STEP_MM = 8,
  TIP_LEAST = 4
const TIPPED: SolePlacement = { x: 0, y: 0, headingDeg: 0, tip: true },
  FLAT: SolePlacement = { x: 0, y: 0, headingDeg: 0 }
/** Around keep-outs places are tried so far apart, mm; a whole sole must newly cover so much to be worth a touch, mm². */
const SEARCH_MM = 14,
  WORTH_MM2 = 2000
