import type { Door, Me } from '#shared/schemas'
import { database } from '../db/connection'
import { AccountRow, DeviceRow, PersonRow, WorkroomRow } from '../db/models'
import type { Context, Who } from '../utils/context'
import type { Carried } from './cookie'
import { deviceOf } from './sign-in'

/** How long it is remembered that a server is open, ms: until somebody has a passphrase every request asks for it. */
const KNOWN_MS = 2000
let known: { open: { workroomId: string, owner: Who } | null, untilMs: number } | null = null
/** Somebody has a passphrase now. */
export const askAgainWhetherOpen = (): void => { known = null }

/**
 * While nobody on this server has a passphrase, whoever reaches it is the owner of its oldest workroom.
 * @returns that workroom and its owner; null where one has to sign in
 */
export async function openWorkroom(): Promise<{ workroomId: string, owner: Who } | null> {
  if (known && known.untilMs > Date.now()) return known.open
  database()
  const open = await AccountRow.count() > 0 ? null : await oldest()
  known = { open, untilMs: open ? Date.now() + KNOWN_MS : 0 }
  return open
}
async function oldest(): Promise<{ workroomId: string, owner: Who } | null> {
  const room = await WorkroomRow.findOne({ attributes: ['id'], order: [['createdAt', 'ASC']] })
  if (!room) return null
  const owner = await PersonRow.findOne({ where: { workroomId: room.id, role: 'owner', putAwayAt: null }, order: [['createdAt', 'ASC']] })
    ?? await PersonRow.create({ workroomId: room.id, name: 'Owner', nameKey: 'owner', role: 'owner' })
  return { workroomId: room.id, owner: { personId: owner.id, deviceId: null, role: owner.role, signInId: null } }
}

const others = async (workroomId: string, open: boolean) => {
  const rows = await PersonRow.findAll({ where: { workroomId, putAwayAt: null }, order: [['createdAt', 'ASC'], ['id', 'ASC']] })
  return rows.filter(p => open || p.pin != null).map(p => ({ id: p.id, name: p.name, role: p.role, asksPin: !open || p.pin != null }))
}

/** Who is at the board, and who may take over. */
export async function meOf({ workroomId, who }: Context, open: boolean): Promise<Me> {
  const person = (await PersonRow.findByPk(who!.personId))!, room = (await WorkroomRow.findByPk(workroomId))!
  const device = who!.deviceId === null ? null : await DeviceRow.findByPk(who!.deviceId)
  return {
    workroom: { id: room.id, name: room.name, demo: room.demo },
    person: { id: person.id, name: person.name, role: person.role, hasPin: person.pin != null, signsIn: person.accountId != null },
    device: device && { id: device.id, name: device.name, paired: device.paired },
    open,
    others: open || device?.paired ? (await others(workroomId, open)).filter(o => o.id !== person.id) : [],
  }
}

/** What a browser finds at the door where nobody is signed in on it. */
export async function atTheDoor(carried: Carried | null): Promise<Door> {
  database()
  if (await WorkroomRow.count() === 0) return { at: 'empty' }
  const device = await deviceOf(carried)
  if (!device?.paired) return { at: 'out' }
  const room = (await WorkroomRow.findByPk(device.workroomId))!
  const people = (await others(device.workroomId, false)).map(({ id, name, role }) => ({ id, name, role }))
  return { at: 'board', workroom: { id: room.id, name: room.name }, people }
}
