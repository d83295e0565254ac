import { Op, UniqueConstraintError } from 'sequelize'
import { nameKeyOf } from '#shared/people'
import type { Person, PersonBody } from '#shared/schemas'
import { HELD, transact } from '../db/transaction'
import { AccountRow, PersonRow, SignInRow, WorkroomRow } from '../db/models'
import type { Context } from '../utils/context'
import { conflict, invalid, notFound, ProblemError, taken } from '../utils/problem'
import { holdWorkroom } from '../services/workroom'
import { audit } from './audit'
import { countTry, forgetTries } from './attempts'
import { hashed, matches, refuseEasy } from './passphrase'
import { endSignIns } from './sign-in'

/** People one workroom keeps at the most. */
const MOST_PEOPLE = 200
const toPerson = (p: PersonRow): Person => ({
  id: p.id, name: p.name, role: p.role, hasPin: p.pin != null, signsIn: p.accountId != null,
  putAway: p.putAwayAt != null, version: p.version ?? 0,
})

export async function listPeople({ workroomId }: Context): Promise<Person[]> {
  const rows = await PersonRow.findAll({ where: { workroomId }, order: [['createdAt', 'ASC'], ['id', 'ASC']] })
  return rows.map(toPerson)
}
async function ownedPerson({ workroomId }: Context, id: string, lock = false): Promise<PersonRow> {
  const row = await PersonRow.findOne({ where: { id, workroomId }, ...(lock ? { lock: HELD } : {}) })
  if (!row) throw notFound('person')
  return row
}
const nameTaken = () => taken('name', 'Name: somebody here is called that already. Add a letter or a surname.')

/** The account somebody has, or the one she will have. */
type AccountFound = { id: string } | { name: string, nameKey: string, passphrase: string }
/**
 * The account for a name: the one there is, where the passphrase is its own, or a new one. A person may belong to several workrooms; who
 * does not know her passphrase does not learn that the name is known elsewhere. Tries are counted outside of any transaction.
 */
async function accountFor(name: string, passphrase: string, known: readonly string[], from: string): Promise<AccountFound> {
  const nameKey = nameKeyOf(name)
  const there = await AccountRow.findOne({ where: { nameKey } })
  if (!there) {
    await refuseEasy(passphrase, [name, ...known])
    return { name, nameKey, passphrase: await hashed(passphrase) }
  }
  const tries = [['pair', `${nameKey} ${from}`]] as const
  await countTry(tries)
  if (!await matches(there.passphrase, passphrase)) throw nameTaken()
  await forgetTries(tries)
  return { id: there.id }
}
/**
 * With the first passphrase of a server everybody on it has to sign in: it is one's own, or whoever gives it would be shut out.
 * @param id whose it would be; null for somebody new
 */
async function refuseBeforeOwn({ who }: Context, id: string | null): Promise<void> {
  if (!who || who.personId === id || await AccountRow.count() > 0) return
  throw invalid([{ field: 'passphrase', message:
    'Passphrase: give yourself one first, under My sign-in. With the first passphrase everybody has to sign in, and you could not.' }])
}
const made = async (found: AccountFound): Promise<string> => ('id' in found ? found.id : (await AccountRow.create(found)).id)

/** Adds someone; with a passphrase she signs in herself, without one she is tapped at a paired board. */
export async function addPerson(context: Context, { name, role, passphrase, pin }: PersonBody, from: string): Promise<Person> {
  const { workroomId } = context
  if (passphrase !== null) await refuseBeforeOwn(context, null)
  const room = await WorkroomRow.findByPk(workroomId, { attributes: ['name'] })
  const kept = pin && await keptPin(pin)
  const account = passphrase === null ? null : await accountFor(name, passphrase, [room?.name ?? ''], from)
  try {
    return await transact(async () => {
      await holdWorkroom(context)
      if (await PersonRow.count({ where: { workroomId, putAwayAt: null } }) >= MOST_PEOPLE)
        throw invalid([{ field: 'name', message: `People: ${MOST_PEOPLE} at the most.` }])
      const accountId = account && await made(account)
      const row = await PersonRow.create({ workroomId, accountId, name, nameKey: nameKeyOf(name), role, pin: kept })
      await audit(context, 'personAdded', `${name}, ${role}`)
      return toPerson(row)
    })
  } catch (error) {
    if (error instanceof UniqueConstraintError) throw nameTaken()
    throw error
  }
}

/** @throws ProblemError 422 where nobody would be left who may do everything */
async function refuseWithoutOwner(workroomId: string, without: PersonRow): Promise<void> {
  const owners = await PersonRow.findAll({ where: { workroomId, role: 'owner', putAwayAt: null } })
  const others = owners.filter(o => o.id !== without.id && (o.accountId !== null || without.accountId === null))
  if (without.role === 'owner' && others.length === 0) {
    throw invalid([{ field: 'role', message:
      'Role: nobody would be left who may add people or restore. Make somebody else an owner first, with a passphrase.' }])
  }
}

/** Another name or role. */
export async function changePerson(
  context: Context, id: string, { version, name, role }: { version: number, name: string, role: Person['role'] },
): Promise<Person> {
  try {
    return await transact(async () => {
      await holdWorkroom(context)
      const row = await ownedPerson(context, id, true)
      if (row.version !== version) throw conflict('person', toPerson(row), { name, role, version })
      if (role !== 'owner') await refuseWithoutOwner(context.workroomId, row)
      const isSame = nameKeyOf(name) === row.nameKey
      if (!isSame && row.accountId) {
        throw invalid([{ field: 'name', message:
          'Name: it is what she signs in with. Put her away and add her anew, or keep its letters and change how it is written.' }])
      }
      await audit(context, 'personChanged', `${row.name}: ${row.name === name ? '' : `${name}, `}${role}`)
      return toPerson(await row.update({ name, nameKey: nameKeyOf(name), role }))
    })
  } catch (error) {
    if (error instanceof UniqueConstraintError) throw nameTaken()
    throw error
  }
}

/** Puts someone away: signed out everywhere at once; what she did keeps her name. Or takes her back. */
export async function putAway(context: Context, id: string, away: boolean): Promise<Person> {
  try {
    return await transact(async () => {
      await holdWorkroom(context)
      const row = await ownedPerson(context, id, true)
      if (away) {
        await refuseWithoutOwner(context.workroomId, row)
        await endSignIns({ personId: id }, 'putAway')
      }
      await audit(context, away ? 'personPutAway' : 'personBack', row.name)
      return toPerson(await row.update({ putAwayAt: away ? new Date() : null }))
    })
  } catch (error) {
    if (error instanceof UniqueConstraintError) throw nameTaken()
    throw error
  }
}

/** The owner gives someone a new passphrase who lost hers, or a first one. Signed out everywhere. */
export async function givePassphrase(context: Context, id: string, passphrase: string, from: string): Promise<Person> {
  const { name, accountId } = await ownedPerson(context, id)
  await refuseBeforeOwn(context, id)
  // Whoever belongs to another workroom too is not let in there by this one's owner.
  if (accountId && await PersonRow.count({ where: { accountId } }) > 1) {
    throw new ProblemError(409, 'Of several workrooms',
      'This person belongs to another workroom too: whoever runs the server gives a new passphrase, with npm run person.')
  }
  const account = accountId ? null : await accountFor(name, passphrase, [], from)
  await refuseEasy(passphrase, [name])
  const fresh = accountId ? await hashed(passphrase) : ''
  return transact(async () => {
    const row = await ownedPerson(context, id, true)
    if (account) await row.update({ accountId: await made(account) })
    else {
      await AccountRow.update({ passphrase: fresh }, { where: { id: accountId! } })
      await endOthers([id], context.who?.signInId ?? null)
    }
    await audit(context, 'passphrase', row.name)
    return toPerson(row)
  })
}

/** One's own passphrase: signed out everywhere else. */
export async function changePassphrase(
  context: Context, { current, passphrase }: { current: string, passphrase: string }, from: string,
): Promise<Person> {
  const { personId, signInId } = context.who!
  const row = await ownedPerson(context, personId)
  if (!row.accountId) return givePassphrase(context, personId, passphrase, from)
  const account = (await AccountRow.findByPk(row.accountId))!
  const tries = [['pair', `${account.nameKey} ${from}`]] as const
  await countTry(tries)
  if (!await matches(account.passphrase, current))
    throw invalid([{ field: 'current', message: 'Current passphrase: that is not right.' }])
  await forgetTries(tries)
  await refuseEasy(passphrase, [row.name])
  const fresh = await hashed(passphrase)
  await transact(async () => {
    await account.update({ passphrase: fresh })
    const people = await PersonRow.findAll({ where: { accountId: account.id }, attributes: ['id'] })
    await endOthers(people.map(p => p.id), signInId)
    await audit(context, 'passphrase', row.name)
  })
  return toPerson(row)
}
async function endOthers(personIds: string[], spared: string | null): Promise<void> {
  await SignInRow.update({ endedAt: new Date(), endedWhy: 'passphrase' },
    { where: { personId: personIds, endedAt: null, ...(spared ? { id: { [Op.ne]: spared } } : {}) } })
}

/** All alike, one after another up or down, or a year. */
function isTriedFirst(pin: string): boolean {
  const steps = new Set([...pin].slice(1).map((figure, i) => Number(figure) - Number(pin[i])))
  return (steps.size === 1 && [-1, 0, 1].includes([...steps][0]!)) || /^(19|20)\d\d$/.test(pin)
}

/** @throws ProblemError 422 where it is one that anybody would try first */
function keptPin(pin: string): Promise<string> {
  if (isTriedFirst(pin))
    throw invalid([{ field: 'pin', message: 'PIN: that one is tried first. Take figures that are not in a row, and no year.' }])
  return hashed(pin)
}
/** The owner gives someone a PIN, or takes it away. */
export async function givePin(context: Context, id: string, pin: string | null): Promise<Person> {
  const row = await ownedPerson(context, id), kept = pin && await keptPin(pin)
  await row.update({ pin: kept })
  await audit(context, 'pin', `for ${row.name}`)
  return toPerson(row)
}
/** One's own PIN, for taking over at a paired board; null takes it away. */
export async function choosePin(context: Context, pin: string | null): Promise<Person> {
  const row = await ownedPerson(context, context.who!.personId)
  await row.update({ pin: pin && await keptPin(pin) })
  await audit(context, 'pin', pin === null ? 'none' : '')
  return toPerson(row)
}
