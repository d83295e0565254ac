import { workshopSchema, type Workshop } from '#shared/schemas'
import { WorkshopRow } from '../db/models'
import { ProblemError } from '../utils/problem'
import { database } from '../db/connection'

/** The workroom this server works for: the oldest one kept. */
export async function currentWorkshop(): Promise<Workshop> {
  database()
  const row = await WorkshopRow.findOne({ order: [['createdAt', 'ASC']] })
  if (!row) throw new ProblemError(503, 'No workroom yet', 'There is no workroom in this database yet: run `npm run demo`, or `npm run seed`.')
  return workshopSchema.parse(row.get({ plain: true }))
}
