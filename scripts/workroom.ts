/** Workrooms of this server, for whoever has its machine. `list` · `add NAME --owner NAME` (its owner's passphrase is printed once) */
import { nameKeyOf } from '#shared/people'
import { nameField, passphraseField, personName } from '#shared/schemas'
import { transact } from '../server/db/transaction'
import { AccountRow, PersonRow, WorkroomRow } from '../server/db/models'
import { audit } from '../server/people/audit'
import { hashed, matches, refuseEasy } from '../server/people/passphrase'
import { onDatabase } from './lib/command'
import { drawnPassphrase } from './lib/passphrase'
import { WORKROOM_DEFAULTS } from './lib/workroom-defaults'

const usage = `npm run workroom list                         every workroom of this server
npm run workroom add NAME -- --owner NAME     a new one, empty, with its owner; PASSPHRASE=… gives hers, else one is drawn`

async function add(name: string, owner: string): Promise<void> {
  const nameKey = nameKeyOf(owner), given = process.env.PASSPHRASE
  const there = await AccountRow.findOne({ where: { nameKey } })
  const passphrase = given === undefined ? drawnPassphrase() : passphraseField.parse(given)
  if (there && given !== undefined && !await matches(there.passphrase, passphrase))
    throw new Error(`${owner} signs in here already, with another passphrase. Leave PASSPHRASE out to keep hers, or take another name.`)
  if (!there) await refuseEasy(passphrase, [owner, name])
  const kept = there ? null : await hashed(passphrase), isFirst = await AccountRow.count() === 0 && await WorkroomRow.count() > 0
  const id = await transact(async () => {
    const row = await WorkroomRow.create({ name, ...WORKROOM_DEFAULTS })
    const account = there ?? await AccountRow.create({ name: owner, nameKey, passphrase: kept! })
    await PersonRow.create({ workroomId: row.id, accountId: account.id, name: owner, nameKey, role: 'owner' })
    await audit({ workroomId: row.id }, 'begun', name)
    return row.id
  })
  const how = there ? 'her own passphrase' : given === undefined ? `the passphrase, shown this once: ${passphrase}` : 'that passphrase'
  console.log(`${name} (${id}). ${owner} signs in with ${how}`)
  if (isFirst) console.log('From now on everybody has to sign in. Whoever has no passphrase yet gets one with npm run person reset NAME.')
}

const [what, name] = process.argv.slice(2)
const at = process.argv.indexOf('--owner'), owner = at > 0 ? process.argv[at + 1] : undefined
await onDatabase(usage, async () => {
  if (what === 'list') {
    const rooms = await WorkroomRow.findAll({ order: [['createdAt', 'ASC']] })
    for (const r of rooms) console.log(`${r.name}   ${r.id}${r.demo ? '   demo' : ''}`)
  } else if (what === 'add' && name && owner) await add(nameField('Workroom').parse(name), personName.parse(owner))
  else return false
  return true
})
