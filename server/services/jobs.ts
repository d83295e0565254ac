import { QueryTypes, type Attributes, type Transaction } from 'sequelize'
import { jobBody, type Job, type JobBody, type JobQuery, type Page } from '#shared/schemas'
import { database } from '../db/connection'
import { HELD, transact } from '../db/transaction'
import { ClothRow, JobClothRow, JobRow, SupplyRow } from '../db/models'
import type { Context } from '../utils/context'
import { conflict, invalid, notFound } from '../utils/problem'
import { columnsOf, keysOf, pick } from './columns'
import { HAS_FAILED, HAS_PASSED, WASHES_ASKED, WASHES_DONE } from './passed'

const FIELDS = keysOf(jobBody.omit({ cloths: true }).shape)
interface Extras { cloths: Job['cloths'], progress: Job['progress'] }

const toJob = (columns: Attributes<JobRow>, { cloths, progress }: Extras): Job => ({
  id: columns.id, ...pick(columns, FIELDS), version: columns.version, updatedAt: new Date(columns.updatedAt).toISOString(),
  cloths, progress,
})

const OF_PAIR = `from trial t where t.workshop_id = k.workshop_id and t.cloth_id = k.cloth_id and t.supply_id = k.supply_id`
/** A job `j` with its cloths, and how far each has come with the backing chosen for it. */
const EXTRAS = `
  coalesce((select json_agg(json_build_object('clothId', k.cloth_id, 'place', k.place, 'supplyId', k.supply_id) order by k.position)
    from job_cloth k where k.job_id = j.id), '[]') as cloths,
  coalesce((select json_agg(json_build_object(
      'clothId', c.id, 'name', c.name, 'code', c.code, 'colourHex', c.colour_hex, 'construction', c.construction, 'nap', c.nap,
      'fibreKnown', exists (select 1 from cloth_fibre f where f.cloth_id = c.id), 'supplyName', s.name,
      'pressed', (select count(*)::int ${OF_PAIR}), 'held', (select count(*)::int ${OF_PAIR} and not ${HAS_FAILED}),
      'passed', (select count(*)::int ${OF_PAIR} and ${HAS_PASSED}),
      'parts', (select coalesce(sum(p.count * (case when p.pair then 2 else 1 end) * (num_nonnulls(p.backing_id, p.foam_id, p.web_id)
          + case when p.place = 'mat' and p.foam_id is not null and p.web_id is not null then 1 else 0 end)), 0)::int
        from job_piece p where p.job_id = j.id and p.cloth_id = k.cloth_id),
      'cut', (select count(*)::int from job_piece p join lay_part a on a.piece_id = p.id join lay l on l.id = a.lay_id
        where p.job_id = j.id and p.cloth_id = k.cloth_id and l.cut_at is not null),
      'washesLeft', (select min(greatest(0, ${WASHES_ASKED} - ${WASHES_DONE})) ${OF_PAIR} and not ${HAS_FAILED})
    ) order by k.position)
    from job_cloth k join cloth c on c.id = k.cloth_id left join supply s on s.id = k.supply_id where k.job_id = j.id), '[]') as progress`

/** A job of this workroom. @param hold against other writers until the transaction ends */
export const ownedJob = async ({ workshopId }: Context, id: string, hold = false): Promise<JobRow> => {
  const row = await JobRow.findOne({ where: { id, workshopId }, ...(hold ? { lock: HELD } : {}) })
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

async function select(where: string, values: Record<string, unknown>, tail = ''): Promise<Job[]> {
  const rows = await database().query<Extras & object>(
    `select j.*, ${EXTRAS} from job j where j.workshop_id = :workshopId and j.deleted_at is null and ${where} ${tail}`,
    { type: QueryTypes.SELECT, replacements: values },
  )
  return rows.map(row => toJob(columnsOf(JobRow, row), row))
}

/** Jobs, the most pressing first: by the day they are wanted, then as they came in. */
export async function listJobs({ workshopId }: Context, { page, size, done }: JobQuery): Promise<Page<Job>> {
  const [rows, total] = await Promise.all([
    select(
      'j.done = :done', { workshopId, done, size, skip: (page - 1) * size },
      'order by j.for_when, j.created_at, j.id limit :size offset :skip',
    ),
    JobRow.count({ where: { workshopId, done } }),
  ])
  return { rows, total, page, size }
}

export async function getJob({ workshopId }: Context, id: string): Promise<Job> {
  const [job] = await select('j.id = :id', { workshopId, id })
  if (!job) throw notFound('job')
  return job
}

async function writeCloths(context: Context, jobId: string, cloths: JobBody['cloths'], transaction: Transaction): Promise<void> {
  await JobClothRow.destroy({ where: { jobId }, transaction })
  await JobClothRow.bulkCreate(
    cloths.map((c, position) => ({ ...c, jobId, workshopId: context.workshopId, position })), { transaction },
  )
}

/** Every cloth, backing and trim of a job must be kept in this workroom. */
async function checkCloths(context: Context, cloths: JobBody['cloths'], trimIds: JobBody['trimIds']): Promise<void> {
  const { workshopId } = context
  const clothIds = cloths.map(c => c.clothId), supplyIds = [...new Set(cloths.flatMap(c => c.supplyId ?? []))]
  if (await ClothRow.count({ where: { workshopId, id: clothIds } }) < clothIds.length)
    throw invalid([{ field: 'cloths', message: 'Fabrics: one of them is not kept here any more. Choose another.' }])
  if (await SupplyRow.count({ where: { workshopId, id: supplyIds } }) < supplyIds.length)
    throw invalid([{ field: 'cloths', message: 'Interfacing: it is not kept here any more. Choose another.' }])
  if (await SupplyRow.count({ where: { workshopId, id: trimIds } }) < new Set(trimIds).size)
    throw invalid([{ field: 'trimIds', message: 'Trims: one of them is not kept here any more. Choose another.' }])
}

export async function createJob(context: Context, { cloths, ...body }: JobBody): Promise<Job> {
  await checkCloths(context, cloths, body.trimIds)
  const id = await transact(async (transaction) => {
    const row = await JobRow.create({ ...body, workshopId: context.workshopId }, { transaction })
    await writeCloths(context, row.id, cloths, transaction)
    return row.id
  })
  return getJob(context, id)
}

/** Saves over the version the writer started from; a newer one is a conflict that carries both. */
export async function updateJob(context: Context, id: string, { version, cloths, ...body }: JobBody & { version: number }): Promise<Job> {
  await checkCloths(context, cloths, body.trimIds)
  const stands = await transact(async (transaction) => {
    const row = await JobRow.findOne({ where: { id, workshopId: context.workshopId }, transaction, lock: HELD })
    if (!row) throw notFound('job')
    if (row.version !== version) return false
    row.set(body)
    // Its cloths stand in rows of their own: the job counts as changed even when only they are.
    row.changed('note', true)
    await row.save({ transaction })
    await writeCloths(context, id, cloths, transaction)
    return true
  })
  const job = await getJob(context, id)
  if (!stands) throw conflict('job', job, { ...body, cloths, version })
  return job
}
