import { parseSync, type INode } from 'svgson'
import svgpath from 'svgpath'
import type { Marks } from '#core/cut'
import { distanceMm, type Outline, type Ring } from '#core/geometry'
import { keptMarks, piecesOfRings, usableRing, type OutlineNote } from '../drawing'
import { hiddenBy, marksOn, roleOf, type DrawnMark, type MarkRole } from './layers'
import { pathOf, strokesOf } from './shapes'

/** An outline found in a drawing, in mm, the length upward, with what is marked on it. */
interface MarkedOutline {
  name: string
  outline: Outline
  marks: Marks
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
    | OutlineNote
export interface SvgReading {
  outlines: MarkedOutline[]
  notes: SvgNote[]
}

export const SVG_MOST_BYTES = 5_000_000
const MM_IN = { mm: 1, cm: 10, in: 25.4, pt: 25.4 / 72, pc: 25.4 / 6, q: 0.25, px: 25.4 / 96 } as const
const MOST_OUTLINES = 60
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

const NAMED: Record<string, string> = { amp: '&', lt: '<', gt: '>', quot: '"', apos: '\'' }
/** What is written for a letter that XML keeps for itself, as that letter. */
const ENTITY = /&(?:#(\d{1,6})|#x([\da-f]{1,5})|(amp|lt|gt|quot|apos));/gi
const unescaped = (text: string): string => text.replace(ENTITY, (_, ten, hex, named) =>
  (named ? NAMED[String(named).toLowerCase()]! : String.fromCodePoint(ten ? Number(ten) : Number.parseInt(hex, 16))))

/** How one user unit comes out within a frame that a view box is fitted into: the same both ways, what is left over at both sides. */
function fitted(viewBox: string | undefined, wide: number, high: number, unit: number): { scale: number, dx: number, dy: number } {
  const box = (viewBox ?? '').trim().split(/[\s,]+/).map(Number)
  if (box.length !== 4 || !box.every(Number.isFinite) || !(box[2]! > 0 && box[3]! > 0)) return { scale: unit, dx: 0, dy: 0 }
  const [left, top, boxWide, boxHigh] = box as [number, number, number, number]
  const scale = Math.min(wide / boxWide, high / boxHigh)
  return { scale, dx: (wide - boxWide * scale) / 2 - left * scale, dy: (high - boxHigh * scale) / 2 - top * scale }
}
/** A number of user units; the whole where it is not given, or in per cent. */
const unitsOf = (said: string | undefined, whole: number): number => {
  const n = Number.parseFloat(said ?? '')
  return Number.isFinite(n) ? (said!.includes('%') ? whole * n / 100 : n) : whole
}
/** A drawing within a drawing, and a symbol, as the transform that puts it there. */
function frameOf({ attributes: a }: INode, size: { wide?: string, high?: string } = {}): string[] {
  const x = unitsOf(a.x, 0), y = unitsOf(a.y, 0), wide = unitsOf(size.wide ?? a.width, Number.NaN), high = unitsOf(size.high ?? a.height,
    Number.NaN)
  const { scale, dx, dy } = Number.isFinite(wide) && Number.isFinite(high) ? fitted(a.viewBox, wide, high, 1) : { scale: 1, dx: 0, dy: 0 }
  return [`translate(${x + dx} ${y + dy}) scale(${scale})`]
}
/** Copies of copies, so deep at the most. */
const DEEPEST = 12

/** One way through a drawing: outlines as they are met, marks for afterwards. */
class Walk {
  readonly outlines: Omit<MarkedOutline, 'marks'>[] = []
  readonly marks: DrawnMark[] = []
  readonly notes: SvgNote[] = []
  readonly counted = { text: 0, pictures: 0, copies: 0 }
  private readonly byId = new Map<string, INode>()
  private readonly isHidden: (node: INode) => boolean

  /** @param toMm from the drawing's own units to mm, the length upward @param isOwn written here: every line says what it is */
  constructor(private readonly root: INode, private readonly toMm: readonly number[], private readonly isOwn: boolean) {
    const sheets: string[] = []
    const index = (node: INode): void => {
      if (node.attributes.id) this.byId.set(node.attributes.id, node)
      if (node.name === 'style') sheets.push(node.children.map(c => c.value).join(''))
      node.children.forEach(index)
    }
    index(root)
    this.isHidden = hiddenBy(sheets.join('\n'))
  }

  private take(node: INode, transforms: readonly string[], name: string, role: MarkRole | null): void {
    const d = pathOf(node)
    if (d === null || (this.isOwn && role === null && node.attributes['data-role'] !== 'outline')) return
    let path = svgpath(d).abs().unshort().unarc()
    for (const t of transforms) path = path.transform(t)
    const strokes = strokesOf(path.matrix([...this.toMm]).abs())
    if (role) {
      this.marks.push(...strokes.map(({ ring, closed }) => ({ role, points: closed ? [...ring, ring[0]!] : ring })))
      return
    }
    const rings: Ring[] = []
    for (const { ring, closed } of strokes) {
      const gapMm = distanceMm(ring[0]!, ring.at(-1)!)
      if (!closed && gapMm > CLOSED_MM) {
        this.notes.push({ why: 'open', name, gapMm })
        continue
      }
      const usable = usableRing(ring, name, CLOSED_MM)
      if (usable && 'note' in usable) this.notes.push(usable.note)
      else if (usable) rings.push(usable.ring)
    }
    const found = piecesOfRings(rings)
    found.forEach((outline, i) => this.outlines.push({ name: found.length > 1 ? `${name} ${i + 1}` : name, outline }))
  }

  /** What a copy stands for, put where it lies. */
  private copy(node: INode, own: readonly string[], group: string | null, role: MarkRole | null, inside: readonly INode[]): void {
    const { attributes: a } = node, shown = this.byId.get((a.href ?? a['xlink:href'] ?? '').replace(/^#/, ''))
    if (!shown || inside.includes(shown) || inside.length >= DEEPEST) {
      this.counted.copies++
      return
    }
    const moved = [`translate(${unitsOf(a.x, 0)} ${unitsOf(a.y, 0)})`, ...own], deeper = [...inside, shown]
    if (shown.name !== 'symbol') this.go(shown, moved, group ?? a.id ?? null, role, deeper)
    else for (const child of shown.children) this.go(child, [...frameOf(shown, { wide: a.width, high: a.height }), ...moved], group, role,
      deeper)
  }

  go(node: INode, transforms: readonly string[], group: string | null, above: MarkRole | null, inside: readonly INode[] = []): void {
    if (NOT_DRAWN.has(node.name) || this.isHidden(node) || node.attributes['data-role'] === 'marks') return
    if (node.name === 'text') this.counted.text++
    else if (node.name === 'image' || node.name === 'foreignObject') this.counted.pictures++
    if (node.name === 'text' || node.name === 'image' || node.name === 'foreignObject') return
    const role = roleOf(node) ?? above
    const turned = node.attributes.transform ? [node.attributes.transform, ...transforms] : transforms
    if (node.name === 'use') {
      this.copy(node, turned, group, role, inside)
      return
    }
    const own = node.name === 'svg' && node !== this.root ? [...frameOf(node), ...turned] : turned
    const title = node.children.find(c => c.name === 'title')?.children[0]?.value.trim()
    const named = title || node.attributes.id?.trim() || null
    this.take(node, own, unescaped(named ?? group ?? `Outline ${this.outlines.length + 1}`).slice(0, 40), role)
    for (const child of node.children) this.go(child, own, node === this.root ? null : (named ?? group), role, inside)
  }
}

/**
 * Reads the outlines of a drawing in true units: its width and height say how large it is, its view box what its numbers mean. Copies,
 * drawings within it and style sheets count as they are shown; what lies in a layer, a group or a class called notches, drill holes,
 * internal or mirror line is a mark of the outline that it lies on. What is no outline, is open, crosses itself, or has no sensible
 * size is left out and named.
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
  const { scale, dx, dy } = fitted(root.attributes.viewBox, wide.mm, high.mm, MM_IN.px)
  // The drawing's rows go down, a length of fabric goes up.
  const walk = new Walk(root, [scale, 0, 0, -scale, dx, high.mm - dy], text.includes('data-role="outline"'))
  const { notes, counted } = walk
  if (wide.pixels || high.pixels) notes.push({ why: 'pixels' })
  try {
    walk.go(root, [], null, null)
  } catch {
    return { problem: { why: 'unreadable' } }
  }
  for (const why of ['text', 'pictures', 'copies'] as const) if (counted[why] > 0) notes.push({ why, count: counted[why] })
  if (walk.outlines.length > MOST_OUTLINES) notes.push({ why: 'tooMany', kept: MOST_OUTLINES })
  if (walk.outlines.length === 0 && notes.every(n => n.why === 'pixels')) return { problem: { why: 'nothing' } }
  const marks = marksOn(walk.outlines.map(o => o.outline), walk.marks)
  const outlines = walk.outlines.slice(0, MOST_OUTLINES)
    .map((o, i) => ({ ...o, marks: keptMarks(o.name, marks[i]!, (n) => { notes.push(n) }) }))
  return { outlines, notes }
}
