import { workshopSchema, type Workshop, type WorkshopUpdate } from '#shared/schemas'
import { database } from '../db/connection'
import { WorkshopRow } from '../db/models'
import type { Context } from '../utils/context'
import { conflict, notFound } from '../utils/problem'

export async function getWorkshop({ workshopId }: Context): Promise<Workshop> {
  const row = await WorkshopRow.findByPk(workshopId)
  if (!row) throw notFound('workroom')
  return workshopSchema.parse(row.get({ plain: true }))
}

/** Holds the workroom's row for the rest of the transaction: who counts or reads a whole list before writing does so one at a time. */
export async function holdWorkroom({ workshopId }: Context): Promise<WorkshopRow> {
  const row = await WorkshopRow.findByPk(workshopId, { lock: true })
  if (!row) throw notFound('workroom')
  return row
}

/** House rules and units; a newer save is a conflict. */
export async function updateWorkshop(context: Context, { version, ...body }: WorkshopUpdate): Promise<Workshop> {
  await database().transaction(async (transaction) => {
    const row = await WorkshopRow.findByPk(context.workshopId, { transaction, lock: true })
    if (!row) throw notFound('workroom')
    if (row.version !== version) throw conflict('workroom', workshopSchema.parse(row.get({ plain: true })), { ...body, version })
    await row.update(body, { transaction })
  })
  return getWorkshop(context)
}
