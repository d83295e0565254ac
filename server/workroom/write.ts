import { createWriteStream } from 'node:fs'
import { rename, rm } from 'node:fs/promises'
import { Readable } from 'node:stream'
import { pipeline } from 'node:stream/promises'
import { QueryTypes, Transaction } from 'sequelize'
import { ZipFile } from 'yazl'
import { WORKROOM_FORMAT, WORKROOM_JSON, WORKROOM_VERSION, pictureName, type Workroom } from '#shared/schemas'
import { database } from '../db/connection'
import { ENTITIES, writtenFields, type Entity } from '../db/entities'
import { COLUMNS, TABLES } from '../db/migrations/2026-11-29-names'
import { columnsOf } from '../services/sql/columns'
import { renamed } from '#shared/renamed'

/** Rows fetched at a time: memory stays flat however much is kept. */
const FETCHED = 500

type Row = Record<string, unknown>
const written = (row: Row): Row =>
  Object.fromEntries(Object.entries(row).map(([key, v]) => [key, v instanceof Date ? v.toISOString() : v]))

const formerly = (map: Readonly<Record<string, string>>): ReadonlyMap<string, string> =>
  new Map(Object.entries(map).map(([was, now]) => [now, was]))
const FORMER_TABLES = formerly(TABLES), FORMER_COLUMNS = formerly(COLUMNS)

/** A database as it is before its migrations are run: by the names that its tables and columns had until then. */
interface Naming { table: (now: string) => string, column: (now: string) => string, row: (row: Row) => Row }
/** The codes within a row may still be those of before, where only the newest migration waits; what has today's keeps them. */
const TODAYS: Naming = { table: now => now, column: now => now, row: row => renamed(row, '', 'rows') as Row }
const FORMER: Naming = {
  table: now => FORMER_TABLES.get(now) ?? now, column: now => FORMER_COLUMNS.get(now) ?? now,
  row: row => renamed(row, '', 'rows') as Row,
}
async function namingOf(transaction?: Transaction): Promise<Naming> {
  const [found] = await database().query<{ former: boolean }>(
    `select to_regclass(current_schema() || '.workshop') is not null as former`, { type: QueryTypes.SELECT, transaction })
  return found!.former ? FORMER : TODAYS
}

/** The workrooms of this database, also before its migrations are run. */
export async function workroomIds(): Promise<string[]> {
  const naming = await namingOf()
  const rows = await database().query<{ id: string }>(`select id from ${naming.table('workroom')}`, { type: QueryTypes.SELECT })
  return rows.map(r => r.id)
}

/** The columns of an entity that this database has: a backup is also made before its migrations are run. */
async function columnsThere({ name, model }: Entity, naming: Naming, transaction: Transaction): Promise<string[]> {
  const there = await database().query<{ column_name: string }>(
    `select column_name from information_schema.columns where table_schema = current_schema() and table_name = :table`,
    { replacements: { table: naming.table(model.getTableName() as string) }, type: QueryTypes.SELECT, transaction },
  )
  const known = new Set(there.map(c => c.column_name)), attributes = model.getAttributes()
  return writtenFields(name).map(field => attributes[field]?.field ?? field).filter(column => known.has(naming.column(column)))
}

/** The rows of an entity in sets, by a cursor of the one transaction that sees everything as one moment had it. */
export async function* rowsIn(
  entity: Entity, workroomId: string, transaction: Transaction, fetched = FETCHED,
): AsyncGenerator<Row[]> {
  const { name, model, order } = entity
  const naming = await namingOf(transaction)
  const columns = await columnsThere(entity, naming, transaction)
  if (columns.length === 0) return
  const attributes = model.getAttributes(), cursor = `rows_of_${name.toLowerCase()}`
  const by = order.map(field => attributes[field]?.field ?? field).filter(column => columns.includes(column))
  const alive = attributes.deletedAt ? 'and deleted_at is null' : ''
  await database().query(
    `declare ${cursor} no scroll cursor for select ${columns.map(c => `${naming.column(c)} as ${c}`).join(', ')}
      from ${naming.table(model.getTableName() as string)}
      where ${naming.column('workroom_id')} = :workroomId ${alive} order by ${by.map(naming.column).join(', ')}`,
    { replacements: { workroomId }, transaction },
  )
  for (;;) {
    const found = await database().query<Row>(`fetch ${fetched} from ${cursor}`, { type: QueryTypes.SELECT, transaction })
    if (found.length === 0) break
    yield found.map(row => naming.row(written(columnsOf(model, row))))
  }
  await database().query(`close ${cursor}`, { transaction })
}

/** The workroom as JSON, a row to a line; pictures are named, and stand beside it. */
async function* jsonOf(workroomId: string, workroom: Row, transaction: Transaction): AsyncGenerator<string> {
  const head = { format: WORKROOM_FORMAT, version: WORKROOM_VERSION, written: new Date().toISOString(), workroom }
  yield `${JSON.stringify(head).slice(0, -1)},"rows":{`
  for (const [i, entity] of ENTITIES.entries()) {
    yield `${i > 0 ? ',' : ''}\n"${entity.name}":[`
    let first = true
    for await (const rows of rowsIn(entity, workroomId, transaction)) {
      yield `${first ? '\n' : ',\n'}${rows.map(row => JSON.stringify(row)).join(',\n')}`
      first = false
    }
    yield ']'
  }
  yield '}}\n'
}

async function pictureIds(workroomId: string, transaction: Transaction): Promise<string[]> {
  const naming = await namingOf(transaction)
  const rows = await database().query<{ id: string }>(
    `select id from ${naming.table('swatch_photo')} where ${naming.column('workroom_id')} = :workroomId order by created_at, id`,
    { replacements: { workroomId }, type: QueryTypes.SELECT, transaction },
  )
  return rows.map(r => r.id)
}
async function* picture(workroomId: string, id: string, transaction: Transaction): AsyncGenerator<Buffer> {
  const naming = await namingOf(transaction)
  const [row] = await database().query<{ jpeg: Buffer }>(
    `select jpeg from ${naming.table('swatch_photo')} where ${naming.column('workroom_id')} = :workroomId and id = :id`,
    { replacements: { workroomId, id }, type: QueryTypes.SELECT, transaction },
  )
  if (row) yield row.jpeg
}

/** One archive at a time: the next waits for the one before. */
let turn: Promise<unknown> = Promise.resolve()

/**
 * Writes the whole workroom to `path` as a ZIP: `workroom.json`, and beside it a JPEG a picture. What is kept is not judged again,
 * whatever limits hold today. The file stands whole under its name, or not at all.
 */
export function writeArchive(workroomId: string, path: string): Promise<void> {
  const mine = turn.then(() => write(workroomId, path))
  turn = mine.catch(() => undefined)
  return mine
}

async function write(workroomId: string, path: string): Promise<void> {
  const half = `${path}.half`
  try {
    await database().transaction({ isolationLevel: Transaction.ISOLATION_LEVELS.REPEATABLE_READ }, async (transaction) => {
      const naming = await namingOf(transaction)
      const [found] = await database().query<Pick<Workroom, 'name' | 'units' | 'rules'>>(
        `select name, units, rules from ${naming.table('workroom')} where id = :workroomId`,
        { replacements: { workroomId }, type: QueryTypes.SELECT, transaction },
      )
      if (!found) throw new Error('There is no such workroom.')
      const workroom = naming.row({ ...found })
      const zip = new ZipFile()
      const failed = new Promise<never>((_, fail) => { zip.on('error', fail) })
      const add = (name: string, compress: boolean, from: () => AsyncGenerator<string | Buffer>) =>
        zip.addReadStreamLazy(name, { compress }, (give) => { give(null, Readable.from(from(), { objectMode: false })) })
      add(WORKROOM_JSON, true, () => jsonOf(workroomId, workroom, transaction))
      for (const id of await pictureIds(workroomId, transaction)) add(pictureName(id), false, () => picture(workroomId, id, transaction))
      zip.end()
      await Promise.race([pipeline(zip.outputStream, createWriteStream(half, { mode: 0o600 })), failed])
    })
    await rename(half, path)
  } finally {
    await rm(half, { force: true })
  }
}
