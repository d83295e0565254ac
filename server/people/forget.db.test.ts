import { describe, expect, it } from 'vitest'
import type { Role } from '#shared/people'
import { AccountRow, AuditRow, DeviceRow, PersonRow } from '../db/models'
import { aRoom, type Room } from '../testing/room'
import { audit } from './audit'
import { forgetPerson, speaksOf } from './forget'
import { addPerson, listPeople } from './people'

const someone = (room: Room, name: string, role: Role = 'maker', passphrase: string | null = null) =>
  addPerson(room.context, { name, role, passphrase, pin: null }, '10.0.0.1')
const aboutOf = async (room: Room) => (await AuditRow.findAll({ where: { workroomId: room.context.workroomId } })).map(a => a.about)

describe('a text', () => {
  it.each([
    ['Ann', 'Ann', true], ['ann, maker', 'Ann', true], ['for Ann', 'ANN', true], ['Ann\'s tablet', 'Ann', true],
    ['Annabel', 'Ann', false], ['Joann', 'Ann', false], ['Ann2', 'Ann', false], ['Joann: Ann, owner', 'Ann', true],
    ['annann', 'ann', false], ['', 'Ann', false], ['Mary  Ann', 'mary ann', true], ['Mary Anne', 'mary ann', false],
  ] as const)('"%s" speaks of "%s": %s', (text, name, does) => expect(speaksOf(text, name)).toBe(does))
})

describe('somebody who is forgotten', () => {
  it('is nowhere named any more, in any workroom; others whose names hold hers are', async () => {
    const [one, two] = [await aRoom(), await aRoom()]
    await someone(one, 'Owner Wick', 'owner', 'eight bells and a thimble')
    const ysolde = await someone(one, 'Ysolde', 'owner', 'seven sails and a needle')
    await someone(two, 'Ysolde')
    await someone(one, 'Ysoldeta')
    await audit(one.context, 'pin', 'for Ysolde')
    await audit({ ...one.context, who: { personId: ysolde.id, deviceId: null!, role: 'owner', signInId: null } }, 'rules')
    const device = (name: string) => DeviceRow.create({ workroomId: one.context.workroomId, name, paired: true, personId: ysolde.id })
    const [hers, bench] = [await device('Ysolde\'s tablet'), await device('Bench')]
    expect(await forgetPerson('ysolde')).toEqual({ people: 2, stillCalled: [] })
    expect((await listPeople(one.context)).map(p => [p.name, p.putAway, p.signsIn]).sort()).toEqual([
      ['Owner Wick', false, true], [`Somebody ${ysolde.id.slice(0, 4)}`, true, false], ['Ysoldeta', false, false],
    ])
    expect((await listPeople(two.context)).every(p => p.putAway && p.name.startsWith('Somebody'))).toBe(true)
    expect(await AccountRow.count({ where: { nameKey: 'ysolde' } })).toBe(0)
    const about = await aboutOf(one)
    expect(about.filter(a => speaksOf(a, 'Ysolde'))).toEqual([])
    expect(about).toContain('Ysoldeta, maker')
    // What she did stays hers, without the name.
    expect(await AuditRow.count({ where: { personId: ysolde.id, what: 'rules' } })).toBe(1)
    expect([(await hers.reload()).name, (await bench.reload()).name]).toEqual(['A board', 'Bench'])
  })
  it('is not, where a workroom would be left without an owner: nothing changes, in any workroom', async () => {
    const [one, two] = [await aRoom(), await aRoom()]
    await someone(one, 'Perran')
    await someone(two, 'Perran', 'owner')
    await expect(forgetPerson('Perran')).rejects.toThrow('Perran is the only owner of a workroom. Make somebody else an owner first.')
    expect(await PersonRow.count({ where: { nameKey: 'perran', putAwayAt: null } })).toBe(2)
  })
  it('is not, where nobody would be left who signs in as an owner: the board would be open to everyone', async () => {
    const room = await aRoom()
    await someone(room, 'Merryn', 'owner', 'nine knots in a halyard')
    await someone(room, 'Jory', 'owner')
    await expect(forgetPerson('Merryn')).rejects.toThrow(
      'Merryn is the only owner of a workroom who signs in. Make somebody else an owner first, with a passphrase.')
    expect(await AccountRow.count({ where: { nameKey: 'merryn' } })).toBe(1)
    expect((await forgetPerson('Jory'))!.people).toBe(1)
  })
  it('was never here: nothing is done', async () => {
    expect(await forgetPerson('Nobody of that name')).toBeNull()
  })
})
