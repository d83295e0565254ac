import { z } from 'zod'
import type { ConstructionKey } from '#core/materials'
import { dayField, idSchema, nameField, pageQuery, textField, versionField, yesField } from './common'
import { placeKeyField } from './place'
import type { MakingKind } from './making'

/** What the finished garment must stand, as the one who ordered it wishes. */
const careWishFields = z.object({
  washC: z
    .number({ error: 'Wash: give its temperature in °C, 0 for none.' })
    .int('Wash: a whole number of °C.')
    .min(0, 'Wash: 0 °C is the least.')
    .max(95, 'Wash: 95 °C is the most.'),
  tumble: z.enum(['no', 'low', 'yes'], { error: 'Dryer: no, low or yes.' }),
  dryClean: yesField('Dry-cleaned'),
})

/** A fabric of a job: where its interfacing goes, and which one was chosen. */
export const jobFabricSchema = z.object({
  fabricId: idSchema,
  place: placeKeyField.nullable().default(null),
  supplyId: idSchema.nullable().default(null),
})
export type JobFabric = z.infer<typeof jobFabricSchema>

export const jobBody = careWishFields.extend({
  name: nameField('Job', 60),
  garment: nameField('Garment', 60),
  forWhen: dayField('For when').nullable().default(null),
  note: textField('Note', 500).default(''),
  done: yesField('Done').default(false),
  /** Trims on it: their heat counts for its care. */
  trimIds: z.array(idSchema, { error: 'Trims: give a list.' }).max(6, 'Trims: six at the most.').default([]),
  /** Own words on its care card. */
  careWords: textField('Own words', 400).default(''),
  /** When it is to come back for a look. */
  lookOn: dayField('For a look').nullable().default(null),
  fabrics: z
    .array(jobFabricSchema, { error: 'Fabrics: give a list.' })
    .min(1, 'Fabrics: a job needs at least one. Choose the fabric it is made of.')
    .max(12, 'Fabrics: twelve at the most.')
    .refine(fabrics => new Set(fabrics.map(c => c.fabricId)).size === fabrics.length, 'Fabrics: the same fabric is listed twice.'),
})
export const jobUpdate = jobBody.extend({ version: versionField })
export type JobBody = z.infer<typeof jobBody>

/** How far a fabric of a job has come, counted over its swatches with the interfacing chosen. */
interface FabricProgress {
  fabricId: string
  name: string
  code: string
  colourHex: string
  construction: ConstructionKey
  nap: string
  fibreKnown: boolean
  supplyName: string | null
  pressed: number
  /** Held at first judging: without marks, a nail needed to start it. */
  held: number
  /** Held, and went through the washes the house asks for. */
  passed: number
  /** Washes still missing on the one that has come furthest; null where none held. */
  washesLeft: number | null
  /** Parts to cut of what lies on its pieces, and those that are cut. */
  parts: number
  cut: number
}
/** A hem, a patch, a label of a job, and whether it was pressed. */
interface MakingProgress { id: string, kind: MakingKind, name: string, fabricId: string | null, pressed: boolean }
export interface Job extends JobBody {
  id: string
  version: number
  updatedAt: string
  progress: FabricProgress[]
  makings: MakingProgress[]
  /** Its last session: under way, or closed with everything in it pressed; null else. */
  session: 'open' | 'closed' | null
}

export const jobQuery = pageQuery.extend({ done: z.stringbool({ error: 'Done: yes or no.' }).default(false) })
export type JobQuery = z.infer<typeof jobQuery>
