import { mkdtemp, readFile, rm, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { QueryTypes } from 'sequelize'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { fromBuffer } from 'yauzl'
import { database } from '../db/connection'
import { listFabrics } from '../services/fabrics'
import { listJobs } from '../services/jobs'
import { listUnreadable } from '../services/rows/set-aside'
import { getSupply } from '../services/shelf'
import { fabricHistory } from '../services/swatches'
import { getWorkroom } from '../services/workroom'
import { aRoom, refusal, type Room } from '../testing/room'
import { checkKept } from './self-check'
import { inspectWorkroom, keptNow, readWorkroom, takeFrom } from './read'
import { workroomIds, writeArchive } from './write'

let room: Room, folder: string, archive: string
beforeAll(async () => {
  room = await aRoom()
  folder = await mkdtemp(join(tmpdir(), 'archive-test-'))
  archive = join(folder, 'room.zip')
  const fabric = await room.fabric({ name: 'Bunting', fibres: [{ fibre: 'cotton', sharePct: 60 }, { fibre: 'polyester', sharePct: 40 }] })
  const supply = await room.supply({ name: 'Lawn' }), over = await room.supply({ name: 'Over' })
  const iron = await room.iron({ name: 'Harbour' })
  await room.swatch({ fabric, supply, iron }, { overSupplyIds: [over.id] })
  await room.job([fabric.id], { name: 'Flags' })
  await writeArchive(room.context.workroomId, archive)
})
afterAll(() => rm(folder, { recursive: true }))

/** The JSON within an archive, as it would be sent by itself. */
const jsonOf = (path: string) => readFile(path).then(bytes => new Promise<Record<string, unknown>>((done, fail) => {
  fromBuffer(bytes, { lazyEntries: true }, (error, zip) => {
    if (error) return fail(error)
    zip.on('entry', (entry: { fileName: string }) => {
      if (!entry.fileName.endsWith('.json')) return zip.readEntry()
      zip.openReadStream(entry as never, async (failed, stream) => {
        if (failed) return fail(failed)
        const parts: Buffer[] = []
        for await (const part of stream) parts.push(part as Buffer)
        done(JSON.parse(Buffer.concat(parts).toString('utf8')) as Record<string, unknown>)
      })
    })
    zip.readEntry()
  })
}))
type Rows = Record<string, Record<string, unknown>[]>
/** The same workroom with some of its rows otherwise. */
async function changed(change: (rows: Rows) => void): Promise<string> {
  const json = await jsonOf(archive)
  change(json.rows as Rows)
  const path = join(folder, 'changed.json')
  await writeFile(path, JSON.stringify(json))
  return path
}

describe('a workroom as a file', () => {
  it('says what is in it, and goes into another workroom with new ids: all of it, in place of what was there', async () => {
    const other = await aRoom()
    await other.fabric({ name: 'Gone' })
    const counts = { fabrics: 1, supplies: 2, swatches: 1, jobs: 1, photos: 0 }
    expect(await inspectWorkroom(other.context, archive)).toMatchObject({ name: 'Test room', kept: counts, unreadable: 0 })
    expect(await readWorkroom(other.context, archive)).toEqual(counts)
    expect(await keptNow(other.context)).toEqual(counts)
    const { rows: [fabric] } = await listFabrics(other.context, { q: '', page: 1, size: 9 } as never)
    const was = (await listFabrics(room.context, { q: '', page: 1, size: 9 } as never)).rows[0]!
    expect([fabric!.name, fabric!.fibres, fabric!.id === was.id, fabric!.swatchCount]).toEqual(['Bunting', was.fibres, false, 1])
    const { rows: [swatch] } = await fabricHistory(other.context, fabric!.id, { q: '', page: 1, size: 9 })
    expect([swatch!.supplyName, (await getSupply(other.context, swatch!.overSupplyIds[0]!)).name]).toEqual(['Lawn', 'Over'])
    const { rows: [job] } = await listJobs(other.context, { q: '', page: 1, size: 9, done: false } as never)
    expect(job!.fabrics[0]!.fabricId).toBe(fabric!.id)
    // The first one still has its own.
    expect(await keptNow(room.context)).toEqual(counts)
    expect((await getWorkroom(other.context)).name).toBe('Test room')
    expect(await workroomIds()).toContain(other.context.workroomId)
  })
  it.each<[string, (rows: Rows) => void, RegExp]>([
    ['shares that make no whole', (r) => { r.fabricFibres![0]!.sharePct = 50 }, /rows\.fabricFibres: .*fabric C-\d+: .*90/],
    ['a layer over a swatch that is not in it', (r) => { r.swatches![0]!.overSupplyIds = [crypto.randomUUID()] },
      /rows\.swatches: .*a layer over it that is not in it/],
    ['a row that is none', (r) => { r.fabrics![0]!.massGsm = 'heavy' }, /rows\.fabrics\.0\.massGsm/],
    ['a sole no iron comes to', (r) => { r.swatchEvents![0]!.soleC = -400 }, /a press event in it has a figure that none can have/],
    ['a weight that cannot be kept', (r) => { r.fabrics![0]!.massGsm = 1e300 }, /a fabric in it has a figure that none can have/],
    ['a row of something that is not in it', (r) => { r.swatches![0]!.fabricId = crypto.randomUUID() }, /swatch/],
  ])('%s is refused, and nothing has changed', async (_, change, says) => {
    const other = await aRoom()
    await other.fabric({ name: 'Stays' })
    expect((await refusal(readWorkroom(other.context, await changed(change)))).said).toMatch(says)
    expect((await listFabrics(other.context, { q: '', page: 1, size: 9 } as never)).rows.map(c => c.name)).toEqual(['Stays'])
  })
  it('what is no workroom is refused, by what it lacks', async () => {
    const none = join(folder, 'none.json')
    for (const text of ['{}', 'not json', '[]']) {
      await writeFile(none, text)
      expect((await refusal(inspectWorkroom(room.context, none))).status).toBe(422)
    }
  })
})

describe('some of a workroom file', () => {
  it('is taken beside what is here; what bears a code that is here already stays as it is, with all that belongs to it', async () => {
    const other = await aRoom()
    const own = await other.fabric({ code: (await listFabrics(room.context, { q: '', page: 1,
      size: 9 } as never)).rows[0]!.code.toLowerCase(),
    name: 'Mine' })
    expect(await takeFrom(other.context, archive, ['fabrics', 'supplies'])).toEqual({
      fabrics: { added: 0, there: 1 }, supplies: { added: 2, there: 0 },
    })
    expect((await listFabrics(other.context, { q: '', page: 1, size: 9 } as never)).rows.map(f => [f.id, f.name, f.fibres.length]))
      .toEqual([[own.id, 'Mine', 1]])
    expect((await keptNow(other.context))).toMatchObject({ fabrics: 1, supplies: 2, swatches: 0, jobs: 0 })
    // Again, and nothing is there twice.
    expect(await takeFrom(other.context, archive, ['supplies', 'irons'])).toEqual({
      supplies: { added: 0, there: 2 }, irons: { added: 1, there: 0 },
    })
    const fresh = await aRoom()
    expect(await takeFrom(fresh.context, archive, ['fabrics'])).toEqual({ fabrics: { added: 1, there: 0 } })
    expect((await listFabrics(fresh.context, { q: '', page: 1, size: 9 } as never)).rows[0]!.fibres).toHaveLength(2)
    // Where it came from everything is here already.
    expect(await takeFrom(room.context, archive, ['fabrics', 'irons'])).toEqual({
      fabrics: { added: 0, there: 1 }, irons: { added: 0, there: 1 },
    })
  })
  it('a row of it that is none is refused, and nothing was taken', async () => {
    const other = await aRoom()
    const path = await changed((r) => { r.ironSettings![0]!.meanC = 'hot' })
    expect((await refusal(takeFrom(other.context, path, ['fabrics', 'irons']))).said).toMatch(/ironSettings/)
    expect(await keptNow(other.context)).toMatchObject({ fabrics: 0 })
  })
})

describe('what is kept', () => {
  it('is read through: all that is well is counted, what cannot be read is named by its own name, else by its id', async () => {
    const own = await aRoom(), { workroomId } = own.context
    const [named, nameless] = [await own.fabric({ name: 'Broken' }), await own.iron()]
    const before = await checkKept(workroomId)
    expect([before.rows > 3, before.unreadable]).toEqual([true, []])
    await database().query(`update fabric set finishes = '{nothing}' where id = :id`, { replacements: { id: named.id } })
    await database().query(`update iron_setting set origin = 'guess' where iron_id = :id and position = 0`, {
      replacements: { id: nameless.id } })
    const { rows, unreadable } = await checkKept(workroomId)
    expect([rows, unreadable.map(u => [u.entity, u.name])]).toEqual([before.rows, [
      ['fabrics', 'Broken'], ['ironSettings', expect.any(String)],
    ]])
    expect(listUnreadable(own.context).map(u => u.entity)).toEqual(['fabrics', 'ironSettings'])
    const [{ n }] = await database().query<{ n: number }>('select count(*)::int as n from fabric where workroom_id = :workroomId', {
      replacements: { workroomId }, type: QueryTypes.SELECT }) as [{ n: number }]
    expect(n).toBe(1)
  })
})
