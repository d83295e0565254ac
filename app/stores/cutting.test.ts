// @vitest-environment happy-dom
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { FetchError } from 'ofetch'
import type { Cutting, JobPiece, JobPiecesBody } from '#shared/schemas'
import { useServer } from '../composables/browser/server'
import { blockPiece, idOf, job, layOut, standIn, supply } from '../testing/board'
import { useCutting } from './cutting'
import { useJobs } from './jobs'
import { useLibrary } from './library'

const piece = (n: number, name: string): JobPiece => blockPiece('flap', { id: idOf(n), name })
const jobs = [job(), job({ id: idOf(52), name: 'Flags' })] as const
const names = (all: readonly JobPiece[]) => all.map(p => p.name)
/** Longer than what is drawn waits before it is saved. */
const later = () => vi.advanceTimersByTimeAsync(650)

/** A server with the pieces of two jobs; `hold` keeps its answers back until it is let go. */
function server(stored: Record<string, JobPiece[]>) {
  const kept = Object.fromEntries(jobs.map(j => [j.id, { pieces: stored[j.id] ?? [], version: 0 }]))
  let held: Promise<void> = Promise.resolve(), away = false
  const answer = async (id: string): Promise<Cutting> => {
    const { pieces, version } = structuredClone(kept[id]!)
    await held
    if (away) throw new Error('away')
    return { pieces, version, layouts: [], offcuts: [], shrink: {} }
  }
  const list = { rows: jobs, total: 2, page: 1, size: 60 }
  const { asked } = standIn({ 'GET /api/jobs': () => list, ...Object.fromEntries(jobs.flatMap(({ id }) => [
    [`GET /api/jobs/${id}/cutting`, () => answer(id)],
    [`GET /api/jobs/${id}`, () => jobs.find(j => j.id === id)],
    [`PUT /api/jobs/${id}/layouts`, () => answer(id)],
    [`POST /api/jobs/${id}/cuts`, () => answer(id)],
    [`PUT /api/jobs/${id}/pieces`, (body: unknown) => {
      if (away) throw new Error('away')
      const { pieces, version } = body as JobPiecesBody
      kept[id] = { pieces: structuredClone(pieces), version: version + 1 }
      return answer(id)
    }],
  ])), [`GET /api/supplies/${idOf(21)}`]: () => supply({ stockM: 2 }) })
  return {
    asked, kept, take: () => { away = true }, bring: () => { away = false },
    hold: () => {
      let go!: () => void
      held = new Promise((done) => { go = done })
      return go
    },
  }
}
/** What was asked of the server in order, without what it was only read for. */
const written = (asked: { what: string }[]) => asked.map(a => a.what.replace(idOf(51), 'job')).filter(w => !w.startsWith('GET'))
async function opened(which = 0) {
  await useJobs().open(jobs[which]!)
  return useCutting()
}
beforeEach(() => {
  layOut()
  vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout'] })
})
afterEach(() => { vi.useRealTimers() })

describe('the pieces of the open job', () => {
  it('one taken while they are still being fetched comes after them, and is saved with them', async () => {
    const there = server({ [idOf(51)]: [piece(61, 'Collar')] }), go = there.hold()
    const cutting = await opened()
    const fetched = cutting.load()
    expect(cutting.ready).toBe(false)
    cutting.change(all => [...all, piece(62, 'Stand')])
    expect(names(cutting.pieces)).toEqual([])
    go()
    await fetched
    await vi.waitFor(() => expect(names(cutting.pieces)).toEqual(['Collar', 'Stand']))
    await later()
    expect(names(there.kept[idOf(51)]!.pieces)).toEqual(['Collar', 'Stand'])
    // However many asked, they were fetched once.
    expect(there.asked.filter(a => a.what.startsWith('GET') && a.what.endsWith('/cutting'))).toHaveLength(1)
  })
  it('what is drawn while they are fetched anew stands, and is saved', async () => {
    const there = server({ [idOf(51)]: [piece(61, 'Collar')] }), cutting = await opened()
    await cutting.load()
    const go = there.hold(), again = cutting.load()
    cutting.change(all => [...all, piece(62, 'Stand')])
    expect(names(cutting.pieces)).toEqual(['Collar', 'Stand'])
    go()
    await again
    await later()
    expect([names(cutting.pieces), names(there.kept[idOf(51)]!.pieces), cutting.saved])
      .toEqual([['Collar', 'Stand'], ['Collar', 'Stand'], true])
  })
  it('another job is opened: what was drawn for the first goes to it, and none of it lies on the other', async () => {
    const there = server({ [idOf(52)]: [piece(71, 'Hoist')] }), cutting = await opened()
    await cutting.load()
    cutting.change(all => [...all, piece(61, 'Collar')])
    await nextTick()
    await useJobs().open(jobs[1])
    expect(cutting.ready).toBe(false)
    cutting.change(all => [...all, piece(72, 'Fly')])
    await vi.waitFor(() => expect(names(cutting.pieces)).toEqual(['Hoist', 'Fly']))
    await later()
    expect([names(there.kept[idOf(51)]!.pieces), names(there.kept[idOf(52)]!.pieces)]).toEqual([['Collar'], ['Hoist', 'Fly']])
  })
  it('with the server away what was drawn for another job waits in the browser, and this one\'s are fetched when it answers', async () => {
    const there = server({ [idOf(52)]: [piece(71, 'Hoist')] }), cutting = await opened()
    await cutting.load()
    there.take()
    useServer().silent()
    cutting.change(all => [...all, piece(61, 'Collar')])
    await nextTick()
    await useJobs().open(jobs[1])
    await cutting.load()
    expect([cutting.ready, names(cutting.pieces), cutting.problem]).toEqual([false, [], expect.any(String)])
    there.bring()
    useServer().noteAnswer(false)
    await vi.waitFor(() => expect(names(cutting.pieces)).toEqual(['Hoist']))
    await useJobs().open(jobs[0])
    await cutting.load()
    expect(names(cutting.pieces)).toEqual(['Collar'])
    await later()
    expect(names(there.kept[idOf(51)]!.pieces)).toEqual(['Collar'])
  })
  it('saved by someone else meanwhile both stand there: theirs is taken, or mine goes over it; what is refused names its piece',
    async () => {
      const there = server({ [idOf(51)]: [piece(61, 'Collar')] }), cutting = await opened()
      await cutting.load()
      const theirs = { pieces: [piece(69, 'Theirs')], version: 7, layouts: [], offcuts: [], shrink: {} }
      const refuses = (status: number, more: object) => {
        const data = { type: 'about:blank', title: 'No', status, detail: `It is a ${status}.`, errors: [], ...more }
        const plain = vi.mocked($fetch as unknown as (path: string, o?: { method?: string, body?: unknown }) => Promise<unknown>)
          .getMockImplementation()!
        vi.stubGlobal('$fetch', vi.fn(async (path: string, o?: { method?: string, body?: unknown }) => {
          if (o?.method !== 'PUT' || !path.endsWith('/pieces')) return plain(path, o)
          if ((o.body as JobPiecesBody).version === 7) return plain(path, o)
          throw Object.assign(new FetchError('no'), { response: { status }, data })
        }))
      }
      refuses(409, { current: theirs })
      cutting.change(all => [...all, piece(62, 'Stand')])
      await later()
      expect([cutting.theirs?.version, cutting.problem, names(cutting.pieces), cutting.saved])
        .toEqual([7, 'It is a 409.', ['Collar', 'Stand'], false])
      cutting.overThem()
      await vi.waitFor(() => expect(cutting.saved).toBe(true))
      expect([cutting.theirs, cutting.problem, names(there.kept[idOf(51)]!.pieces)]).toEqual([null, null, ['Collar', 'Stand']])
      cutting.change(all => [...all, piece(63, 'Cuff')])
      await later()
      expect(cutting.theirs).not.toBeNull()
      await cutting.takeTheirs()
      expect([names(cutting.pieces), cutting.theirs, cutting.saved]).toEqual([['Theirs'], null, true])
      refuses(422, { errors: [{ field: 'pieces.1.allowances', message: 'No.' }] })
      useCutting().version = 3
      cutting.change(all => [...all, piece(64, 'Flap')])
      await later()
      expect([cutting.theirs, cutting.badPiece, cutting.problem]).toEqual([null, 1, 'It is a 422.'])
    })
  it('what was drawn is saved before it is laid or cut: a layout is of the pieces that the server has', async () => {
    const there = server({ [idOf(51)]: [piece(61, 'Collar')] }), cutting = await opened()
    await cutting.load()
    cutting.change(all => [...all, piece(62, 'Stand')])
    let go = there.hold()
    const kept = cutting.saveLayout(idOf(21), [])
    await later()
    expect(written(there.asked)).toEqual(['PUT /api/jobs/job/pieces'])
    go()
    await kept
    expect(written(there.asked)).toEqual(['PUT /api/jobs/job/pieces', 'PUT /api/jobs/job/layouts'])
    cutting.change(all => [...all, piece(63, 'Cuff')])
    go = there.hold()
    const cut = cutting.cut(idOf(21), [], 0.5, idOf(99))
    await later()
    expect(written(there.asked).at(-1)).toBe('PUT /api/jobs/job/pieces')
    go()
    expect(await cut).toBe(true)
    expect(written(there.asked).slice(2)).toEqual(['PUT /api/jobs/job/pieces', 'POST /api/jobs/job/cuts'])
    expect(useLibrary().supplies.find(x => x.id === idOf(21))!.stockM).toBe(2)
  })
})
