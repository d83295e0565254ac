import { MOST_SCRAPS, scrapBody, type ScrapBody, type ScrapKept } from '#shared/schemas'
import { database } from '../db/connection'
import { ClothRow, ScrapRow } from '../db/models'
import type { Context } from '../utils/context'
import { invalid, notFound } from '../utils/problem'
import { keysOf, pick } from './columns'
import { holdWorkroom } from './workshop'

const KEYS = keysOf(scrapBody.shape)
const toScrap = (row: ScrapRow): ScrapKept => {
  const plain = row.get({ plain: true })
  return { id: row.id, ...pick(plain, KEYS), createdAt: row.createdAt.toISOString() }
}

/** The scraps that are there, newest first. */
export async function listScraps({ workshopId }: Context): Promise<ScrapKept[]> {
  return (await ScrapRow.findAll({ where: { workshopId, usedAt: null }, order: [['createdAt', 'DESC'], ['id', 'ASC']] })).map(toScrap)
}

export async function keepScrap(context: Context, body: ScrapBody): Promise<ScrapKept> {
  const { workshopId } = context
  return database().transaction(async () => {
    await holdWorkroom(context)
    if (body.clothId && !(await ClothRow.findOne({ where: { id: body.clothId, workshopId } })))
      throw invalid([{ field: 'clothId', message: 'Cloth: it is not kept here any more. Choose another, or none.' }])
    if ((await ScrapRow.count({ where: { workshopId, usedAt: null } })) >= MOST_SCRAPS)
      throw invalid([{ field: 'name', message: `Scraps: ${MOST_SCRAPS} are kept at the most. Take one out first.` }])
    return toScrap(await (await ScrapRow.create({ ...body, workshopId })).reload())
  })
}

/** A scrap that is gone is not offered any more; what was mended with it keeps it. */
export async function dropScrap({ workshopId }: Context, id: string): Promise<void> {
  const [count] = await ScrapRow.update({ usedAt: new Date() }, { where: { id, workshopId, usedAt: null } })
  if (count === 0) throw notFound('scrap')
}
