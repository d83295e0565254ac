import { randomUUID } from 'node:crypto'
import { beforeAll, describe, expect, it } from 'vitest'
import { clothBody, clothQuery, cornerStepBody, supplyQuery, type ClothBody } from '#shared/schemas'
import { ClothRow } from '../db/models'
import { aRoom, refusal, type Room } from '../testing/room'
import { createCloth, getCloth, listCloths, updateCloth } from './cloths'
import { addCornerStep } from './records'
import { listSupplies } from './shelf'
import { addWash } from './trials'

let room: Room
beforeAll(async () => { room = await aRoom() })
const list = async (of: Room, query: object = {}) => (await listCloths(of.context, clothQuery.parse(query))).rows.map(c => c.name)
const bodyOf = (c: object, more: object = {}): ClothBody => clothBody.parse({ ...c, ...more })

describe('a fabric', () => {
  it('is kept with its shares in their order, and found by any words of its name, code or note', async () => {
    const own = await aRoom()
    const { id } = await own.cloth({
      name: 'Steward twill 100%', fibres: [{ fibre: 'wool', sharePct: 60 }, { fibre: 'polyester', sharePct: 40 }],
    })
    await own.cloth({ name: 'Deck denim', massGsm: 340 })
    expect((await getCloth(own.context, id)).fibres).toEqual([{ fibre: 'wool', sharePct: 60 }, { fibre: 'polyester', sharePct: 40 }])
    expect(await list(own, { q: 'TWILL stew' })).toEqual(['Steward twill 100%'])
    // Signs that mean something to the database mean themselves.
    expect([await list(own, { q: '100%' }), await list(own, { q: 'ste_ard' }), await list(own, { q: 'twill denim' })])
      .toEqual([['Steward twill 100%'], [], []])
  })
  it('lists by fibre, weight, stock and give; the most used first; page by page, with how many there are', async () => {
    const own = await aRoom()
    const of = { cloth: await own.cloth({ name: 'B used', massGsm: 200 }), supply: await own.supply(), iron: await own.iron() }
    await own.cloth({ name: 'A light', massGsm: 80, stockM: 2 })
    await own.cloth({ name: 'C jersey', construction: 'jersey', massGsm: 180, fibres: [{ fibre: 'wool', sharePct: 100 }] })
    await own.cloth({ name: 'D gives', massGsm: 201, giveAcrossPct: 6 })
    await own.swatch(of)
    expect(await list(own)).toEqual(['B used', 'A light', 'C jersey', 'D gives'])
    expect(await list(own, { fibre: 'wool' })).toEqual(['C jersey'])
    expect(await list(own, { lightest: 180, heaviest: 200 })).toEqual(['B used', 'C jersey'])
    expect(await list(own, { stocked: 'true' })).toEqual(['A light'])
    expect(await list(own, { gives: 'true' })).toEqual(['C jersey', 'D gives'])
    const second = await listCloths(own.context, clothQuery.parse({ page: 2, size: 3 }))
    expect([second.rows.map(c => c.name), second.total]).toEqual([['D gives'], 4])
  })
  it('what is put away is not listed, and another workroom sees none of it', async () => {
    const own = await aRoom(), other = await aRoom(), { id } = await own.cloth()
    expect(await list(other)).toEqual([])
    expect((await refusal(getCloth(other.context, id))).status).toBe(404)
    await ClothRow.destroy({ where: { id } })
    expect([await list(own), (await refusal(getCloth(own.context, id))).status]).toEqual([[], 404])
  })
  it('is saved over the version it was begun from; who is second sees both', async () => {
    const { id, version, ...rest } = await room.cloth()
    const body = bodyOf(rest, { name: 'First' })
    const first = await updateCloth(room.context, id, { ...body, version })
    expect([first.name, first.version]).toEqual(['First', version + 1])
    const late = updateCloth(room.context, id, { ...body, name: 'Second', version })
    await expect(late).rejects.toMatchObject({ problem: { status: 409, current: { name: 'First' }, yours: { name: 'Second', version } } })
    // Only its shares change: it counts as changed.
    const shares = await updateCloth(room.context, id, {
      ...body, version: first.version, fibres: [{ fibre: 'linen', sharePct: 100 }],
    })
    expect([shares.version, shares.fibres]).toEqual([first.version + 1, [{ fibre: 'linen', sharePct: 100 }]])
    expect((await refusal(updateCloth(room.context, randomUUID(), { ...body, version }))).status).toBe(404)
  })
  it('a code is taken once, in whatever letters', async () => {
    const { code, ...rest } = await room.cloth(), body = bodyOf({ ...rest, code })
    const again = await refusal(createCloth(room.context, { ...body, code: code.toLowerCase() }))
    expect([again.status, again.said]).toEqual([409, expect.stringContaining(`code: Code: ${code.toLowerCase()} is taken`)])
    const other = await room.cloth()
    expect((await refusal(updateCloth(room.context, other.id, { ...body, version: other.version }))).status).toBe(409)
  })
  it('carries what its swatches and corners showed, by how hot the iron was', async () => {
    const of = { cloth: await room.cloth(), supply: await room.supply(), iron: await room.iron() }
    const at = (stop: number) => ({ ...room.trialOf(of).recipe, stop: of.iron.stops[stop]! })
    await room.swatch(of, { recipe: at(2), marks: ['shine'] })
    await room.swatch(of, { recipe: at(0), marks: ['bubbles'], grade: 2 })
    const good = await room.swatch(of, { recipe: at(1), grade: 4 })
    const before = (await getCloth(room.context, of.cloth.id)).swatches
    expect(before.map(s => [s.soleC, s.hurtByHeat, s.passed])).toEqual([[118, false, false], [154, false, false], [192, true, false]])
    await addWash(room.context, good.id, {
      clientKey: randomUUID(), washC: 40, tumble: 'no', grade: 4, marks: [], note: '', washedAt: '2026-11-22T10:00:00.000Z',
    })
    await addCornerStep(room.context, of.cloth.id, cornerStepBody.parse({ soleC: 150, heldS: 5, seen: 'nothing' }))
    const { rows: [listed] } = await listCloths(room.context, clothQuery.parse({ q: of.cloth.code }))
    expect(listed).toMatchObject({
      cornerC: 150, trials: 3, swatches: [{ passed: false }, { soleC: 154, passed: true }, { hurtByHeat: true }],
    })
    expect(await getCloth(room.context, of.cloth.id)).toEqual(listed)
  })
})

describe('a search by other names', () => {
  it('finds a fabric by the second name of its fibre or construction, in capitals too; a supply by what it is for', async () => {
    const own = await aRoom()
    await own.cloth({ name: 'Plain one' })
    const rayon = await own.cloth({ name: 'Drapey one', fibres: [{ fibre: 'viscose', sharePct: 100 }], construction: 'crepe' })
    const lawn = await own.supply({ name: 'Lawn' })
    const found = async (q: string) => (await listCloths(own.context, clothQuery.parse({ q }))).rows.map(c => c.id)
    expect([await found('rayon'), await found('RAYON drapey'), await found('nylon')]).toEqual([[rayon.id], [rayon.id], []])
    const supplies = async (q: string) => (await listSupplies(own.context, supplyQuery.parse({ q }))).rows.map(s => s.id)
    expect([await supplies('iron-on'), await supplies('batting')]).toEqual([[lawn.id], []])
  })
})
