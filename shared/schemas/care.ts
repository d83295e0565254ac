import { z } from 'zod'
import { CAUSES, REMEDIES, SIGNS } from '#core/rescue'
import { idSchema, momentField, numberField, textField, yesField } from './common'
import { recipeSchema, washBody } from './swatch'

/** So many days before a garment is to come back it is named; a look that is told from then on is the one that was wanted. */
export const LOOK_DAYS = 3
/** How a garment came back from its washes: one part of it, graded as every swatch is. */
export const careEventBody = z.object({
  /** Made in the browser, so that a look told twice is kept once. */
  clientKey: idSchema,
  fabricId: idSchema,
  /** The interfacing that was looked at; null where only the fabric was. */
  supplyId: idSchema.nullable().default(null),
  rounds: z.number({ error: 'Washes: say how many.' }).int('Washes: a whole number.').min(1, 'Washes: at least one.')
    .max(60, 'Washes: sixty at the most.'),
  washC: washBody.shape.washC, tumble: washBody.shape.tumble,
  softener: yesField('Softener').default(false),
  grade: washBody.shape.grade, marks: washBody.shape.marks,
  /** Bond that was foreseen for it then; null where none was. */
  foreseen: z.number({ error: 'Foreseen: give a number.' }).min(0).max(1000).nullable().default(null),
  note: textField('Note', 500).default(''),
  cameAt: momentField('Wear and wash log'),
})
export type CareEventBody = z.infer<typeof careEventBody>
export interface CareEvent extends CareEventBody {
  personId?: string | null
  id: string
  /** The swatch behind it, which tells the same of its pairing; null where there was none. */
  swatchId: string | null
}
export const careEventRow = careEventBody.extend({
  id: idSchema, jobId: idSchema, swatchId: idSchema.nullable(), createdAt: momentField('Written'),
})
export interface CareLog { events: CareEvent[] }

export const CARE_CARD_SIZES = ['card', 'pocket'] as const
export const careCardQuery = z.object({
  as: z.enum(['pdf', 'text'], { error: 'As: pdf or text.' }).default('pdf'),
  size: z.enum(CARE_CARD_SIZES, { error: 'Size: card or pocket.' }).default('card'),
})
export type CareCardQuery = z.infer<typeof careCardQuery>

export interface WashedSwatch {
  fabricId: string
  grade: number
  rounds: number
  washC: number
  tumble: 'no' | 'low' | 'yes'
  after: number
  marks: string[]
}
/** What the washes of a supply taught: of each swatch its bond by its first grade, and how it came out of them. */
export interface SupplyWashes {
  swatches: WashedSwatch[]
}

/** A remedy as it is kept among the makings of its job: what was seen, what was believed, what is pressed, how it went. */
export const WENT = ['well', 'partly', 'badly'] as const
export const remedySpec = z.object({
  format: z.literal(1), kind: z.literal('remedy'),
  signs: z.array(z.enum(SIGNS, { error: 'Signs: choose from the pictures.' }), { error: 'Signs: give a list.' })
    .min(1, 'Signs: choose at least one of what you see.').max(SIGNS.length),
  cause: z.enum(CAUSES, { error: 'Cause: it is of no known kind.' }),
  belief: z.number({ error: 'Belief: give a share.' }).min(0, 'Belief: from 0 to 1.').max(1, 'Belief: from 0 to 1.'),
  remedy: z.enum(REMEDIES, { error: 'Remedy: it is of no known kind.' }),
  /** What is pressed; null where the sole presses nothing. */
  recipe: recipeSchema.nullable(),
  wideMm: numberField('Width', 'mm', 5, 3000), highMm: numberField('Length', 'mm', 5, 3000),
  went: z.enum(WENT, { error: 'Went: well, partly or badly.' }).nullable(),
})
/** What remedies came to in this workroom, whatever job they were for. */
export interface RescuePast { results: { cause: (typeof CAUSES)[number], went: (typeof WENT)[number] }[] }

/** What is due beside the jobs. */
export interface Due {
  looks: { jobId: string, name: string, lookOn: string }[]
  proofs: { jobId: string, name: string, fabricId: string, fabric: string, supply: string, what: 'fabricLot' | 'supplyLot' }[]
  lots: { supplyId: string, name: string, stockM: number, jobs: number }[]
  irons: { ironId: string, name: string, measuredAt: string | null }[]
}
