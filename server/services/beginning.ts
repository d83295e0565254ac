import type { Transaction } from 'sequelize'
import { PRESS_CLOTH_KINDS } from '#core/materials'
import { ironBody, rulesSchema, type BeginBody, type Workroom } from '#shared/schemas'
import { nameKeyOf } from '#shared/people'
import { starterIron, starterSupply } from '#shared/starter'
import { database } from '../db/connection'
import { transact } from '../db/transaction'
import {
  AccountRow, DeviceRow, IronRow, IronSettingRow, PersonRow, PressClothRow, SupplyRow, WorkroomRow,
} from '../db/models'
import { audit } from '../people/audit'
import type { Carried } from '../people/cookie'
import { hashed, refuseEasy } from '../people/passphrase'
import { signInOn } from '../people/sign-in'
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

/**
 * The first workroom of a database that has none, and its owner, signed in: all of it or nothing.
 * @throws ProblemError 409 where there is one already, 422 where the passphrase is easily guessed
 */
export async function beginWorkroom(body: BeginBody): Promise<{ workroom: Workroom, carried: Carried }> {
  const { name, passphrase } = body.owner
  await refuseEasy(passphrase, [name, body.name])
  const kept = await hashed(passphrase)
  const { workroomId, carried } = await transact(async (transaction) => {
    // Two who begin at once wait for each other: the second finds the first one's.
    await database().query('lock table workroom in share row exclusive mode', { transaction })
    if (await WorkroomRow.count({ transaction }) > 0)
      throw new ProblemError(409, 'Begun already', 'There is a workroom here already: somebody was quicker. Open it.')
    // Whoever was left of a server that was cleared does not stand in the way of the same name.
    await database().query('delete from account a where not exists (select 1 from person p where p.account_id = a.id)', { transaction })
    const rules = rulesSchema.parse({ view: 'simple' })
    const row = await WorkroomRow.create({ name: body.name, units: body.units, rules }, { transaction })
    const owner = await addOwner(row.id, name, kept)
    await putUp(row.id, body, transaction)
    const device = await DeviceRow.create({ workroomId: row.id, name: body.device, paired: false, personId: owner.id })
    await audit({ workroomId: row.id, who: { personId: owner.id, deviceId: device.id, role: 'owner', signInId: null } }, 'begun', body.name)
    return { workroomId: row.id, carried: await signInOn(device, owner) }
  })
  return { workroom: await getWorkroom({ workroomId }), carried }
}

/** An owner who signs in with this passphrase. @param kept hashed */
async function addOwner(workroomId: string, name: string, kept: string): Promise<PersonRow> {
  const nameKey = nameKeyOf(name)
  const account = await AccountRow.create({ name, nameKey, passphrase: kept })
  return PersonRow.create({ workroomId, accountId: account.id, name, nameKey, role: 'owner' })
}
