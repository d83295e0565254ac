import { workshopSchema, type Workshop, type WorkshopUpdate } from '#shared/schemas'
import { WorkshopRow } from '../db/models'
import { ProblemError, conflict } from '../utils/problem'
import { database } from '../db/connection'

/** The workroom this server works for: the oldest one kept. */
export async function currentWorkshop(): Promise<Workshop> {
  database()
  const row = await WorkshopRow.findOne({ order: [['createdAt', 'ASC']] })
  if (!row) throw new ProblemError(503, 'No workroom yet', 'There is no workroom in this database yet: run `npm run demo`, or `npm run seed`.')
  return workshopSchema.parse(row.get({ plain: true }))
}

/** House rules and units; a newer save is a conflict. */
export async function updateWorkshop({ version, ...body }: WorkshopUpdate): Promise<Workshop> {
  const current = await currentWorkshop()
  if (current.version !== version) throw conflict('workroom', current, { ...body, version })
  const row = await WorkshopRow.findByPk(current.id)
  await row!.update(body)
  return currentWorkshop()
}
