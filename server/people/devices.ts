import { createHash, randomInt } from 'node:crypto'
import { Op } from 'sequelize'
import type { Device } from '#shared/schemas'
import { transact } from '../db/transaction'
import { DeviceRow, PairingCodeRow, PersonRow, SignInRow } from '../db/models'
import type { Context } from '../utils/context'
import { notFound, ProblemError } from '../utils/problem'
import { audit } from './audit'
import { countTry, forgetTries } from './attempts'
import type { Carried } from './cookie'
import { endSignIns } from './sign-in'

/** A code lives so long, and is used once. */
export const CODE_LIVES_MS = 5 * 60_000
/** Letters and figures that nobody takes for one another. */
const CODE_LETTERS = 'ABCDEFGHJKLMNPQRTUVWXY346789', CODE_LENGTH = 8
const MOST_DEVICES = 100

/** As it was meant: spaces, dashes and small letters count for nothing. */
const codeKey = (code: string): string => createHash('sha256').update(code.toUpperCase().replace(/[^A-Z0-9]/g, '')).digest('hex')

export async function listDevices({ workroomId, who }: Context): Promise<Device[]> {
  const rows = await DeviceRow.findAll({ where: { workroomId, endedAt: null }, order: [['seenAt', 'DESC']], limit: MOST_DEVICES })
  const at = await SignInRow.findAll({ where: { deviceId: rows.map(r => r.id), endedAt: null } })
  const names = new Map((await PersonRow.findAll({ where: { workroomId } })).map(p => [p.id, p.name]))
  return rows.map(r => ({
    id: r.id, name: r.name, paired: r.paired, seenAt: r.seenAt.toISOString(), isThis: r.id === who?.deviceId,
    at: names.get(at.find(s => s.deviceId === r.id)?.personId ?? '') ?? null,
  }))
}

/** A code by which one device comes to stay at the board. */
export async function newPairingCode(context: Context, nowMs = Date.now()): Promise<{ code: string, until: string }> {
  const code = Array.from({ length: CODE_LENGTH }, () => CODE_LETTERS[randomInt(CODE_LETTERS.length)]).join('')
  await PairingCodeRow.create({
    workroomId: context.workroomId, codeHash: codeKey(code), personId: context.who?.personId ?? null, createdAt: new Date(nowMs),
  })
  // Those that nobody used are gone after a day.
  await PairingCodeRow.destroy({ where: { createdAt: { [Op.lt]: new Date(nowMs - 86_400_000) } } })
  return { code: `${code.slice(0, 4)}-${code.slice(4)}`, until: new Date(nowMs + CODE_LIVES_MS).toISOString() }
}

const NO_CODE = 'That code does not work: each is good for five minutes and one device. Show a new one.'
const noCode = () => new ProblemError(422, 'Not paired', NO_CODE, { errors: [{ field: 'code', message: `Code: ${NO_CODE}` }] })

/** Pairs a device by a code. @throws ProblemError 422 where the code was used, is too old or was never given; 429 after too many tries */
export async function pair({ code, device: name }: { code: string, device: string }, from: string, nowMs = Date.now()): Promise<Carried> {
  const tries = [['code', from]] as const
  await countTry(tries)
  const device = await transact(async () => {
    // Used by one alone, however many come at once.
    const [used] = await PairingCodeRow.update({ usedAt: new Date(nowMs) }, {
      where: { codeHash: codeKey(code), usedAt: null, createdAt: { [Op.gt]: new Date(nowMs - CODE_LIVES_MS), [Op.lte]: new Date(nowMs) } },
    })
    if (used === 0) return null
    const { workroomId, personId } = (await PairingCodeRow.findOne({ where: { codeHash: codeKey(code) } }))!
    const row = await DeviceRow.create({ workroomId, name, paired: true, personId })
    await audit({ workroomId, who: { personId: personId!, deviceId: row.id, role: 'owner', signInId: null } }, 'paired', name)
    return row
  })
  if (!device) throw noCode()
  await forgetTries(tries)
  return { device: device.id, signIn: null }
}

async function ownedDevice({ workroomId }: Context, id: string): Promise<DeviceRow> {
  const row = await DeviceRow.findOne({ where: { id, workroomId, endedAt: null } })
  if (!row) throw notFound('device')
  return row
}
/** This device, or another one, stays at the board: people take over there by a PIN. */
export async function stayAtBoard(context: Context, id: string, name: string): Promise<void> {
  const row = await ownedDevice(context, id)
  await row.update({ paired: true, name })
  await audit(context, 'paired', name)
}
/** Puts a device away: whoever is signed in there is signed out at once, and it has to be paired anew. */
export async function endDevice(context: Context, id: string): Promise<void> {
  await transact(async () => {
    const row = await ownedDevice(context, id)
    await endSignIns({ deviceId: id }, 'deviceEnded')
    await row.update({ endedAt: new Date() })
    await audit(context, 'deviceEnded', row.name)
  })
}
