/**
 * People and workrooms of this server, for whoever has its machine.
 * `list` · `reset NAME` (a new passphrase, or a first one; everywhere signed out) · `forget NAME` (the name goes, what was done stays
 * without it)
 */
import { nameKeyOf } from '#shared/people'
import { passphraseField, personName } from '#shared/schemas'
import { transact } from '../server/db/transaction'
import { AccountRow, PersonRow, SignInRow, WorkroomRow } from '../server/db/models'
import { audit } from '../server/people/audit'
import { forgetPerson } from '../server/people/forget'
import { hashed, refuseEasy } from '../server/people/passphrase'
import { onDatabase } from './lib/command'
import { drawnPassphrase } from './lib/passphrase'

const usage = `npm run person list                   who is in which workroom
npm run person reset NAME             gives a new passphrase, or a first one, which is printed once
npm run person forget NAME            puts them away everywhere, and takes the name from what they did`

const unknown = (name: string) => new Error(`Nobody here is called "${name}". See npm run person list.`)

async function list(): Promise<void> {
  const rooms = await WorkroomRow.findAll({ order: [['createdAt', 'ASC']] })
  for (const room of rooms) {
    console.log(`${room.name}   ${room.id}`)
    const people = await PersonRow.findAll({ where: { workroomId: room.id }, order: [['createdAt', 'ASC']] })
    for (const p of people) console.log(`  ${p.name}, ${p.role}${p.accountId ? '' : ', no passphrase'}${p.putAwayAt ? ', put away' : ''}`)
  }
}
/** The account of somebody who has none yet: one alone is called so, or it is not known whose it would be. */
async function firstAccount(name: string, passphrase: string): Promise<AccountRow> {
  const people = await PersonRow.findAll({ where: { nameKey: nameKeyOf(name), putAwayAt: null } })
  if (people.length === 0) throw unknown(name)
  if (people.length > 1)
    throw new Error(`${people.length} people are called ${name}, each in a workroom of their own. Rename or remove all but one.`)
  const account = await AccountRow.create({ name: people[0]!.name, nameKey: people[0]!.nameKey, passphrase })
  await people[0]!.update({ accountId: account.id })
  return account
}
async function reset(name: string, given: string | undefined): Promise<void> {
  const there = await AccountRow.findOne({ where: { nameKey: nameKeyOf(name) } })
  const passphrase = given === undefined ? drawnPassphrase() : passphraseField.parse(given)
  await refuseEasy(passphrase, [there?.name ?? name])
  const kept = await hashed(passphrase)
  const called = await transact(async () => {
    const account = there ? await there.update({ passphrase: kept }) : await firstAccount(name, kept)
    const people = await PersonRow.findAll({ where: { accountId: account.id } })
    await SignInRow.update({ endedAt: new Date(), endedWhy: 'passphrase' }, { where: { personId: people.map(p => p.id), endedAt: null } })
    for (const p of people) await audit({ workroomId: p.workroomId }, 'passphrase', account.name)
    return account.name
  })
  console.log(given === undefined
    ? `The new passphrase of ${called}, shown this once: ${passphrase}`
    : `${called} has the new passphrase.`)
}
async function forget(name: string): Promise<void> {
  const forgotten = await forgetPerson(name)
  if (!forgotten) throw unknown(name)
  console.log(`Forgotten: ${name}. What was done stays, without the name.`)
  for (const room of forgotten.stillCalled) console.log(`The workroom is still called ${room}: change it under Rules if you like.`)
}

const [what, given] = process.argv.slice(2)
await onDatabase(usage, async () => {
  if (what === 'list') await list()
  else if (what === 'reset' && given) await reset(personName.parse(given), process.env.PASSPHRASE)
  else if (what === 'forget' && given) await forget(personName.parse(given))
  else return false
  return true
})
