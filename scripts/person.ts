/**
 * People and workrooms of this server, for whoever has its machine.
 * `list` · `reset NAME` (a new passphrase, everywhere signed out) · `forget NAME` (his name goes, what he did stays without it)
 */
import { Op } from 'sequelize'
import { nameKeyOf } from '#shared/people'
import { passphraseField, personName } from '#shared/schemas'
import { database } from '../server/db/connection'
import { transact } from '../server/db/transaction'
import { AccountRow, PersonRow, SignInRow, WorkroomRow } from '../server/db/models'
import { audit } from '../server/people/audit'
import { hashed, refuseEasy } from '../server/people/passphrase'
import { onDatabase } from './lib/command'
import { drawnPassphrase } from './lib/passphrase'

const usage = `npm run person list                   who is in which workroom
npm run person reset NAME             gives a new passphrase, which is printed once
npm run person forget NAME            puts him away everywhere, and takes his name from what he did`

const unknown = (name: string) => new Error(`Nobody here signs in as "${name}". See npm run person list.`)

async function list(): Promise<void> {
  const rooms = await WorkroomRow.findAll({ order: [['createdAt', 'ASC']] })
  for (const room of rooms) {
    console.log(`${room.name}   ${room.id}`)
    const people = await PersonRow.findAll({ where: { workroomId: room.id }, order: [['createdAt', 'ASC']] })
    for (const p of people) console.log(`  ${p.name}, ${p.role}${p.accountId ? '' : ', no passphrase'}${p.putAwayAt ? ', put away' : ''}`)
  }
}
async function reset(name: string, given: string | undefined): Promise<void> {
  const account = await AccountRow.findOne({ where: { nameKey: nameKeyOf(name) } })
  if (!account) throw unknown(name)
  const passphrase = given === undefined ? drawnPassphrase() : passphraseField.parse(given)
  refuseEasy(passphrase, [account.name])
  const kept = await hashed(passphrase)
  await transact(async () => {
    await account.update({ passphrase: kept })
    const people = await PersonRow.findAll({ where: { accountId: account.id } })
    await SignInRow.update({ endedAt: new Date(), endedWhy: 'passphrase' }, { where: { personId: people.map(p => p.id), endedAt: null } })
    for (const p of people) await audit({ workroomId: p.workroomId }, 'passphrase', account.name)
  })
  console.log(given === undefined
    ? `The new passphrase of ${account.name}, shown this once: ${passphrase}`
    : `${account.name} has the new passphrase.`)
}
async function forget(name: string): Promise<void> {
  const nameKey = nameKeyOf(name)
  const people = await PersonRow.findAll({ where: { nameKey } })
  if (people.length === 0) throw unknown(name)
  await transact(async () => {
    for (const p of people) {
      const owners = await PersonRow.count({ where: { workroomId: p.workroomId, role: 'owner', putAwayAt: null, id: { [Op.ne]: p.id } } })
      if (p.role === 'owner' && !p.putAwayAt && owners === 0)
        throw new Error(`${p.name} is the only owner of a workroom. Make somebody else an owner first.`)
      const called = `Somebody ${p.id.slice(0, 4)}`
      await SignInRow.destroy({ where: { personId: p.id } })
      await p.update({ name: called, nameKey: nameKeyOf(called), accountId: null, pin: null, putAwayAt: p.putAwayAt ?? new Date() })
    }
    await AccountRow.destroy({ where: { nameKey } })
    await database().query(
      `update audit set about = '' where workroom_id in (:rooms) and position(lower(:name) in lower(about)) > 0`,
      { replacements: { rooms: people.map(p => p.workroomId), name } },
    )
  })
  console.log(`Forgotten: ${name}. What was done stays, without the name.`)
}

const [what, given] = process.argv.slice(2)
await onDatabase(usage, async () => {
  if (what === 'list') await list()
  else if (what === 'reset' && given) await reset(personName.parse(given), process.env.PASSPHRASE)
  else if (what === 'forget' && given) await forget(personName.parse(given))
  else return false
  return true
})
