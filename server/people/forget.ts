import { Op } from 'sequelize'
import { nameKeyOf } from '#shared/people'
import { HELD, transact } from '../db/transaction'
import { AccountRow, AuditRow, DeviceRow, PersonRow, SignInRow, WorkroomRow } from '../db/models'

/** What a device is called whose name spoke of somebody who is forgotten. */
const NAMELESS = 'A board'
/** Nothing between two names is no end of a word. */
const isPartOfAWord = (letter: string | undefined): boolean => letter === undefined || /[\p{L}\p{N}]/u.test(letter)

/** Whether this speaks of somebody by her name: as words of their own, however they are written. "Annabel" does not speak of "Ann". */
export function speaksOf(text: string, name: string): boolean {
  const parts = ` ${nameKeyOf(text)} `.split(nameKeyOf(name))
  return parts.some((after, i) => i > 0 && !isPartOfAWord(parts[i - 1]!.at(-1)) && !isPartOfAWord(after[0]))
}

/**
 * Takes a name out of what is kept of people, in every workroom: she is put away, signed out, and what she did stays without it. So do
 * what was written down about her and the names of devices that speak of her. Words that somebody wrote about a job stay as they are.
 * @param name as she signs in, or is tapped at a board
 * @returns how many people bore it, and the workrooms that are still called by it; null where nobody does
 * @throws Error where she is the only owner of a workroom; nothing has changed then
 */
export async function forgetPerson(name: string): Promise<{ people: number, stillCalled: string[] } | null> {
  const nameKey = nameKeyOf(name)
  return transact(async () => {
    const people = await PersonRow.findAll({ where: { nameKey }, lock: HELD })
    if (people.length === 0) return null
    const workroomId = people.map(p => p.workroomId)
    for (const p of people) {
      // Where she signs in, one who cannot does not stand for her: with the last passphrase the board would be open to everyone.
      const signsIn = p.accountId ? { accountId: { [Op.ne]: null } } : {}
      const owners = await PersonRow.count({
        where: { workroomId: p.workroomId, role: 'owner', putAwayAt: null, id: { [Op.ne]: p.id }, ...signsIn },
      })
      if (p.role === 'owner' && !p.putAwayAt && owners === 0) {
        throw new Error(`${p.name} is the only owner of a workroom${p.accountId ? ' who signs in' : ''}. `
          + `Make somebody else an owner first${p.accountId ? ', with a passphrase' : ''}.`)
      }
      const called = `Somebody ${p.id.slice(0, 4)}`
      await SignInRow.destroy({ where: { personId: p.id } })
      await p.update({ name: called, nameKey: nameKeyOf(called), accountId: null, pin: null, putAwayAt: p.putAwayAt ?? new Date() })
    }
    await AccountRow.destroy({ where: { nameKey } })
    const lines = await AuditRow.findAll({ where: { workroomId, about: { [Op.ne]: '' } }, attributes: ['id', 'about'] })
    const about = lines.filter(line => speaksOf(line.about, name)).map(line => line.id)
    await AuditRow.update({ about: '' }, { where: { id: about } })
    const devices = (await DeviceRow.findAll({ where: { workroomId } })).filter(d => speaksOf(d.name, name)).map(d => d.id)
    await DeviceRow.update({ name: NAMELESS }, { where: { id: devices } })
    const rooms = (await WorkroomRow.findAll({ where: { id: workroomId }, attributes: ['name'] })).map(r => r.name)
    return { people: people.length, stillCalled: rooms.filter(room => speaksOf(room, name)) }
  })
}
