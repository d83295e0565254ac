import type { Transaction } from 'sequelize'
import { PRESS_CLOTH_KINDS } from '#core/materials'
import { ironBody, rulesSchema, type BeginBody, type Workroom } from '#shared/schemas'
import { starterIron, starterSupply } from '#shared/starter'
import { database } from '../db/connection'
import { transact } from '../db/transaction'
import { IronRow, IronSettingRow, PressClothRow, SupplyRow, WorkroomRow } from '../db/models'
import { ProblemError } from '../utils/problem'
import { getWorkroom } from './workroom'

/** Is there a workroom here, and is it the demonstration? */
export interface Begun { begun: boolean, demo: boolean }
export async function whatIsBegun(): Promise<Begun> {
  database()
  const row = await WorkroomRow.findOne({ attributes: ['demo'], order: [['createdAt', 'ASC']] })
  return { begun: row !== null, demo: row?.demo ?? false }
}

async function putUp(workroomId: string, { iron, pressCloths, supplies }: BeginBody, transaction: Transaction): Promise<void> {
  if (iron) {
    const { settings, cleanedAt: _none, ...body } = ironBody.parse(starterIron(iron.kind, iron.dial))
    const row = await IronRow.create({ ...body, cleanedAt: null, workroomId }, { transaction })
    await IronSettingRow.bulkCreate(settings.map((s, position) => ({ ironId: row.id, workroomId, position, ...s })), { transaction })
  }
  await PressClothRow.bulkCreate(pressCloths.map(kind => ({ workroomId, kind, name: PRESS_CLOTH_KINDS[kind].name })), { transaction })
  await SupplyRow.bulkCreate(supplies.map((key, i) => ({ ...starterSupply(key, i + 1), workroomId })), { transaction })
}

/** The first workroom of a database that has none, all of it or nothing. @throws ProblemError 409 where there is one already */
export async function beginWorkroom(body: BeginBody): Promise<Workroom> {
  const workroomId = await transact(async (transaction) => {
    // Two who begin at once wait for each other: the second finds the first one's.
    await database().query('lock table workroom in share row exclusive mode', { transaction })
    if (await WorkroomRow.count({ transaction }) > 0)
      throw new ProblemError(409, 'Begun already', 'There is a workroom here already: somebody was quicker. Open it.')
    const row = await WorkroomRow.create({ name: body.name, units: body.units, rules: rulesSchema.parse({}) }, { transaction })
    await putUp(row.id, body, transaction)
    return row.id
  })
  return getWorkroom({ workroomId })
}
