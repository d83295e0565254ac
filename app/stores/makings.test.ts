// @vitest-environment happy-dom
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { FetchError } from 'ofetch'
import type { Making, Makings, MakingsBody } from '#shared/schemas'
import { useMakingDraft } from '../composables/making/makingDraft'
import { useServer } from '../composables/browser/server'
import { idOf, job, layOut, standIn } from '../testing/board'
import { useSelection } from './selection'
import { useJobs } from './jobs'
import { useMakings } from './makings'

const GET = `GET /api/jobs/${idOf(51)}/makings`, PUT = `PUT /api/jobs/${idOf(51)}/makings`
const making = (n: number, name: string, lengthMm = 200): Making => ({
  id: idOf(n), name, fabricId: idOf(11), liningId: null, supplyId: null, fabricIds: [], scrapId: null, supplyIds: [],
  spec: { format: 1, kind: 'seamDetail', seamDetail: 'pleat', lengthMm, count: 1 },
})
const refused = (status: number, more: object = {}) => Object.assign(new FetchError('no'), {
  response: { status }, data: { type: 'about:blank', title: 'No', status, detail: `It is a ${status}.`, errors: [], ...more },
})
/** Longer than what is written waits before it is saved. */
const later = () => vi.advanceTimersByTimeAsync(650)

/** A server with so many makings; what is put is kept. */
function kept(stored: Makings) {
  let now = stored
  return standIn({
    [GET]: () => structuredClone(now),
    [PUT]: (body) => {
      const { version, makings } = body as MakingsBody
      if (version !== now.version) throw refused(409, { current: now })
      now = { makings: structuredClone(makings), version: version + 1 }
      return structuredClone(now)
    },
  })
}
async function opened() {
  await useJobs().open(job())
  const makings = useMakings()
  await makings.load()
  return makings
}
beforeEach(() => {
  layOut()
  vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout'] })
})
afterEach(() => { vi.useRealTimers() })

describe('makings of the open job', () => {
  it('are brought, and what is added is saved by itself over the version it was begun from', async () => {
    const { asked } = kept({ makings: [making(61, 'Pleats')], version: 4 })
    const makings = await opened()
    expect([makings.makings.map(m => m.name), makings.version, makings.saved]).toEqual([['Pleats'], 4, true])
    makings.add(making(62, 'Dart'))
    await nextTick()
    expect(makings.saved).toBe(false)
    await later()
    expect([makings.saved, makings.version]).toEqual([true, 5])
    expect(asked.filter(a => a.what === PUT)).toHaveLength(1)
    expect((asked.at(-1)!.body as MakingsBody).makings.map(m => m.name)).toEqual(['Pleats', 'Dart'])
  })
  it('what was written and not saved is found again after a reload', async () => {
    kept({ makings: [], version: 0 })
    const makings = await opened()
    vi.stubGlobal('$fetch', () => Promise.reject(new Error('away')))
    makings.add(making(61, 'Pleats'))
    await later()
    expect(makings.saved).toBe(false)
    const { asked } = kept({ makings: [], version: 0 })
    makings.$dispose()
    const again = await opened()
    expect(again.makings.map(m => m.name)).toEqual(['Pleats'])
    await later()
    expect(asked.some(a => a.what === PUT)).toBe(true)
  })
  it('what could not be saved while the server was away is, once it answers again', async () => {
    kept({ makings: [], version: 0 })
    const makings = await opened()
    const server = useServer()
    server.silent()
    vi.stubGlobal('$fetch', () => Promise.reject(new Error('away')))
    makings.add(making(61, 'Pleats'))
    await later()
    expect(makings.saved).toBe(false)
    const { asked } = kept({ makings: [], version: 0 })
    server.noteAnswer(false)
    await later()
    expect([makings.saved, asked.filter(a => a.what === PUT).length]).toEqual([true, 1])
  })
  it('bad figures are said here and not sent', async () => {
    const { asked } = kept({ makings: [], version: 0 })
    const makings = await opened()
    makings.add(making(61, 'Pleats', -3))
    await later()
    expect([makings.problem, makings.bad]).toEqual(['Length: 5 mm is the smallest we accept.', 0])
    expect(asked.some(a => a.what === PUT)).toBe(false)
    makings.put(making(61, 'Pleats', 300))
    await later()
    expect([makings.problem, makings.saved]).toEqual([null, true])
  })
  it('what the server refuses is said at its place', async () => {
    standIn({
      [GET]: () => ({ makings: [], version: 0 }),
      [PUT]: () => {
        const detail = 'Hem: its fabric is gone.'
        throw refused(422, { errors: [{ field: 'makings.0', message: detail }], detail })
      },
    })
    const makings = await opened()
    makings.add(making(61, 'Hem'))
    await later()
    expect([makings.problem, makings.bad, makings.saved]).toEqual(['Hem: its fabric is gone.', 0, false])
  })
  it('saved by someone else meanwhile: mine over theirs, or theirs', async () => {
    const theirs = { makings: [making(70, 'Theirs')], version: 9 }
    for (const mine of [true, false]) {
      layOut()
      let stored: Makings = { makings: [], version: 0 }
      const { asked } = standIn({
        [GET]: () => structuredClone(stored),
        [PUT]: (body) => {
          const b = body as MakingsBody
          if (b.version !== theirs.version) throw refused(409, { current: theirs })
          stored = { makings: b.makings, version: 10 }
          return structuredClone(stored)
        },
      })
      const makings = await opened()
      makings.add(making(61, 'Mine'))
      await vi.waitFor(() => expect(makings.theirs?.makings[0]!.name).toBe('Theirs'), 10_000)
      const before = asked.length
      if (mine) makings.overThem()
      else await makings.takeTheirs()
      const stands = () => [makings.makings.map(m => m.name), makings.version, makings.saved]
      await vi.waitFor(() => expect(stands()).toEqual([[mine ? 'Mine' : 'Theirs'], mine ? 10 : 9, true]), 10_000)
      await later()
      expect(stands()).toEqual([[mine ? 'Mine' : 'Theirs'], mine ? 10 : 9, true])
      expect(asked.length - before).toBe(mine ? 1 : 0)
    }
  })
  it('without a job there are none', async () => {
    kept({ makings: [making(61, 'Pleats')], version: 4 })
    const makings = await opened()
    useSelection().chosen.jobId = null
    await makings.load()
    expect([makings.makings, makings.jobId]).toEqual([[], null])
  })
})

describe('what a drawer shows', () => {
  const usual = () => making(90, 'Draft') as ReturnType<typeof making> & { spec: Extract<Making['spec'], { kind: 'seamDetail' }> }
  it('is the job\'s first of its kind; a fresh one is a draft until it is taken into the job', async () => {
    kept({ makings: [making(61, 'Pleats')], version: 1 })
    const makings = await opened()
    const selection = useMakingDraft('seamDetail', usual)
    expect(selection.chosen.value?.name).toBe('Pleats')
    selection.setSpec({ lengthMm: 444 })
    expect(makings.makings[0]!.spec).toMatchObject({ lengthMm: 444 })
    selection.choose(null)
    expect(selection.making.value.name).toBe('Draft')
    selection.set({ name: 'Second' })
    selection.setSpec({ lengthMm: 555 })
    expect(makings.makings).toHaveLength(1)
    selection.add()
    expect(makings.makings.map(m => m.name)).toEqual(['Pleats', 'Second'])
    expect(selection.chosen.value!.id).not.toBe(idOf(90))
    selection.drop()
    expect([makings.makings.map(m => m.name), selection.chosen.value, selection.making.value.name]).toEqual([['Pleats'], null, 'Second'])
  })
})
