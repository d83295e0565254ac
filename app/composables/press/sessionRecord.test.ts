// @vitest-environment happy-dom
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { idOf, job, layOut, standIn } from '../../testing/board'
import { useJobs } from '../../stores/jobs'
import { useSelection } from '../../stores/selection'
import { useSession } from '../../stores/session'

vi.mock('idb-keyval', () => ({
  createStore: (name: string) => name, entries: async () => [], get: async () => undefined, set: async () => undefined,
  setMany: async () => undefined, del: async () => undefined,
}))

/** All that can go on without an answer has come to an end. */
const settled = async () => { for (let i = 0; i < 30; i++) await new Promise(done => setImmediate(done)) }
/** A server that answers when it is told to. */
function slowServer() {
  const waiting: { path: string, answer: (body: unknown) => void, fail: () => void }[] = []
  const { fetch } = standIn({})
  fetch.mockImplementation((path: string) => new Promise((answer, fail) => {
    waiting.push({ path, answer, fail: () => fail(new Error('It broke.')) })
  }))
  const take = (path: string) => {
    const at = waiting.findIndex(w => w.path === path)
    if (at < 0) throw new Error(`nobody asked for ${path}, but for ${waiting.map(w => w.path).join(', ')}`)
    return waiting.splice(at, 1)[0]!
  }
  return {
    answer: async (path: string, body: unknown) => {
      take(path).answer(body)
      await settled()
    },
    fail: async (path: string) => {
      take(path).fail()
      await settled()
    },
    asks: (path: string) => waiting.some(w => w.path === path),
  }
}
// What other tests of this process left to be asked again has other ids.
const COAT = job({ id: idOf(151), name: 'Coat' }), SHIRTS = job({ id: idOf(152), name: 'Shirts' })
const heads = (id: string) => `/api/jobs/${id}/sessions`, session = (n: number) => `/api/sessions/${idOf(n)}`
const head = (n: number) => ({ id: idOf(n), startedAt: '2026-11-20T10:00:00.000Z', closedAt: null, operations: 0, events: 0 })
const whole = (n: number, jobId: string) => ({ ...head(n), jobId, piecesVersion: 1, operations: [], events: [] })

let server: ReturnType<typeof slowServer>
beforeEach(() => {
  layOut()
  server = slowServer()
})
afterEach(() => { useSession().$dispose() })
async function open(j: typeof COAT) {
  void useJobs().open(j)
  await settled()
}

describe('the session of a job that was left before it came', () => {
  it('does not lie on the board of the next one', async () => {
    const board = useSession()
    await open(COAT)
    await server.answer(heads(COAT.id), [head(191)])
    expect(server.asks(session(191))).toBe(true)
    await open(SHIRTS)
    await server.answer(heads(SHIRTS.id), [])
    await server.answer(session(191), whole(191, COAT.id))
    expect([board.plan, board.kept, board.problem]).toEqual([null, [], null])
  })
  it('is not waited for once no job is open', async () => {
    const board = useSession()
    await open(COAT)
    expect(board.loading).toBe(true)
    useSelection().chosen.jobId = null
    await settled()
    expect(board.loading).toBe(false)
  })
  it('nor does the list of its sessions, or its fault', async () => {
    const board = useSession()
    await open(COAT)
    await open(SHIRTS)
    await server.answer(heads(SHIRTS.id), [head(192)])
    await server.answer(session(192), whole(192, SHIRTS.id))
    await server.answer(heads(COAT.id), [head(191)])
    expect([board.plan?.id, board.earlier.map(e => e.id)]).toEqual([idOf(192), [idOf(192)]])
    await open(COAT)
    await open(SHIRTS)
    await server.fail(heads(COAT.id))
    expect(board.problem).toBeNull()
  })
  it('nor what was planned anew of it', async () => {
    const board = useSession()
    await open(COAT)
    await server.answer(heads(COAT.id), [head(191)])
    await server.answer(session(191), whole(191, COAT.id))
    void board.replan([], [], 2)
    await settled()
    await open(SHIRTS)
    await server.answer(heads(SHIRTS.id), [])
    await server.answer(`${session(191)}/operations`, whole(191, COAT.id))
    expect([board.plan, board.own]).toEqual([null, []])
  })
  it('one that was asked for comes, and its fault is said', async () => {
    const board = useSession()
    await open(COAT)
    await server.answer(heads(COAT.id), [head(191)])
    await server.answer(session(191), whole(191, COAT.id))
    expect(board.plan?.id).toBe(idOf(191))
    await open(SHIRTS)
    await server.fail(heads(SHIRTS.id))
    expect([board.plan, board.problem]).toEqual([null, 'It broke.'])
  })
})
