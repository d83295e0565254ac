import { z } from 'zod'
import { SURFACE_KINDS, type SurfaceKindKey } from '#core/materials'
import { OPERATION_KINDS, type OperationKind } from '#core/session'
import { idSchema, momentField, nameField, numberField, textField, wholeField } from './common'
import { MOST_PLACEMENTS, placementSchema, shownOutline } from './cut'
import { MOST } from './limits'
import { predictedSchema, recipeSchema } from './swatch'

const SURFACE_KEYS = Object.keys(SURFACE_KINDS) as [SurfaceKindKey, ...SurfaceKindKey[]]
/** How far its recipe is to be trusted: proved here; held but not washed; proved on another ground; worked out; hands only. */
const STANDINGS = ['proved', 'held', 'stale', 'estimated', 'hands'] as const
export type Standing = typeof STANDINGS[number]

/** Names an operation within its session; pieces give it. */
const operationId = z.string({ error: 'Operation: say which.' }).regex(/^[\w.-]{1,90}$/, 'Operation: say which.')

/** One thing of a session as it was planned; it stays so while the session lasts. */
export const sessionOperationSchema = z.object({
  id: operationId,
  kind: z.enum(OPERATION_KINDS as [OperationKind, ...OperationKind[]], { error: 'Operation: it is of no known kind.' }),
  name: nameField('Operation', 80),
  pieceId: idSchema.nullable(),
  /** What of the job's makings it is part of. */
  makingId: idSchema.nullable().default(null),
  numbers: z.array(wholeField('Which', 999), { error: 'Which: give a list.' }).max(200, 'Which: two hundred at the most.').default([]),
  side: z.enum(['face', 'back'], { error: 'Side: face or back.' }).nullable().default(null),
  fabricId: idSchema.nullable(),
  supplyId: idSchema.nullable(),
  overSupplyIds: z.array(idSchema).max(4, 'Layers: four at the most.').default([]),
  ironId: idSchema.nullable(),
  pressClothId: idSchema.nullable(),
  surface: z.enum(SURFACE_KEYS, { error: 'Pressing surface: choose one from the list.' }),
  needs: z.array(operationId, { error: 'Needs: give a list.' }).max(12, 'Needs: twelve at the most.').default([]),
  /** Null for what the hands do by themselves. */
  recipe: recipeSchema.nullable(),
  standing: z.enum(STANDINGS, { error: 'Standing: proved, held, stale, estimated or hands.' }),
  placements: z.array(placementSchema, { error: 'Positions: give a list.' }).max(MOST_PLACEMENTS,
    `Positions: ${MOST_PLACEMENTS} at the most.`),
  /** What is covered, as it lies on the board; none for what has no shape. */
  outline: shownOutline.nullable(),
  keepOuts: z.array(shownOutline, { error: 'Keep out: give a list.' }).max(40, 'Keep out: forty at the most.').default([]),
  motion: z.enum(['still', 'circles'], { error: 'Iron: still or circles.' }).default('still'),
  predicted: predictedSchema.nullable().default(null),
})
export type SessionOperation = z.infer<typeof sessionOperationSchema>

const hasNoCircle = (operations: readonly { id: string, needs: readonly string[] }[]): boolean => {
  const ids = new Set(operations.map(o => o.id))
  const left = new Map(operations.map(o => [o.id, o.needs.filter(n => ids.has(n))]))
  for (let before = -1; left.size !== before;) {
    before = left.size
    for (const [id, needs] of left) if (needs.every(n => !left.has(n))) left.delete(id)
  }
  return left.size === 0
}
const operations = z
  .array(sessionOperationSchema, { error: 'Operations: give a list.' })
  .max(MOST.operations, `Operations: ${MOST.operations} at the most.`)
  .refine(all => new Set(all.map(o => o.id)).size === all.length, 'Operations: the same operation is listed twice.')
  .refine(hasNoCircle, 'Operations: one needs another that needs it in turn.')

export const sessionBody = z.object({
  /** Made in the browser, so that a session begun without the server is the same when it arrives. */
  id: idSchema,
  jobId: idSchema,
  /** The pieces it was planned from. */
  piecesVersion: wholeField('Version', 1e9),
  startedAt: momentField('Begun'),
  operations: operations.refine(all => all.length > 0, 'Operations: there is nothing to press.'),
})
export type SessionBody = z.infer<typeof sessionBody>
/** A plan as it is pinned up at the board. */
export const pressSheetBody = z.object({
  operations: operations.refine(all => all.length > 0, 'Operations: there is nothing to press.'),
})
export type PressSheetBody = z.infer<typeof pressSheetBody>
/** What is planned again while a session lasts: added, or planned otherwise as long as it was not begun. */
export const replanBody = z.object({ piecesVersion: wholeField('Version', 1e9), operations })
export type ReplanBody = z.infer<typeof replanBody>

const SESSION_EVENT_KINDS = [
  'take', 'down', 'lift', 'laid', 'turned', 'cold', 'edge', 'missed', 'aside', 'done', 'skip', 'takeOver', 'undo', 'dial', 'sole', 'clock',
  'order', 'cleaned', 'close',
] as const
const soleC = numberField('Iron', '°C', -40, 320)
/** Something that happened at the board. It is told once, and never changed. */
export const sessionEventSchema = z.object({
  key: idSchema,
  device: idSchema,
  /** By the clock of the board that tells it, ms since 1970. */
  atMs: z.number({ error: 'Time: say when.' }).int('Time: say when.').min(Date.UTC(1970, 0, 1), 'Time: say when.')
    .max(Date.UTC(2200, 0, 1) - 1, 'Time: years go to 2199.'),
  kind: z.enum(SESSION_EVENT_KINDS, { error: 'Event: it is of no known kind.' }),
  op: operationId.nullable().default(null),
  pass: numberField('Pass', '', -1, 1).int('Pass: give a whole number.').nullable().default(null),
  placement: wholeField('Position', MOST_PLACEMENTS).nullable().default(null),
  ironId: idSchema.nullable().default(null),
  soleC: soleC.nullable().default(null),
  setting: z
    .object({
      label: nameField('Dial setting', 80), meanC: numberField('Setting temperature', '°C', 0, 260), swingC: numberField('Swing', '°C', 0,
        40),
    })
    .nullable()
    .default(null),
  edge: z.enum(['holds', 'nail', 'lifts'], { error: 'Edge: holds, nail or lifts.' }).nullable().default(null),
  placements: z.array(wholeField('Position', MOST_PLACEMENTS), { error: 'Positions: give a list.' })
    .max(MOST_PLACEMENTS, `Positions: ${MOST_PLACEMENTS} at the most.`).nullable().default(null),
  takes: idSchema.nullable().default(null),
  byS: numberField('Clock set by', 's', -1e9, 1e9).nullable().default(null),
  ids: z.array(operationId, { error: 'Order: give a list.' })
    .max(MOST.operations, `Order: ${MOST.operations} at the most.`).nullable().default(null),
})
export type SessionEventBody = z.infer<typeof sessionEventSchema>
export const sessionEventsBody = z.object({
  events: z.array(sessionEventSchema, { error: 'Events: give a list.' }).min(1, 'Events: there are none.').max(500,
    'Events: 500 at a time.'),
})
/** As the server keeps it: in the order in which things arrived. */
export interface KeptSessionEvent extends SessionEventBody {
  /** Who did it; nothing where people were not kept yet. */
  personId?: string | null
  position: number
  arrivedMs: number
}
export interface PressSession extends SessionBody {
  closedAt: string | null
  events: KeptSessionEvent[]
}
export const sessionEventsQuery = z.object({
  after: z.coerce.number({ error: 'After: give a whole number.' }).int().min(-1).max(1e9).default(-1),
})
/** A session in a list. */
export interface SessionHead { id: string, startedAt: string, closedAt: string | null, operations: number, events: number }
/** What the server answers to what a board told: all it has kept of the session since. */
export interface SessionNews { id: string, events: KeptSessionEvent[], closedAt: string | null, piecesVersion: number }

const keyed = { createdAt: momentField('Written') }
export const sessionRow = sessionBody.omit({ operations: true }).extend({ ...keyed, closedAt: momentField('Closed').nullable() })
export const sessionOperationRow = sessionOperationSchema.extend({ sessionId: idSchema, position: z.number().int().min(0) })
export const sessionEventRow = sessionEventSchema.omit({ atMs: true, setting: true }).extend({
  sessionId: idSchema, position: z.number().int().min(0), at: momentField('At'), arrivedAt: momentField('Arrived'),
  settingLabel: textField('Dial setting', 80).nullable(), settingMeanC: z.number().nullable(), settingSwingC: z.number().nullable(),
})
