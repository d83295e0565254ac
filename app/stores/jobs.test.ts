// @vitest-environment happy-dom
import { beforeEach, describe, expect, it } from 'vitest'
import { FetchError } from 'ofetch'
import type { Job } from '#shared/schemas'
import { fabric, idOf, job, layOut, standIn, supply } from '../testing/board'
import { useSelection } from './selection'
import { jobBodyOf, nextIn } from '#shared/jobs'
import { useJobs } from './jobs'
import { useLibrary } from './library'
import { useWish } from './wish'

const problem = (status: number, more: object = {}) => Object.assign(new FetchError('no'), {
  response: { status }, data: { type: 'about:blank', title: 'No', status, detail: `It is a ${status}.`, errors: [], ...more },
})
const PUT = `PUT /api/jobs/${idOf(51)}`
beforeEach(() => layOut())

describe('a job begun with a fabric', () => {
  it('is named for what it is, and keeps the care that its interfacing was chosen for', async () => {
    const { asked } = standIn({ 'POST /api/jobs': body => job(body as Job) })
    const jobs = useJobs()
    expect(await jobs.begin(fabric(), 'cuff', 'Cuff', idOf(21), { washC: 60, tumble: 'low', dryClean: true })).toBe(true)
    expect(asked[0]!.body).toMatchObject({
      garment: 'Cuff', washC: 60, tumble: 'low', dryClean: true, fabrics: [{ fabricId: idOf(11), place: 'cuff', supplyId: idOf(21) }],
    })
    expect(jobs.job!.washC).toBe(60)
  })
})

describe('opening a job', () => {
  it('lays the fabric that is furthest back on the board, with its interfacing', async () => {
    const two = job({
      fabrics: [
        { fabricId: idOf(11), place: 'collar', supplyId: idOf(22) }, { fabricId: idOf(12), place: null, supplyId: null },
      ],
      progress: [11, 12].map(n => ({
        ...job().progress[0]!, fabricId: idOf(n), pressed: n === 11 ? 1 : 0, held: 1, passed: n === 11 ? 1 : 0,
      })),
    })
    expect(nextIn(two)).toEqual({ fabric: 1, step: { do: 'match' } })
    await useJobs().open(two)
    const selection = useSelection()
    expect([selection.chosen.jobId, selection.fabric!.id, useJobs().job!.name]).toEqual([idOf(51), idOf(12), 'Shirts'])
    await useJobs().open(two, idOf(11))
    expect([selection.fabric!.id, selection.supply!.id]).toEqual([idOf(11), idOf(22)])
  })
  it('fetches what lies in no drawer yet', async () => {
    const far = { fabricId: idOf(99), place: null, supplyId: idOf(98) }
    const { asked } = standIn({
      [`GET /api/fabrics/${idOf(99)}`]: () => fabric({ id: idOf(99), name: 'Far' }),
      [`GET /api/supplies/${idOf(98)}`]: () => supply({ id: idOf(98) }),
    })
    await useJobs().open(job({ fabrics: [far], progress: [{ ...job().progress[0]!, fabricId: idOf(99) }] }))
    expect(asked).toHaveLength(2)
    expect(useSelection().fabric!.name).toBe('Far')
  })
  it('a fabric of another job puts it aside; its own do not', async () => {
    const jobs = useJobs(),
      selection = useSelection()
    await jobs.open(
      job({
        fabrics: [11, 12].map(n => ({ fabricId: idOf(n), place: null, supplyId: null })),
        progress: [11, 12].map(n => ({ ...job().progress[0]!, fabricId: idOf(n) })),
      }),
    )
    selection.chosen.fabricId = idOf(12)
    await Promise.resolve()
    expect(jobs.job).not.toBeNull()
    selection.chosen.fabricId = idOf(13)
    await new Promise(done => setTimeout(done))
    expect([jobs.job, selection.chosen.jobId]).toEqual([null, null])
  })
  it('is found again after a reload, and forgotten when it is gone', async () => {
    const jobs = useJobs(), selection = useSelection()
    selection.chosen.jobId = idOf(51)
    selection.chosen.fabricId = idOf(11)
    standIn({ [`GET /api/jobs/${idOf(51)}`]: () => job() })
    await jobs.resume()
    expect(jobs.job!.name).toBe('Shirts')
    standIn({ [`GET /api/jobs/${idOf(51)}`]: () => { throw problem(404) } })
    await jobs.resume()
    expect(selection.chosen.jobId).toBeNull()
  })
  it('what arrives about another job afterwards does not put it aside; of two that are opened the later stays', async () => {
    const jobs = useJobs(), selection = useSelection(), flags = job({ id: idOf(52), name: 'Flags' })
    selection.chosen.jobId = idOf(51)
    const answers: ((of: unknown) => void)[] = []
    const late = () => new Promise(done => answers.push(done))
    standIn({ [`GET /api/jobs/${idOf(51)}`]: late, [`GET /api/supplies/${idOf(98)}`]: late })
    const resumed = jobs.resume()
    await jobs.open(flags)
    answers[0]!(job())
    await resumed
    expect(jobs.job?.name).toBe('Flags')
    const first = jobs.open(job({ fabrics: [{ fabricId: idOf(11), place: null, supplyId: idOf(98) }] }))
    await jobs.open(flags)
    answers[1]!(supply({ id: idOf(98) }))
    await first
    expect(jobs.job?.name).toBe('Flags')
  })
})

describe('changing the open job', () => {
  const saved = (body: unknown): Job => ({ ...job(), ...(body as Job), version: (body as Job).version + 1 })
  it('shows at once, saves in turn, each from the version before', async () => {
    const { asked } = standIn({ [PUT]: saved })
    const jobs = useJobs()
    await jobs.open(job())
    const first = jobs.change(() => ({ washC: 60 })), second = jobs.note({ place: 'cuff' })
    expect([jobs.job!.washC, jobs.fabric!.place]).toEqual([60, 'cuff'])
    await Promise.all([first, second])
    expect(asked.map(a => (a.body as Job).version)).toEqual([0, 1])
    expect(jobBodyOf(jobs.job!)).toMatchObject({ washC: 60, version: 2, fabrics: [{ place: 'cuff' }] })
  })
  it('takes what someone else saved meanwhile, and makes its change on that', async () => {
    let tries = 0
    const { asked } = standIn({ [PUT]: (body) => {
      if (tries++ === 0) throw problem(409, { current: job({ name: 'Shirts, fourteen', version: 7 }), yours: body })
      return saved(body)
    } })
    const jobs = useJobs()
    await jobs.open(job())
    await jobs.change(() => ({ washC: 30 }))
    expect(asked[1]!.body).toMatchObject({ name: 'Shirts, fourteen', washC: 30, version: 7 })
    expect(jobs.job).toMatchObject({ name: 'Shirts, fourteen', washC: 30 })
    expect(jobs.problem).toBeNull()
  })
  it('takes a refused change back, and says why', async () => {
    standIn({ [PUT]: () => { throw problem(422) } })
    const jobs = useJobs()
    await jobs.open(job())
    await jobs.change(() => ({ washC: 95 }))
    expect([jobs.job!.washC, jobs.problem]).toEqual([40, 'It is a 422.'])
  })
})

describe('a job that is done', () => {
  it('goes to the other list, whichever job lies on the board, and can be taken up again', async () => {
    const other = job({ id: idOf(52), name: 'Coat' })
    const { asked } = standIn({
      [`PUT /api/jobs/${idOf(52)}`]: body => ({ ...other, ...(body as Job) }),
      'GET /api/jobs': (_, { done }) => ({ rows: done ? [{ ...other, done: true }] : [job()], total: 1, page: 1, size: 100 }),
    })
    const jobs = useJobs()
    await jobs.open(job())
    await jobs.finish(other, true)
    expect(asked[0]!.body).toMatchObject({ name: 'Coat', done: true })
    expect([jobs.job!.name, jobs.page!.rows.map(j => j.name)]).toEqual(['Shirts', ['Shirts']])
    jobs.shown = 'done'
    await jobs.load()
    expect(jobs.page!.rows.map(j => j.name)).toEqual(['Coat'])
    await jobs.finish({ ...other, done: true }, false)
    expect(asked.filter(a => a.what.startsWith('PUT')).at(-1)!.body).toMatchObject({ done: false })
  })
})

describe('wishes', () => {
  it('belong to the job while one is open: its care, its place', async () => {
    const { asked } = standIn({ [PUT]: body => ({ ...job(), ...(body as Job) }) })
    const jobs = useJobs(), wish = useWish()
    await jobs.open(job({ washC: 60, tumble: 'yes', fabrics: [{ fabricId: idOf(11), place: 'cuff', supplyId: null }] }))
    expect([wish.wished.care, wish.place.key]).toEqual([{ washC: 60, tumble: 'yes', dryClean: false }, 'cuff'])
    wish.wishFor({ care: { washC: 30, tumble: 'no', dryClean: true } })
    wish.choosePlace('collar')
    await new Promise(done => setTimeout(done, 20))
    expect(asked.map(a => a.body)).toMatchObject([{ washC: 30, dryClean: true }, { fabrics: [{ place: 'collar' }] }])
  })
  it('without a job they belong to the fabric, and another fabric begins without them', () => {
    const wish = useWish(), selection = useSelection()
    useLibrary()
    selection.chosen.fabricId = idOf(11)
    wish.choosePlace('cuff')
    wish.wishFor({ stiffness: 'rigid', care: { washC: 95, tumble: 'yes', dryClean: false } })
    expect([wish.place.key, wish.wished.stiffness, wish.wished.care.washC]).toEqual(['cuff', 'rigid', 95])
    selection.chosen.fabricId = idOf(12)
    expect([wish.place.key, wish.wished.stiffness, wish.wished.care.washC]).toEqual(['collar', null, 40])
    selection.chosen.fabricId = idOf(11)
    expect(wish.wished.stiffness).toBe('rigid')
  })
})
