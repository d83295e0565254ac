import { boundsOf, boxOf, mirrored, offset, outlineOf, shifted, type Outline } from '../geometry'
import { setText, type Typesetter } from './letter'

export interface LabelSpec {
  lines: readonly string[]
  wideMm: number
  highMm: number
  /** Height of a capital letter's line, mm. */
  sizeMm: number
  /** Line drawn round it, so far from the edge; none where it is 0, mm. */
  borderMm: number
}
/** One label, its lower left corner at the origin: letters, and the border's line. */
export interface Label { edge: Outline, letters: Outline[], border: Outline | null }

/** Letters keep so far from the border, or from the edge where there is none, mm. */
const CLEAR_MM = 1.5
/** From one line of letters to the next, as a multiple of their size. */
const LEADING = 1.3
/** The line of a border, mm. */
const BORDER_LINE_MM = 0.5

/** @throws RangeError where a line does not fit, or the typeface lacks a letter */
export function labelOf({ lines, wideMm, highMm, sizeMm, borderMm }: LabelSpec, typeset: Typesetter): Label {
  const said = lines.map(l => l.trim()).filter(l => l !== '')
  if (said.length === 0) throw new RangeError('Text: write at least one line.')
  const room = wideMm - 2 * (borderMm + CLEAR_MM), high = highMm - 2 * (borderMm + CLEAR_MM)
  const set = said.map(l => setText(l, sizeMm, typeset))
  const roomy = (mm: number) => Math.max(0, mm).toFixed(1)
  set.forEach((s, i) => {
    const [needs, has] = [s.wideMm.toFixed(1), roomy(room)]
    if (s.wideMm > room)
      throw new RangeError(`Text: “${said[i]}” is ${needs} mm long and the label has room for ${has}. Make it smaller, or the label wider.`)
  })
  const needs = (said.length - 1) * LEADING * sizeMm + sizeMm, n = said.length
  if (needs > high)
    throw new RangeError(`Text: ${n} lines are ${needs.toFixed(1)} mm high and the label has room for ${roomy(high)}. Make them smaller.`)
  const letters = set.flatMap((s, i) => {
    const base = highMm / 2 + needs / 2 - sizeMm - i * LEADING * sizeMm
    return s.letters.flat().map(o => shifted(o, wideMm / 2 - s.wideMm / 2, base))
  })
  const edge = boxOf({ left: 0, right: wideMm, bottom: 0, top: highMm })
  const line = (inMm: number) => boxOf({ left: inMm, right: wideMm - inMm, bottom: inMm, top: highMm - inMm })
  const border = borderMm > 0 ? outlineOf(line(borderMm).rim, [line(borderMm + BORDER_LINE_MM).rim]) : null
  return { edge, letters, border }
}

export interface LabelPage {
  /** Each page's labels, printed mirrored: from the lower left corner of the page. */
  pages: Label[][]
  /** Lines along which they are cut apart, mm from the lower left. */
  cuts: { x0: number, y0: number, x1: number, y1: number }[]
  across: number
  down: number
}
/** Room left at the page's edge, mm; more above for its words. */
const MARGIN_MM = 12, HEAD_MM = 22

const moved = (l: Label, x: number, y: number): Label => ({
  edge: shifted(l.edge, x, y), letters: l.letters.map(o => shifted(o, x, y)), border: l.border && shifted(l.border, x, y),
})
/** As it is printed to be pressed face down: left and right changed. */
export function mirroredLabel(l: Label): Label {
  const { wideMm } = boundsOf(l.edge), flip = (o: Outline) => shifted(mirrored(o), wideMm, 0)
  return { edge: flip(l.edge), letters: l.letters.map(flip), border: l.border && flip(l.border) }
}

/**
 * Labels edge to edge on sheets of paper, mirrored, with the lines they are cut along.
 * @throws RangeError where not one fits a sheet
 */
export function labelPages(labels: readonly Label[], paper: { wide: number, high: number }): LabelPage {
  if (labels.length === 0) return { pages: [], cuts: [], across: 0, down: 0 }
  const { wideMm, highMm } = boundsOf(labels[0]!.edge)
  const across = acrossOf(wideMm, paper.wide), down = Math.floor((paper.high - MARGIN_MM - HEAD_MM) / highMm)
  if (across < 1 || down < 1) throw new RangeError('Label: it is larger than the sheet of paper. Make it smaller, or take a larger sheet.')
  const pages: Label[][] = []
  labels.forEach((label, i) => {
    const n = i % (across * down)
    if (n === 0) pages.push([])
    pages.at(-1)!.push(moved(
      mirroredLabel(label), MARGIN_MM + (n % across) * wideMm, paper.high - HEAD_MM - (Math.floor(n / across) + 1) * highMm,
    ))
  })
  const rows = Math.min(down, Math.ceil(labels.length / across)), columns = Math.min(across, labels.length)
  const top = paper.high - HEAD_MM, right = MARGIN_MM + columns * wideMm, bottom = top - rows * highMm
  const cuts = [
    ...Array.from({ length: columns + 1 },
      (_, c) => ({ x0: MARGIN_MM + c * wideMm, y0: bottom - 4, x1: MARGIN_MM + c * wideMm, y1: top + 4 })),
    ...Array.from({ length: rows + 1 }, (_, r) => ({ x0: MARGIN_MM - 4, y0: top - r * highMm, x1: right + 4, y1: top - r * highMm })),
  ]
  return { pages, cuts, across, down }
}

/** The interfacing of a label stays inside its edge, mm, so that no adhesive comes out there. */
const INSET_MM = 1
/** @throws RangeError where nothing is left of it */
export function labelInterfacing({ edge }: Label): Outline {
  const [inner] = offset([edge], -INSET_MM, 'pointed')
  if (!inner) throw new RangeError('Label: it is too small for an interfacing.')
  return inner
}

const acrossOf = (wideMm: number, paperWideMm: number): number => Math.floor((paperWideMm - 2 * MARGIN_MM) / wideMm)
/** The box of labels edge to edge, as many across as their sheet has, mm. */
export function sheetBox({ wideMm, highMm }: Pick<LabelSpec, 'wideMm' | 'highMm'>, count: number, paperWideMm: number): Outline {
  const across = Math.max(1, Math.min(count, acrossOf(wideMm, paperWideMm)))
  return boxOf({ left: 0, right: across * wideMm, bottom: 0, top: Math.ceil(count / across) * highMm })
}
