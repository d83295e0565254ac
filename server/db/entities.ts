import { createHmac } from 'node:crypto'
import { DataTypes, QueryTypes, type Model, type ModelStatic, type Transaction } from 'sequelize'
import { ENTITY_ROWS, type EntityName, type EntityRows } from '#shared/schemas'
import { database } from './connection'
import {
  CalibrationRow, CareEventRow, ClothFibreRow, ClothRow, CornerStepRow, CoverRow, IronRow, IronStopRow, JobClothRow, JobMakingRow,
  JobPieceRow, JobRow, LayPartRow,
  LayRow, MeasurementRow, OffcutRow, PieceRow, PlaceRow, RunEventRow, RunOperationRow, RunRow, ScrapRow,
  SetAsideRow, SettlePassRow, StockMovementRow, SupplyRow, SwatchPlanRow, TrialEventRow,
  TrialPhotoRow, TrialReadingRow, TrialRow, TrimRunRow,
  WashRoundRow,
} from './models'

export interface Entity {
  name: EntityName
  model: ModelStatic<Model>
  /** Columns that name a row of another entity. */
  points?: Readonly<Record<string, EntityName>>
  order: readonly string[]
}

const OF_CLOTH = { clothId: 'cloths' } as const, OF_SUPPLY = { supplyId: 'supplies' } as const, OF_IRON = { ironId: 'irons' } as const
const OF_TRIAL = { trialId: 'trials' } as const
const PRESSED = { ...OF_CLOTH, ...OF_SUPPLY, ...OF_IRON, coverId: 'covers' } as const
const WRITTEN = ['createdAt', 'id']

/**
 * Everything a workroom keeps, what is pointed at before what points. Export, import, reset and the demo go by this list:
 * a new entity is added here and in `ENTITY_ROWS`.
 */
export const ENTITIES: readonly Entity[] = [
  { name: 'cloths', model: ClothRow, order: ['code', 'id'] },
  { name: 'clothFibres', model: ClothFibreRow, points: OF_CLOTH, order: ['clothId', 'position'] },
  { name: 'measurements', model: MeasurementRow, points: OF_CLOTH, order: WRITTEN },
  { name: 'settlePasses', model: SettlePassRow, points: OF_CLOTH, order: WRITTEN },
  { name: 'cornerSteps', model: CornerStepRow, points: OF_CLOTH, order: WRITTEN },
  { name: 'supplies', model: SupplyRow, order: ['code', 'id'] },
  { name: 'stockMovements', model: StockMovementRow, points: OF_SUPPLY, order: WRITTEN },
  { name: 'trimRuns', model: TrimRunRow, points: OF_SUPPLY, order: WRITTEN },
  { name: 'irons', model: IronRow, order: ['name', 'id'] },
  { name: 'ironStops', model: IronStopRow, points: OF_IRON, order: ['ironId', 'position'] },
  { name: 'calibrations', model: CalibrationRow, points: OF_IRON, order: WRITTEN },
  { name: 'covers', model: CoverRow, order: ['name', 'id'] },
  { name: 'places', model: PlaceRow, order: ['name', 'id'] },
  { name: 'pieces', model: PieceRow, points: { ...OF_CLOTH, place: 'places' }, order: ['clothId', 'place', 'position'] },
  { name: 'jobs', model: JobRow, points: { trimIds: 'supplies' }, order: WRITTEN },
  {
    name: 'jobCloths', model: JobClothRow, points: { jobId: 'jobs', ...OF_CLOTH, ...OF_SUPPLY, place: 'places' },
    order: ['jobId', 'position'],
  },
  {
    name: 'jobPieces', model: JobPieceRow,
    points: { jobId: 'jobs', ...OF_CLOTH, place: 'places', backingId: 'supplies', foamId: 'supplies', webId: 'supplies', byHand: 'irons' },
    order: ['jobId', 'position'],
  },
  { name: 'scraps', model: ScrapRow, points: OF_CLOTH, order: WRITTEN },
  {
    name: 'jobMakings', model: JobMakingRow,
    points: {
      jobId: 'jobs', ...OF_CLOTH, ...OF_SUPPLY, liningId: 'cloths', clothIds: 'cloths', scrapId: 'scraps', supplyIds: 'supplies',
    },
    order: ['jobId', 'position'],
  },
  { name: 'offcuts', model: OffcutRow, points: OF_SUPPLY, order: WRITTEN },
  { name: 'lays', model: LayRow, points: { jobId: 'jobs', ...OF_SUPPLY }, order: WRITTEN },
  {
    name: 'layParts', model: LayPartRow, points: { layId: 'lays', pieceId: 'jobPieces', offcutId: 'offcuts' },
    order: ['layId', 'pieceId', 'role', 'number'],
  },
  { name: 'runs', model: RunRow, points: { jobId: 'jobs' }, order: WRITTEN },
  {
    name: 'runOperations', model: RunOperationRow,
    points: {
      runId: 'runs', pieceId: 'jobPieces', makingId: 'jobMakings', ...OF_CLOTH, ...OF_SUPPLY, overSupplyIds: 'supplies', ...OF_IRON,
      coverId: 'covers',
    },
    order: ['runId', 'position'],
  },
  { name: 'runEvents', model: RunEventRow, points: { runId: 'runs', ...OF_IRON }, order: ['runId', 'position'] },
  { name: 'plans', model: SwatchPlanRow, points: PRESSED, order: WRITTEN },
  {
    name: 'trials', model: TrialRow, points: { ...PRESSED, overSupplyIds: 'supplies', planId: 'plans' }, order: ['pressedAt', 'clientKey'],
  },
  { name: 'trialEvents', model: TrialEventRow, points: OF_TRIAL, order: ['trialId', 'position'] },
  { name: 'trialReadings', model: TrialReadingRow, points: OF_TRIAL, order: WRITTEN },
  { name: 'washes', model: WashRoundRow, points: OF_TRIAL, order: ['washedAt', 'id'] },
  { name: 'careEvents', model: CareEventRow, points: { jobId: 'jobs', ...OF_CLOTH, ...OF_SUPPLY, ...OF_TRIAL }, order: ['cameAt', 'id'] },
  { name: 'photos', model: TrialPhotoRow, points: OF_TRIAL, order: WRITTEN },
  { name: 'setAside', model: SetAsideRow, order: WRITTEN },
]

type Row = Record<string, unknown>

/** The fields of an entity's row as a file holds them; a picture's bytes stand beside the file. */
export const writtenFields = (name: EntityName): string[] => Object.keys(ENTITY_ROWS[name].shape).filter(key => key !== 'jpeg')

/** As columns take it: only what the entity's row has. */
function read({ name, model }: Entity, row: Row): Row {
  const columns = model.getAttributes()
  const take = (key: string, v: unknown) => columns[key]?.type instanceof DataTypes.DATE && typeof v === 'string' ? new Date(v) : v
  const given = Object.keys(ENTITY_ROWS[name].shape).filter(key => row[key] !== undefined)
  return Object.fromEntries(given.map(key => [key, take(key, row[key])]))
}

export async function removeRows(workshopId: string, transaction: Transaction): Promise<void> {
  for (const { model } of ENTITIES.toReversed()) {
    await database().query(`delete from ${model.getTableName() as string} where workshop_id = :workshopId`, {
      replacements: { workshopId }, type: QueryTypes.DELETE, transaction,
    })
  }
}

/** Puts a set of one entity's rows in. */
export async function insertSet(entity: Entity, workshopId: string, rows: readonly Row[], transaction: Transaction): Promise<void> {
  if (rows.length > 0) await entity.model.bulkCreate(rows.map(row => ({ ...read(entity, row), workshopId })), { transaction })
}

/** Counts anew how often each cloth and supply was used. */
export async function countUse(workshopId: string, transaction: Transaction): Promise<void> {
  for (const what of ['cloth', 'supply']) {
    await database().query(
      `update ${what} set used = n.swatches from (select ${what}_id as id, count(*) as swatches from trial
        where workshop_id = :workshopId group by 1) n where n.id = ${what}.id and ${what}.workshop_id = :workshopId`,
      { replacements: { workshopId }, transaction },
    )
  }
}

/** Puts rows of any entities in. */
export async function insertRows(workshopId: string, rows: Partial<EntityRows>, transaction: Transaction): Promise<void> {
  for (const entity of ENTITIES) await insertSet(entity, workshopId, (rows[entity.name] ?? []) as Row[], transaction)
  await countUse(workshopId, transaction)
}

const OWN = 'own:'
const UUID = /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/i

/**
 * Names rows anew, so that a file can be read into any workroom, beside the one it came from. The same id becomes the same new one
 * wherever it stands, without a list of them: it is stamped with a secret of this reading.
 */
export function renaming(secret: Buffer): (entity: Entity, row: Row) => Row {
  const fresh = (of: EntityName, id: string): string => {
    const h = createHmac('sha256', secret).update(`${of} ${id.toLowerCase()}`).digest('hex')
    const variant = '89ab'[Number.parseInt(h[16]!, 16) % 4]
    return `${h.slice(0, 8)}-${h.slice(8, 12)}-4${h.slice(13, 16)}-${variant}${h.slice(17, 20)}-${h.slice(20, 32)}`
  }
  const pointer = (to: EntityName, value: unknown): unknown => {
    if (Array.isArray(value)) return value.map(v => pointer(to, v))
    // Set-downs by hand name their iron within.
    if (typeof value === 'object' && value !== null && 'ironId' in value) return { ...value, ironId: pointer(to, value.ironId) }
    if (typeof value !== 'string') return value
    // A place is one of the built-in ones, or one of the workroom's own.
    if (to === 'places') return value.startsWith(OWN) ? OWN + fresh(to, value.slice(OWN.length)) : value
    return fresh(to, value)
  }
  return ({ name, points = {} }, row) => ({
    ...row,
    // What an operation of a run is called within it stays: its events name it so.
    ...(typeof row.id === 'string' && UUID.test(row.id) ? { id: fresh(name, row.id) } : {}),
    ...Object.fromEntries(Object.entries(points).map(([column, to]) => [column, pointer(to, row[column])])),
  })
}
