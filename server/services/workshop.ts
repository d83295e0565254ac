import { keptForm, rulesSchema, workshopSchema, type Rules, type Workshop, type WorkshopUpdate } from '#shared/schemas'
import { HELD, transact } from '../db/transaction'
import { WorkshopRow } from '../db/models'
import type { Context } from '../utils/context'
import { conflict, notFound } from '../utils/problem'

const workshopForm = keptForm(workshopSchema)
/** House rules as they are kept; one that is none, or not there yet, is the usual one. */
function rulesOf(kept: unknown): Rules {
  const given = typeof kept === 'object' && kept !== null ? kept as Record<string, unknown> : {}
  return Object.fromEntries(Object.entries(rulesSchema.shape).map(([key, rule]) => {
    const read = rule.safeParse(given[key])
    return [key, read.success ? read.data : rule.parse(undefined)]
  })) as Rules
}
const toWorkshop = (row: WorkshopRow): Workshop => workshopForm.parse({ ...row.get({ plain: true }), rules: rulesOf(row.rules) })

export async function getWorkshop({ workshopId }: Context): Promise<Workshop> {
  const row = await WorkshopRow.findByPk(workshopId)
  if (!row) throw notFound('workroom')
  return toWorkshop(row)
}

/** Holds the workroom's row for the rest of the transaction: who counts or reads a whole list before writing does so one at a time. */
export async function holdWorkroom({ workshopId }: Context): Promise<WorkshopRow> {
  const row = await WorkshopRow.findByPk(workshopId, { lock: HELD })
  if (!row) throw notFound('workroom')
  return row
}

/** House rules and units; a newer save is a conflict. */
export async function updateWorkshop(context: Context, { version, ...body }: WorkshopUpdate): Promise<Workshop> {
  await transact(async (transaction) => {
    const row = await WorkshopRow.findByPk(context.workshopId, { transaction, lock: HELD })
    if (!row) throw notFound('workroom')
    if (row.version !== version) throw conflict('workroom', toWorkshop(row), { ...body, version })
    await row.update(body, { transaction })
  })
  return getWorkshop(context)
}
