import { deltaE00, hexOf, labOfLinear, linearOf, linearOfHex, type Lab } from './lab'
import type { Look } from './palette'

/** A piece of fabric that could be the patch. */
export interface Scrap {
  id: string
  wideMm: number
  highMm: number
  massGsm: number
  givePct: number
  /** Hottest wash it withstands, °C. */
  washC: number
  face: Look
  back: Look | null
}
/** The fabric with the hole, and the room a patch takes. */
export interface MendGround { look: Look, massGsm: number, givePct: number, washC: number, wideMm: number, highMm: number }
/** Which side is out, and through which marker it is seen. */
interface Treatment { side: 'face' | 'back', marker: string | null }

export type ScrapBar
  = { why: 'tooSmall', wideMm: number, highMm: number } | { why: 'tooHeavy', ratio: number } | { why: 'tooLight', ratio: number }
    | { why: 'give', byPct: number } | { why: 'care', washC: number }
export type ColourReason
  = { says: 'nearest', deltaE: number } | { says: 'darker' } | { says: 'lighter' } | { says: 'hue' }
    | { says: 'amongColours', sharePct: number } | { says: 'strange', hex: string } | { says: 'figureHides', figureMm: number }
    | { says: 'plainShows' } | { says: 'otherScale', ratio: number }
export interface RankedScrap {
  id: string
  treatment: Treatment
  /** What it looks like so treated. */
  look: Look
  /** What the eye pays: about a ΔE₀₀, weighed by what shows; the least comes first. */
  cost: number
  /** Plain distance of the nearest colours, ΔE₀₀. */
  deltaE: number
  reasons: ColourReason[]
}
export interface Ranking {
  ranked: RankedScrap[]
  barred: { id: string, bar: ScrapBar }[]
  largestMm: { wideMm: number, highMm: number } | null
}

/** So much heavier or lighter than the fabric a patch may be, as a ratio. */
const HEAVIEST = 1.6, LIGHTEST = 0.6
/** So much more or less give, %. */
const GIVE_APART_PCT = 8
/** An error of hue counts so much more than one of lightness; a lighter patch so much more than a darker one. */
const HUE_MORE = 0.6, LIGHTER_MORE = 0.6, DARKER_LESS = 0.2
/** A figure of this size hides half of what a plain fabric would show, mm. */
const HIDES_HALF_MM = 12
/** Nothing hides everything. */
const HIDES_MOST = 0.2
/** A colour of the print that the patch has not got counts so much. */
const MISSING = 0.25
/** A colour this far from all of the print's is strange to it, ΔE₀₀. */
const STRANGE = 8
/** And shows so much more than its share. */
const STRANGE_MORE = 2
/** A marker lets through its own colour so strongly, 0 to 1. */
const MARKER_STRENGTH = 0.55

/** What an eye pays for a patch of one colour in fabric of another: darker recedes, lighter shines out, hue is seen first. */
export function plainCost(fabric: Lab, patch: Lab): number {
  const deltaE = deltaE00(fabric, patch)
  if (deltaE === 0) return 0
  const dl = patch.l - fabric.l, chroma = (c: Lab) => Math.hypot(c.a, c.b)
  const dc = chroma(patch) - chroma(fabric), all = dl * dl + (patch.a - fabric.a) ** 2 + (patch.b - fabric.b) ** 2
  const hueShare = Math.max(0, all - dl * dl - dc * dc) / all, lightShare = dl * dl / all
  return deltaE * (1 + HUE_MORE * hueShare) * (dl > 0 ? 1 + LIGHTER_MORE * lightShare : 1 - DARKER_LESS * lightShare)
}

/** How many colours a look comes to, each counted by its share (the exponent of its entropy). */
const coloursOf = ({ palette }: Look): number =>
  Math.exp(-palette.reduce((s, { sharePct }) => s + (sharePct > 0 ? sharePct / 100 * Math.log(sharePct / 100) : 0), 0))
/** What of a difference still shows in a look: all of it on plain fabric, less the smaller and busier its figures are. */
export function showsOf(look: Look): number {
  if (look.figureMm === null || look.palette.length < 2) return 1
  const size = look.figureMm / (look.figureMm + HIDES_HALF_MM), busy = Math.sqrt(2 / Math.max(2, coloursOf(look)))
  return HIDES_MOST + (1 - HIDES_MOST) * size * busy
}

/** A scrap under a marker: its light filtered by the marker's, as ink over paper. */
export function tinted(look: Look, markerHex: string): Look {
  const ink = linearOfHex(markerHex).map(v => v ** MARKER_STRENGTH)
  return {
    ...look,
    palette: look.palette.map((p) => {
      const light = linearOf(p.lab).map((v, i) => Math.max(0, v) * ink[i]!)
      const lab = labOfLinear([light[0]!, light[1]!, light[2]!])
      return { ...p, lab, hex: hexOf(lab) }
    }),
  }
}

/** What an eye pays for a patch that looks so, in a fabric that looks so. */
export function judgeLook(fabric: Look, patch: Look): Pick<RankedScrap, 'cost' | 'deltaE' | 'reasons'> {
  const reasons: ColourReason[] = []
  let deltaE = Infinity, cost = 0, among = 0
  let strange: { hex: string, by: number } | null = null
  for (const p of patch.palette) {
    let best = Infinity, nearest = Infinity
    for (const c of fabric.palette) {
      nearest = Math.min(nearest, deltaE00(c.lab, p.lab))
      best = Math.min(best, plainCost(c.lab, p.lab))
    }
    deltaE = Math.min(deltaE, nearest)
    cost += best * p.sharePct / 100 * (nearest < STRANGE ? 1 : STRANGE_MORE)
    if (nearest < STRANGE) among += p.sharePct
    else if (!strange || nearest > strange.by) strange = { hex: p.hex, by: nearest }
  }
  for (const c of fabric.palette) {
    const nearest = Math.min(...patch.palette.map(p => deltaE00(c.lab, p.lab)))
    cost += MISSING * nearest * c.sharePct / 100
  }
  const shows = showsOf(fabric)
  let apart = 1
  if (fabric.figureMm !== null && patch.figureMm !== null) {
    const ratio = patch.figureMm / fabric.figureMm
    apart = 1 + 0.25 * Math.abs(Math.log2(ratio))
    if (Math.abs(Math.log2(ratio)) > 1) reasons.push({ says: 'otherScale', ratio })
  }
  reasons.unshift({ says: 'nearest', deltaE })
  if (fabric.palette.length === 1 && patch.palette.length === 1) reasons.push(...toneReasons(fabric.palette[0]!.lab, patch.palette[0]!.lab))
  else {
    reasons.push({ says: 'amongColours', sharePct: among })
    if (strange) reasons.push({ says: 'strange', hex: strange.hex })
  }
  reasons.push(fabric.figureMm === null ? { says: 'plainShows' } : { says: 'figureHides', figureMm: fabric.figureMm })
  return { cost: cost * shows * apart, deltaE, reasons }
}
function toneReasons(fabric: Lab, patch: Lab): ColourReason[] {
  const dl = patch.l - fabric.l, all = Math.hypot(dl, patch.a - fabric.a, patch.b - fabric.b)
  if (all < 1) return []
  const chroma = (c: Lab) => Math.hypot(c.a, c.b), dc = chroma(patch) - chroma(fabric)
  const hue = Math.sqrt(Math.max(0, all * all - dl * dl - dc * dc))
  return [
    ...(Math.abs(dl) > 0.4 * all ? [{ says: dl > 0 ? 'lighter' as const : 'darker' as const }] : []),
    ...(hue > 0.5 * all ? [{ says: 'hue' as const }] : []),
  ]
}

/** Why a scrap cannot be the patch whatever its colour; null where it can. */
export function barOfScrap(s: Scrap, ground: MendGround): ScrapBar | null {
  // Either way up: its pattern is turned with it.
  const canFit = (w: number, h: number) => s.wideMm >= w && s.highMm >= h
  if (!canFit(ground.wideMm, ground.highMm) && !canFit(ground.highMm, ground.wideMm))
    return { why: 'tooSmall', wideMm: ground.wideMm, highMm: ground.highMm }
  const ratio = s.massGsm / ground.massGsm
  if (ratio > HEAVIEST) return { why: 'tooHeavy', ratio }
  if (ratio < LIGHTEST) return { why: 'tooLight', ratio }
  if (Math.abs(s.givePct - ground.givePct) > GIVE_APART_PCT) return { why: 'give', byPct: s.givePct - ground.givePct }
  return s.washC < ground.washC ? { why: 'care', washC: s.washC } : null
}

/**
 * Which scrap mends it best: weight, give and care must agree; then what the eye pays, for the face, the back, and either under each
 * marker that could bring it nearer (a marker only darkens). The best treatment of every scrap stands for it.
 */
export function rankScraps(ground: MendGround, scraps: readonly Scrap[], markers: readonly string[]): Ranking {
  const ranked: RankedScrap[] = [], barred: Ranking['barred'] = []
  const light = (l: Look) => l.palette.reduce((s, p) => s + p.lab.l * p.sharePct / 100, 0)
  const wanted = light(ground.look)
  for (const s of scraps) {
    const bar = barOfScrap(s, ground)
    if (bar) {
      barred.push({ id: s.id, bar })
      continue
    }
    let best: RankedScrap | null = null
    const take = (side: Treatment['side'], marker: string | null, look: Look): void => {
      const judged = judgeLook(ground.look, look)
      if (!best || judged.cost < best.cost - 1e-9) best = { id: s.id, treatment: { side, marker }, look, ...judged }
    }
    for (const side of ['face', 'back'] as const) {
      const look = s[side]
      if (!look) continue
      take(side, null, look)
      if (light(look) > wanted) for (const marker of markers) take(side, marker, tinted(look, marker))
    }
    ranked.push(best!)
  }
  const largest = [...scraps].sort((a, b) => b.wideMm * b.highMm - a.wideMm * a.highMm)[0]
  return {
    ranked: ranked.sort((a, b) => a.cost - b.cost || (a.id < b.id ? -1 : 1)), barred,
    largestMm: largest ? { wideMm: largest.wideMm, highMm: largest.highMm } : null,
  }
}
