/** What the layers, groups and classes of a drawing mean, and which outline a mark belongs to. */
import type { INode } from 'svgson'
import { nearestOn, NO_MARKS, type Marks } from '#core/cut'
import { areaMm2, boundsOf, isInside, type Outline, type Point } from '#core/geometry'

export type MarkRole = 'notch' | 'drill' | 'internal' | 'mirror'
export interface DrawnMark {
  role: MarkRole
  points: readonly Point[]
}
const CALLED: readonly [RegExp, MarkRole][] = [
  [/^notch(?:es)?$/i, 'notch'], [/^drills?$|^drill[-_ ]?holes?$/i, 'drill'],
  [/^internal$|^(?:internal|inner|placement)[-_ ]?lines?$/i, 'internal'], [/^mirror$|^(?:mirror|fold)[-_ ]?lines?$/i, 'mirror'],
]
/** What a thing is by its own name, its layer's or its class's; null where that says nothing. */
export function roleOf({ attributes: a }: INode): MarkRole | null {
  const names = [a['data-role'], a.id, a['inkscape:label'], ...(a.class ?? '').split(/\s+/)].flatMap(n => n?.replace(/[-_ ]?\d+$/, '')
    || [])
  return CALLED.find(([words]) => names.some(n => words.test(n)))?.[1] ?? null
}

const HIDING = /(?:^|;)\s*(?:display\s*:\s*none|visibility\s*:\s*hidden)/i
/** Is a thing not shown, by itself or by a rule of the drawing's style sheets for its name, class or kind? */
export function hiddenBy(sheet: string): (node: INode) => boolean {
  const hidden = new Set([...sheet.replace(/\/\*.*?\*\//gs, '').matchAll(/([^{}]+)\{([^{}]*)\}/g)]
    .filter(([, , rules]) => HIDING.test(rules!)).flatMap(([, which]) => which!.split(',').map(w => w.trim())))
  return ({ name, attributes: a }) => a.display === 'none' || a.visibility === 'hidden' || HIDING.test(a.style ?? '') || hidden.has(name)
    || (a.id !== undefined && hidden.has(`#${a.id}`)) || (a.class ?? '').split(/\s+/).some(c => c !== '' && (hidden.has(`.${c}`)
      || hidden.has(`${name}.${c}`)))
}

/** A mark further than this outside an outline is none of it, mm: its cut edge may stand so far outside its seam line. */
const NEAR_MM = 45
const awayMm = ({ rim }: Outline, p: Point): number => (isInside(rim, p) ? 0 : nearestOn(rim, p).mm)
const middleOf = (points: readonly Point[]): Point => {
  const b = boundsOf({ rim: points })
  return { x: (b.left + b.right) / 2, y: (b.bottom + b.top) / 2 }
}

/** The marks of each outline: a mark belongs to the one it lies on, of several to the smallest. */
export function marksOn(outlines: readonly Outline[], marks: readonly DrawnMark[]): Marks[] {
  const areas = outlines.map(areaMm2)
  const own = outlines.map(() => ({ notches: [] as Point[], drills: [] as Point[], internal: [] as Point[][], mirror: NO_MARKS.mirror }))
  for (const { role, points } of marks) {
    const by = outlines
      .map((o, i) => ({ i, mm: awayMm(o, middleOf(points)) })).filter(c => c.mm <= NEAR_MM)
      .sort((a, b) => a.mm - b.mm || areas[a.i]! - areas[b.i]!)[0]
    if (!by) continue
    const mine = own[by.i]!, [first, last] = [points[0]!, points.at(-1)!]
    if (role === 'notch') mine.notches.push(nearestOn(outlines[by.i]!.rim, first).mm <= nearestOn(outlines[by.i]!.rim, last).mm
      ? first
      : last)
    else if (role === 'drill') mine.drills.push(middleOf(points))
    else if (role === 'internal') mine.internal.push([...points])
    else mine.mirror = [first, last]
  }
  return own
}
