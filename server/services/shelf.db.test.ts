import { randomUUID } from 'node:crypto'
import { beforeAll, describe, expect, it } from 'vitest'
import { ironBody, MOST, supplyBody, supplyQuery } from '#shared/schemas'
import { PressClothRow, IronRow } from '../db/models'
import { aRoom, refusal, type Room } from '../testing/room'
import { createIron, createSupply, getIron, getSupply, listPressCloths, listIrons, listSupplies, updateIron, updateSupply } from './shelf'

let room: Room
beforeAll(async () => { room = await aRoom() })

describe('the shelf', () => {
  it('lists by family, adhesive, stock and give, found by words', async () => {
    const own = await aRoom()
    await own.supply({ name: 'A lawn' })
    await own.supply({ name: 'B knit', base: 'knit', stockM: 0 })
    await own.supply({ name: 'C give', givePct: 6, adhesive: 'polyester' })
    await own.supply({ name: 'D sewn', family: 'sewIn', adhesive: null, adhesiveGsm: 0 })
    const list = async (query: object) => (await listSupplies(own.context, supplyQuery.parse(query))).rows.map(s => s.name)
    expect(await list({})).toEqual(['A lawn', 'B knit', 'C give', 'D sewn'])
    expect([await list({ family: 'sewIn' }), await list({ adhesive: 'polyester' })]).toEqual([['D sewn'], ['C give']])
    expect([await list({ stocked: 'true' }), await list({ gives: 'true' })]).toEqual([['A lawn', 'C give', 'D sewn'], ['B knit', 'C give']])
    expect(await list({ q: 'knit' })).toEqual(['B knit'])
    expect((await listSupplies(room.context, supplyQuery.parse({ q: 'A lawn' }))).rows).toEqual([])
  })
  it('a supply is saved over its version; a code is taken once', async () => {
    const { id, version, ...rest } = await room.supply(), body = supplyBody.parse(rest)
    const first = await updateSupply(room.context, id, { ...body, name: 'First', version })
    expect([first.name, first.version]).toEqual(['First', version + 1])
    await expect(updateSupply(room.context, id, { ...body, name: 'Second', version })).rejects.toMatchObject({
      problem: { status: 409, current: { name: 'First' }, yours: { name: 'Second' } },
    })
    expect((await refusal(createSupply(room.context, body))).said).toMatch(/code: Code: .* is taken by another supply/)
    const other = await aRoom()
    expect((await refusal(getSupply(other.context, id))).status).toBe(404)
    expect((await refusal(updateSupply(other.context, id, { ...body, version }))).status).toBe(404)
  })
})

describe('the irons', () => {
  it('are kept with their settings in order, saved over their version', async () => {
    const { id, version, ...rest } = await room.iron(), body = ironBody.parse(rest)
    const settings = [...body.settings].reverse()
    const changed = await updateIron(room.context, id, { ...body, settings, version })
    expect([changed.settings.map(s => s.label), changed.version]).toEqual([['cotton', 'wool', 'silk'], version + 1])
    expect((await refusal(updateIron(room.context, id, { ...body, version }))).status).toBe(409)
    expect((await refusal(updateIron(room.context, randomUUID(), { ...body, version }))).status).toBe(404)
    expect((await getIron(room.context, id)).settings.map(s => s.meanC)).toEqual([192, 154, 118])
    const other = await aRoom()
    expect([await listIrons(other.context), (await refusal(getIron(other.context, id))).status]).toEqual([[], 404])
  })
  it('how often an iron met adhesive since it was cleaned: bare, and in all', async () => {
    const iron = await room.iron(), pressCloth = await PressClothRow.create({
      id: randomUUID(), workroomId: room.context.workroomId, name: 'Muslin', kind: 'muslin',
    })
    const of = { fabric: await room.fabric(), supply: await room.supply(), iron }
    await room.swatch(of, { pressedAt: '2026-11-01T10:00:00.000Z' })
    await room.swatch(of, { pressedAt: '2026-11-10T10:00:00.000Z', pressClothId: pressCloth.id })
    await room.swatch(of, { pressedAt: '2026-11-20T10:00:00.000Z' })
    expect((await getIron(room.context, iron.id)).since).toEqual({ fused: 3, bare: 2 })
    await IronRow.update({ cleanedAt: new Date('2026-11-05T10:00:00.000Z') }, { where: { id: iron.id } })
    const [listed] = (await listIrons(room.context)).filter(i => i.id === iron.id)
    expect(listed!.since).toEqual({ fused: 2, bare: 1 })
    expect((await listPressCloths(room.context)).map(c => c.name)).toEqual(['Muslin'])
  })
  it('so many are kept and no more', async () => {
    const own = await aRoom(), { workroomId } = own.context
    await IronRow.bulkCreate(Array.from({ length: MOST.irons - 1 }, (_, i) => ({
      id: randomUUID(), workroomId, name: `I${i}`, kind: 'household' as const, shutsOffAfterS: null, note: '', water: 'tap' as const,
    }) as never))
    const { id: _i, version: _v, ...rest } = await own.iron()
    const more = createIron(own.context, ironBody.parse({ ...rest, name: 'One more' }))
    expect((await refusal(more)).said).toMatch(/name: Irons: 200 are kept/)
  })
})
