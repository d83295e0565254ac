import { z } from 'zod'
import { BED_KINDS, type BedKindKey } from '#core/materials'
import { ironStopSchema } from './iron'
import { idSchema, numberField, textField } from './common'

export const BED_KEYS = Object.keys(BED_KINDS) as [BedKindKey, ...BedKindKey[]]

/** A recipe as it is kept: versioned, complete enough to be pressed again and computed again. */
export const recipeSchema = z.object({
  format: z.literal(1),
  method: z.enum(['dry', 'steam', 'mist', 'damp'], { error: 'Method: dry, steam, mist or damp.' }),
  stop: ironStopSchema,
  firstSide: z.enum(['back', 'face'], { error: 'First side: back or face.' }),
  passes: z.union([z.literal(1), z.literal(2)], { error: 'Passes: one or two.' }),
  holdS: numberField('Hold', 's', 1, 300),
  lean: z.enum(['weight', 'lean']),
  pressureKPa: numberField('Pressure', 'kPa', 0.01, 200),
  coverWaterGsm: numberField('Water in the cover', 'g/m²', 0, 600),
  mistGsm: numberField('Mist', 'g/m²', 0, 300),
  steamGM2S: numberField('Steam', 'g/m²s', 0, 500),
  steamS: numberField('Steam', 's', 0, 60),
  coolS: numberField('Cooling', 's', 0, 1200),
})
export type RecipePayload = z.infer<typeof recipeSchema>

export const predictedSchema = z.object({
  bond: z.number().min(0).max(1000),
  harm: z.number().min(0).max(100_000),
  peakC: z.number().min(-50).max(400),
  windowC: z.tuple([z.number(), z.number()]),
  worst: z.string().max(40).nullable(),
})

export const MARKS = ['shine', 'scorch', 'bubbles', 'strikeThrough', 'waterMark', 'lostTexture', 'shrinkage', 'dotsVisible', 'stiff'] as const
export const GRADES = [0, 1, 2, 3, 4, 5] as const

export const trialEventSchema = z.object({
  atS: numberField('Time', 's', 0, 36_000),
  kind: z.enum(['down', 'lift', 'turn', 'cool', 'done', 'stop']),
})

export const trialBody = z.object({
  /** Made in the browser, so that a trial sent twice is kept once. */
  clientKey: idSchema,
  clothId: idSchema, supplyId: idSchema, ironId: idSchema,
  coverId: idSchema.nullable(),
  bed: z.enum(BED_KEYS, { error: 'Bed: choose one from the list.' }),
  recipe: recipeSchema,
  predicted: predictedSchema,
  events: z.array(trialEventSchema).max(200, 'Events: more than a swatch can have.').default([]),
  grade: z.number({ error: 'Bond: give a grade from 0 to 5.' }).int('Bond: give a whole grade from 0 to 5.').min(0, 'Bond: grades go from 0 to 5.').max(5, 'Bond: grades go from 0 to 5.'),
  marks: z.array(z.enum(MARKS, { error: 'Marks: choose from the list.' })).max(9).default([]),
  note: textField('Note', 1000).default(''),
  pressedAt: z.iso.datetime({ error: 'Pressed at: give a date and time.' }),
})
export type TrialBody = z.infer<typeof trialBody>

export interface Trial extends TrialBody {
  id: string
  clothName: string
  supplyName: string
  ironName: string
  coverName: string | null
}
