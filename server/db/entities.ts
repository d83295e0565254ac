import { randomUUID } from 'node:crypto'
import { DataTypes, QueryTypes, type Model, type ModelStatic, type Transaction } from 'sequelize'
import { ENTITY_ROWS, type EntityName, type EntityRows } from '#shared/schemas'
import { database } from './connection'
import {
  CalibrationRow, ClothFibreRow, ClothRow, CornerStepRow, CoverRow, IronRow, IronStopRow, JobClothRow, JobRow, MeasurementRow, PieceRow,
  PlaceRow, SettlePassRow, StockMovementRow, SupplyRow, SwatchPlanRow, TrialEventRow, TrialPhotoRow, TrialReadingRow, TrialRow, TrimRunRow,
  WashRoundRow,
} from './models'

interface Entity {
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
  { name: 'jobs', model: JobRow, order: WRITTEN },
  {
    name: 'jobCloths', model: JobClothRow, points: { jobId: 'jobs', ...OF_CLOTH, ...OF_SUPPLY, place: 'places' },
    order: ['jobId', 'position'],
  },
  { name: 'plans', model: SwatchPlanRow, points: PRESSED, order: WRITTEN },
  {
    name: 'trials', model: TrialRow, points: { ...PRESSED, overSupplyIds: 'supplies', planId: 'plans' }, order: ['pressedAt', 'clientKey'],
  },
  { name: 'trialEvents', model: TrialEventRow, points: OF_TRIAL, order: ['trialId', 'position'] },
  { name: 'trialReadings', model: TrialReadingRow, points: OF_TRIAL, order: WRITTEN },
  { name: 'washes', model: WashRoundRow, points: OF_TRIAL, order: ['washedAt', 'id'] },
  { name: 'photos', model: TrialPhotoRow, points: OF_TRIAL, order: WRITTEN },
]

type Row = Record<string, unknown>

/** As a file holds it: times as text, bytes in base 64. */
function written(row: Row): Row {
  return Object.fromEntries(Object.entries(row).map(([key, v]) =>
    [key, v instanceof Date ? v.toISOString() : Buffer.isBuffer(v) ? v.toString('base64') : v]))
}

const fieldsOf = (name: EntityName): string[] => Object.keys(ENTITY_ROWS[name].shape)

/** As columns take it: only what the entity's row has. */
function read({ name, model }: Entity, row: Row): Row {
  const columns = model.getAttributes()
  const take = (key: string, v: unknown) => {
    const type = columns[key]?.type
    if (typeof v !== 'string') return v
    return type instanceof DataTypes.DATE ? new Date(v) : type instanceof DataTypes.BLOB ? Buffer.from(v, 'base64') : v
  }
  return Object.fromEntries(fieldsOf(name).filter(key => row[key] !== undefined).map(key => [key, take(key, row[key])]))
}

/** All rows a workroom keeps, as one moment saw them; what is kept is not judged again. */
export async function rowsOf(workshopId: string, transaction: Transaction): Promise<EntityRows> {
  const all: [EntityName, Row[]][] = []
  for (const { name, model, order } of ENTITIES) {
    const found = await model.findAll({
      where: { workshopId }, attributes: fieldsOf(name), order: order.map(by => [by, 'ASC']), raw: true, transaction,
    })
    all.push([name, (found as unknown as Row[]).map(written)])
  }
  return Object.fromEntries(all) as unknown as EntityRows
}

export async function removeRows(workshopId: string, transaction: Transaction): Promise<void> {
  for (const { model } of ENTITIES.toReversed()) {
    await database().query(`delete from ${model.getTableName() as string} where workshop_id = :workshopId`, {
      replacements: { workshopId }, type: QueryTypes.DELETE, transaction,
    })
  }
}

/** Puts rows in, and counts anew how often each cloth and supply was used. */
export async function insertRows(workshopId: string, rows: Partial<EntityRows>, transaction: Transaction): Promise<void> {
  for (const entity of ENTITIES) {
    const mine = (rows[entity.name] ?? []) as Row[]
    if (mine.length > 0) await entity.model.bulkCreate(mine.map(row => ({ ...read(entity, row), workshopId })), { transaction })
  }
  for (const what of ['cloth', 'supply']) {
    await database().query(
      `update ${what} set used = (select count(*) from trial t where t.${what}_id = ${what}.id) where workshop_id = :workshopId`,
      { replacements: { workshopId }, transaction },
    )
  }
}

export class LostPointer extends Error {
  constructor(readonly entity: EntityName, readonly column: string, readonly to: EntityName) {
    super(`${entity}.${column} points at ${to} that are not there`)
  }
}
export class NamedTwice extends Error {
  constructor(readonly entity: EntityName, readonly id: string) {
    super(`${entity}: ${id} stands there twice`)
  }
}

const OWN = 'own:'

/**
 * The same rows under ids of their own, so that a file can be read into any workroom, beside the one it came from.
 * @throws LostPointer where a row names one that is not in the file; NamedTwice where two bear the same id
 */
export function withNewIds(rows: EntityRows): EntityRows {
  const ids = new Map<EntityName, Map<string, string>>()
  for (const { name } of ENTITIES) {
    const own = new Map<string, string>()
    for (const row of rows[name] as Row[]) {
      if (typeof row.id !== 'string') continue
      if (own.has(row.id)) throw new NamedTwice(name, row.id)
      own.set(row.id, randomUUID())
    }
    ids.set(name, own)
  }
  const fresh = (entity: EntityName, column: string, to: EntityName, value: unknown): unknown => {
    if (Array.isArray(value)) return value.map(v => fresh(entity, column, to, v))
    if (typeof value !== 'string') return value
    // A place is one of the built-in ones, or one of the workroom's own.
    if (to === 'places') return value.startsWith(OWN) ? OWN + (ids.get(to)!.get(value.slice(OWN.length)) ?? value.slice(OWN.length)) : value
    const id = ids.get(to)!.get(value)
    if (!id) throw new LostPointer(entity, column, to)
    return id
  }
  return Object.fromEntries(ENTITIES.map(({ name, points = {} }) => [name, (rows[name] as Row[]).map(row => ({
    ...row,
    ...(typeof row.id === 'string' ? { id: ids.get(name)!.get(row.id) } : {}),
    ...Object.fromEntries(Object.entries(points).map(([column, to]) => [column, fresh(name, column, to, row[column])])),
  }))])) as unknown as EntityRows
}
