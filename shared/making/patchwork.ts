import { labOf } from '#core/colour'
import { areaMm2, boundsOf, type Outline } from '#core/geometry'
import {
  bulkAt, nest, openAgainst, piecingOf, pressingTurns, spunAt, type PatchArea, type Piecing, type Seam,
} from '#core/patchwork'
import type { Making, SpecOf } from '../schemas'
import type { MakingKindOf } from './kind'
import { made, type Line, type MadeMaking } from './made'

/** One ply of fabric whose thickness nobody gave, mm. */
const USUAL_PLY_MM = 0.3

/** The patches of a grid as core takes them. @param plyMmOf thickness of a fabric named beside it */
export function patchesOf(spec: SpecOf<'patchwork'>, plyMmOf: (fabric: number) => number = () => USUAL_PLY_MM): PatchArea[] {
  const known = spec.colours.map(c => ({ lightness: labOf(c.hex).l, plyMm: c.fabric === null ? USUAL_PLY_MM : plyMmOf(c.fabric) }))
  return spec.patches.map(([x, y, wideMm, highMm, colour]) => ({ x, y, wideMm, highMm, ...known[colour]! }))
}

/** A plain grid: so wide each column, so high each row. */
export function plainPatches(
  columnsMm: readonly number[], rowsMm: readonly number[], colourAt: (row: number, column: number) => number,
): SpecOf<'patchwork'>['patches'] {
  const before = (sizes: readonly number[], n: number) => sizes.slice(0, n).reduce((s, v) => s + v, 0)
  return rowsMm.flatMap((h, r) => columnsMm.map((w, c): SpecOf<'patchwork'>['patches'][number] =>
    [before(columnsMm, c), before(rowsMm, r), w, h, colourAt(r, c)]))
}

/** Colours of a block until its fabrics are chosen, by turns. */
const COLOURS = ['#2f4a6b', '#e9e2cf', '#a8323a', '#d9a741', '#4d6b4a', '#2b2723']
export const colourOf = (n: number): string => COLOURS[n % COLOURS.length]!
const PATCH_MM = 80
interface Laid { rows: number, columns: number, colours: number, colourAt: (row: number, column: number) => number }
/** A block laid out so, nothing turned by hand; its patches all of a size. */
export const freshBlock = (l: Laid): Omit<SpecOf<'patchwork'>, 'format' | 'kind' | 'seamMm'> => ({
  first: 'rows', closed: false, turned: {}, ties: [], open: false, spun: false, sewnFirst: false,
  colours: Array.from({ length: l.colours }, (_, n) => ({ hex: colourOf(n), fabric: null })),
  patches: plainPatches(Array<number>(l.columns).fill(PATCH_MM), Array<number>(l.rows).fill(PATCH_MM), l.colourAt),
})

type Patches = SpecOf<'patchwork'>['patches']
/** Widths and heights of a patchwork, mm, from the left and from above; a plain grid where there is a patch for each pair of them. */
export function gridOf(patches: Patches): { columnsMm: number[], rowsMm: number[], isPlain: boolean } {
  const sizes = (from: 0 | 1, size: 2 | 3) => [...new Map(patches.map(p => [Math.round(p[from] * 10), p[size]]))]
    .sort((a, b) => a[0] - b[0]).map(([, mm]) => mm)
  const columnsMm = sizes(0, 2), rowsMm = sizes(1, 3)
  return { columnsMm, rowsMm, isPlain: columnsMm.length * rowsMm.length === patches.length }
}
/** A plain grid in other sizes: patches that there were keep their colours, the others go on by turns. @param colours how many there are */
export function resized(patches: Patches, columnsMm: readonly number[], rowsMm: readonly number[], colours: number): Patches {
  const was = gridOf(patches), wide = was.columnsMm.length
  return plainPatches(columnsMm, rowsMm, (r, c) =>
    (r < was.rowsMm.length && c < wide ? patches[r * wide + c]?.[4] : undefined) ?? (r + c) % colours)
}

/** Less of its own box than this, and an outline is no rectangle. */
const RECTANGLE_FILLS = 0.98
/** The patches of a drawing, from its upper left corner. @throws RangeError naming the first outline that is no rectangle */
export function patchesDrawn(outlines: readonly { name: string, outline: Outline }[], colours: number): Patches {
  const boxes = outlines.map(({ name, outline }) => ({ name, b: boundsOf(outline), area: areaMm2(outline) }))
  const slanting = boxes.find(({ b, area }) => area < b.wideMm * b.highMm * RECTANGLE_FILLS)
  if (slanting) throw new RangeError(`${slanting.name}: it is no rectangle. Patchwork takes rectangles only.`)
  const highest = Math.max(...boxes.map(x => x.b.top))
  return boxes.map(({ b }, i): Patches[number] => [b.left, highest - b.top, b.wideMm, b.highMm, i % colours])
}

/** How a block lies: pieced, nested, how thick where, and in which order its seams go under the iron. */
export interface Lies {
  piecing: Piecing
  nesting: ReturnType<typeof nest>
  /** Which way each seam lies; null where they are pressed open. */
  side: ReturnType<typeof nest>['side'] | null
  spun: ReturnType<typeof spunAt>
  bulk: ReturnType<typeof bulkAt>
  /** Pressed to one side beside all of them open. */
  against: ReturnType<typeof openAgainst>
  turns: ReturnType<typeof pressingTurns>
  /** What turning by hand changed: seams that lie otherwise, and crossings that nest no more. Null with nothing turned. */
  changed: { others: number, apart: number } | null
}
/** @throws RangeError where the patches cannot be pieced from straight seams */
export function liesOf(spec: SpecOf<'patchwork'>, plyMmOf?: (fabric: number) => number): Lies {
  const patches = patchesOf(spec, plyMmOf), piecing = piecingOf(patches, spec.first, spec.closed)
  const nesting = nest(piecing, patches, { fixed: spec.turned, ties: spec.ties }), side = spec.open ? null : nesting.side
  const spun = spec.spun ? spunAt(piecing, side) : []
  const free = Object.keys(spec.turned).length > 0 ? nest(piecing, patches, { ties: spec.ties }) : null
  const lieOtherwise = (id: string, s: 'before' | 'after') => free!.side.get(id) !== s && !(id in spec.turned)
  return {
    piecing, nesting, side, spun, bulk: bulkAt(piecing, patches, side, spun),
    against: openAgainst(piecing, patches, nesting.side), turns: pressingTurns(piecing, side, spec.sewnFirst),
    changed: free && {
      others: [...nesting.side].filter(([id, s]) => lieOtherwise(id, s)).length, apart: nesting.apart.length - free.apart.length,
    },
  }
}

const seamLine = (s: Seam): Line => s.axis === 'down'
  ? { x0: s.atMm, y0: -s.fromMm, x1: s.atMm, y1: -s.toMm }
  : { x0: s.fromMm, y0: -s.atMm, x1: s.toMm, y1: -s.atMm }
const unitWords = (s: Seam, step: number): string => `${s.axis === 'down' ? 'row' : 'column'} ${step + 1}`

/** Seams laid beside each other go under the iron as one as long as they are of one unit. */
const MOST_LINES = 60

function operations(m: Making, spec: SpecOf<'patchwork'>): MadeMaking[] {
  const { piecing, turns } = liesOf(spec)
  const byId = new Map(piecing.seams.map(s => [s.id, s])), steps = new Map<number, Seam[]>()
  for (const t of turns)
    steps.set(t.step, [...(steps.get(t.step) ?? []), byId.get(t.seam)!])
  const ops: MadeMaking[] = []
  const last = steps.size - 1 - (spec.closed ? 1 : 0)
  for (const [step, seams] of steps) {
    const [one] = seams
    const joining = step >= last && one!.depth === 0 ? 'joining seams' : unitWords(one!, step)
    const what = spec.sewnFirst ? 'whole block' : one!.unit === 'close' ? 'closing seam' : joining
    for (let from = 0; from < seams.length; from += MOST_LINES) {
      const part = seams.slice(from, from + MOST_LINES), n = from === 0 ? '' : `.${from / MOST_LINES}`
      ops.push(made(
        m, `step${step}${n}`, `${m.name}, ${what}`, 'seam', { how: 'seamDetail', seamDetail: spec.open ? 'seamOpen' : 'seamOneSide' },
        part.map(seamLine), ops.length > 0 ? [ops.at(-1)!.id] : [],
      ))
    }
  }
  return ops
}

export const patchwork = {
  order: 'Press the patchwork', offered: 'Patchwork', screen: 'seams', tab: 'patchwork',
  judge: (spec) => { piecingOf(patchesOf(spec), spec.first, spec.closed) },
  operations,
} satisfies MakingKindOf<'patchwork'>
