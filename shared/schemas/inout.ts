import { z } from 'zod'
import { clothFields } from './cloth'
import { ironFields, coverSchema } from './iron'
import { calibrationRecord, cornerStepBody, measurementBody, settlePassBody, stockMovementBody, trimRunFields } from './records'
import { pieceSchema, placeFields, placeKeyField } from './place'
import { supplyFields } from './supply'
import { PHOTO_STAGES, planBody, trialBody, washBody } from './trial'
import { rulesSchema, unitsSchema } from './workshop'
import { idSchema, nameField } from './common'

/** Five MB of CSV is some 30,000 rows. */
export const CSV_MOST_BYTES = 5_000_000
export const csvBody = z.object({
  csv: z.string({ error: 'File: send its text.' }).max(CSV_MOST_BYTES, 'File: larger than 5 MB. Split it.'),
  dryRun: z.boolean({ error: 'Dry run: say yes or no.' }),
})
export type Fate = 'new' | 'changes' | 'same' | 'refused'
export interface ImportReport {
  rows: { line: number, code: string, fate: Fate, problems: string[] }[]
  counts: Record<Fate, number>
  stored: boolean
}

const dated = z.object({ id: idSchema, createdAt: z.iso.datetime() })

/** The whole workroom as one file. */
export const workroomFile = z.object({
  format: z.literal('ready-cuff-workroom', { error: 'File: this is no workroom of Ready Cuff.' }),
  /** 2 adds places and pieces; a file of version 1 has none and is read all the same. */
  version: z.literal([1, 2], { error: 'File: it was written by another version.' }),
  workshop: z.object({ name: nameField('Name'), units: unitsSchema, rules: rulesSchema }),
  cloths: z.array(clothFields.extend({ id: idSchema, measurements: z.array(measurementBody.extend(dated.shape).extend({ value: z.number() })), settle: z.array(settlePassBody.extend(dated.shape)), corners: z.array(cornerStepBody.extend(dated.shape)), pieces: z.array(pieceSchema.extend({ place: placeKeyField })).default([]) })).max(50_000),
  supplies: z.array(supplyFields.extend({ id: idSchema, movements: z.array(stockMovementBody.extend(dated.shape)), runs: z.array(trimRunFields.extend(dated.shape)) })).max(20_000),
  irons: z.array(ironFields.extend({ id: idSchema, calibrations: z.array(calibrationRecord) })).max(200),
  covers: z.array(coverSchema.omit({ version: true })).max(200),
  places: z.array(placeFields.extend({ id: idSchema })).max(500).default([]),
  trials: z.array(trialBody.extend({ washes: z.array(washBody).default([]), photos: z.array(z.object({ stage: z.enum(PHOTO_STAGES), width: z.number().int(), height: z.number().int(), jpegBase64: z.base64() })).default([]) })).max(50_000),
  plans: z.array(planBody.extend(dated.shape)).max(20_000).default([]),
})
export type WorkroomFile = z.infer<typeof workroomFile>
