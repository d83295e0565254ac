import { z } from 'zod'
import { SEAM_DETAIL_KEYS, type SeamDetailKey } from '#core/seam'
import { FIBRE_KEYS } from '#core/materials'
import { remedySpec } from './care'
import { appliqueSpec, embroiderySpec, labelsSpec, letteringSpec, badgeSpec, holeSpec, transferSpec } from './mend'
import { templatesQuery } from './cut'
import {
  countField, hexField, idSchema, momentField, nameField, numberField, versionField, whichField, wholeField, yesField,
} from './common'

/** What is pressed while a garment is made, as it is kept: the figures a person gave; what they come to is core's. */
const lengthField = (name: string, least = 1, most = 50_000) => numberField(name, 'mm', least, most)
const SEAM_DETAILS = SEAM_DETAIL_KEYS as [SeamDetailKey, ...SeamDetailKey[]]

const seamDetailSpec = z.object({
  format: z.literal(1), kind: z.literal('seamDetail'),
  seamDetail: z.enum(SEAM_DETAILS, { error: 'Seam detail: choose one from the pictures.' }),
  lengthMm: lengthField('Length', 5, 20_000),
  count: countField('How many', 60),
})
const legSchema = z.object({
  name: nameField('Leg', 24), nowMm: lengthField('Length now', 1, 3000), fabricMm: lengthField('Length of its fabric', 1, 3000),
  wantedMm: lengthField('Length wanted', 1, 3000),
})
const hemSpec = z.object({
  format: z.literal(1), kind: z.literal('hem'),
  task: z.enum(['fallen', 'shorten'], { error: 'Hem: come down, or to be shortened.' }),
  depthMm: lengthField('Depth', 3, 300),
  turnMm: numberField('Turned in', 'mm', 0, 100),
  aroundMm: lengthField('Around', 20, 20_000),
  stretches: z
    .array(
      z.object({ fromMm: numberField('From', 'mm', 0, 20_000), lengthMm: lengthField('Come down for', 1, 20_000) }),
      { error: 'Come down: give a list.' },
    )
    .max(40, 'Come down: forty places at the most.'),
  /** Of a curved hem; null where it is straight. */
  curve: z.object({ radiusMm: lengthField('Radius', 1), turnDeg: numberField('Turn', '°', 1, 360) }).nullable(),
  legs: z.array(legSchema, { error: 'Legs: give a list.' }).max(4, 'Legs: four at the most.'),
  /** Round a leg at the fold and at its cut edge; null where it is straight. */
  taper: z.object({ foldRoundMm: lengthField('Round at the fold'), edgeRoundMm: lengthField('Round at the edge') }).nullable(),
  count: countField('How many', 60),
})
const SIDES = ['before', 'after'] as const
const seamId = z.string({ error: 'Seam: say which.' }).regex(/^[\dad.]{1,40}$|^close$/, 'Seam: say which.')
export const MOST_PATCHES = 1600
const patchworkSpec = z.object({
  format: z.literal(1), kind: z.literal('patchwork'),
  first: z.enum(['rows', 'columns'], { error: 'Sewn first: rows or columns.' }),
  /** The last row is sewn to the first. */
  closed: yesField('Round into a tube'),
  seamMm: numberField('Seam allowance', 'mm', 3, 40),
  colours: z
    .array(z.object({
      hex: hexField,
      /** Which of the fabrics named beside it; null where only a colour is known. */
      fabric: whichField('Fabric').nullable(),
    }), { error: 'Colours: give a list.' })
    .min(1, 'Colours: a patch needs one. Give at least one.').max(12, 'Colours: twelve at the most.'),
  /** x, y, width, height in mm, and which colour. */
  patches: z
    .array(z.tuple([
      numberField('Patch across', 'mm', -1e5, 1e5), numberField('Patch along', 'mm', -1e5, 1e5), lengthField('Patch width', 1, 1e5),
      lengthField('Patch height', 1, 1e5),
      z.number({ error: 'Patches: one of them has no colour. Choose one for it.' }).int('Patches: one of them has no colour.').min(0),
    ], { error: 'Patches: one of them has no colour, or no size.' }), { error: 'Patches: give a list.' })
    .min(2, 'Patches: a grid has at least two.').max(MOST_PATCHES, `Patches: ${MOST_PATCHES} at the most.`),
  turned: z.record(seamId, z.enum(SIDES, { error: 'Seam: before or after.' })),
  ties: z.array(z.object({ a: seamId, b: seamId, turned: yesField('Turned') }), { error: 'Tied seams: give a list.' })
    .max(200, 'Tied seams: two hundred at the most.'),
  open: yesField('All open'),
  /** Crossings are turned round like a wheel, where that can be. */
  spun: yesField('Spin crossings').default(false),
  /** Sewn before any of it was pressed. */
  sewnFirst: yesField('Sewn before pressing').default(false),
}).superRefine((g, ctx) => {
  const at = g.patches.findIndex(p => p[4] >= g.colours.length)
  if (at >= 0) ctx.addIssue({ code: 'custom', path: ['patches', at], message: `Patch ${at + 1}: it has no colour. Choose one for it.` })
})
const stripsSpec = z.object({
  format: z.literal(1), kind: z.literal('strips'),
  wideMm: lengthField('Strip', 5, 400), aroundMm: lengthField('Around', 10), corners: wholeField('Corners', 40),
  fabricMm: lengthField('Fabric', 20, 5000), bias: yesField('On the bias'),
  join: z.enum(['straight', 'slant'], { error: 'Join: straight or slanting.' }),
  seamMm: numberField('Seam of a join', 'mm', 1, 40),
  fold: z.enum(['double', 'single', 'flat'], { error: 'Fold: double, single or flat.' }),
})
const sheetSchema = z.object({ wideMm: lengthField('Width', 10), highMm: lengthField('Height', 10) })
const waddingSpec = z.object({
  format: z.literal(1), kind: z.literal('wadding'), top: sheetSchema, marginMm: numberField('Margin', 'mm', 0, 500),
  fibre: z.enum(FIBRE_KEYS, { error: 'Wadding: choose its fibre.' }), massGsm: numberField('Wadding', 'g/m²', 20, 1000),
  thicknessMm: numberField('Wadding', 'mm', 0.5, 40),
  sheets: z.array(sheetSchema, { error: 'Pieces of wadding: give a list.' }).max(8, 'Pieces of wadding: eight at the most.'),
})
const flattenSpec = z.object({
  format: z.literal(1), kind: z.literal('flatten'),
  body: z.enum(['water', 'starch', 'sizing'], { error: 'Body: water, starch or sizing.' }),
  lengthMm: lengthField('Length', 50), wideMm: lengthField('Width', 50, 5000),
  /** Measured again once it was pressed and cold; null until then. */
  wideAfterMm: lengthField('Width after', 50, 5000).nullable(),
})
const makingSpec = z.discriminatedUnion(
  'kind', [
    seamDetailSpec, hemSpec, patchworkSpec, stripsSpec, waddingSpec, flattenSpec, holeSpec, badgeSpec, transferSpec, letteringSpec,
    labelsSpec,
    appliqueSpec, embroiderySpec, remedySpec,
  ], { error: 'Making: it is of no known kind.' },
)
export type MakingSpec = z.infer<typeof makingSpec>
export type MakingKind = MakingSpec['kind']
export type SpecOf<K extends MakingKind> = Extract<MakingSpec, { kind: K }>

export const makingSchema = z.object({
  /** Made in the browser; it lives as long as what it names. */
  id: idSchema,
  name: nameField('Making', 60),
  fabricId: idSchema.nullable(),
  /** What hangs behind a hem. */
  liningId: idSchema.nullable().default(null),
  /** Its tape. */
  supplyId: idSchema.nullable().default(null),
  /** Fabrics of a grid of patches. */
  fabricIds: z.array(idSchema).max(12, 'Fabrics: twelve at the most.').default([]),
  /** The scrap that becomes its patch. */
  scrapId: idSchema.nullable().default(null),
  /** What lies under its stitches. */
  supplyIds: z.array(idSchema).max(12, 'Supplies: twelve at the most.').default([]),
  spec: makingSpec,
})
export type Making = z.infer<typeof makingSchema>
const MOST_MAKINGS = 40
export const makingsBody = z.object({
  version: versionField,
  makings: z.array(makingSchema, { error: 'Makings: give a list.' }).max(MOST_MAKINGS, `Makings: ${MOST_MAKINGS} at the most.`)
    .refine(all => new Set(all.map(m => m.id)).size === all.length, 'Makings: the same making is listed twice.'),
})
export type MakingsBody = z.infer<typeof makingsBody>
/** A making printed at true scale, whether it belongs to a job or not. */
export const paperBody = templatesQuery.extend({
  making: z.object({
    name: nameField('Making', 60),
    spec: z.discriminatedUnion(
      'kind', [holeSpec, badgeSpec, transferSpec, letteringSpec, labelsSpec, appliqueSpec, embroiderySpec],
      { error: 'Making: there is no paper of this kind.' },
    ),
  }),
})
export type PaperBody = z.infer<typeof paperBody>
export interface Makings { makings: Making[], version: number }

export const jobMakingRow = makingSchema.extend({
  jobId: idSchema, position: z.number().int().min(0), createdAt: momentField('Written'),
})
