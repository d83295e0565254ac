import { z } from 'zod'
import { CLAPPER_LEAST_S, METHODS, type Method } from '#core/recipe'
import { SURFACE_KINDS, type SurfaceKindKey } from '#core/materials'
import { ironSettingSchema } from './iron'
import { MOST } from './limits'
import { countField, idSchema, momentField, nameField, numberField, pageQuery, textField } from './common'

const SURFACE_KEYS = Object.keys(SURFACE_KINDS) as [SurfaceKindKey, ...SurfaceKindKey[]]

/** A recipe as it is kept: versioned, complete enough to be pressed again and computed again. */
const recipeFields = z.object({
  /** 1 knew neither warming nor a second hold of its own. */
  format: z
    .union([z.literal(1), z.literal(2)], { error: 'Recipe: it is of another format than this version reads.' })
    .transform(() => 2 as const),
  method: z.enum(METHODS as [Method, ...Method[]], { error: 'Method: dry, steam, mist, damp, mistSteam or dryMist.' }),
  /** One of the iron's stops, or a place between two, which takes the names of both. */
  setting: ironSettingSchema.extend({ label: nameField('Dial setting', 80) }),
  firstSide: z.enum(['back', 'face'], { error: 'First side: back or face.' }),
  passes: z.union([z.literal(1), z.literal(2)], { error: 'Passes: one or two.' }),
  warmS: numberField('Warming', 's', 0, 60).default(0),
  holdS: numberField('Hold', 's', 1, 300),
  secondS: numberField('Second hold', 's', 1, 300).nullable().default(null),
  lean: z.enum(['weight', 'lean'], { error: 'Pressed: by its weight, or leaned on.' }),
  pressureKPa: numberField('Pressure', 'kPa', 0.01, 200),
  pressClothWaterGsm: numberField('Water in the press cloth', 'g/m²', 0, 600),
  mistGsm: numberField('Mist', 'g/m²', 0, 300),
  steamGM2S: numberField('Steam', 'g/m²s', 0, 500),
  steamS: numberField('Steam', 's', 0, 60),
  touches: countField('Touches', 40).optional(),
  coolS: numberField('Cooling under the clapper', 's', 0, 1200),
  tableS: numberField('Cooling on the table', 's', 0, 1200).optional(),
})
/** What was kept before the two kinds of cooling were told apart lay for all of it, the least of it under the clapper. */
export const recipeSchema = recipeFields.transform(({ tableS, ...r }) => (tableS === undefined
  ? { ...r, coolS: Math.min(r.coolS, CLAPPER_LEAST_S), tableS: Math.max(0, r.coolS - CLAPPER_LEAST_S) }
  : { ...r, tableS }))
export type RecipePayload = z.infer<typeof recipeSchema>

const windowEnd = numberField('Predicted window', '°C', -50, 400)
export const predictedSchema = z.object({
  bond: numberField('Predicted bond', '', 0, 1000),
  harm: numberField('Predicted harm', '', 0, 100_000),
  peakC: numberField('Predicted peak', '°C', -50, 400),
  windowC: z.tuple([windowEnd, windowEnd], { error: 'Predicted window: give its two ends in °C.' }),
  worst: textField('Worst', 40).nullable(),
})

export const MARKS = [
  'shine', 'scorch', 'bubbles', 'strikeThrough', 'waterMark', 'lostTexture', 'shrinkage', 'dotsVisible', 'stiff',
] as const

/** How an edge holds, and what is seen: after pressing and after each wash alike. */
const judgedFields = {
  grade: z
    .number({ error: 'Bond: give a grade from 0 to 5.' })
    .int('Bond: give a whole grade from 0 to 5.')
    .min(0, 'Bond: grades go from 0 to 5.')
    .max(5, 'Bond: grades go from 0 to 5.'),
  marks: z
    .array(z.enum(MARKS, { error: 'Marks: choose from the list.' }), { error: 'Marks: give a list.' })
    .max(MARKS.length, 'Marks: each once at the most.')
    .default([]),
}

export const swatchEventSchema = z.object({
  atS: numberField('Time', 's', 0, 36_000),
  kind: z.enum(['warm', 'lay', 'down', 'lift', 'turn', 'cool', 'done', 'setting', 'sole', 'shut'], {
    error: 'Event: it is of no known kind.',
  }),
  /** The sole as the board knew it then, °C. */
  soleC: numberField('Iron', '°C', -40, 320).nullable().default(null),
})
/** Why the clock of a press is not to be trusted. */
const doubtSchema = z.discriminatedUnion('why', [
  z.object({ why: z.literal('clockSet'), byS: numberField('Clock set by', 's', -1e7, 1e7) }),
  z.object({ why: z.literal('slept'), forS: numberField('Slept for', 's', 0, 1e7) }),
], { error: 'Doubts: the clock was set, or the board slept.' })

export const READING_KINDS = ['shrinkAlong', 'shrinkAcross', 'overhang', 'peel'] as const
const READING_RANGE = {
  shrinkAlong: ['Shrinkage along', '%', -20, 50], shrinkAcross: ['Shrinkage across', '%', -20, 50],
  overhang: ['Overhang at 41.5°', 'mm', 2, 400], peel: ['Peel force', 'N per 50 mm', 0, 200],
} as const
/** Measured on the cold swatch: shrinkage %, overhang mm, peel force N per 50 mm. */
const readingFields = z.object({
  kind: z.enum(READING_KINDS, { error: 'Reading: choose what was measured.' }), value: z.number({ error: 'Reading: give a number.' }),
})
const readingChecks = (r: z.infer<typeof readingFields>, ctx: z.RefinementCtx) => {
  const [name, unit, min, max] = READING_RANGE[r.kind]
  if (r.value < min || r.value > max)
    ctx.addIssue({ code: 'custom', path: ['value'], message: `${name}: ${min} to ${max} ${unit} makes sense.` })
}
export const readingBody = readingFields.superRefine(readingChecks)
/** One that is added later. Its key is made in the browser, so that one sent twice is kept once. */
export const readingAdded = readingFields.extend({ clientKey: idSchema.nullable().default(null) }).superRefine(readingChecks)
export type ReadingBody = z.infer<typeof readingBody>
export type ReadingAdded = z.infer<typeof readingAdded>

export const washBody = z.object({
  /** Made in the browser, so that a round sent twice is kept once. */
  clientKey: idSchema,
  washC: z
    .number({ error: 'Wash: give its temperature.' })
    .int('Wash: a whole number of °C.')
    .min(0, 'Wash: 0 °C is the least.')
    .max(95, 'Wash: 95 °C is the most.'),
  tumble: z.enum(['no', 'low', 'yes'], { error: 'Dryer: no, low or yes.' }),
  ...judgedFields,
  note: textField('Note', 500).default(''),
  washedAt: momentField('Washed at'),
})
export type WashBody = z.infer<typeof washBody>

export const PHOTO_STAGES = ['before', 'after', 'washed'] as const
export type PhotoStage = typeof PHOTO_STAGES[number]
export const photoQuery = z.object({
  stage: z.enum(PHOTO_STAGES, { error: 'Picture: before, after or washed.' }).default('after'),
  clientKey: idSchema.optional(),
})
export const photoParams = z.object({ id: idSchema, photo: idSchema })
export const PHOTO_MOST_BYTES = 8_000_000

/** One scrap of a plan: what to press it with, and what it asks. */
export const scrapSchema = z.object({ number: countField('Scrap', 12), recipe: recipeSchema, asks: textField('Asks', 200) })
export const planBody = z.object({
  fabricId: idSchema, supplyId: idSchema, ironId: idSchema, pressClothId: idSchema.nullable(),
  surface: z.enum(SURFACE_KEYS, { error: 'Pressing surface: choose one from the list.' }),
  scraps: z
    .array(scrapSchema, { error: 'Scraps: give a list.' })
    .min(1, 'Scraps: a plan needs at least one.')
    .max(12, 'Scraps: twelve at the most.'),
})
export type PlanBody = z.infer<typeof planBody>
export interface Plan extends PlanBody { id: string, createdAt: string }

/** Swatches on a fabric; of one person alone where it is asked. */
export const historyQuery = pageQuery.extend({ by: idSchema.optional() })
export const pairingQuery = pageQuery.extend({ fabricId: idSchema, supplyId: idSchema })

/** What a report on a recipe's safe window asks. */
export const windowReportBody = z.object({
  fabricId: idSchema, supplyId: idSchema, ironId: idSchema, pressClothId: idSchema.nullable(),
  overSupplyIds: z.array(idSchema).max(4).default([]), surface: z.enum(SURFACE_KEYS,
    { error: 'Pressing surface: choose one from the list.' }),
  recipe: recipeSchema, seed: z.number().int().min(0).max(1e9).default(1),
})
export type WindowReportBody = z.infer<typeof windowReportBody>

export const swatchBody = z.object({
  /** Made in the browser, so that a swatch sent twice is kept once. */
  clientKey: idSchema,
  fabricId: idSchema, supplyId: idSchema, ironId: idSchema,
  pressClothId: idSchema.nullable(),
  surface: z.enum(SURFACE_KEYS, { error: 'Pressing surface: choose one from the list.' }),
  recipe: recipeSchema,
  predicted: predictedSchema,
  events: z.array(swatchEventSchema, { error: 'Events: give a list.' }).max(200, 'Events: more than a swatch can have.').default([]),
  ...judgedFields,
  doubts: z.array(doubtSchema, { error: 'Doubts: give a list.' }).max(20).default([]),
  /** Where a mark was seen, by mark. */
  markWhere: z.partialRecord(z.enum(MARKS), textField('Where', 60)).default({}),
  note: textField('Note', 1000).default(''),
  /** Lots as they were when it was pressed. */
  fabricLot: textField('Lot', 40).default(''),
  supplyLot: textField('Lot', 40).default(''),
  /** Further layers over the glued one, from the fabric outward. */
  overSupplyIds: z.array(idSchema, { error: 'Layers: give a list.' }).max(4, 'Layers: four at the most.').default([]),
  planId: idSchema.nullable().default(null),
  scrap: countField('Scrap', 12).nullable().default(null),
  readings: z.array(readingBody, { error: 'Readings: give a list.' }).max(MOST.readings, `Readings: ${MOST.readings} at the most.`)
    .default([]),
  pressedAt: momentField('Pressed at'),
})
export type SwatchBody = z.infer<typeof swatchBody>

export interface Swatch extends SwatchBody {
  id: string
  /** Who pressed it; nothing where people were not kept yet. */
  personId?: string | null
  washes: (WashBody & { id: string })[]
  photos: { id: string, stage: PhotoStage, width: number, height: number }[]
  fabricName: string
  supplyName: string
  ironName: string
  pressClothName: string | null
}
