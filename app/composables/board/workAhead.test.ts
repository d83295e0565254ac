// @vitest-environment happy-dom
import { effectScope, type EffectScope } from 'vue'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { courseOf, draftRecipe, evaluate } from '#core/recipe'
import { blockPiece, idOf, job, layOut, standIn } from '../../testing/board'
import { workersHere } from '../../testing/workers'
import { useCutting } from '../../stores/cutting'
import { useJobs } from '../../stores/jobs'
import { useLibrary } from '../../stores/library'
import { usePlanning } from '../../stores/planning'
import { usePress } from '../../stores/press'
import { useSelection } from '../../stores/selection'
import { useOutbox } from '../press/outbox'
import { LAST_OF_ALL } from '../work/boardWorkers'
import { useWorkAhead } from './workAhead'

const here = vi.hoisted(() => ({ now: null as unknown }))
vi.mock('../work/boardWorkers', async original => ({ ...(await original<object>()), useBoardWorkers: () => here.now }))

let ranks: number[], scope: EffectScope, server: ReturnType<typeof standIn>
const cuttings = () => server.asked.filter(a => a.what.endsWith('/cutting')).map(a => a.what)
const rest = (ms: number) => vi.advanceTimersByTimeAsync(ms)
beforeEach(() => {
  vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout', 'setInterval', 'clearInterval', 'Date', 'performance'] })
  layOut()
  const board = workersHere()
  here.now = board.workers
  ranks = board.ranks
  const cutting = { pieces: [blockPiece('strip', { id: idOf(71), name: 'Band', interfacingId: idOf(21) })], version: 3, layouts: [],
    offcuts: [], shrink: { [idOf(11)]: { alongPct: 0, acrossPct: 0, preshrunkUpToC: 200 } } }
  const makings = { makings: [], version: 4 }
  server = standIn({
    [`GET /api/jobs/${idOf(51)}/cutting`]: () => cutting, [`GET /api/jobs/${idOf(51)}/makings`]: () => makings,
    [`GET /api/jobs/${idOf(52)}/cutting`]: () => cutting, [`GET /api/jobs/${idOf(52)}/makings`]: () => makings,
    'GET /api/pairings': () => ({ rows: [], total: 0, page: 1, size: 60 }),
  })
  scope = effectScope()
})
afterEach(() => {
  scope.stop()
  vi.useRealTimers()
})

describe('what a board that is left alone works out', () => {
  it('is how the open job is pressed, once nobody has touched it for a while; touched again it waits again', async () => {
    scope.run(() => useWorkAhead())
    await useJobs().open(job())
    await rest(2000)
    window.dispatchEvent(new KeyboardEvent('keydown', { key: 'a' }))
    await rest(2000)
    expect([usePlanning().isPlanned, cuttings()]).toEqual([false, []])
    await rest(1000)
    await vi.waitFor(() => expect(usePlanning().isPlanned).toBe(true))
    expect(usePlanning().works.map(w => [w.kind, w.name, w.ways.length])).toEqual([['fuse', 'Band', 2]])
    // What is planned is not fetched over and over.
    window.dispatchEvent(new KeyboardEvent('keydown', { key: 'a' }))
    await rest(6000)
    expect(cuttings()).toHaveLength(1)
    // The next job is another one.
    await useJobs().open(job({ id: idOf(52), name: 'Coat' }))
    await rest(3000)
    await vi.waitFor(() => expect([useCutting().jobId, usePlanning().isPlanned]).toEqual([idOf(52), true]))
    expect(cuttings()).toHaveLength(2)
  })
  it('is not worked out anew while nothing changed; a piece, a fabric or a swatch that did counts at the next rest', async () => {
    scope.run(() => useWorkAhead())
    await useJobs().open(job())
    await rest(3000)
    const planning = usePlanning()
    await vi.waitFor(() => expect(planning.isPlanned).toBe(true))
    const touched = async (change: () => void) => {
      const before = planning.works
      window.dispatchEvent(new KeyboardEvent('keydown', { key: 'a' }))
      change()
      await rest(2000)
      expect(planning.works).toBe(before)
      await rest(1000)
      await vi.waitFor(() => expect(planning.progress).toBeNull())
      return planning.works !== before
    }
    expect(await touched(() => undefined)).toBe(false)
    const library = useLibrary(), [first] = library.fabrics
    expect(await touched(() => library.keepFabric({ ...first!, version: first!.version + 1 }))).toBe(true)
    expect(await touched(() => { useOutbox().lastSent.value = { kind: 'picture', answer: null } })).toBe(false)
    expect(await touched(() => { useOutbox().lastSent.value = { kind: 'wash', answer: null } })).toBe(true)
    // Once somebody has looked it follows at once.
    planning.want()
    await rest(10)
    const before = planning.works
    library.irons = library.irons.map(i => ({ ...i, version: i.version + 1 }))
    await rest(500)
    await vi.waitFor(() => expect(planning.works).not.toBe(before))
  })
  it('waits for all that somebody looks at; a plan that is looked at waits for nothing', async () => {
    scope.run(() => useWorkAhead())
    await useJobs().open(job())
    await rest(3000)
    const planning = usePlanning()
    await vi.waitFor(() => expect(planning.isPlanned).toBe(true))
    expect(new Set(ranks)).toEqual(new Set([LAST_OF_ALL]))
    ranks.length = 0
    planning.want()
    const library = useLibrary(), [first] = library.fabrics, before = planning.works
    library.keepFabric({ ...first!, version: first!.version + 1, massGsm: first!.massGsm + 40 })
    await rest(500)
    await vi.waitFor(() => expect(planning.works).not.toBe(before))
    expect(new Set(ranks)).toEqual(new Set([0]))
  })
  it('is nothing without a job, and nothing while a swatch is under the iron', async () => {
    scope.run(() => useWorkAhead())
    await rest(6000)
    expect(server.asked).toEqual([])
    useSelection().chosen.fabricId = idOf(11)
    const { setup, iron } = useSelection(), press = usePress()
    const recipe = { ...draftRecipe(setup!, 'dry', iron!.settings[1]!, 'back', 1, 'lean'), warmS: 0, holdS: 12, coolS: 20 }
    press.lay(recipe, courseOf(evaluate(setup!, recipe)), {})
    press.next()
    expect(press.running).toBe(true)
    await useJobs().open(job())
    await rest(6000)
    expect(cuttings()).toEqual([])
  })
})
