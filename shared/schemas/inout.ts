import { z } from 'zod'
import { fabricFields, fibreShareSchema } from './fabric'
import { jobPieceRow, layoutPartRow, layoutRow, offcutRow } from './cut'
import { pressClothSchema, ironBody, ironSettingSchema } from './iron'
import { jobFabricSchema, jobBody } from './job'
import {
  calibrationRecord, cornerStepBody, measurementBody, runsForward, preshrinkPassFields, stockMovementBody, trimRunFields,
} from './records'
import { careEventRow } from './care'
import { jobMakingRow } from './making'
import { personRow } from './people'
import { scrapRow } from './mend'
import { sessionEventRow, sessionOperationRow, sessionRow } from './session'
import { pieceSchema, placeBody, placeKeyField } from './place'
import { supplyFields } from './supply'
import { PHOTO_STAGES, planBody, readingBody, swatchBody, swatchEventSchema, washBody } from './swatch'
import { rulesSchema, unitsSchema } from './workroom'
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
/** Who did it; nothing where people were not kept yet. */
const by = { personId: idSchema.nullable().optional() }
const position = z.number().int().min(0)
const ofFabric = { fabricId: idSchema }, ofSupply = { supplyId: idSchema }, ofIron = { ironId: idSchema }, ofSwatch = { swatchId: idSchema }

/** A row of every entity as it is in a workroom file; what belongs to another row names it by its id. */
export const ENTITY_ROWS = {
  people: personRow,
  fabrics: fabricFields.omit({ fibres: true }).extend({ id: idSchema }),
  fabricFibres: fibreShareSchema.extend({ ...ofFabric, position }),
  measurements: measurementBody.extend({ ...made, ...by, ...ofFabric, value: z.number() }),
  preshrinkPasses: preshrinkPassFields.extend({ ...made, ...by, ...ofFabric }),
  cornerSteps: cornerStepBody.extend({ ...made, ...by, ...ofFabric }),
  // What was moved past a limit before there was one is kept, and comes back.
  supplies: supplyFields.extend({ id: idSchema, stockM: z.number().min(0).max(1e9) }),
  stockMovements: stockMovementBody.extend({ ...made, ...by, ...ofSupply }),
  trimRuns: trimRunFields.extend({ ...made, ...by, ...ofSupply }).refine(...runsForward),
  irons: ironBody.omit({ settings: true }).extend({ id: idSchema }),
  ironSettings: ironSettingSchema.extend({ ...ofIron, position }),
  calibrations: calibrationRecord.extend({ ...by, ...ofIron, ...keyed }),
  pressCloths: pressClothSchema.omit({ version: true }),
  places: placeBody.extend({ id: idSchema }),
  pieces: pieceSchema.extend({ ...made, ...ofFabric, place: placeKeyField, position }),
  jobs: jobBody.omit({ fabrics: true }).extend(made),
  jobFabrics: jobFabricSchema.extend({ jobId: idSchema, position }),
  jobPieces: jobPieceRow,
  scraps: scrapRow,
  jobMakings: jobMakingRow,
  offcuts: offcutRow.extend(by),
  layouts: layoutRow.extend(by),
  layoutParts: layoutPartRow,
  sessions: sessionRow.extend(by),
  sessionOperations: sessionOperationRow,
  sessionEvents: sessionEventRow.extend(by),
  plans: planBody.extend({ ...made, ...by }),
  swatches: swatchBody.omit({ events: true, readings: true }).extend({ ...made, ...by }),
  swatchEvents: swatchEventSchema.extend({ ...ofSwatch, position }),
  swatchReadings: z.object({ ...readingBody.shape, ...made, ...by, ...ofSwatch, ...keyed }),
  washes: washBody.extend({ ...made, ...by, ...ofSwatch }),
  careEvents: careEventRow.extend(by),
  /** What could not be read and was set aside: the row as it was kept. */
  setAside: z.object({
    ...made, entity: z.string().max(40), rowId: z.string().max(120), name: z.string().max(200), why: z.string().max(500), kept: z.unknown(),
  }),
  photos: z.object({
    ...made, ...by, ...keyed, swatchId: idSchema.nullable(), fabricId: idSchema.nullable().default(null),
    stage: z.enum([...PHOTO_STAGES, 'label']), width: z.number().int(), height: z.number().int(),
    /** In files of version 3; in an archive the picture is beside the JSON. */
    jpeg: z.base64().optional(),
  }),
}
export type EntityName = keyof typeof ENTITY_ROWS
/** Columns that hold a payload, whatever is in it: what cannot be read there is kept as it is, and told. */
export const PAYLOADS: Partial<Record<EntityName, readonly string[]>> = {
  jobPieces: ['shape', 'allowances', 'inset', 'keepOuts', 'byHand'],
  jobMakings: ['spec'],
  scraps: ['face', 'back'],
  offcuts: ['outline'],
  sessionOperations: ['recipe', 'placements', 'outline', 'keepOuts', 'predicted'],
  plans: ['scraps'],
  swatches: ['recipe', 'predicted', 'doubts', 'markWhere'],
  setAside: ['kept'],
}
const ENTITY_NAMES = Object.keys(ENTITY_ROWS) as [EntityName, ...EntityName[]]
export const setAsideBody = z.object({
  entity: z.enum(ENTITY_NAMES, { error: 'Row: say of which kind.' }),
  id: z.string({ error: 'Row: say which.' }).min(1, 'Row: say which.').max(120),
})
/** A kept row of which something cannot be read: it is beside its neighbours, named, until it is set aside. */
export interface Unreadable { entity: EntityName, id: string, name: string, why: string }
export type EntityRows = { [N in EntityName]: z.infer<(typeof ENTITY_ROWS)[N]>[] }

export const WORKROOM_FORMAT = 'ready-cuff-workroom', WORKROOM_VERSION = 7
/** Files before this version have names or codes of before 2026-11-29. */
export const NAMES_SINCE_VERSION = 6
/** In an archive: the JSON, and each picture by its id. */
export const WORKROOM_JSON = 'workroom.json'
export const pictureName = (id: string): string => `pictures/${id}.jpg`

const format = z.literal(WORKROOM_FORMAT, { error: 'File: this is no workroom of Ready Cuff.' })
const workroom = z.object({ name: nameField('Name'), units: unitsSchema, rules: rulesSchema })

/** What is at the head of a workroom file, before its rows. */
export const workroomHead = z.object({
  format,
  version: z.literal([1, 2, 3, 4, 5, 6, 7], { error: 'File: it is no workroom of Ready Cuff, or it was written by a later version.' }),
  workroom,
  written: momentField('Written').optional(),
})

/**
 * The whole workroom: a list of rows for every entity. Version 3 held its pictures within, version 4 beside it; version 5 has today's
 * names, version 6 today's codes as well; version 7 says who did what.
 */
export const workroomFile = workroomHead.extend({
  version: z.literal([3, 4, 5, 6, 7]),
  rows: z.object(
    Object.fromEntries(Object.entries(ENTITY_ROWS).map(([name, row]) => [name, z.array(row).default([])])) as unknown as
    { [N in EntityName]: z.ZodDefault<z.ZodArray<(typeof ENTITY_ROWS)[N]>> },
  ),
})

/** What was written before: rows within the things they belong to. Version 1 knows neither places nor pieces. */
export const olderWorkroomFile = z.object({
  format,
  version: z.literal([1, 2]),
  workroom,
  fabrics: z
    .array(
      fabricFields.extend({
        id: idSchema, measurements: z.array(measurementBody.extend(dated.shape).extend({ value: z.number() })),
        preshrinkPasses: z.array(preshrinkPassFields.extend(dated.shape)), corners: z.array(cornerStepBody.extend(dated.shape)),
        pieces: z.array(pieceSchema.omit({ id: true }).extend({ place: placeKeyField })).default([]),
      }),
    ),
  supplies: z
    .array(
      supplyFields.extend({
        id: idSchema, movements: z.array(stockMovementBody.extend(dated.shape)), trimRuns: z.array(trimRunFields.extend(dated.shape)),
      }),
    ),
  irons: z.array(ironBody.extend({ id: idSchema, calibrations: z.array(calibrationRecord) })),
  pressCloths: z.array(pressClothSchema.omit({ version: true })),
  places: z
    .array(placeBody.extend({ id: idSchema }))
    .default([]),
  swatches: z
    .array(
      swatchBody.extend({
        washes: z.array(washBody).default([]),
        photos: z
          .array(z.object({ stage: z.enum(PHOTO_STAGES), width: z.number().int(), height: z.number().int(), jpegBase64: z.base64() }))
          .default([]),
      }),
    ),
  plans: z.array(planBody.extend(dated.shape)).default([]),
})
export type OlderWorkroomFile = z.infer<typeof olderWorkroomFile>
