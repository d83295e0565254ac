import { beforeAll, describe, expect, it } from 'vitest'
import { beginBody } from '#shared/schemas'
import { SupplyRow, WorkroomRow } from '../db/models'
import { aRoom, refusal } from '../testing/room'
import { beginWorkroom, whatIsBegun } from './beginning'

beforeAll(async () => { await aRoom() })

describe('a workroom where there is one already', () => {
  it('is not begun again: nothing of the second is written', async () => {
    const rooms = await WorkroomRow.count(), supplies = await SupplyRow.count()
    const body = beginBody.parse({ name: 'Second', units: { length: 'mm', temperature: '°C', arealMass: 'g/m²' }, supplies: ['web'],
      owner: { name: 'Second', passphrase: 'tangled ferry lantern' } })
    const { status, said } = await refusal(beginWorkroom(body))
    expect([status, said]).toEqual([409, expect.stringContaining('somebody was quicker')])
    expect([await WorkroomRow.count(), await SupplyRow.count()]).toEqual([rooms, supplies])
    expect((await whatIsBegun()).begun).toBe(true)
  })
  it('says of the first of several whether it is the demonstration', async () => {
    const first = await WorkroomRow.findOne({ order: [['createdAt', 'ASC']] })
    const { context } = await aRoom()
    await WorkroomRow.update({ demo: !first!.demo }, { where: { id: context.workroomId } })
    expect(await whatIsBegun()).toEqual({ begun: true, demo: first!.demo })
    await WorkroomRow.update({ demo: !first!.demo }, { where: { id: first!.id } })
    expect((await whatIsBegun()).demo).toBe(!first!.demo)
    await WorkroomRow.update({ demo: first!.demo }, { where: { id: first!.id } })
  })
})
