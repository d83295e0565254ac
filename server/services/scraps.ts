import { MOST_SCRAPS, scrapBody, type ScrapBody, type ScrapKept } from '#shared/schemas'
import { transact } from '../db/transaction'
import { FabricRow, ScrapRow } from '../db/models'
import type { Context } from '../utils/context'
import { invalid, notFound } from '../utils/problem'
import { keysOf, pick } from './sql/columns'
import { rowReader } from './rows/unreadable'
import { holdWorkroom } from './workroom'

const KEYS = keysOf(scrapBody.shape)
const scrapsIn = rowReader('scraps', scrapBody)
const toScraps = (rows: readonly ScrapRow[]): ScrapKept[] => rows.flatMap(row =>
  scrapsIn([row], () => pick(row.get({ plain: true }), KEYS))
    .map(scrap => ({ id: row.id, ...scrap, createdAt: row.createdAt.toISOString() })))

/** The scraps that are there, newest first. */
export async function listScraps({ workroomId }: Context): Promise<ScrapKept[]> {
  return toScraps(await ScrapRow.findAll({ where: { workroomId, usedAt: null }, order: [['createdAt', 'DESC'], ['id', 'ASC']] }))
}

export async function keepScrap(context: Context, body: ScrapBody): Promise<ScrapKept> {
  const { workroomId } = context
  return transact(async () => {
    await holdWorkroom(context)
    if (body.fabricId && !(await FabricRow.findOne({ where: { id: body.fabricId, workroomId } })))
      throw invalid([{ field: 'fabricId', message: 'Fabric: it is not kept here any more. Choose another, or none.' }])
    if ((await ScrapRow.count({ where: { workroomId, usedAt: null } })) >= MOST_SCRAPS)
      throw invalid([{ field: 'name', message: `Scraps: ${MOST_SCRAPS} are kept at the most. Take one out first.` }])
    return toScraps([await (await ScrapRow.create({ ...body, workroomId })).reload()])[0]!
  })
}

/** A scrap that is gone is not offered any more; what was mended with it keeps it. */
export async function dropScrap({ workroomId }: Context, id: string): Promise<void> {
  const [count] = await ScrapRow.update({ usedAt: new Date() }, { where: { id, workroomId, usedAt: null } })
  if (count === 0) throw notFound('scrap')
}
