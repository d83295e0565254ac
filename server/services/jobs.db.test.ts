import { randomUUID } from 'node:crypto'
import { beforeAll, describe, expect, it } from 'vitest'
import { jobBody, jobQuery, makingsBody, pieceSchema, placeBody, scrapBody, workroomUpdate, type JobBody } from '#shared/schemas'
import { database } from '../db/connection'
import { aRoom, refusal, type Room } from '../testing/room'
import { whatIsDue } from './due'
import { createJob, getJob, listJobs, ownedJob, raiseVersion, updateJob } from './jobs'
import { makingsOf, saveMakings, stitchResults } from './makings'
import { shelfForMatch } from './match'
import { createPlace, keepPieces, listPlaces, piecesOf, removePlace, updatePlace } from './places'
import { dropScrap, keepScrap, listScraps } from './scraps'
import { addWash } from './swatches'
import { getWorkroom, updateWorkroom } from './workroom'

let room: Room
beforeAll(async () => { room = await aRoom() })
const washed = (grade = 4) => ({
  clientKey: randomUUID(), washC: 40, tumble: 'no' as const, grade, marks: [], note: '', washedAt: '2026-11-22T10:00:00.000Z',
})

describe('a job', () => {
  it('shows how far each of its fabrics has come: pressed, held, passed, washes left', async () => {
    const own = await aRoom({ washes: '3' }), of = { fabric: await own.fabric(), supply: await own.supply(), iron: await own.iron() }
    const plain = await own.fabric({ fibres: [] })
    const job = await own.job([], {
      fabrics: [{ fabricId: of.fabric.id, place: 'collar', supplyId: of.supply.id }, { fabricId: plain.id, place: null, supplyId: null }],
    })
    const progress = async () => (await getJob(own.context, job.id)).progress.map(p => [p.pressed, p.held, p.passed, p.washesLeft])
    expect(await progress()).toEqual([[0, 0, 0, null], [0, 0, 0, null]])
    expect(job.progress.map(p => p.fibreKnown)).toEqual([true, false])
    await own.swatch(of, { grade: 1 })
    const good = await own.swatch(of)
    expect(await progress()).toEqual([[2, 1, 0, 3], [0, 0, 0, null]])
    for (let n = 0; n < 3; n++) await addWash(own.context, good.id, washed())
    expect(await progress()).toEqual([[2, 1, 1, 0], [0, 0, 0, null]])
  })
  it('lists the most pressing first, then as they came in; what is done by itself', async () => {
    const own = await aRoom(), { id } = await own.fabric()
    await own.job([id], { name: 'No day' })
    await own.job([id], { name: 'Later', forWhen: '2026-12-20' })
    await own.job([id], { name: 'Sooner', forWhen: '2026-12-01' })
    await own.job([id], { name: 'Over', done: true })
    const list = async (query: object) => (await listJobs(own.context, jobQuery.parse(query))).rows.map(j => j.name)
    expect(await list({})).toEqual(['Sooner', 'Later', 'No day'])
    expect([await list({ done: 'true' }), await list({ page: 2, size: 2 })]).toEqual([['Over'], ['No day']])
    expect((await listJobs(own.context, jobQuery.parse({ size: 1 }))).total).toBe(3)
  })
  it('is saved over its version, its fabrics with it; what it names is kept here', async () => {
    const fabric = await room.fabric(), other = await room.fabric(), { id, version, ...rest } = await room.job([fabric.id])
    const body = jobBody.parse(rest)
    const changed = await updateJob(room.context, id, { ...body, version, fabrics: [{ fabricId: other.id, place: null, supplyId: null }] })
    expect([changed.version, changed.fabrics.map(c => c.fabricId)]).toEqual([version + 1, [other.id]])
    await expect(updateJob(room.context, id, { ...body, version })).rejects.toMatchObject({
      problem: { status: 409, current: { fabrics: [{ fabricId: other.id }] }, yours: { fabrics: [{ fabricId: fabric.id }] } },
    })
    const said = async (more: Partial<JobBody>) => (await refusal(createJob(room.context, { ...body, ...more }))).said
    const gone = randomUUID()
    expect(await said({ fabrics: [{ fabricId: gone, place: null, supplyId: null }] })).toMatch(/fabrics: Fabrics: one of them/)
    expect(await said({ fabrics: [{ fabricId: fabric.id, place: null, supplyId: gone }] })).toMatch(/fabrics: Interfacing/)
    expect(await said({ trimIds: [gone] })).toMatch(/trimIds: Trims/)
    const elsewhere = await aRoom()
    expect((await refusal(getJob(elsewhere.context, id))).status).toBe(404)
    expect((await refusal(ownedJob(elsewhere.context, id))).status).toBe(404)
    expect((await refusal(updateJob(elsewhere.context, id, { ...body, version, fabrics: [] }))).status).toBe(404)
  })
  it('a change of its pieces or makings is counted by a version of its own', async () => {
    const job = await room.job([(await room.fabric()).id]), row = await ownedJob(room.context, job.id)
    await raiseVersion(row, 'piecesVersion')
    await raiseVersion(row, 'makingsVersion')
    await raiseVersion(row, 'makingsVersion')
    const now = await ownedJob(room.context, job.id)
    expect([now.version, now.piecesVersion, now.makingsVersion]).toEqual([job.version, 1, 2])
  })
})

describe('what is made of a job', () => {
  const hem = (fabricId: string, name = 'Hem') => ({
    id: randomUUID(), name, fabricId, liningId: null, supplyId: null,
    spec: {
      format: 1, kind: 'hem', task: 'fallen', depthMm: 30, turnMm: 10, aroundMm: 900, stretches: [{ fromMm: 0, lengthMm: 200 }],
      curve: null, legs: [], taper: null, count: 1,
    },
  })
  it('is saved over its own version, in order; nothing is taken from another job', async () => {
    const fabric = await room.fabric(), job = await room.job([fabric.id]), other = await room.job([fabric.id])
    const save = (of: { id: string }, version: number, makings: object[]) =>
      saveMakings(room.context, of.id, makingsBody.parse({ version, makings }))
    const [a, b] = [hem(fabric.id, 'A'), hem(fabric.id, 'B')]
    await save(job, 0, [a, b])
    expect((await save(job, 1, [b])).makings.map(m => m.name)).toEqual(['B'])
    expect((await refusal(save(job, 1, [a]))).status).toBe(409)
    expect((await refusal(save(other, 0, [b]))).said).toMatch(/belongs to another job/)
    expect(await makingsOf(room.context, job.id)).toMatchObject({ version: 2, makings: [{ name: 'B' }] })
    expect((await refusal(save(job, 2, [hem(randomUUID())]))).said).toMatch(/makings: Fabric/)
    expect((await refusal(save(job, 2, [{ ...b, supplyId: randomUUID() }]))).said).toMatch(/makings: Supply/)
    expect((await refusal(save(job, 2, [{ ...b, scrapId: randomUUID() }]))).said).toMatch(/makings: Scrap/)
  })
})

describe('how stitching came out', () => {
  it('by the scale of today, for the fabric it was stitched on; what cannot be read stops none of the others', async () => {
    const own = await aRoom(), fabric = await own.fabric(), job = await own.job([fabric.id])
    const rim = [[0, 0], [60, 0], [60, 50], [0, 50]]
    const embroidery = (puckered: boolean) => ({
      id: randomUUID(), name: 'Badge', fabricId: fabric.id, spec: {
        format: 1, kind: 'embroidery', parts: [{ name: 'Badge', outline: { rim, holes: [] }, stitches: 3000, satinMm: 0, travelMm: 0 }],
        layers: [{ kind: 'tearAway', supply: null, massGsm: 50, givePct: 1 }], tookPct: 100, applique: false, keepOuts: [], count: 1,
        place: { on: 'front', downMm: 100, asideMm: 0, turnDeg: 0 }, result: { puckered, demand: 99, support: 98 },
      },
    })
    const makings = [embroidery(true), embroidery(false), { ...embroidery(true), fabricId: null }]
    await saveMakings(own.context, job.id, makingsBody.parse({ version: 0, makings }))
    const { results } = await stitchResults(own.context)
    expect(results.map(r => r.puckered).toSorted()).toEqual([false, true])
    for (const r of results) expect([r.demand > 0.5 && r.demand < 1, r.support > 0.4 && r.support < 0.5]).toEqual([true, true])
    await database().query(`update job_making set spec = spec - 'parts' where id = :id`, { replacements: { id: makings[0]!.id } })
    expect((await stitchResults(own.context)).results.map(r => r.puckered)).toEqual([false])
  })
})

describe('scraps, places and sizes', () => {
  const look = { palette: [{ hex: '#24304a', sharePct: 100 }], figureMm: null, tile: null }
  it('a scrap is there until it is used, the newest first', async () => {
    const own = await aRoom(), body = (name: string, more: object = {}) => scrapBody.parse({
      name, fabricId: null, wideMm: 200, highMm: 300, massGsm: 150, givePct: 0, washC: 40, face: look, back: null, ...more,
    })
    const first = await keepScrap(own.context, body('First'))
    await keepScrap(own.context, body('Second'))
    expect((await listScraps(own.context)).map(s => s.name)).toEqual(['Second', 'First'])
    await dropScrap(own.context, first.id)
    expect((await listScraps(own.context)).map(s => s.name)).toEqual(['Second'])
    expect((await refusal(dropScrap(own.context, first.id))).status).toBe(404)
    expect((await refusal(keepScrap(own.context, body('Third', { fabricId: randomUUID() })))).said).toMatch(/fabricId: Fabric/)
    expect(await listScraps(room.context)).toEqual([])
  })
  it('a place of one\'s own bears its name alone, is saved over its version, and goes', async () => {
    const own = await aRoom(), body = placeBody.parse({
      name: 'Epaulette', stiffness: 'firm', give: 'stay', wear: 0.5, shows: true, inSeam: false, families: ['fusible'],
    })
    const place = await createPlace(own.context, body)
    expect((await refusal(createPlace(own.context, body))).said).toMatch(/name: Name: there is a place called Epaulette already/)
    const changed = await updatePlace(own.context, place.id, { ...body, name: 'Shoulder strap', version: place.version })
    expect((await refusal(updatePlace(own.context, place.id, { ...body, version: place.version }))).status).toBe(409)
    expect([changed.name, (await listPlaces(own.context)).map(p => p.name)]).toEqual(['Shoulder strap', ['Shoulder strap']])
    await removePlace(own.context, place.id)
    expect((await refusal(removePlace(own.context, place.id))).status).toBe(404)
    expect((await refusal(updatePlace(own.context, place.id, { ...body, version: 1 }))).status).toBe(404)
  })
  it('sizes take the place of those before, in order; one that was there stays the same', async () => {
    const { id } = await room.fabric(), size = (name: string) => pieceSchema.parse({
      id: randomUUID(), name, alongMm: 300, acrossMm: 80, count: 2,
    })
    const [a, b, c] = [size('A'), size('B'), size('C')]
    await keepPieces(room.context, id, 'collar', [a, b])
    expect((await keepPieces(room.context, id, 'collar', [b, { ...a, count: 4 }, c])).map(p => [p.id, p.count]))
      .toEqual([[b.id, 2], [a.id, 4], [c.id, 2]])
    expect(await keepPieces(room.context, id, 'collar', [c])).toEqual([c])
    expect(await piecesOf(room.context, id, 'cuff')).toEqual([])
    const other = await aRoom()
    expect((await refusal(piecesOf(other.context, id, 'collar'))).status).toBe(404)
    expect((await refusal(keepPieces(other.context, id, 'collar', [a]))).status).toBe(404)
  })
})

describe('the workroom', () => {
  it('is saved over its version', async () => {
    const own = await aRoom({ washes: '3' }), { version, name, units, rules } = await getWorkroom(own.context)
    expect(rules.washes).toBe('3')
    const body = workroomUpdate.parse({ name, units, rules: { ...rules, washes: '0' }, version })
    expect((await updateWorkroom(own.context, body)).rules.washes).toBe('0')
    expect((await refusal(updateWorkroom(own.context, body))).status).toBe(409)
    expect((await refusal(getWorkroom({ workroomId: randomUUID() }))).status).toBe(404)
  })
  it('match is given the whole shelf, and what its own swatches said of each supply', async () => {
    const own = await aRoom({ washes: '1' }), of = { fabric: await own.fabric(), supply: await own.supply(), iron: await own.iron() }
    const second = await own.supply()
    await own.swatch(of, { grade: 1, readings: [{ kind: 'overhang', value: 50 }] })
    const good = await own.swatch(of, { readings: [{ kind: 'overhang', value: 70 }] })
    await own.swatch({ ...of, supply: second })
    await addWash(own.context, good.id, washed())
    const { supplies, past } = await shelfForMatch(own.context, of.fabric.id)
    expect(supplies.map(s => s.id)).toEqual([of.supply.id, second.id])
    expect(past).toEqual({
      [of.supply.id]: { passed: 1, failed: 1, fusedBendingMm: 30 }, [second.id]: { passed: 0, failed: 0, fusedBendingMm: null },
    })
    expect((await shelfForMatch(own.context, undefined)).past).toEqual({})
  })
  it('names what is due: looks, proofs out of date, lots nearly used up, irons never measured', async () => {
    const own = await aRoom({ washes: '0' }), fabric = await own.fabric({ lot: 'C1' }), supply
      = await own.supply({ stockM: 1.5, lot: 'S1' })
    const iron = await own.iron({
        settings: [{ label: 'silk', meanC: 118, swingC: 6, origin: 'estimate' },
          { label: 'wool', meanC: 154, swingC: 7, origin: 'estimate' }],
      }), of = { fabric, supply, iron }
    await own.iron()
    await own.supply({ stockM: 2 })
    await own.supply({ stockM: 0 })
    const job = await own.job([], {
      fabrics: [{ fabricId: fabric.id, place: 'collar', supplyId: supply.id }], lookOn: new Date().toISOString().slice(0, 10),
    })
    await own.job([fabric.id], { lookOn: '2199-01-01' })
    await own.swatch(of, { fabricLot: 'C1', supplyLot: 'S0' })
    const due = await whatIsDue(own.context)
    expect(due.looks.map(l => l.jobId)).toEqual([job.id])
    expect(due.proofs).toMatchObject([{ jobId: job.id, what: 'supplyLot' }])
    expect(due.lots).toMatchObject([{ supplyId: supply.id, stockM: 1.5, jobs: 1 }])
    expect(due.irons.map(i => i.ironId)).toEqual([iron.id])
    await own.swatch(of, { fabricLot: 'C1', supplyLot: 'S1' })
    expect((await whatIsDue(own.context)).proofs).toEqual([])
  })
})
