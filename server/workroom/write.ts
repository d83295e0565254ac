import { createWriteStream } from 'node:fs'
import { rename, rm } from 'node:fs/promises'
import { Readable } from 'node:stream'
import { pipeline } from 'node:stream/promises'
import { QueryTypes, Transaction } from 'sequelize'
import { ZipFile } from 'yazl'
import { WORKROOM_FORMAT, WORKROOM_JSON, WORKROOM_VERSION, pictureName, type Workshop } from '#shared/schemas'
import { database } from '../db/connection'
import { ENTITIES, writtenFields, type Entity } from '../db/entities'
import { columnsOf } from '../services/columns'

/** Rows fetched at a time: memory stays flat however much is kept. */
const FETCHED = 500

type Row = Record<string, unknown>
const written = (row: Row): Row =>
  Object.fromEntries(Object.entries(row).map(([key, v]) => [key, v instanceof Date ? v.toISOString() : v]))

/** The columns of an entity that this database has: a backup is also made before its migrations are run. */
async function columnsThere({ name, model }: Entity, transaction: Transaction): Promise<string[]> {
  const there = await database().query<{ column_name: string }>(
    `select column_name from information_schema.columns where table_schema = current_schema() and table_name = :table`,
    { replacements: { table: model.getTableName() as string }, type: QueryTypes.SELECT, transaction },
  )
  const known = new Set(there.map(c => c.column_name)), attributes = model.getAttributes()
  return writtenFields(name).map(field => attributes[field]?.field ?? field).filter(column => known.has(column))
}

/** The rows of an entity in sets, by a cursor of the one transaction that sees everything as one moment had it. */
export async function* rowsIn(
  entity: Entity, workshopId: string, transaction: Transaction, fetched = FETCHED,
): AsyncGenerator<Row[]> {
  const { name, model, order } = entity
  const columns = await columnsThere(entity, transaction)
  if (columns.length === 0) return
  const attributes = model.getAttributes(), cursor = `rows_of_${name.toLowerCase()}`
  const by = order.map(field => attributes[field]?.field ?? field).filter(column => columns.includes(column))
  const alive = attributes.deletedAt ? 'and deleted_at is null' : ''
  await database().query(
    `declare ${cursor} no scroll cursor for select ${columns.join(', ')} from ${model.getTableName() as string}
      where workshop_id = :workshopId ${alive} order by ${by.join(', ')}`,
    { replacements: { workshopId }, transaction },
  )
  for (;;) {
    const found = await database().query<Row>(`fetch ${fetched} from ${cursor}`, { type: QueryTypes.SELECT, transaction })
    if (found.length === 0) break
    yield found.map(row => written(columnsOf(model, row)))
  }
  await database().query(`close ${cursor}`, { transaction })
}

/** The workroom as JSON, a row to a line; pictures are named, and stand beside it. */
async function* jsonOf(workshopId: string, workshop: Row, transaction: Transaction): AsyncGenerator<string> {
  const head = { format: WORKROOM_FORMAT, version: WORKROOM_VERSION, written: new Date().toISOString(), workshop }
  yield `${JSON.stringify(head).slice(0, -1)},"rows":{`
  for (const [i, entity] of ENTITIES.entries()) {
    yield `${i > 0 ? ',' : ''}\n"${entity.name}":[`
    let first = true
    for await (const rows of rowsIn(entity, workshopId, transaction)) {
      yield `${first ? '\n' : ',\n'}${rows.map(row => JSON.stringify(row)).join(',\n')}`
      first = false
    }
    yield ']'
  }
  yield '}}\n'
}

async function pictureIds(workshopId: string, transaction: Transaction): Promise<string[]> {
  const rows = await database().query<{ id: string }>(
    'select id from trial_photo where workshop_id = :workshopId order by created_at, id',
    { replacements: { workshopId }, type: QueryTypes.SELECT, transaction },
  )
  return rows.map(r => r.id)
}
async function* picture(workshopId: string, id: string, transaction: Transaction): AsyncGenerator<Buffer> {
  const [row] = await database().query<{ jpeg: Buffer }>(
    'select jpeg from trial_photo where workshop_id = :workshopId and id = :id',
    { replacements: { workshopId, id }, type: QueryTypes.SELECT, transaction },
  )
  if (row) yield row.jpeg
}

/** One archive at a time: the next waits for the one before. */
let turn: Promise<unknown> = Promise.resolve()

/**
 * Writes the whole workroom to `path` as a ZIP: `workroom.json`, and beside it a JPEG a picture. What is kept is not judged again,
 * whatever limits hold today. The file stands whole under its name, or not at all.
 */
export function writeArchive(workshopId: string, path: string): Promise<void> {
  const mine = turn.then(() => write(workshopId, path))
  turn = mine.catch(() => undefined)
  return mine
}

async function write(workshopId: string, path: string): Promise<void> {
  const half = `${path}.half`
  try {
    await database().transaction({ isolationLevel: Transaction.ISOLATION_LEVELS.REPEATABLE_READ }, async (transaction) => {
      const [workshop] = await database().query<Pick<Workshop, 'name' | 'units' | 'rules'>>(
        'select name, units, rules from workshop where id = :workshopId',
        { replacements: { workshopId }, type: QueryTypes.SELECT, transaction },
      )
      if (!workshop) throw new Error('There is no such workroom.')
      const zip = new ZipFile()
      const failed = new Promise<never>((_, fail) => { zip.on('error', fail) })
      const add = (name: string, compress: boolean, from: () => AsyncGenerator<string | Buffer>) =>
        zip.addReadStreamLazy(name, { compress }, (give) => { give(null, Readable.from(from(), { objectMode: false })) })
      add(WORKROOM_JSON, true, () => jsonOf(workshopId, workshop, transaction))
      for (const id of await pictureIds(workshopId, transaction)) add(pictureName(id), false, () => picture(workshopId, id, transaction))
      zip.end()
      await Promise.race([pipeline(zip.outputStream, createWriteStream(half, { mode: 0o600 })), failed])
    })
    await rename(half, path)
  } finally {
    await rm(half, { force: true })
  }
}
