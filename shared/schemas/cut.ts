import { MOST_MARKS } from '../drawing'
import { z } from 'zod'
import { BLOCKS, blockOf, HALVES } from '#core/cut'
import { crossing } from '#core/geometry'
import { idSchema, momentField, nameField, numberField, versionField, yesField, PAPER_SIZES } from './common'
import { placeKeyField } from './place'

const BLOCK_KEYS = BLOCKS.map(b => b.key) as [string, ...string[]]
const across = numberField('Outline', 'mm', -10_000, 10_000)
const point = z.tuple([across, across], { error: 'Outline: a corner is two numbers, in mm.' })
/** What one outline may be: longest side (mm), corners of a ring, holes. */
export const OUTLINE_LIMITS = { longMm: 10_000, corners: 2000, holes: 20 } as const
const ring = z
  .array(point, { error: 'Outline: give its corners.' })
  .min(3, 'Outline: it needs three corners at least.')
  .max(OUTLINE_LIMITS.corners, `Outline: ${OUTLINE_LIMITS.corners} corners at the most.`)
const outlineOfRings = <R extends z.ZodType>(ring: R) => z.object({
  rim: ring,
  holes: z.array(ring, { error: 'Outline: give its holes.' })
    .max(OUTLINE_LIMITS.holes, `Outline: ${OUTLINE_LIMITS.holes} holes at the most.`).default([]),
})
/** A payload of an outline: its corners in mm, the length upward. As it was drawn, it may not cross itself. */
export const outlinePayload = outlineOfRings(
  ring.refine(r => crossing(r.map(([x, y]) => ({ x, y }))) === null, 'Outline: it crosses itself.'),
)
/** An outline that was worked out, and is only shown again. */
export const shownOutline = outlineOfRings(ring)
export type OutlinePayload = z.infer<typeof outlinePayload>

const blockShape = z
  .object({
    format: z.literal(1), kind: z.literal('block'), block: z.enum(BLOCK_KEYS, { error: 'Block: choose one from the list.' }),
    measures: z.record(z.string().max(20), z.number({ error: 'Measures: give numbers in mm.' })),
    mirrored: yesField('Mirrored').default(false),
  })
  .superRefine(({ block, measures }, ctx) => {
    for (const m of blockOf(block)?.measures ?? []) {
      const mm = measures[m.key]
      const at = { code: 'custom' as const, path: ['measures', m.key] }
      if (mm === undefined) ctx.addIssue({ ...at, message: `${m.name}: give it in mm.` })
      else if (mm < m.leastMm) ctx.addIssue({ ...at, message: `${m.name}: ${m.leastMm} mm is the smallest we accept.` })
      else if (mm > m.mostMm) ctx.addIssue({ ...at, message: `${m.name}: ${m.mostMm} mm is the largest we accept.` })
    }
  })
const inPlace = z.tuple([across, across], { error: 'Marks: a place is two numbers, in mm.' })
const places = (name: string, most: number) =>
  z.array(inPlace, { error: `${name}: give a list.` }).max(most, `${name}: ${most} at the most.`).default([])
/** What is drawn on a piece besides its outline, in the outline's own mm. */
const marksPayload = z.object({
  notches: places('Notches', MOST_MARKS.notches), drills: places('Drill holes', MOST_MARKS.drills),
  internal: z.array(z.array(inPlace).min(2, 'Lines: each has two ends.').max(2000, 'Lines: 2,000 corners at the most.'),
    { error: 'Lines: give a list.' }).max(MOST_MARKS.internal, `Lines: ${MOST_MARKS.internal} on a piece at the most.`).default([]),
  mirror: z.tuple([inPlace, inPlace], { error: 'Mirror line: two places.' }).nullable().default(null),
})
const said = (name: string) => z.string({ error: `${name}: give it in words.` }).trim().max(20, `${name}: twenty letters at the most.`)
const outlineShape = outlinePayload.extend({
  format: z.literal(1), kind: z.literal('outline'),
  /** Is what was drawn the line it is sewn along, or the edge it is cut along? */
  drawnBy: z.enum(['seam', 'cut'], { error: 'Drawn by: its seam line or its cut edge.' }),
  marks: marksPayload.optional(),
  /** As the pattern calls it. */
  size: said('Size').optional(), number: said('Number').optional(),
})
/** A piece's shape: a block by its measures, or an outline as it was drawn. */
export const pieceShape = z.discriminatedUnion('kind', [blockShape, outlineShape], { error: 'Shape: a block or an outline.' })
export type PieceShape = z.infer<typeof pieceShape>

const mm = (name: string, most: number) => numberField(name, 'mm', 0, most)
const allowancesSchema = z.object({
  seam: mm('Seam allowance', 100), hem: mm('Hem allowance', 200), front: mm('Allowance at the front', 100),
})
const insetSchema = z.discriminatedUnion('how', [
  z.object({ how: z.literal('inside'), byMm: numberField('Inside by', 'mm', 0, 30) }), z.object({ how: z.literal('caught') }),
  z.object({ how: z.literal('exact') }),
], { error: 'Interfacing: inside the seam line, exact, or caught in the seam.' })
export const KEEP_OUT_KINDS = ['button', 'zip', 'seam', 'other'] as const
export type KeepOutKind = typeof KEEP_OUT_KINDS[number]
/** What the sole must not stand on: on the piece as it is cut, mm. */
const keepOutSchema = z.object({
  kind: z.enum(KEEP_OUT_KINDS, { error: 'Keep out: a button, a zip, a seam or something else.' }), outline: outlinePayload,
})
/** A position: the middle of the sole, where its nose points, and whether only the tip touches. */
export const placementSchema = z.object({
  x: numberField('Position across', 'mm', -10_000, 10_000),
  y: numberField('Position along', 'mm', -10_000, 10_000),
  headingDeg: numberField('Heading', '°', -360, 360),
  tip: yesField('With the tip').optional(),
})
export const MOST_PLACEMENTS = 400
const placementsField = z.array(placementSchema, { error: 'Positions: give a list.' }).max(MOST_PLACEMENTS,
  `Positions: ${MOST_PLACEMENTS} at the most.`)
/** How a piece is backed and pressed, where it differs from what the house does and the board works out. */
const pressedFields = {
  /** A piece that folds through its middle has one half backed; null where all of it is. */
  half: z.enum(HALVES, { error: 'Backed half: upper, lower, left or right.' }).nullable().default(null),
  keepOuts: z.array(keepOutSchema, { error: 'Keep out: give a list.' }).max(40, 'Keep out: forty at the most.').default([]),
  /** Positions moved by hand, of each iron. */
  byHand: z
    .array(z.object({ ironId: idSchema, placements: placementsField }), { error: 'Positions: give a list.' })
    .max(12, 'Positions: of twelve irons at the most.')
    .default([]),
  motion: z.enum(['still', 'circles'], { error: 'Iron: still or circles.' }).nullable().default(null),
  walk: z.enum(['middle', 'rows'], { error: 'Walk: from the middle, or row by row.' }).nullable().default(null),
  /** All of them side by side under the same positions. */
  asBlock: yesField('As a block').default(false),
}
/** A piece that is pressed as the house does. */
export const pressedAsTheHouse = (): z.infer<typeof pressedSchema> => pressedSchema.parse({})
const pressedSchema = z.object(pressedFields)
const LAYER_ROLES = ['interfacing', 'foam', 'web'] as const
export type LayerRole = typeof LAYER_ROLES[number]

/** A piece of a job: its shape, and what goes on it. */
export const jobPieceSchema = z.object({
  /** Made in the browser; it lives as long as the piece. */
  id: idSchema,
  name: nameField('Piece', 40),
  fabricId: idSchema,
  place: placeKeyField.nullable().default(null),
  shape: pieceShape,
  count: z
    .number({ error: 'How many: give a whole number.' })
    .int('How many: give a whole number.')
    .min(1, 'How many: at least one.')
    .max(200, 'How many: 200 at the most.'),
  /** Each time a left and a right one. */
  pair: yesField('Pair'),
  allowances: allowancesSchema,
  grain: z.enum(['along', 'across', 'bias', 'any'], { error: 'Grain: along, across, bias or any.' }),
  oneWay: yesField('One way'),
  /** What lies on it; none where there is none. */
  interfacingId: idSchema.nullable(), foamId: idSchema.nullable(), webId: idSchema.nullable(),
  /** Where its interfacing ends; null by the house rule. */
  inset: insetSchema.nullable(),
  ...pressedFields,
})
export type JobPiece = z.infer<typeof jobPieceSchema>
/** Pieces of one job. */
export const MOST_PIECES = 60
export const jobPiecesBody = z.object({
  version: versionField,
  pieces: z
    .array(jobPieceSchema, { error: 'Pieces: give a list.' })
    .max(MOST_PIECES, `Pieces: ${MOST_PIECES} at the most.`)
    .refine(all => new Set(all.map(p => p.id)).size === all.length, 'Pieces: the same piece is listed twice.'),
})
export type JobPiecesBody = z.infer<typeof jobPiecesBody>

/** Where one cut part lies: on the roll, or on an offcut. */
export const layoutPartSchema = z.object({
  pieceId: idSchema,
  role: z.enum(LAYER_ROLES, { error: 'Part: interfacing, foam or web.' }),
  /** Which of the pieces alike, from 0; of a pair the odd ones are mirrored. */
  number: z.number({ error: 'Number: give a whole number.' }).int().min(0).max(999),
  offcutId: idSchema.nullable().default(null),
  turnDeg: numberField('Turn', '°', 0, 359.999),
  x: numberField('From the selvedge', 'mm', -10, 10_000),
  y: numberField('From the end', 'mm', -10, 100_000),
  pinned: yesField('Pinned').default(false),
})
export type LayoutPart = z.infer<typeof layoutPartSchema>
const parts = z
  .array(layoutPartSchema, { error: 'Parts: give a list.' })
  .max(1000, 'Parts: a thousand at the most.')
  .refine(all => new Set(all.map(p => `${p.pieceId} ${p.role} ${p.number}`)).size === all.length, 'Parts: the same part is listed twice.')
export const layoutBody = z.object({ supplyId: idSchema, parts })
export type LayoutBody = z.infer<typeof layoutBody>
export const cutBody = layoutBody.extend({
  /** Made in the browser, so that a cut sent twice takes its metres once. */
  clientKey: idSchema,
  /** How much of the roll was cut off, m. */
  metres: numberField('Metres', 'm', 0, 1000),
}).refine(b => b.parts.length > 0, { path: ['parts'], message: 'Parts: nothing is laid, so there is nothing to cut.' })
export type CutBody = z.infer<typeof cutBody>

const offcutBody = z.object({ outline: outlinePayload })
export interface Offcut { id: string, supplyId: string, outline: OutlinePayload, lot: string, createdAt: string }
export interface KeptLayout { id: string, supplyId: string, cutAt: string | null, metres: number, parts: LayoutPart[] }
/** How a fabric moves under the iron, as it was settled; null where it never was. */
export interface FabricShrink { alongPct: number, acrossPct: number, preshrunkUpToC: number | null }
/** All that the cutting of a job knows. */
export interface Cutting {
  pieces: JobPiece[]
  version: number
  /** The layout as it is drawn now for each supply, and those that were cut. */
  layouts: KeptLayout[]
  offcuts: Offcut[]
  shrink: Record<string, FabricShrink | null>
}
export const templatesQuery = z.object({
  as: z.enum(['pdf', 'roll', 'svg', 'dxf'], { error: 'As: pdf, roll, svg or dxf.' }).default('pdf'),
  paper: z.enum(PAPER_SIZES, { error: 'Paper: A4, A3, letter or tabloid.' }).default('A4'),
  rollMm: z.coerce.number({ error: 'Roll: its width in mm.' }).min(200, 'Roll: at least 200 mm wide.')
    .max(2000, 'Roll: at most 2,000 mm wide.').default(914),
})
export type TemplatesQuery = z.infer<typeof templatesQuery>
export const chalkQuery = z.object({
  supplyId: idSchema, as: z.enum(['pdf', 'paper', 'svg', 'dxf', 'hpgl'], { error: 'As: pdf, paper, svg, dxf or hpgl.' }).default('pdf'),
})
export type ChalkQuery = z.infer<typeof chalkQuery>

const keyed = { id: idSchema, createdAt: momentField('Written') }
/** Rows as a workroom file holds them. */
export const jobPieceRow = jobPieceSchema.extend({ ...keyed, jobId: idSchema, position: z.number().int().min(0) })
export const layoutRow = z.object({
  ...keyed, jobId: idSchema, supplyId: idSchema, cutAt: momentField('Cut').nullable(), metres: z.number().min(0).max(1000),
  clientKey: idSchema.nullable(),
})
export const layoutPartRow = layoutPartSchema.extend({ layoutId: idSchema })
export const offcutRow = offcutBody.extend({
  ...keyed, supplyId: idSchema, lot: z.string().max(60), usedAt: momentField('Used').nullable(),
})
