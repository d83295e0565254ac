// @vitest-environment happy-dom
import { effectScope, type EffectScope } from 'vue'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { pairKey } from '#shared/caring'
import type { Job, Making } from '#shared/schemas'
import { fabric, idOf, job, layOut, standIn, supply } from '../../testing/board'
import { useJobs } from '../../stores/jobs'
import { useLibrary } from '../../stores/library'
import { useMakings } from '../../stores/makings'
import { useCaring } from './caring'
import { useOutbox } from '../press/outbox'

const here = vi.hoisted(() => ({ now: null as unknown }))
vi.mock('../work/boardWorkers', async original => ({ ...(await original<object>()), useBoardWorkers: () => here.now }))
const STAYS = [{ dot: 2, staysS: 9 }]
let asked: unknown[] = [], stuck: unknown[] = [], fails = false, scope: EffectScope
const backed = (more: Partial<Job> = {}) => job({ fabrics: [{ fabricId: idOf(11), place: null, supplyId: idOf(21) }], ...more })
const key = pairKey({ fabric: { id: idOf(11) }, supply: { id: idOf(21) } })
const wash = { event: 1 }

/** A server that knows how the pair was graded and washed, and which trims were preshrunk how hot. */
function server(grade: number | null = 4, after: number[] = []) {
  const swatches = after.map(a => ({ fabricId: idOf(11), grade: 5, after: a, marks: [], rounds: 1, washC: 40, tumble: 'no' }))
  return standIn({
    [`GET /api/jobs/${idOf(51)}/care`]: () => ({ events: [wash] }), [`GET /api/jobs/${idOf(52)}/care`]: () => ({ events: [] }),
    [`GET /api/jobs/${idOf(51)}/cutting`]: () => ({ pieces: [], version: 0, layouts: [], offcuts: [], shrink: {} }),
    [`GET /api/jobs/${idOf(51)}/makings`]: () => ({ makings: [], version: 0 }),
    'GET /api/pairings': () => ({ rows: grade === null ? [] : [{ grade }], total: 1, page: 1, size: 1 }),
    [`GET /api/supplies/${idOf(21)}/washes`]: () => ({ swatches }),
    [`GET /api/supplies/${idOf(25)}`]: () => supply({ id: idOf(25), name: 'Ribbon' }),
    [`GET /api/supplies/${idOf(25)}/records`]: () => ({ trimRuns: [{ heatC: 110 }, { heatC: 150 }, { heatC: 130 }] }),
    [`GET /api/supplies/${idOf(22)}/records`]: () => ({ trimRuns: [] }),
  })
}
async function caring(of: Job = backed()) {
  await useJobs().open(of)
  const c = scope.run(useCaring)!
  await vi.waitFor(() => expect(c.working.value).toBe(0))
  return c
}
beforeEach(() => {
  layOut()
  asked = []
  fails = false
  scope = effectScope()
  stuck = []
  const remote = { stuckStays: async (layers: unknown) => {
    stuck.push(layers)
    return [{ dot: 3, staysS: 4 }]
  }, stays: async (setup: unknown) => {
    if (fails) throw new Error('out of memory')
    asked.push(setup)
    return STAYS
  } }
  here.now = { answer: (_: string, what: keyof typeof remote, [of]: [unknown]) => remote[what](of) }
})
afterEach(() => scope.stop())

describe('what the care of a garment depends on', () => {
  it('each fused pair: how it was graded, how an iron may rest on it; the log of the garment', async () => {
    server()
    const c = await caring()
    await vi.waitFor(() => expect(c.log.value.events).toEqual([wash]))
    expect([c.pairs.value.length, c.of(key)]).toEqual([1, { grade: 4, stays: STAYS, wear: expect.objectContaining({ seen: 0 }) }])
    expect([c.stays.value.get(key), asked[0]]).toEqual([STAYS, expect.objectContaining({ pressCloth: null, surface: 'padded' })])
  })
  it('how an interfacing wears here is learnt from its washed swatches', async () => {
    server(null, [5, 5, 5])
    const well = (await caring()).of(key)
    scope.stop()
    scope = effectScope()
    server(null, [2, 2, 2])
    const worn = (await caring()).of(key)
    expect([well.grade, well.wear.seen, worn.wear.seen]).toEqual([null, 3, 3])
    expect(worn.wear.factor).toBeGreaterThan(well.wear.factor)
  })
  it('a pair that was not looked up, or whose looking failed, is as its kind; the fault is said', async () => {
    server()
    fails = true
    const c = await caring()
    expect(c.of(key)).toEqual({ grade: null, wear: { factor: 1, sdLog: 0, seen: 0 }, stays: [] })
    expect(c.problem.value).toContain('out of memory')
  })
  it('what is stuck on is looked at through its own layers, again when those change, and no more once it is gone', async () => {
    const patch = (supplyId: string) => ({
      id: idOf(81), name: 'Patch', fabricId: idOf(11), liningId: null, supplyId, fabricIds: [], scrapId: null, supplyIds: [],
      spec: { format: 1, kind: 'hole' },
    }) as unknown as Making
    server()
    const c = await caring(), makings = useMakings()
    await vi.waitFor(() => expect(makings.jobId).toBe(idOf(51)))
    makings.makings = [patch(idOf(21))]
    await vi.waitFor(() => expect(c.stays.value.get(`making ${idOf(81)}`)).toEqual([{ dot: 3, staysS: 4 }]))
    expect(stuck).toEqual([expect.objectContaining({ inside: true, glue: expect.objectContaining({ adhesiveGsm: 12 }) as object })])
    useLibrary().supplies = [supply({ adhesiveGsm: 30 })]
    await vi.waitFor(() => expect(stuck).toHaveLength(2))
    makings.makings = []
    await vi.waitFor(() => expect(c.stays.value.has(`making ${idOf(81)}`)).toBe(false))
    expect(stuck).toHaveLength(2)
  })
  it('what is sewn in has nothing to wear', async () => {
    server()
    useLibrary().supplies = [supply({ family: 'sewIn', adhesive: null })]
    expect([(await caring()).pairs.value, asked]).toEqual([[], []])
  })
  it('a trim counts by the hottest of its preshrinkings, and is fetched where it is not there', async () => {
    server()
    const c = await caring(backed({ trimIds: [idOf(25), idOf(22)] }))
    await vi.waitFor(() => expect(c.things.value.preshrunkC).toEqual({ [idOf(25)]: 150, [idOf(22)]: null }))
    expect(useLibrary().supplies.map(s => s.id)).toContain(idOf(25))
  })
  it('a pair that joins is looked up, those that were known are not again; what was sent makes all be asked anew', async () => {
    const { asked: fetched } = server()
    const c = await caring()
    useLibrary().fabrics.push(fabric({ id: idOf(13) }))
    await useJobs().open(backed({ fabrics: [11, 13].map(n => ({ fabricId: idOf(n), place: null, supplyId: idOf(21) })) }))
    await vi.waitFor(() => expect(asked).toHaveLength(2))
    await vi.waitFor(() => expect(c.working.value).toBe(0))
    expect(c.stays.value.size).toBe(2)
    const logs = () => fetched.filter(a => a.what.endsWith('/care')).length, before = logs()
    useOutbox().sentCount.value++
    await vi.waitFor(() => expect(asked).toHaveLength(4))
    expect(logs()).toBe(before + 1)
  })
  it('closed, the garment has no log; of the next one nothing of the last is shown', async () => {
    server()
    const c = await caring()
    await vi.waitFor(() => expect(c.log.value.events).toHaveLength(1))
    await useJobs().open(job({ id: idOf(52) }))
    await vi.waitFor(() => expect(c.log.value.events).toEqual([]))
    expect([c.pairs.value, c.things.value.pieces]).toEqual([[], []])
  })
})
