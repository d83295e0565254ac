import { MOST_SCRAPS, scrapBody, type ScrapBody, type ScrapKept } from '#shared/schemas'
import { transact } from '../db/transaction'
import { ClothRow, ScrapRow } from '../db/models'
import type { Context } from '../utils/context'
import { invalid, notFound } from '../utils/problem'
import { keysOf, pick } from './columns'
import { rowReader } from './unreadable'
import { holdWorkroom } from './workshop'

const KEYS = keysOf(scrapBody.shape)
const scrapsIn = rowReader('scraps', scrapBody)
const toScraps = (rows: readonly ScrapRow[]): ScrapKept[] => rows.flatMap(row =>
  scrapsIn([row], () => pick(row.get({ plain: true }), KEYS))
    .map(scrap => ({ id: row.id, ...scrap, createdAt: row.createdAt.toISOString() })))

/** The scraps that are there, newest first. */
export async function listScraps({ workshopId }: Context): Promise<ScrapKept[]> {
  return toScraps(await ScrapRow.findAll({ where: { workshopId, usedAt: null }, order: [['createdAt', 'DESC'], ['id', 'ASC']] }))
}

export async function keepScrap(context: Context, body: ScrapBody): Promise<ScrapKept> {
  const { workshopId } = context
  return transact(async () => {
    await holdWorkroom(context)
    if (body.clothId && !(await ClothRow.findOne({ where: { id: body.clothId, workshopId } })))
      throw invalid([{ field: 'clothId', message: 'Fabric: it is not kept here any more. Choose another, or none.' }])
    if ((await ScrapRow.count({ where: { workshopId, usedAt: null } })) >= MOST_SCRAPS)
      throw invalid([{ field: 'name', message: `Scraps: ${MOST_SCRAPS} are kept at the most. Take one out first.` }])
    return toScraps([await (await ScrapRow.create({ ...body, workshopId })).reload()])[0]!
  })
}

/** A scrap that is gone is not offered any more; what was mended with it keeps it. */
export async function dropScrap({ workshopId }: Context, id: string): Promise<void> {
  const [count] = await ScrapRow.update({ usedAt: new Date() }, { where: { id, workshopId, usedAt: null } })
  if (count === 0) throw notFound('scrap')
}
