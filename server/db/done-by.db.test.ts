import { mkdtemp, rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { DeviceRow, PersonRow, SwatchRow } from './models'
import { addPerson, listPeople, putAway } from '../people/people'
import { fabricHistory } from '../services/swatches'
import { moveStock } from '../services/records'
import { aRoom, type Room } from '../testing/room'
import { readWorkroom } from '../workroom/read'
import { writeArchive } from '../workroom/write'
import { doneBy } from './done-by'

const page = { q: '', page: 1, size: 50 }
let folder: string
beforeAll(async () => { folder = await mkdtemp(join(tmpdir(), 'done-by-')) })
afterAll(() => rm(folder, { recursive: true }))

const someone = (room: Room, name: string) => addPerson(room.context, { name, role: 'maker', passphrase: null, pin: null }, '10.0.0.1')
async function pressedBy(room: Room, ...names: (string | null)[]) {
  const things = { fabric: await room.fabric(), supply: await room.supply(), iron: await room.iron() }
  const ids: (string | null)[] = []
  for (const name of names) {
    const person = name === null ? null : await someone(room, name)
    await doneBy(person?.id ?? null, () => room.swatch(things))
    ids.push(person?.id ?? null)
  }
  return { ...things, ids }
}

describe('who did it', () => {
  it('stands on what is kept, and a fabric\'s history is read by person', async () => {
    const room = await aRoom(), { fabric, supply, ids } = await pressedBy(room, 'Orla', 'Bram', null)
    const of = async (by?: string) => (await fabricHistory(room.context, fabric.id, { ...page, ...by ? { by } : {} })).rows.map(t =>
      t.personId)
    expect((await of()).sort()).toEqual([...ids].sort())
    expect([await of(ids[0]!), await of(ids[1]!)]).toEqual([[ids[0]], [ids[1]]])
    const records = await doneBy(ids[1]!, () => moveStock(room.context, supply.id, { metres: 2, reason: 'bought' }))
    expect(records.movements[0]!.personId).toBe(ids[1])
  })
  it('what says for itself who did it stays as it says', async () => {
    const room = await aRoom(), [orla, bram] = [await someone(room, 'Orla'), await someone(room, 'Bram')]
    const { workroomId } = room.context
    const row = await doneBy(orla.id, () => DeviceRow.create({ workroomId, name: 'Tablet', paired: true, personId: bram.id }))
    expect(row.personId).toBe(bram.id)
  })
  it('somebody of one workroom is not written into another\'s by what runs beside it', async () => {
    const [one, two] = [await aRoom(), await aRoom()]
    const [a, b] = [await pressedBy(one, 'Orla'), await pressedBy(two, 'Bram')]
    await Promise.all([
      doneBy(a.ids[0]!, () => one.swatch(a)), doneBy(b.ids[0]!, () => two.swatch(b)), doneBy(a.ids[0]!, () => one.swatch(a)),
    ])
    const whose = async (room: Room) => [...new Set((await SwatchRow.findAll({ where: { workroomId: room.context.workroomId } })).map(t =>
      t.personId))]
    expect([await whose(one), await whose(two)]).toEqual([a.ids, b.ids])
  })
  it('goes out with the workroom and comes in elsewhere: known names as who is here, others as people put away', async () => {
    const room = await aRoom(), { ids } = await pressedBy(room, 'Orla', 'Bram', null)
    await putAway(room.context, ids[1]!, true)
    const file = join(folder, 'room.zip')
    await writeArchive(room.context.workroomId, file)
    const other = await aRoom(), orla = await someone(other, 'ORLA')
    // Whoever reads it in did not press what is in it.
    await doneBy(orla.id, () => readWorkroom(other.context, file))
    const people = await listPeople(other.context)
    expect(people.map(p => [p.name, p.role, p.putAway])).toEqual([['ORLA', 'maker', false], ['Bram', 'maker', true]])
    const swatches = await SwatchRow.findAll({ where: { workroomId: other.context.workroomId } })
    expect(swatches.map(t => people.find(p => p.id === t.personId)?.name ?? null).sort()).toEqual(['Bram', 'ORLA', null])
    // Again, and nobody is there twice.
    await readWorkroom(other.context, file)
    expect((await listPeople(other.context)).map(p => p.name)).toEqual(['ORLA', 'Bram'])
    // Back where it came from everyone is who he was, and stays what he is.
    await PersonRow.update({ role: 'owner' }, { where: { id: ids[0]! } })
    await readWorkroom(room.context, file)
    expect((await listPeople(room.context)).map(p => [p.id, p.role, p.putAway])).toEqual([[ids[0], 'owner', false], [ids[1], 'maker',
      true]])
  })
})
