import { randomBytes } from 'node:crypto'
import { readFile, writeFile } from 'node:fs/promises'
import { join } from 'node:path'
import { DatabaseError, ForeignKeyConstraintError, QueryTypes, UniqueConstraintError, type Transaction } from 'sequelize'
import { COPIED, copiedWords, type Copied, type CopiedKey } from '#shared/copying'
import { nameKeyOf } from '#shared/people'
import { shareProblem, type EntityName, type EntityRows, type KeptCounts, type WorkroomPreview, type Workroom } from '#shared/schemas'
import { ONE_OF } from '#shared/words'
import { database } from '../db/connection'
import { doneBy } from '../db/done-by'
import { transact } from '../db/transaction'
import { PersonRow } from '../db/models'
import { countUse, ENTITIES, insertSet, removeRows, renaming, type Entity } from '../db/entities'
import { takeBack } from '../services/photos'
import { audit } from '../people/audit'
import { forgetAllUnreadable } from '../services/rows/unreadable'
import { holdWorkroom } from '../services/workroom'
import type { Context } from '../utils/context'
import { invalid } from '../utils/problem'
import { log } from '../utils/log'
import { withWorkspace } from '../utils/workspace'
import { onThread } from '../work/worker-pool'
import { checkArchive, checkedRows, type Checked } from './check'
import { checkKept } from './self-check'

/** Rows put in at a time. */
const SET = 500
const CHECK_VIOLATION = '23514'
/** Numbers out of range, texts too long, moments that are none. */
const NOT_HELD = /^22/

type Row = Record<string, unknown>
const entityOf = (name: EntityName): Entity => ENTITIES.find(e => e.name === name)!

const said = (field: string, why: string) => invalid([{ field, message: `File: ${why}. Nothing was changed.` }])

/** What a database refuses, as a sentence about the row that was refused. */
function inWords({ name, points = {}, model }: Entity, error: unknown): unknown {
  const field = `rows.${name}`,
    one = ONE_OF[name]
  if (error instanceof ForeignKeyConstraintError) {
    const columns = model.getAttributes(),
      broken = (error.parent as { constraint?: string }).constraint ?? ''
    const to = Object.entries(points).find(([column]) => broken.includes(`_${columns[column]?.field ?? column}_`))?.[1]
    return said(field, `a ${one} in it belongs to a ${to ? ONE_OF[to] : 'thing'} that is not in it`)
  }
  if (error instanceof UniqueConstraintError) {
    const sameId = ((error.parent as { constraint?: string }).constraint ?? '').endsWith('_pkey')
    return said(field, sameId ? `the same ${one} is in it twice` : `two of its rows (${one}) have the same code, name, place or key`)
  }
  const code = error instanceof DatabaseError ? (error.parent as { code?: string }).code ?? '' : ''
  if (code === CHECK_VIOLATION || NOT_HELD.test(code)) return said(field, `a ${one} in it has a figure that none can have`)
  return error
}

/** The picture of a row: within the row in older files, beside the rows in an archive. */
async function pictureBytes(folder: string, { id, jpeg }: { id: string, jpeg?: string }): Promise<Buffer> {
  const bytes = jpeg === undefined
    ? await readFile(join(folder, 'pictures', `${id}.jpg`)).catch(() => null)
    : Buffer.from(jpeg, 'base64')
  if (!bytes || bytes.length === 0) throw said('rows.photos', 'a picture in it is empty, or not there')
  return bytes
}

/** Every picture is unpacked and packed anew, whatever it claims to be, and laid beside the rows. */
async function pictures(folder: string): Promise<(id: string) => Promise<{ jpeg: Buffer, width: number, height: number }>> {
  const sizes = new Map<string, { width: number, height: number }>()
  const at = (id: string) => join(folder, `${id}.packed`)
  for await (const row of checkedRows(folder, 'photos')) {
    const photo = row as { id: string, jpeg?: string }
    const { jpeg, width, height } = await takeBack(await pictureBytes(folder, photo))
    sizes.set(photo.id, { width, height })
    await writeFile(at(photo.id), jpeg, { mode: 0o600 })
  }
  return async id => ({ jpeg: await readFile(at(id)), ...sizes.get(id)! })
}

/**
 * Names of a file that are not known here come in as people who are put away: what they did bears their name, and none of them can sign
 * in. Who is here already stays as he is, whatever the file says of him.
 * @returns who of the file is whom here
 */
async function knownPeople(folder: string, workroomId: string, transaction: Transaction): Promise<Map<string, string>> {
  const here = await PersonRow.findAll({ where: { workroomId }, order: [['createdAt', 'ASC']], transaction })
  const byId = new Map(here.map(p => [p.id, p.id])), byName = new Map(here.map(p => [p.nameKey, p.id]))
  const known = new Map<string, string>()
  for await (const given of checkedRows(folder, 'people')) {
    const { id, name, role } = given as EntityRows['people'][number], nameKey = nameKeyOf(name)
    const mine = byId.get(id) ?? byName.get(nameKey)
      ?? (await PersonRow.create({ workroomId, name, nameKey, role, putAwayAt: new Date() }, { transaction })).id
    byName.set(nameKey, mine)
    known.set(id.toLowerCase(), mine)
  }
  return known
}

async function putIn(
  entity: Entity,
  folder: string,
  workroomId: string,
  rename: (entity: Entity, row: Row) => Row,
  picture: (id: string) => Promise<object>,
  transaction: Transaction,
): Promise<void> {
  let set: Row[] = []
  const put = async () => {
    try {
      await insertSet(entity, workroomId, set, transaction)
    } catch (error) {
      throw inWords(entity, error)
    }
    set = []
  }
  const size = entity.name === 'photos' ? 20 : SET
  for await (const given of checkedRows(folder, entity.name)) {
    const row = given as Row
    const whole = entity.name === 'photos' ? { ...row, ...(await picture(row.id as string)) } : row
    set.push(rename(entity, whole))
    if (set.length >= size) await put()
  }
  await put()
}

/** What no single row shows: shares that do not make a fabric, layers that are not there. */
async function checkWhole(workroomId: string, transaction: Transaction): Promise<void> {
  const ask = <T extends object>(sql: string) =>
    database().query<T>(sql, { replacements: { workroomId }, type: QueryTypes.SELECT, transaction })
  const shares = await ask<{ code: string, fibres: { fibre: string, sharePct: number }[] }>(`
    select c.code, json_agg(json_build_object('fibre', f.fibre, 'sharePct', f.share_pct)) as fibres
    from fabric_fibre f join fabric c on c.id = f.fabric_id where f.workroom_id = :workroomId
    group by c.id having abs(sum(f.share_pct) - 100) > 0.05 or count(distinct f.fibre) < count(*) limit 1`)
  const [wrong] = shares
  if (wrong) throw said('rows.fabricFibres', `fabric ${wrong.code}: ${(shareProblem(wrong.fibres) ?? '').replace(/\.$/, '')}`)
  const [lost] = await ask(`
    select t.id from swatch t, unnest(t.over_supply_ids) o
    where t.workroom_id = :workroomId and not exists (select 1 from supply s where s.id = o and s.workroom_id = :workroomId) limit 1`)
  if (lost) throw said('rows.swatches', 'a swatch in it has a layer over it that is not in it')
}

const keptOf = (counts: Record<string, number>): KeptCounts => ({
  fabrics: counts.fabrics ?? 0,
  supplies: counts.supplies ?? 0,
  swatches: counts.swatches ?? 0,
  jobs: counts.jobs ?? 0,
  photos: counts.photos ?? 0,
})

/** Where an archive is checked: on a thread, so that the server goes on answering; or here, where there is no server. */
type Where = 'thread' | 'here'
const IMPORT_MS = 15 * 60_000
async function withChecked<T>(
  { workroomId }: Context, path: string, where: Where, work: (file: Checked, folder: string) => Promise<T>,
): Promise<T> {
  const smaller = 'Leave pictures out of it, or restore it with `npm run restore`, which takes the time it needs.'
  return withWorkspace('in', async folder => work(
    where === 'here'
      ? await checkArchive(path, folder)
      : await onThread('paper', 'archive', { path, folder }, { workroomId, mostMs: IMPORT_MS, smaller }),
    folder))
}

/** The rows of a thing that can be taken by itself, without those whose code or name is here already. */
async function* takenRows(
  folder: string, entity: EntityName, key: CopiedKey, here: ReadonlySet<string>, left: Set<unknown>,
): AsyncGenerator<Row> {
  const { rows: [head], by, of } = COPIED[key]
  for await (const given of checkedRows(folder, entity)) {
    const row = given as Row
    if (entity !== head) {
      if (!left.has(row[of])) yield row
    } else if (here.has(String(row[by]).toLowerCase())) left.add(row.id)
    else yield row
  }
}

/**
 * Takes fabrics, supplies, irons… out of a workroom file, beside what is here: all that was asked for, or nothing. What bears a code or
 * name that is here already is left out, with all that belongs to it.
 * @throws ProblemError naming the row and field that is wrong
 */
export const takeFrom = (context: Context, path: string, keys: readonly CopiedKey[], where: Where = 'thread'): Promise<Copied> =>
  withChecked(context, path, where, async (_, folder) => {
    const { workroomId } = context, copied: Copied = {}
    await doneBy(null, () => transact(async (transaction) => {
      await holdWorkroom(context)
      const rename = renaming(randomBytes(32), await knownPeople(folder, workroomId, transaction))
      for (const key of keys) {
        const { rows, by } = COPIED[key], model = entityOf(rows[0]).model
        const there = await model.findAll({ where: { workroomId }, attributes: [by], transaction })
        const here = new Set(there.map(t => String(t.get(by)).toLowerCase())), left = new Set<unknown>()
        let added = 0
        for (const name of rows) {
          const entity = entityOf(name), set: Row[] = []
          for await (const row of takenRows(folder, name, key, here, left)) set.push(rename(entity, row))
          try {
            await insertSet(entity, workroomId, set, transaction)
          } catch (error) {
            throw inWords(entity, error)
          }
          if (name === rows[0]) added = set.length
        }
        copied[key] = { added, there: left.size }
      }
      await audit(context, 'imported', copiedWords(copied))
    }))
    return copied
  })

/** What a workroom file holds, and when it was written. */
export const inspectWorkroom = (context: Context, path: string): Promise<Omit<WorkroomPreview, 'now'>> =>
  withChecked(context, path, 'thread', async ({ head, counts, unreadable }) => ({
    name: (head.workroom as Workroom).name,
    written: (head.written as string | undefined) ?? null,
    kept: keptOf(counts),
    unreadable,
  }))

/** What is kept now. */
export async function keptNow({ workroomId }: Context): Promise<KeptCounts> {
  const [row] = await database().query<KeptCounts>(
    `
    select (select count(*)::int from fabric where workroom_id = :workroomId and deleted_at is null) as fabrics,
      (select count(*)::int from supply where workroom_id = :workroomId and deleted_at is null) as supplies,
      (select count(*)::int from swatch where workroom_id = :workroomId) as swatches,
      (select count(*)::int from job where workroom_id = :workroomId and deleted_at is null) as jobs,
      (select count(*)::int from swatch_photo where workroom_id = :workroomId) as photos`,
    { replacements: { workroomId }, type: QueryTypes.SELECT },
  )
  return row!
}

/**
 * Puts a workroom file in place of everything kept, in one transaction: either all of it is there afterwards, or nothing changed. It is
 * read as it comes, so that memory stays flat. Every row gets an id of its own, so that the same file can be read into two workrooms.
 * @param about what is restored, for the list of what was done
 * @throws ProblemError naming the row and field that is wrong
 */
export const readWorkroom = (context: Context, path: string, where: Where = 'thread', about = 'a file'): Promise<KeptCounts> =>
  withChecked(context, path, where, async (file, folder) => {
    const { workroomId } = context
    const picture = await pictures(folder)
    const secret = randomBytes(32)
    // What is in the file says for itself who did it.
    await doneBy(null, () => transact(async (transaction) => {
      // As many rows as there are: this one may take longer than a request's statements.
      await database().query('set local statement_timeout = 0', { transaction })
      const room = await holdWorkroom(context)
      await removeRows(workroomId, transaction)
      const rename = renaming(secret, await knownPeople(folder, workroomId, transaction))
      for (const entity of ENTITIES.filter(e => !e.stays)) await putIn(entity, folder, workroomId, rename, picture, transaction)
      await checkWhole(workroomId, transaction)
      await countUse(workroomId, transaction)
      const { name, units, rules } = file.head.workroom as Pick<Workroom, 'name' | 'units' | 'rules'>
      await room.update({ name, units, rules }, { transaction })
      await audit(context, 'restored', about)
    }))
    forgetAllUnreadable(workroomId)
    // What came in is looked through once the answer is out.
    if (where === 'thread') checkKept(workroomId).catch((error: unknown) => log.error({ err: error }, 'the kept rows could not be read'))
    return keptOf(file.counts)
  })
