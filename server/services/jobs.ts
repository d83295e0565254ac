import { QueryTypes, type Attributes, type Transaction } from 'sequelize'
import { jobBody, type Job, type JobBody, type JobQuery, type Page } from '#shared/schemas'
import { database } from '../db/connection'
import { HELD, transact } from '../db/transaction'
import { FabricRow, JobFabricRow, JobRow, SupplyRow } from '../db/models'
import type { Context } from '../utils/context'
import { conflict, invalid, notFound } from '../utils/problem'
import { columnsOf, keysOf, pick } from './sql/columns'
import { IS_OVER, IS_PRESSED, settlePhases } from './sql/phases'
import { HAS_FAILED, HAS_PASSED, WASHES_ASKED, WASHES_DONE } from './sql/passed'

const FIELDS = keysOf(jobBody.omit({ fabrics: true }).shape)
type Extras = Pick<Job, 'fabrics' | 'progress' | 'makings' | 'session'>

const toJob = (columns: Attributes<JobRow>, { fabrics, progress, makings, session }: Extras): Job => ({
  id: columns.id, ...pick(columns, FIELDS), version: columns.version, updatedAt: new Date(columns.updatedAt).toISOString(),
  fabrics, progress, makings, session,
})

const OF_PAIR = `from swatch t where t.workroom_id = k.workroom_id and t.fabric_id = k.fabric_id and t.supply_id = k.supply_id`
/** A job `j` with its fabrics, and how far each has come with the interfacing chosen for it. */
const EXTRAS = `
  coalesce((select json_agg(json_build_object('fabricId', k.fabric_id, 'place', k.place, 'supplyId', k.supply_id) order by k.position)
    from job_fabric k where k.job_id = j.id), '[]') as fabrics,
  coalesce((select json_agg(json_build_object(
      'fabricId', c.id, 'name', c.name, 'code', c.code, 'colourHex', c.colour_hex, 'construction', c.construction, 'nap', c.nap,
      'fibreKnown', exists (select 1 from fabric_fibre f where f.fabric_id = c.id), 'supplyName', s.name,
      'pressed', (select count(*)::int ${OF_PAIR}), 'held', (select count(*)::int ${OF_PAIR} and not ${HAS_FAILED}),
      'passed', (select count(*)::int ${OF_PAIR} and ${HAS_PASSED}),
      'parts', (select coalesce(sum(p.count * (case when p.pair then 2 else 1 end) * (num_nonnulls(p.interfacing_id, p.foam_id, p.web_id)
          + case when p.place = 'mat' and p.foam_id is not null and p.web_id is not null then 1 else 0 end)), 0)::int
        from job_piece p where p.job_id = j.id and p.fabric_id = k.fabric_id),
      'cut', (select count(*)::int from job_piece p join layout_part a on a.piece_id = p.id join layout l on l.id = a.layout_id
        where p.job_id = j.id and p.fabric_id = k.fabric_id and l.cut_at is not null),
      'washesLeft', (select min(greatest(0, ${WASHES_ASKED} - ${WASHES_DONE})) ${OF_PAIR} and not ${HAS_FAILED})
    ) order by k.position)
    from job_fabric k join fabric c on c.id = k.fabric_id left join supply s on s.id = k.supply_id where k.job_id = j.id),
      '[]') as progress,
  coalesce((select json_agg(json_build_object('id', m.id, 'kind', m.spec->>'kind', 'name', m.name, 'fabricId', m.fabric_id,
      'pressed', exists (select 1 from session_operation o where o.making_id = m.id and ${IS_PRESSED}))
      order by m.position)
    from job_making m where m.job_id = j.id), '[]') as makings,
  (select case when s.closed_at is null then 'open' when not exists (select 1 from session_operation o where o.session_id = s.id
      and not ${IS_OVER}) then 'closed' end
    from press_session s where s.job_id = j.id order by s.started_at desc limit 1) as session`

/** A job of this workroom. @param hold against other writers until the transaction ends */
export const ownedJob = async ({ workroomId }: Context, id: string, hold = false): Promise<JobRow> => {
  const row = await JobRow.findOne({ where: { id, workroomId }, ...(hold ? { lock: HELD } : {}) })
  if (!row) throw notFound('job')
  return row
}

/**
 * Counts a change of a job's pieces or makings. They are saved by versions of their own: the job's own version, which its form was begun
 * from, stays as it is.
 */
export async function raiseVersion(job: JobRow, of: 'piecesVersion' | 'makingsVersion'): Promise<void> {
  const column = of === 'piecesVersion' ? 'pieces_version' : 'makings_version'
  const sql = `update job set ${column} = ${column} + 1 where id = :id`
  await database().query(sql, { type: QueryTypes.UPDATE, replacements: { id: job.id } })
}

async function select(context: Context, where: string, values: Record<string, unknown>, tail = ''): Promise<Job[]> {
  await settlePhases(context)
  const rows = await database().query<Extras & object>(
    `select j.*, ${EXTRAS} from job j where j.workroom_id = :workroomId and j.deleted_at is null and ${where} ${tail}`,
    { type: QueryTypes.SELECT, replacements: values },
  )
  return rows.map(row => toJob(columnsOf(JobRow, row), row))
}

/** Jobs, the most pressing first: by the day they are wanted, then as they came in. */
export async function listJobs(context: Context, { page, size, done }: JobQuery): Promise<Page<Job>> {
  const { workroomId } = context
  const [rows, total] = await Promise.all([
    select(
      context, 'j.done = :done', { workroomId, done, size, skip: (page - 1) * size },
      'order by j.for_when, j.created_at, j.id limit :size offset :skip',
    ),
    JobRow.count({ where: { workroomId, done } }),
  ])
  return { rows, total, page, size }
}

export async function getJob(context: Context, id: string): Promise<Job> {
  const [job] = await select(context, 'j.id = :id', { workroomId: context.workroomId, id })
  if (!job) throw notFound('job')
  return job
}

async function writeFabrics(context: Context, jobId: string, fabrics: JobBody['fabrics'], transaction: Transaction): Promise<void> {
  await JobFabricRow.destroy({ where: { jobId }, transaction })
  await JobFabricRow.bulkCreate(
    fabrics.map((c, position) => ({ ...c, jobId, workroomId: context.workroomId, position })), { transaction },
  )
}

/** Every fabric, interfacing and trim of a job must be kept in this workroom. */
async function checkFabrics(context: Context, fabrics: JobBody['fabrics'], trimIds: JobBody['trimIds']): Promise<void> {
  const { workroomId } = context
  const fabricIds = fabrics.map(c => c.fabricId), supplyIds = [...new Set(fabrics.flatMap(c => c.supplyId ?? []))]
  if (await FabricRow.count({ where: { workroomId, id: fabricIds } }) < fabricIds.length)
    throw invalid([{ field: 'fabrics', message: 'Fabrics: one of them is not kept here any more. Choose another.' }])
  if (await SupplyRow.count({ where: { workroomId, id: supplyIds } }) < supplyIds.length)
    throw invalid([{ field: 'fabrics', message: 'Interfacing: it is not kept here any more. Choose another.' }])
  if (await SupplyRow.count({ where: { workroomId, id: trimIds } }) < new Set(trimIds).size)
    throw invalid([{ field: 'trimIds', message: 'Trims: one of them is not kept here any more. Choose another.' }])
}

export async function createJob(context: Context, { fabrics, ...body }: JobBody): Promise<Job> {
  await checkFabrics(context, fabrics, body.trimIds)
  const id = await transact(async (transaction) => {
    const row = await JobRow.create({ ...body, workroomId: context.workroomId }, { transaction })
    await writeFabrics(context, row.id, fabrics, transaction)
    return row.id
  })
  return getJob(context, id)
}

/** Saves over the version the writer started from; a newer one is a conflict that carries both. */
export async function updateJob(context: Context, id: string, { version, fabrics, ...body }: JobBody & { version: number }): Promise<Job> {
  await checkFabrics(context, fabrics, body.trimIds)
  const stands = await transact(async (transaction) => {
    const row = await JobRow.findOne({ where: { id, workroomId: context.workroomId }, transaction, lock: HELD })
    if (!row) throw notFound('job')
    if (row.version !== version) return false
    row.set(body)
    // Its fabrics stand in rows of their own: the job counts as changed even when only they are.
    row.changed('note', true)
    await row.save({ transaction })
    await writeFabrics(context, id, fabrics, transaction)
    return true
  })
  const job = await getJob(context, id)
  if (!stands) throw conflict('job', job, { ...body, fabrics, version })
  return job
}
