import { createHmac } from 'node:crypto'
import { DataTypes, QueryTypes, type Model, type ModelStatic, type Transaction } from 'sequelize'
import { ENTITY_ROWS, type EntityName, type EntityRows } from '#shared/schemas'
import { database } from './connection'
import {
  CalibrationRow, CareEventRow, FabricFibreRow, FabricRow, CornerStepRow, PressClothRow, IronRow, IronSettingRow, JobFabricRow,
  JobMakingRow,
  JobPieceRow, JobRow, LayoutPartRow,
  LayoutRow, MeasurementRow, OffcutRow, PersonRow, PieceRow, PlaceRow, SessionEventRow, SessionOperationRow, PressSessionRow, ScrapRow,
  SetAsideRow, PreshrinkPassRow, StockMovementRow, SupplyRow, SwatchPlanRow, SwatchEventRow,
  SwatchPhotoRow, SwatchReadingRow, SwatchRow, TrimRunRow,
  WashRoundRow,
} from './models'

export interface Entity {
  name: EntityName
  model: ModelStatic<Model>
  /** Columns that name a row of another entity. */
  points?: Readonly<Record<string, EntityName>>
  order: readonly string[]
  /** They stay while everything else is put in place of what was there: nobody is locked out by a file. */
  stays?: boolean
}

const OF_FABRIC = { fabricId: 'fabrics' } as const, OF_SUPPLY = { supplyId: 'supplies' } as const, OF_IRON = { ironId: 'irons' } as const
const OF_SWATCH = { swatchId: 'swatches' } as const
const PRESSED = { ...OF_FABRIC, ...OF_SUPPLY, ...OF_IRON, pressClothId: 'pressCloths' } as const
const WRITTEN = ['createdAt', 'id']
/** By whom. */
const BY = { personId: 'people' } as const

/**
 * Everything a workroom keeps, what is pointed at before what points. Export, import, reset and the demo go by this list:
 * a new entity is added here and in `ENTITY_ROWS`.
 */
export const ENTITIES: readonly Entity[] = [
  { name: 'people', model: PersonRow, order: WRITTEN, stays: true },
  { name: 'fabrics', model: FabricRow, order: ['code', 'id'] },
  { name: 'fabricFibres', model: FabricFibreRow, points: OF_FABRIC, order: ['fabricId', 'position'] },
  { name: 'measurements', model: MeasurementRow, points: { ...OF_FABRIC, ...BY }, order: WRITTEN },
  { name: 'preshrinkPasses', model: PreshrinkPassRow, points: { ...OF_FABRIC, ...BY }, order: WRITTEN },
  { name: 'cornerSteps', model: CornerStepRow, points: { ...OF_FABRIC, ...BY }, order: WRITTEN },
  { name: 'supplies', model: SupplyRow, order: ['code', 'id'] },
  { name: 'stockMovements', model: StockMovementRow, points: { ...OF_SUPPLY, ...BY }, order: WRITTEN },
  { name: 'trimRuns', model: TrimRunRow, points: { ...OF_SUPPLY, ...BY }, order: WRITTEN },
  { name: 'irons', model: IronRow, order: ['name', 'id'] },
  { name: 'ironSettings', model: IronSettingRow, points: OF_IRON, order: ['ironId', 'position'] },
  { name: 'calibrations', model: CalibrationRow, points: { ...OF_IRON, ...BY }, order: WRITTEN },
  { name: 'pressCloths', model: PressClothRow, order: ['name', 'id'] },
  { name: 'places', model: PlaceRow, order: ['name', 'id'] },
  { name: 'pieces', model: PieceRow, points: { ...OF_FABRIC, place: 'places' }, order: ['fabricId', 'place', 'position'] },
  { name: 'jobs', model: JobRow, points: { trimIds: 'supplies' }, order: WRITTEN },
  {
    name: 'jobFabrics', model: JobFabricRow, points: { jobId: 'jobs', ...OF_FABRIC, ...OF_SUPPLY, place: 'places' },
    order: ['jobId', 'position'],
  },
  {
    name: 'jobPieces', model: JobPieceRow,
    points: { jobId: 'jobs', ...OF_FABRIC, place: 'places', interfacingId: 'supplies', foamId: 'supplies', webId: 'supplies',
      byHand: 'irons' },
    order: ['jobId', 'position'],
  },
  { name: 'scraps', model: ScrapRow, points: OF_FABRIC, order: WRITTEN },
  {
    name: 'jobMakings', model: JobMakingRow,
    points: {
      jobId: 'jobs', ...OF_FABRIC, ...OF_SUPPLY, liningId: 'fabrics', fabricIds: 'fabrics', scrapId: 'scraps', supplyIds: 'supplies',
    },
    order: ['jobId', 'position'],
  },
  { name: 'offcuts', model: OffcutRow, points: { ...OF_SUPPLY, ...BY }, order: WRITTEN },
  { name: 'layouts', model: LayoutRow, points: { jobId: 'jobs', ...OF_SUPPLY, ...BY }, order: WRITTEN },
  {
    name: 'layoutParts', model: LayoutPartRow, points: { layoutId: 'layouts', pieceId: 'jobPieces', offcutId: 'offcuts' },
    order: ['layoutId', 'pieceId', 'role', 'number'],
  },
  { name: 'sessions', model: PressSessionRow, points: { jobId: 'jobs', ...BY }, order: WRITTEN },
  {
    name: 'sessionOperations', model: SessionOperationRow,
    points: {
      sessionId: 'sessions', pieceId: 'jobPieces', makingId: 'jobMakings', ...OF_FABRIC, ...OF_SUPPLY, overSupplyIds: 'supplies',
      ...OF_IRON,
      pressClothId: 'pressCloths',
    },
    order: ['sessionId', 'position'],
  },
  { name: 'sessionEvents', model: SessionEventRow, points: { sessionId: 'sessions', ...OF_IRON, ...BY }, order: ['sessionId', 'position'] },
  { name: 'plans', model: SwatchPlanRow, points: { ...PRESSED, ...BY }, order: WRITTEN },
  {
    name: 'swatches', model: SwatchRow, points: { ...PRESSED, overSupplyIds: 'supplies', planId: 'plans', ...BY },
    order: ['pressedAt', 'clientKey'],
  },
  { name: 'swatchEvents', model: SwatchEventRow, points: OF_SWATCH, order: ['swatchId', 'position'] },
  { name: 'swatchReadings', model: SwatchReadingRow, points: { ...OF_SWATCH, ...BY }, order: WRITTEN },
  { name: 'washes', model: WashRoundRow, points: { ...OF_SWATCH, ...BY }, order: ['washedAt', 'id'] },
  { name: 'careEvents', model: CareEventRow, points: { jobId: 'jobs', ...OF_FABRIC, ...OF_SUPPLY, ...OF_SWATCH, ...BY },
    order: ['cameAt', 'id'] },
  { name: 'photos', model: SwatchPhotoRow, points: { ...OF_SWATCH, ...OF_FABRIC, ...BY }, order: WRITTEN },
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

export async function removeRows(workroomId: string, transaction: Transaction): Promise<void> {
  for (const { model, stays } of ENTITIES.toReversed()) {
    if (stays) continue
    await database().query(`delete from ${model.getTableName() as string} where workroom_id = :workroomId`, {
      replacements: { workroomId }, type: QueryTypes.DELETE, transaction,
    })
  }
}

/** Puts a set of one entity's rows in. */
export async function insertSet(entity: Entity, workroomId: string, rows: readonly Row[], transaction: Transaction): Promise<void> {
  if (rows.length > 0) await entity.model.bulkCreate(rows.map(row => ({ ...read(entity, row), workroomId })), { transaction })
}

/** Counts anew how often each fabric and supply was used. */
export async function countUse(workroomId: string, transaction: Transaction): Promise<void> {
  for (const what of ['fabric', 'supply']) {
    await database().query(
      `update ${what} set used = n.swatches from (select ${what}_id as id, count(*) as swatches from swatch
        where workroom_id = :workroomId group by 1) n where n.id = ${what}.id and ${what}.workroom_id = :workroomId`,
      { replacements: { workroomId }, transaction },
    )
  }
}

/** Puts rows of any entities in. */
export async function insertRows(workroomId: string, rows: Partial<EntityRows>, transaction: Transaction): Promise<void> {
  for (const entity of ENTITIES.filter(e => !e.stays)) await insertSet(entity, workroomId, (rows[entity.name] ?? []) as Row[], transaction)
  await countUse(workroomId, transaction)
}

const OWN = 'own:'
const UUID = /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/i

/**
 * Names rows anew, so that a file can be read into any workroom, beside the one it came from. The same id becomes the same new one
 * wherever it is, without a list of them: it is stamped with a secret of this reading.
 * @param people who of the file is whom here
 */
export function renaming(secret: Buffer, people: ReadonlyMap<string, string> = new Map()): (entity: Entity, row: Row) => Row {
  const fresh = (of: EntityName, id: string): string => {
    const h = createHmac('sha256', secret).update(`${of} ${id.toLowerCase()}`).digest('hex')
    const variant = '89ab'[Number.parseInt(h[16]!, 16) % 4]
    return `${h.slice(0, 8)}-${h.slice(8, 12)}-4${h.slice(13, 16)}-${variant}${h.slice(17, 20)}-${h.slice(20, 32)}`
  }
  const pointer = (to: EntityName, value: unknown): unknown => {
    if (Array.isArray(value)) return value.map(v => pointer(to, v))
    // Positions by hand name their iron within.
    if (typeof value === 'object' && value !== null && 'ironId' in value) return { ...value, ironId: pointer(to, value.ironId) }
    if (typeof value !== 'string') return value
    if (to === 'people') return people.get(value.toLowerCase()) ?? null
    // A place is one of the built-in ones, or one of the workroom's own.
    if (to === 'places') return value.startsWith(OWN) ? OWN + fresh(to, value.slice(OWN.length)) : value
    return fresh(to, value)
  }
  return ({ name, points = {} }, row) => ({
    ...row,
    // What an operation of a session is called within it stays: its events name it so.
    ...(typeof row.id === 'string' && UUID.test(row.id) ? { id: fresh(name, row.id) } : {}),
    ...Object.fromEntries(Object.entries(points).map(([column, to]) => [column, pointer(to, row[column])])),
  })
}
