import { randomUUID } from 'node:crypto'
import { beforeAll, describe, expect, it } from 'vitest'
import { fabricBody, fabricQuery, cornerStepBody, supplyQuery, type FabricBody } from '#shared/schemas'
import { FabricRow } from '../db/models'
import { aRoom, refusal, type Room } from '../testing/room'
import { createFabric, getFabric, listFabrics, updateFabric } from './fabrics'
import { addCornerStep } from './records'
import { listSupplies } from './shelf'
import { addWash } from './swatches'

let room: Room
beforeAll(async () => { room = await aRoom() })
const list = async (of: Room, query: object = {}) => (await listFabrics(of.context, fabricQuery.parse(query))).rows.map(c => c.name)
const bodyOf = (c: object, more: object = {}): FabricBody => fabricBody.parse({ ...c, ...more })

describe('a fabric', () => {
  it('is kept with its shares in their order, and found by any words of its name, code or note', async () => {
    const own = await aRoom()
    const { id } = await own.fabric({
      name: 'Steward twill 100%', fibres: [{ fibre: 'wool', sharePct: 60 }, { fibre: 'polyester', sharePct: 40 }],
    })
    await own.fabric({ name: 'Deck denim', massGsm: 340 })
    expect((await getFabric(own.context, id)).fibres).toEqual([{ fibre: 'wool', sharePct: 60 }, { fibre: 'polyester', sharePct: 40 }])
    expect(await list(own, { q: 'TWILL stew' })).toEqual(['Steward twill 100%'])
    // Signs that mean something to the database mean themselves.
    expect([await list(own, { q: '100%' }), await list(own, { q: 'ste_ard' }), await list(own, { q: 'twill denim' })])
      .toEqual([['Steward twill 100%'], [], []])
  })
  it('lists by fibre, weight, stock and give; the most used first; page by page, with how many there are', async () => {
    const own = await aRoom()
    const of = { fabric: await own.fabric({ name: 'B used', massGsm: 200 }), supply: await own.supply(), iron: await own.iron() }
    await own.fabric({ name: 'A light', massGsm: 80, stockM: 2 })
    await own.fabric({ name: 'C jersey', construction: 'jersey', massGsm: 180, fibres: [{ fibre: 'wool', sharePct: 100 }] })
    await own.fabric({ name: 'D gives', massGsm: 201, giveAcrossPct: 6 })
    await own.swatch(of)
    expect(await list(own)).toEqual(['B used', 'A light', 'C jersey', 'D gives'])
    expect(await list(own, { fibre: 'wool' })).toEqual(['C jersey'])
    expect(await list(own, { lightest: 180, heaviest: 200 })).toEqual(['B used', 'C jersey'])
    expect(await list(own, { stocked: 'true' })).toEqual(['A light'])
    expect(await list(own, { gives: 'true' })).toEqual(['C jersey', 'D gives'])
    const second = await listFabrics(own.context, fabricQuery.parse({ page: 2, size: 3 }))
    expect([second.rows.map(c => c.name), second.total]).toEqual([['D gives'], 4])
  })
  it('what is put away is not listed, and another workroom sees none of it', async () => {
    const own = await aRoom(), other = await aRoom(), { id } = await own.fabric()
    expect(await list(other)).toEqual([])
    expect((await refusal(getFabric(other.context, id))).status).toBe(404)
    await FabricRow.destroy({ where: { id } })
    expect([await list(own), (await refusal(getFabric(own.context, id))).status]).toEqual([[], 404])
  })
  it('is saved over the version it was begun from; who is second sees both', async () => {
    const { id, version, ...rest } = await room.fabric()
    const body = bodyOf(rest, { name: 'First' })
    const first = await updateFabric(room.context, id, { ...body, version })
    expect([first.name, first.version]).toEqual(['First', version + 1])
    const late = updateFabric(room.context, id, { ...body, name: 'Second', version })
    await expect(late).rejects.toMatchObject({ problem: { status: 409, current: { name: 'First' }, yours: { name: 'Second', version } } })
    // Only its shares change: it counts as changed.
    const shares = await updateFabric(room.context, id, {
      ...body, version: first.version, fibres: [{ fibre: 'linen', sharePct: 100 }],
    })
    expect([shares.version, shares.fibres]).toEqual([first.version + 1, [{ fibre: 'linen', sharePct: 100 }]])
    expect((await refusal(updateFabric(room.context, randomUUID(), { ...body, version }))).status).toBe(404)
  })
  it('a code is taken once, in whatever letters', async () => {
    const { code, ...rest } = await room.fabric(), body = bodyOf({ ...rest, code })
    const again = await refusal(createFabric(room.context, { ...body, code: code.toLowerCase() }))
    expect([again.status, again.said]).toEqual([409, expect.stringContaining(`code: Code: ${code.toLowerCase()} is taken`)])
    const other = await room.fabric()
    expect((await refusal(updateFabric(room.context, other.id, { ...body, version: other.version }))).status).toBe(409)
  })
  it('carries what its swatches and corners showed, by how hot the iron was', async () => {
    const of = { fabric: await room.fabric(), supply: await room.supply(), iron: await room.iron() }
    const at = (setting: number) => ({ ...room.swatchOf(of).recipe, setting: of.iron.settings[setting]! })
    await room.swatch(of, { recipe: at(2), marks: ['shine'] })
    await room.swatch(of, { recipe: at(0), marks: ['bubbles'], grade: 2 })
    const good = await room.swatch(of, { recipe: at(1), grade: 4 })
    const before = (await getFabric(room.context, of.fabric.id)).swatches
    expect(before.map(s => [s.soleC, s.damageByHeat, s.passed])).toEqual([[118, false, false], [154, false, false], [192, true, false]])
    await addWash(room.context, good.id, {
      clientKey: randomUUID(), washC: 40, tumble: 'no', grade: 4, marks: [], note: '', washedAt: '2026-11-22T10:00:00.000Z',
    })
    await addCornerStep(room.context, of.fabric.id, cornerStepBody.parse({ soleC: 150, heldS: 5, seen: 'nothing' }))
    const { rows: [listed] } = await listFabrics(room.context, fabricQuery.parse({ q: of.fabric.code }))
    expect(listed).toMatchObject({
      cornerC: 150, swatchCount: 3, swatches: [{ passed: false }, { soleC: 154, passed: true }, { damageByHeat: true }],
    })
    expect(await getFabric(room.context, of.fabric.id)).toEqual(listed)
  })
})

describe('a search by other names', () => {
  it('finds a fabric by the second name of its fibre or construction, in capitals too; a supply by what it is for', async () => {
    const own = await aRoom()
    await own.fabric({ name: 'Plain one' })
    const rayon = await own.fabric({ name: 'Drapey one', fibres: [{ fibre: 'viscose', sharePct: 100 }], construction: 'crepe' })
    const lawn = await own.supply({ name: 'Lawn' })
    const found = async (q: string) => (await listFabrics(own.context, fabricQuery.parse({ q }))).rows.map(c => c.id)
    expect([await found('rayon'), await found('RAYON drapey'), await found('nylon')]).toEqual([[rayon.id], [rayon.id], []])
    const supplies = async (q: string) => (await listSupplies(own.context, supplyQuery.parse({ q }))).rows.map(s => s.id)
    expect([await supplies('iron-on'), await supplies('batting')]).toEqual([[lawn.id], []])
  })
})
