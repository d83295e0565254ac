import { keptForm, rulesSchema, workroomSchema, type Rules, type Workroom, type WorkroomUpdate } from '#shared/schemas'
import { HELD, transact } from '../db/transaction'
import { WorkroomRow } from '../db/models'
import type { Context } from '../utils/context'
import { conflict, notFound } from '../utils/problem'

const workroomForm = keptForm(workroomSchema)
/** House rules as they are kept; one that is none, or not there yet, is the usual one. */
function rulesOf(kept: unknown): Rules {
  const given = typeof kept === 'object' && kept !== null ? kept as Record<string, unknown> : {}
  return Object.fromEntries(Object.entries(rulesSchema.shape).map(([key, rule]) => {
    const read = rule.safeParse(given[key])
    return [key, read.success ? read.data : rule.parse(undefined)]
  })) as Rules
}
const toWorkroom = (row: WorkroomRow): Workroom => workroomForm.parse({ ...row.get({ plain: true }), rules: rulesOf(row.rules) })

export async function getWorkroom({ workroomId }: Context): Promise<Workroom> {
  const row = await WorkroomRow.findByPk(workroomId)
  if (!row) throw notFound('workroom')
  return toWorkroom(row)
}

/** Holds the workroom's row for the rest of the transaction: who counts or reads a whole list before writing does so one at a time. */
export async function holdWorkroom({ workroomId }: Context): Promise<WorkroomRow> {
  const row = await WorkroomRow.findByPk(workroomId, { lock: HELD })
  if (!row) throw notFound('workroom')
  return row
}

/** House rules and units; a newer save is a conflict. */
export async function updateWorkroom(context: Context, { version, ...body }: WorkroomUpdate): Promise<Workroom> {
  await transact(async (transaction) => {
    const row = await WorkroomRow.findByPk(context.workroomId, { transaction, lock: HELD })
    if (!row) throw notFound('workroom')
    if (row.version !== version) throw conflict('workroom', toWorkroom(row), { ...body, version })
    await row.update(body, { transaction })
  })
  return getWorkroom(context)
}
