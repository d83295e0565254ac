import { parseSync, type INode } from 'svgson'
import svgpath from 'svgpath'
import { areaMm2, boundsOf, crossing, cubic, outlineOf, quadratic, thinned, type Outline, type Point, type Ring } from '#core/geometry'

/** An outline found in a drawing, in mm, the length upward. */
export interface NamedOutline {
  name: string
  outline: Outline
}
/** Why a drawing cannot be used at all. */
export type SvgProblem
  = | { why: 'tooLarge', mb: number, mostMb: number }
    | { why: 'unreadable' }
    | { why: 'noSvg' }
    | { why: 'noSize' }
    | { why: 'percent' }
    | { why: 'unknownUnit', said: string }
    | { why: 'nothing' }
/** What in a drawing was left out, or is not as it should be. */
export type SvgNote
  = | { why: 'pixels' }
    | { why: 'text' | 'pictures' | 'copies', count: number }
    | { why: 'open', name: string, gapMm: number }
    | { why: 'crossing', name: string }
    | { why: 'tiny', name: string, mm: number }
    | { why: 'huge', name: string, mm: number }
    | { why: 'tooFine', name: string, corners: number }
    | { why: 'tooMany', kept: number }
export interface SvgReading {
  outlines: NamedOutline[]
  notes: SvgNote[]
}

export const SVG_MOST_BYTES = 5_000_000
const MM_IN = { mm: 1, cm: 10, in: 25.4, pt: 25.4 / 72, pc: 25.4 / 6, q: 0.25, px: 25.4 / 96 } as const
/** Chords stand off their curves by no more than this, mm, so that what is read stays within a tenth. */
const FLAT_MM = 0.05
/** A curve drawn with more corners than it needs is thinned by this, mm. */
const THIN_MM = 0.02
const LEAST_MM = 5,
  MOST_MM = 5000,
  MOST_CORNERS = 2000,
  MOST_OUTLINES = 60
/** Ends nearer than this are one, mm. */
const CLOSED_MM = 0.05
/** Drawn for something else, or not at all. */
const NOT_DRAWN = new Set([
  'defs',
  'symbol',
  'clipPath',
  'mask',
  'marker',
  'pattern',
  'metadata',
  'style',
  'title',
  'desc',
  'script',
  'filter',
])

interface Size {
  mm: number
  pixels: boolean
}
function sizeOf(said: string | undefined): Size | SvgProblem {
  if (said === undefined || said.trim() === '') return { why: 'noSize' }
  if (said.includes('%')) return { why: 'percent' }
  const parts = /^\s*(\d*\.?\d+(?:e[-+]?\d+)?)\s*([a-z]*)\s*$/i.exec(said)
  const unit = parts?.[2]!.toLowerCase() || 'px'
  if (!parts || !(unit in MM_IN) || !(Number(parts[1]) > 0)) return { why: 'unknownUnit', said }
  return { mm: Number(parts[1]) * MM_IN[unit as keyof typeof MM_IN], pixels: unit === 'px' }
}

/** A shape as the path it is; null for what is none. */
function pathOf({ name, attributes: a }: INode): string | null {
  const n = (key: string) => Number.parseFloat(a[key] ?? '0') || 0
  const round = (cx: number, cy: number, rx: number, ry: number) =>
    rx > 0 && ry > 0 ? `M${cx - rx} ${cy}A${rx} ${ry} 0 1 0 ${cx + rx} ${cy}A${rx} ${ry} 0 1 0 ${cx - rx} ${cy}Z` : null
  switch (name) {
    case 'path':
      return a.d ?? null
    case 'polygon':
      return a.points ? `M${a.points}Z` : null
    case 'polyline':
      return a.points ? `M${a.points}` : null
    case 'line':
      return `M${n('x1')} ${n('y1')}L${n('x2')} ${n('y2')}`
    case 'circle':
      return round(n('cx'), n('cy'), n('r'), n('r'))
    case 'ellipse':
      return round(n('cx'), n('cy'), n('rx'), n('ry'))
    case 'rect':
      return rectPath(n('x'), n('y'), n('width'), n('height'), a.rx, a.ry)
    default:
      return null
  }
}

function rectPath(x: number, y: number, w: number, h: number, saidRx?: string, saidRy?: string): string | null {
  if (!(w > 0 && h > 0)) return null
  const [px, py] = [Number.parseFloat(saidRx ?? saidRy ?? '0') || 0, Number.parseFloat(saidRy ?? saidRx ?? '0') || 0]
  const [rx, ry] = [Math.min(px, w / 2), Math.min(py, h / 2)]
  if (rx <= 0 || ry <= 0) return `M${x} ${y}h${w}v${h}h${-w}Z`
  const arc = `a${rx} ${ry} 0 0 1`
  return `M${x + rx} ${y}h${w - 2 * rx}${arc} ${rx} ${ry}v${h - 2 * ry}${arc} ${-rx} ${ry}`
    + `h${2 * rx - w}${arc} ${-rx} ${-ry}v${2 * ry - h}${arc} ${rx} ${-ry}Z`
}

interface Stroke {
  ring: Point[]
  closed: boolean
}
/** The strokes of a path whose coordinates are mm, its curves followed. */
function strokesOf(path: ReturnType<typeof svgpath>): Stroke[] {
  const all: Stroke[] = []
  let at: Point = { x: 0, y: 0 }
  path.iterate((segment) => {
    const [kind, ...v] = segment as unknown as [string, ...number[]]
    const point = (i: number): Point => ({ x: v[i]!, y: v[i + 1]! })
    const stroke = all.at(-1)
    const go = (...points: Point[]) => {
      stroke?.ring.push(...points)
      at = points.at(-1)!
    }
    switch (kind) {
      case 'M':
        at = point(0)
        all.push({ ring: [at], closed: false })
        break
      case 'L':
        go(point(0))
        break
      case 'H':
        go({ x: v[0]!, y: at.y })
        break
      case 'V':
        go({ x: at.x, y: v[0]! })
        break
      case 'C':
        go(...cubic(at, point(0), point(2), point(4), FLAT_MM))
        break
      case 'Q':
        go(...quadratic(at, point(0), point(2), FLAT_MM))
        break
      case 'Z':
        if (stroke) {
          stroke.closed = true
          at = stroke.ring[0]!
          // What follows without a new start begins here.
          all.push({ ring: [at], closed: false })
        }
        break
    }
  })
  return all.filter(s => s.ring.length > 1)
}

const NAMED: Record<string, string> = { amp: '&', lt: '<', gt: '>', quot: '"', apos: '\'' }
/** What is written for a letter that XML keeps for itself, as that letter. */
const ENTITY = /&(?:#(\d{1,6})|#x([\da-f]{1,5})|(amp|lt|gt|quot|apos));/gi
const unescaped = (text: string): string => text.replace(ENTITY, (_, ten, hex, named) =>
  (named ? NAMED[String(named).toLowerCase()]! : String.fromCodePoint(ten ? Number(ten) : Number.parseInt(hex, 16))))

const away = (a: Point, b: Point) => Math.hypot(a.x - b.x, a.y - b.y)
const isInside = (ring: Ring, p: Point): boolean => {
  let is = false
  for (let i = 0, k = ring.length - 1; i < ring.length; k = i++) {
    const [a, b] = [ring[i]!, ring[k]!]
    if ((a.y > p.y) !== (b.y > p.y) && p.x < ((b.x - a.x) * (p.y - a.y)) / (b.y - a.y) + a.x) is = !is
  }
  return is
}

/** Rings of one element as pieces: one within another is its hole, one within that a piece again. */
function piecesOf(rings: readonly Ring[]): Outline[] {
  const depth = rings.map(r => rings.filter(o => o !== r && isInside(o, r[0]!)).length)
  return rings.flatMap((rim, i) =>
    depth[i]! % 2 === 1
      ? []
      : [
          outlineOf(
            rim,
            rings.filter((r, k) => depth[k] === depth[i]! + 1 && isInside(rim, r[0]!)),
          ),
        ],
  )
}

/**
 * Reads the outlines of a drawing in true units: its width and height say how large it is, its view box what its numbers mean.
 * What is no outline, is open, crosses itself, or has no sensible size is left out and named.
 */
export function readSvg(text: string): SvgReading | { problem: SvgProblem } {
  if (text.length > SVG_MOST_BYTES) return { problem: { why: 'tooLarge', mb: text.length / 1e6, mostMb: SVG_MOST_BYTES / 1e6 } }
  if (!/<svg[\s>]/.test(text)) return { problem: { why: 'noSvg' } }
  let root: INode
  try {
    root = parseSync(text.replace(/<!DOCTYPE[^>[]*(\[[^\]]*\])?[^>]*>/i, ''))
  } catch {
    return { problem: { why: 'unreadable' } }
  }
  if (root.name !== 'svg') return { problem: { why: 'noSvg' } }
  const wide = sizeOf(root.attributes.width),
    high = sizeOf(root.attributes.height)
  if (!('pixels' in wide)) return { problem: wide }
  if (!('pixels' in high)) return { problem: high }
  const topMm = high.mm
  const box = (root.attributes.viewBox ?? '')
    .trim()
    .split(/[\s,]+/)
    .map(Number)
  const seen = box.length === 4 && box.every(Number.isFinite) && box[2]! > 0 && box[3]! > 0 ? box : null
  // As drawings are shown: the larger of the two sizes is kept free at both sides.
  const scale = seen ? Math.min(wide.mm / seen[2]!, high.mm / seen[3]!) : MM_IN.px
  const [dx, dy] = seen
    ? [(wide.mm - seen[2]! * scale) / 2 - seen[0]! * scale, (high.mm - seen[3]! * scale) / 2 - seen[1]! * scale]
    : [0, 0]

  const outlines: NamedOutline[] = [],
    notes: SvgNote[] = []
  const counted = { text: 0, pictures: 0, copies: 0 }
  if (wide.pixels || high.pixels) notes.push({ why: 'pixels' })
  const ownRole = text.includes('data-role="outline"')

  function take(node: INode, transforms: readonly string[], name: string): void {
    const d = pathOf(node)
    if (d === null || (ownRole && node.attributes['data-role'] !== 'outline')) return
    let path = svgpath(d).abs().unshort().unarc()
    for (const t of transforms) path = path.transform(t)
    // The drawing's rows go down, a length of fabric goes up.
    path = path.matrix([scale, 0, 0, -scale, dx, topMm - dy])
    const rings: Ring[] = []
    for (const { ring, closed } of strokesOf(path.abs())) {
      const gapMm = away(ring[0]!, ring.at(-1)!)
      const clean = ring.filter((p, i) => i === 0 || away(p, ring[i - 1]!) > 1e-4)
      if (clean.length > 1 && gapMm <= CLOSED_MM) clean.pop()
      if (!closed && gapMm > CLOSED_MM) {
        notes.push({ why: 'open', name, gapMm })
        continue
      }
      if (clean.length < 3) continue
      const thin = thinned(clean, THIN_MM)
      if (thin.length > MOST_CORNERS) {
        notes.push({ why: 'tooFine', name, corners: thin.length })
        continue
      }
      const { wideMm, highMm } = boundsOf({ rim: thin }),
        mm = Math.max(wideMm, highMm)
      if (mm > MOST_MM) {
        notes.push({ why: 'huge', name, mm })
        continue
      }
      if (mm < LEAST_MM) {
        notes.push({ why: 'tiny', name, mm })
        continue
      }
      if (crossing(thin)) {
        notes.push({ why: 'crossing', name })
        continue
      }
      rings.push(thin)
    }
    const found = piecesOf(rings).filter(o => areaMm2(o) > 1)
    found.forEach((outline, i) => outlines.push({ name: found.length > 1 ? `${name} ${i + 1}` : name, outline }))
  }

  function walk(node: INode, transforms: readonly string[], group: string | null): void {
    if (NOT_DRAWN.has(node.name) || node.attributes.display === 'none' || /display\s*:\s*none/.test(node.attributes.style ?? '')) return
    if (node.attributes['data-role'] === 'marks') return
    if (node.name === 'text') {
      counted.text++
      return
    }
    if (node.name === 'image' || node.name === 'foreignObject') {
      counted.pictures++
      return
    }
    if (node.name === 'use') {
      counted.copies++
      return
    }
    const own = node.attributes.transform ? [node.attributes.transform, ...transforms] : transforms
    const title = node.children.find(c => c.name === 'title')?.children[0]?.value.trim()
    const named = title || node.attributes.id?.trim() || null
    take(node, own, unescaped(named ?? group ?? `Outline ${outlines.length + 1}`).slice(0, 40))
    for (const child of node.children) walk(child, own, node === root ? null : (named ?? group))
  }
  try {
    walk(root, [], null)
  } catch {
    return { problem: { why: 'unreadable' } }
  }
  for (const why of ['text', 'pictures', 'copies'] as const) if (counted[why] > 0) notes.push({ why, count: counted[why] })
  if (outlines.length > MOST_OUTLINES) notes.push({ why: 'tooMany', kept: MOST_OUTLINES })
  if (outlines.length === 0 && notes.every(n => n.why === 'pixels')) return { problem: { why: 'nothing' } }
  return { outlines: outlines.slice(0, MOST_OUTLINES), notes }
}
