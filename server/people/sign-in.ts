import { QueryTypes } from 'sequelize'
import { nameKeyOf, type Role } from '#shared/people'
import type { ChooseWorkroom, SignInBody } from '#shared/schemas'
import { database } from '../db/connection'
import { transact } from '../db/transaction'
import { AccountRow, DeviceRow, PersonRow, SignInRow, WorkroomRow } from '../db/models'
import type { Context, Who } from '../utils/context'
import { ProblemError } from '../utils/problem'
import { audit } from './audit'
import { countTry, forgetTries, type Limited } from './attempts'
import type { Carried } from './cookie'
import { matches } from './passphrase'

/** A cookie is sealed anew once a day. */
const RENEWED_MS = 86_400_000
/** Requests that were on their way as the new one was first shown still carry the one before. */
const OVERLAP_MS = 2 * 60_000
/** When a device was last seen is written down so often. */
const SEEN_MS = 60_000

/** An unknown name and a wrong passphrase are one and the same. */
const wrong = () => new ProblemError(401, 'Not signed in',
  'That name and passphrase do not match. Check both, and try again.')
export const signedOut = () => new ProblemError(401, 'Signed out', 'Nobody is signed in here. Sign in to go on where you were.')

interface Found {
  id: string
  workroom_id: string
  person_id: string
  device_id: string
  serial: number
  serial_at: Date
  serial_seen_at: Date | null
  seen_at: Date
  role: Role
}

/** Who a cookie says is signed in; null where that is over. */
export interface Known { who: Who, workroomId: string, renewed: Carried | null }
export async function whoCarries({ device, signIn }: Carried, nowMs = Date.now()): Promise<Known | null> {
  if (!signIn) return null
  const [found] = await database().query<Found>(`
    select s.id, s.workroom_id, s.person_id, s.device_id, s.serial, s.serial_at, s.serial_seen_at, s.seen_at, p.role
    from sign_in s join person p on p.id = s.person_id join device d on d.id = s.device_id
    where s.id = :id and s.device_id = :device and s.ended_at is null and p.put_away_at is null and d.ended_at is null`,
  { replacements: { id: signIn.id, device }, type: QueryTypes.SELECT })
  if (!found) return null
  const context: Context = {
    workroomId: found.workroom_id, who: { personId: found.person_id, deviceId: found.device_id, role: found.role, signInId: found.id },
  }
  const isOld = signIn.serial < found.serial
  /** The answer that brought the newest was lost: it is given once more. */
  const isLost = isOld && found.serial_seen_at === null && nowMs - found.serial_at.getTime() > OVERLAP_MS
  const isPast = isOld && found.serial_seen_at !== null && nowMs - found.serial_seen_at.getTime() > OVERLAP_MS
  if (signIn.serial > found.serial || signIn.serial < found.serial - 1 || isPast) {
    // Whoever has the newer one goes on with it; two who carry one cookie are one too many.
    await endSignIns({ id: found.id }, 'copied')
    await audit(context, 'copiedCookie')
    return null
  }
  if (!isOld && found.serial_seen_at === null) await SignInRow.update({ serialSeenAt: new Date(nowMs) }, { where: { id: found.id } })
  if (nowMs - found.seen_at.getTime() > SEEN_MS) {
    await SignInRow.update({ seenAt: new Date(nowMs) }, { where: { id: found.id } })
    await DeviceRow.update({ seenAt: new Date(nowMs) }, { where: { id: device } })
  }
  const isDue = !isOld && nowMs - found.serial_at.getTime() > RENEWED_MS
  return {
    who: context.who!, workroomId: found.workroom_id,
    renewed: isLost
      ? { device, signIn: { id: found.id, serial: found.serial } }
      : isDue ? await renew(found.id, device, found.serial, nowMs) : null,
  }
}
/** Is whoever began something long still signed in? While nobody has to sign in, everyone is. */
export async function isStillIn({ who }: Context): Promise<boolean> {
  if (!who?.signInId) return true
  const [found] = await database().query<{ id: string }>(`
    select s.id from sign_in s join person p on p.id = s.person_id join device d on d.id = s.device_id
    where s.id = :id and s.ended_at is null and p.put_away_at is null and d.ended_at is null`,
  { replacements: { id: who.signInId }, type: QueryTypes.SELECT })
  return found !== undefined
}
/** Counts it up; of two requests at once one does. */
async function renew(id: string, device: string, serial: number, nowMs: number): Promise<Carried | null> {
  const [changed] = await SignInRow.update({ serial: serial + 1, serialAt: new Date(nowMs), serialSeenAt: null }, { where: { id, serial } })
  return changed === 1 ? { device, signIn: { id, serial: serial + 1 } } : null
}

/** Ends sign-ins, whatever device they are on. */
export async function endSignIns(where: { id?: string, personId?: string | string[], deviceId?: string }, why: string): Promise<number> {
  const [ended] = await SignInRow.update({ endedAt: new Date(), endedWhy: why }, { where: { ...where, endedAt: null } })
  return ended
}

/** Signs a person in on a device; whoever was signed in there before is not any more. */
export async function signInOn(device: DeviceRow, person: Pick<PersonRow, 'id' | 'workroomId'>): Promise<Carried> {
  await endSignIns({ deviceId: device.id }, 'switched')
  const row = await SignInRow.create({ workroomId: person.workroomId, personId: person.id, deviceId: device.id })
  await device.update({ seenAt: new Date() })
  return { device: device.id, signIn: { id: row.id, serial: 0 } }
}

/** The device a browser carries, if it is one of this workroom that was not put away. */
export const deviceOf = (carried: Carried | null, workroomId?: string): Promise<DeviceRow | null> => (carried
  ? DeviceRow.findOne({ where: { id: carried.device, endedAt: null, ...(workroomId ? { workroomId } : {}) } })
  : Promise.resolve(null))

/** Has this person signed in on this device before? */
const isKnownOn = async (device: DeviceRow | null, personIds: string[]): Promise<boolean> =>
  device !== null && await SignInRow.count({ where: { deviceId: device.id, personId: personIds } }) > 0

/**
 * Signs in by name and passphrase.
 * @param from the address it comes from
 * @returns what the browser carries from now on, or the workrooms to choose from
 * @throws ProblemError 401, the same for a name that is not known and a passphrase that is wrong; 429 after too many tries
 */
export async function signIn({ name, passphrase, workroomId, device: deviceName }: SignInBody, from: string, carried: Carried | null):
Promise<Carried | ChooseWorkroom> {
  const key = nameKeyOf(name), device = await deviceOf(carried)
  const account = await AccountRow.findOne({ where: { nameKey: key } })
  const people = account ? await PersonRow.findAll({ where: { accountId: account.id, putAwayAt: null } }) : []
  const tries: [Limited, string][] = [['pair', `${key} ${from}`]]
  // Where she has signed in before, what others try from the same house or of her name does not hold her up.
  if (!await isKnownOn(device, people.map(p => p.id))) tries.push(['address', from], ['name', key])
  await countTry(tries)
  if (!await matches(people.length > 0 ? account!.passphrase : null, passphrase)) throw wrong()
  await forgetTries(tries)
  const person = people.find(p => p.workroomId === workroomId) ?? (people.length === 1 ? people[0]! : null)
  if (!person) {
    const rooms = await WorkroomRow.findAll({ where: { id: people.map(p => p.workroomId) }, order: [['name', 'ASC']] })
    return { choose: rooms.map(r => ({ id: r.id, name: r.name })) }
  }
  return transact(async () => {
    const here = device?.workroomId === person.workroomId
      ? device
      : await DeviceRow.create({ workroomId: person.workroomId, name: deviceName ?? 'A browser', paired: false, personId: person.id })
    const now = await signInOn(here, person)
    await audit({ workroomId: person.workroomId, who: { personId: person.id, deviceId: here.id, role: person.role,
      signInId: now.signIn!.id } },
    'signedIn')
    return now
  })
}

/** Whoever is at an open board goes on there as himself, once signing in is asked for. */
export async function keepSignedIn({ workroomId, who }: Context, carried: Carried | null): Promise<Carried> {
  const device = await deviceOf(carried, workroomId)
    ?? await DeviceRow.create({ workroomId, name: 'This board', paired: true, personId: who!.personId })
  return signInOn(device, { id: who!.personId, workroomId })
}

/** Signs out; a device that was not paired is forgotten with it. @returns what the browser carries from now on */
export async function signOut(context: Context): Promise<Carried | null> {
  const { who } = context
  if (!who?.deviceId) return null
  await audit(context, 'signedOut')
  await endSignIns({ id: who.signInId! }, 'signedOut')
  const device = await DeviceRow.findByPk(who.deviceId)
  if (device?.paired) return { device: device.id, signIn: null }
  await device?.update({ endedAt: new Date() })
  return null
}

const wrongPin = () => new ProblemError(401, 'Not signed in', 'That PIN is wrong. Check the name, and try again.')

/**
 * Someone else takes over at the board: by a PIN on a paired device; by a tap while nobody here has a passphrase.
 * @param open nobody on this server has a passphrase
 */
export async function switchTo(
  { personId, pin }: { personId: string, pin: string }, carried: Carried | null, open: { workroomId: string } | null,
): Promise<Carried> {
  const device = await deviceOf(carried, open?.workroomId) ?? (open
    ? await DeviceRow.create({ workroomId: open.workroomId, name: 'This board', paired: true, personId: null })
    : null)
  if (!device?.paired)
    throw new ProblemError(401, 'Not paired', 'This device is not paired: sign in with your name and passphrase.')
  const person = await PersonRow.findOne({ where: { id: personId, workroomId: device.workroomId, putAwayAt: null } })
  if (!open || person?.pin || person?.accountId) {
    const tries: [Limited, string][] = [['pin', `${device.id} ${personId}`]]
    await countTry(tries)
    if (!await matches(person?.pin ?? null, pin)) throw wrongPin()
    await forgetTries(tries)
  }
  if (!person) throw wrongPin()
  return transact(async () => {
    const now = await signInOn(device, person)
    await audit({ workroomId: person.workroomId, who: { personId, deviceId: device.id, role: person.role, signInId: now.signIn!.id } },
      'switched')
    return now
  })
}
