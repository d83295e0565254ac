import { beforeAll, describe, expect, it } from 'vitest'
import { fabricBody, ironBody, jobBody, supplyBody } from '#shared/schemas'
import { aRoom, type Room } from '../testing/room'
import { getFabric, updateFabric } from './fabrics'
import { getJob, updateJob } from './jobs'
import { getIron, getSupply, updateIron, updateSupply } from './shelf'

let room: Room
beforeAll(async () => { room = await aRoom() })

type Named = { id: string, name: string, version: number }
/** Of each thing: one of them, how it is saved under another name, and how it is read. */
const things: Record<string, () => Promise<{ first: Named, save: (name: string) => Promise<unknown>, read: () => Promise<Named> }>> = {
  fabric: async () => {
    const { id, version, ...rest } = await room.fabric(), body = fabricBody.parse(rest)
    return { first: { id, version, name: body.name }, read: () => getFabric(room.context, id),
      save: name => updateFabric(room.context, id, { ...body, name, version }) }
  },
  supply: async () => {
    const { id, version, ...rest } = await room.supply(), body = supplyBody.parse(rest)
    return { first: { id, version, name: body.name }, read: () => getSupply(room.context, id),
      save: name => updateSupply(room.context, id, { ...body, name, version }) }
  },
  iron: async () => {
    const { id, version, ...rest } = await room.iron(), body = ironBody.parse(rest)
    return { first: { id, version, name: body.name }, read: () => getIron(room.context, id),
      save: name => updateIron(room.context, id, { ...body, name, version }) }
  },
  job: async () => {
    const { id, version, ...rest } = await room.job([(await room.fabric()).id]), body = jobBody.parse(rest)
    return { first: { id, version, name: body.name }, read: () => getJob(room.context, id),
      save: name => updateJob(room.context, id, { ...body, name, version }) }
  },
}

describe('six boards that save one thing at once, from the same version', () => {
  it.each(Object.entries(things))('of a %s one is kept, and the others are told what is there now', async (_, thing) => {
    const { first, save, read } = await thing()
    // Each of them has its connection already, or they would come one after the other.
    await Promise.all(Array.from({ length: 6 }, read))
    const came = await Promise.allSettled(Array.from({ length: 6 }, (_, i) => save(`Board ${i}`)))
    const kept = await read(), won = came.map(c => c.status === 'fulfilled')
    expect(won.filter(Boolean)).toHaveLength(1)
    expect([kept.name, kept.version]).toEqual([`Board ${won.indexOf(true)}`, first.version + 1])
    for (const c of came) {
      if (c.status === 'rejected') expect(c.reason).toMatchObject({ problem: { status: 409, current: { name: kept.name } } })
    }
  })
})
