import { randomBytes } from 'node:crypto'
import { mkdtemp, readFile, rm, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { DatabaseError, ForeignKeyConstraintError, QueryTypes, UniqueConstraintError, type Transaction } from 'sequelize'
import { ENTITY_ROWS, shareProblem, type EntityName, type KeptCounts, type Workshop } from '#shared/schemas'
import { database } from '../db/connection'
import { countUse, ENTITIES, insertSet, removeRows, renaming, type Entity } from '../db/entities'
import { takeBack } from '../services/photos'
import { holdWorkroom } from '../services/workshop'
import type { Context } from '../utils/context'
import { invalid } from '../utils/problem'
import { unpack, type Unpacked } from './unpack'

/** Rows put in at a time. */
const SET = 500
const MOST_SAID = 5
const CHECK_VIOLATION = '23514'

const ONE_OF: Record<EntityName, string> = {
  cloths: 'cloth',
  clothFibres: 'fibre share',
  measurements: 'measurement',
  settlePasses: 'settling pass',
  cornerSteps: 'corner test',
  supplies: 'supply',
  stockMovements: 'stock movement',
  trimRuns: 'settled run',
  irons: 'iron',
  ironStops: 'dial stop',
  calibrations: 'calibration',
  covers: 'cover',
  places: 'place',
  pieces: 'piece',
  jobs: 'job',
  jobCloths: 'cloth of a job',
  jobPieces: 'piece of a job',
  scraps: 'scrap',
  jobMakings: 'making of a job',
  careEvents: 'look at a garment',
  offcuts: 'offcut',
  lays: 'lay',
  layParts: 'part of a lay',
  runs: 'run',
  runOperations: 'operation of a run',
  runEvents: 'event of a run',
  plans: 'plan of scraps',
  trials: 'swatch',
  trialEvents: 'press event',
  trialReadings: 'reading',
  washes: 'wash',
  photos: 'picture',
}
type Row = Record<string, unknown>

const said = (field: string, why: string) => invalid([{ field, message: `File: ${why}. Nothing was changed.` }])

/** A row as its entity has it, or what is wrong with it. */
function checked({ name }: Entity, row: unknown, n: number): Row {
  const result = ENTITY_ROWS[name].safeParse(row)
  if (result.success) return result.data
  throw invalid(
    result.error.issues.slice(0, MOST_SAID).map(i => ({
      field: ['rows', name, n, ...i.path].join('.'),
      message: `File, ${ONE_OF[name]} ${n + 1}: ${i.message} Nothing was changed.`,
    })),
  )
}

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
    return said(field, sameId ? `the same ${one} stands in it twice` : `two of its rows (${one}) have the same code, name, place or key`)
  }
  if (error instanceof DatabaseError && (error.parent as { code?: string }).code === CHECK_VIOLATION)
    return said(field, `a ${one} in it has a figure that none can have`)
  return error
}

/** Every picture is unpacked and packed anew, whatever it claims to be, and laid beside the rows. */
async function pictures(
  file: Unpacked,
  folder: string,
): Promise<(id: string) => Promise<{ jpeg: Buffer, width: number, height: number }>> {
  const sizes = new Map<string, { width: number, height: number }>(),
    entity = ENTITIES.find(e => e.name === 'photos')!
  const at = (id: string) => join(folder, `${id}.packed`)
  let n = 0
  for await (const row of file.rows('photos')) {
    const { id, jpeg: within } = checked(entity, row, n++) as { id: string, jpeg?: string }
    const bytes = within === undefined ? await file.picture(id) : Buffer.from(within, 'base64')
    if (!bytes || bytes.length === 0) throw said('rows.photos', 'a picture in it is empty, or not there')
    const { jpeg, width, height } = await takeBack(bytes)
    sizes.set(id, { width, height })
    await writeFile(at(id), jpeg, { mode: 0o600 })
  }
  return async id => ({ jpeg: await readFile(at(id)), ...sizes.get(id)! })
}

async function putIn(
  entity: Entity,
  file: Unpacked,
  workshopId: string,
  rename: (entity: Entity, row: Row) => Row,
  picture: (id: string) => Promise<object>,
  transaction: Transaction,
): Promise<void> {
  let set: Row[] = [],
    n = 0
  const put = async () => {
    try {
      await insertSet(entity, workshopId, set, transaction)
    } catch (error) {
      throw inWords(entity, error)
    }
    set = []
  }
  const size = entity.name === 'photos' ? 20 : SET
  for await (const given of file.rows(entity.name)) {
    const row = checked(entity, given, n++)
    const whole = entity.name === 'photos' ? { ...row, ...(await picture(row.id as string)) } : row
    set.push(rename(entity, whole))
    if (set.length >= size) await put()
  }
  await put()
}

/** What no single row shows: shares that do not make a cloth, layers that are not there. */
async function checkWhole(workshopId: string, transaction: Transaction): Promise<void> {
  const ask = <T extends object>(sql: string) =>
    database().query<T>(sql, { replacements: { workshopId }, type: QueryTypes.SELECT, transaction })
  const shares = await ask<{ code: string, fibres: { fibre: string, sharePct: number }[] }>(`
    select c.code, json_agg(json_build_object('fibre', f.fibre, 'sharePct', f.share_pct)) as fibres
    from cloth_fibre f join cloth c on c.id = f.cloth_id where f.workshop_id = :workshopId
    group by c.id having abs(sum(f.share_pct) - 100) > 0.05 or count(distinct f.fibre) < count(*) limit 1`)
  const [wrong] = shares
  if (wrong) throw said('rows.clothFibres', `cloth ${wrong.code}: ${(shareProblem(wrong.fibres) ?? '').replace(/\.$/, '')}`)
  const [lost] = await ask(`
    select t.id from trial t, unnest(t.over_supply_ids) o
    where t.workshop_id = :workshopId and not exists (select 1 from supply s where s.id = o and s.workshop_id = :workshopId) limit 1`)
  if (lost) throw said('rows.trials', 'a swatch in it has a layer over it that is not in it')
}

const keptOf = (counts: Record<string, number>): KeptCounts => ({
  cloths: counts.cloths ?? 0,
  supplies: counts.supplies ?? 0,
  trials: counts.trials ?? 0,
  jobs: counts.jobs ?? 0,
  photos: counts.photos ?? 0,
})

async function withUnpacked<T>(path: string, work: (file: Unpacked, folder: string) => Promise<T>): Promise<T> {
  const folder = await mkdtemp(join(tmpdir(), 'ready-cuff-'))
  try {
    return await work(await unpack(path, folder), folder)
  } finally {
    await rm(folder, { recursive: true, force: true })
  }
}

/** What a workroom file holds, and when it was written. */
export const inspectWorkroom = (path: string): Promise<{ name: string, written: string | null, kept: KeptCounts }> =>
  withUnpacked(path, async ({ head, counts }) => ({
    name: (head.workshop as Workshop).name,
    written: (head.written as string | undefined) ?? null,
    kept: keptOf(counts),
  }))

/** What is kept now. */
export async function keptNow({ workshopId }: Context): Promise<KeptCounts> {
  const [row] = await database().query<KeptCounts>(
    `
    select (select count(*)::int from cloth where workshop_id = :workshopId and deleted_at is null) as cloths,
      (select count(*)::int from supply where workshop_id = :workshopId and deleted_at is null) as supplies,
      (select count(*)::int from trial where workshop_id = :workshopId) as trials,
      (select count(*)::int from job where workshop_id = :workshopId and deleted_at is null) as jobs,
      (select count(*)::int from trial_photo where workshop_id = :workshopId) as photos`,
    { replacements: { workshopId }, type: QueryTypes.SELECT },
  )
  return row!
}

/**
 * Puts a workroom file in place of everything kept, in one transaction: either all of it stands afterwards, or nothing changed. It is
 * read as it comes, so that memory stays flat. Every row gets an id of its own, so that the same file can be read into two workrooms.
 * @throws ProblemError naming the row and field that is wrong
 */
export const readWorkroom = (context: Context, path: string): Promise<KeptCounts> =>
  withUnpacked(path, async (file, folder) => {
    const { workshopId } = context
    const picture = await pictures(file, folder)
    const rename = renaming(randomBytes(32))
    await database().transaction(async (transaction) => {
      const room = await holdWorkroom(context)
      await removeRows(workshopId, transaction)
      for (const entity of ENTITIES) await putIn(entity, file, workshopId, rename, picture, transaction)
      await checkWhole(workshopId, transaction)
      await countUse(workshopId, transaction)
      const { name, units, rules } = file.head.workshop as Pick<Workshop, 'name' | 'units' | 'rules'>
      await room.update({ name, units, rules }, { transaction })
    })
    return keptOf(file.counts)
  })
