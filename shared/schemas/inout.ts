import { z } from 'zod'
import { clothFields, fibreShareSchema } from './cloth'
import { jobPieceRow, layPartRow, layRow, offcutRow } from './cut'
import { coverSchema, ironBody, ironStopSchema } from './iron'
import { jobClothSchema, jobBody } from './job'
import {
  calibrationRecord, cornerStepBody, measurementBody, runsForward, settlePassFields, stockMovementBody, trimRunFields,
} from './records'
import { careEventRow } from './care'
import { jobMakingRow } from './making'
import { scrapRow } from './mend'
import { runEventRow, runOperationRow, runRow } from './run'
import { pieceSchema, placeBody, placeKeyField } from './place'
import { supplyFields } from './supply'
import { PHOTO_STAGES, planBody, readingBody, trialBody, trialEventSchema, washBody } from './trial'
import { rulesSchema, unitsSchema } from './workshop'
import { idSchema, momentField, nameField, yesField } from './common'

/** Five MB of CSV is some 30,000 rows. */
export const CSV_MOST_BYTES = 5_000_000
export const csvBody = z.object({
  csv: z.string({ error: 'File: send its text.' }).max(CSV_MOST_BYTES, 'File: larger than 5 MB. Split it.'),
  dryRun: yesField('Dry run'),
})
export type Fate = 'new' | 'changes' | 'same' | 'refused'
export interface ImportReport {
  rows: { line: number, code: string, fate: Fate, problems: string[] }[]
  counts: Record<Fate, number>
  stored: boolean
}

const dated = z.object({ id: idSchema, createdAt: momentField('Written') })
const made = dated.shape
const keyed = { clientKey: idSchema.nullable().default(null) }
const position = z.number().int().min(0)
const ofCloth = { clothId: idSchema }, ofSupply = { supplyId: idSchema }, ofIron = { ironId: idSchema }, ofTrial = { trialId: idSchema }

/** A row of every entity as it stands in a workroom file; what belongs to another row names it by its id. */
export const ENTITY_ROWS = {
  cloths: clothFields.omit({ fibres: true }).extend({ id: idSchema }),
  clothFibres: fibreShareSchema.extend({ ...ofCloth, position }),
  measurements: measurementBody.extend({ ...made, ...ofCloth, value: z.number() }),
  settlePasses: settlePassFields.extend({ ...made, ...ofCloth }),
  cornerSteps: cornerStepBody.extend({ ...made, ...ofCloth }),
  // What was moved past a limit before there was one is kept, and comes back.
  supplies: supplyFields.extend({ id: idSchema, stockM: z.number().min(0).max(1e9) }),
  stockMovements: stockMovementBody.extend({ ...made, ...ofSupply }),
  trimRuns: trimRunFields.extend({ ...made, ...ofSupply }).refine(...runsForward),
  irons: ironBody.omit({ stops: true }).extend({ id: idSchema }),
  ironStops: ironStopSchema.extend({ ...ofIron, position }),
  calibrations: calibrationRecord.extend({ ...ofIron, ...keyed }),
  covers: coverSchema.omit({ version: true }),
  places: placeBody.extend({ id: idSchema }),
  pieces: pieceSchema.extend({ ...made, ...ofCloth, place: placeKeyField, position }),
  jobs: jobBody.omit({ cloths: true }).extend(made),
  jobCloths: jobClothSchema.extend({ jobId: idSchema, position }),
  jobPieces: jobPieceRow,
  scraps: scrapRow,
  jobMakings: jobMakingRow,
  offcuts: offcutRow,
  lays: layRow,
  layParts: layPartRow,
  runs: runRow,
  runOperations: runOperationRow,
  runEvents: runEventRow,
  plans: planBody.extend(made),
  trials: trialBody.omit({ events: true, readings: true }).extend(made),
  trialEvents: trialEventSchema.extend({ ...ofTrial, position }),
  trialReadings: z.object({ ...readingBody.shape, ...made, ...ofTrial, ...keyed }),
  washes: washBody.extend({ ...made, ...ofTrial }),
  careEvents: careEventRow,
  /** What could not be read and was set aside: the row as it was kept. */
  setAside: z.object({
    ...made, entity: z.string().max(40), rowId: z.string().max(120), name: z.string().max(200), why: z.string().max(500), kept: z.unknown(),
  }),
  photos: z.object({
    ...made, ...ofTrial, ...keyed, stage: z.enum(PHOTO_STAGES), width: z.number().int(), height: z.number().int(),
    /** In files of version 3; in an archive the picture stands beside the JSON. */
    jpeg: z.base64().optional(),
  }),
}
export type EntityName = keyof typeof ENTITY_ROWS
/** Columns that hold a payload, whatever is in it: what cannot be read there is kept as it is, and told. */
export const PAYLOADS: Partial<Record<EntityName, readonly string[]>> = {
  jobPieces: ['shape', 'allowances', 'inset', 'keepOuts', 'byHand'],
  jobMakings: ['work'],
  scraps: ['face', 'back'],
  offcuts: ['outline'],
  runOperations: ['recipe', 'prints', 'outline', 'keepOuts', 'predicted'],
  plans: ['scraps'],
  trials: ['recipe', 'predicted', 'doubts', 'markWhere'],
  setAside: ['kept'],
}
const ENTITY_NAMES = Object.keys(ENTITY_ROWS) as [EntityName, ...EntityName[]]
export const setAsideBody = z.object({
  entity: z.enum(ENTITY_NAMES, { error: 'Row: say of which kind.' }),
  id: z.string({ error: 'Row: say which.' }).min(1, 'Row: say which.').max(120),
})
/** A kept row of which something cannot be read: it stands beside its neighbours, named, until it is set aside. */
export interface Unreadable { entity: EntityName, id: string, name: string, why: string }
export type EntityRows = { [N in EntityName]: z.infer<(typeof ENTITY_ROWS)[N]>[] }

export const WORKROOM_FORMAT = 'ready-cuff-workroom', WORKROOM_VERSION = 4
/** In an archive: the JSON, and each picture by its id. */
export const WORKROOM_JSON = 'workroom.json'
export const pictureName = (id: string): string => `pictures/${id}.jpg`

const format = z.literal(WORKROOM_FORMAT, { error: 'File: this is no workroom of Ready Cuff.' })
const workshop = z.object({ name: nameField('Name'), units: unitsSchema, rules: rulesSchema })

/** What stands at the head of a workroom file, before its rows. */
export const workroomHead = z.object({
  format,
  version: z.literal([1, 2, 3, 4], { error: 'File: it is no workroom of Ready Cuff, or it was written by a later version.' }),
  workshop,
  written: momentField('Written').optional(),
})

/** The whole workroom: a list of rows for every entity. Version 3 held its pictures within; version 4 beside it. */
export const workroomFile = workroomHead.extend({
  version: z.literal([3, 4]),
  rows: z.object(
    Object.fromEntries(Object.entries(ENTITY_ROWS).map(([name, row]) => [name, z.array(row).default([])])) as unknown as
    { [N in EntityName]: z.ZodDefault<z.ZodArray<(typeof ENTITY_ROWS)[N]>> },
  ),
})

/** What was written before: rows within the things they belong to. Version 1 knows neither places nor pieces. */
export const olderWorkroomFile = z.object({
  format,
  version: z.literal([1, 2]),
  workshop,
  cloths: z
    .array(
      clothFields.extend({
        id: idSchema, measurements: z.array(measurementBody.extend(dated.shape).extend({ value: z.number() })),
        settle: z.array(settlePassFields.extend(dated.shape)), corners: z.array(cornerStepBody.extend(dated.shape)),
        pieces: z.array(pieceSchema.omit({ id: true }).extend({ place: placeKeyField })).default([]),
      }),
    ),
  supplies: z
    .array(
      supplyFields.extend({
        id: idSchema, movements: z.array(stockMovementBody.extend(dated.shape)), runs: z.array(trimRunFields.extend(dated.shape)),
      }),
    ),
  irons: z.array(ironBody.extend({ id: idSchema, calibrations: z.array(calibrationRecord) })),
  covers: z.array(coverSchema.omit({ version: true })),
  places: z
    .array(placeBody.extend({ id: idSchema }))
    .default([]),
  trials: z
    .array(
      trialBody.extend({
        washes: z.array(washBody).default([]),
        photos: z
          .array(z.object({ stage: z.enum(PHOTO_STAGES), width: z.number().int(), height: z.number().int(), jpegBase64: z.base64() }))
          .default([]),
      }),
    ),
  plans: z.array(planBody.extend(dated.shape)).default([]),
})
export type OlderWorkroomFile = z.infer<typeof olderWorkroomFile>
