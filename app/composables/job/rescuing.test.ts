// @vitest-environment happy-dom
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { effectScope, type EffectScope } from 'vue'
import { draftRecipe } from '#core/recipe'
import { toPressSetup } from '#shared/mappers'
import type { MakingsBody, PressSession, Swatch } from '#shared/schemas'
import { useSelection } from '../../stores/selection'
import { useJobs } from '../../stores/jobs'
import { useMakings } from '../../stores/makings'
import { usePairing } from '../../stores/pairing'
import { useLibrary } from '../../stores/library'
import { fabric, idOf, iron, job, layOut, standIn, supply, swatch } from '../../testing/board'
import { workersHere } from '../../testing/workers'
import { UNKNOWN_PRESSING } from './faultyPressing'
import { useRescuing } from './rescuing'

const here = vi.hoisted(() => ({ now: null as unknown }))
vi.mock('../work/boardWorkers', async original => ({ ...(await original<object>()), useBoardWorkers: () => here.now }))
const rules = { blend: 'strict', bearing: 'weight', warm: 'no', sides: 'one', patience: '20', moisture: 'widest',
  cooling: 'touch' } as const
const draft = draftRecipe(toPressSetup(fabric(), supply(), iron(), null, 'padded', rules), 'dry', iron().settings[1]!, 'back', 1, 'weight')
const recipe = { ...draft, warmS: 0, holdS: 12, coolS: 60 }
const event = (key: string, kind: string, op: string) => ({ key, kind, op })
/** A session of two pieces: `missed` places of the first, and the edge that the swatch 71 is. */
const session = (id: string, missed: number, edgeOf: string | null) => ({
  id, operations: ['a', 'b'].map(op => ({ id: op, fabricId: idOf(11), supplyId: idOf(21) })),
  events: [
    ...Array.from({ length: missed }, (_, i) => event(`m${id}${i}`, 'missed', 'a')), event(`n${id}`, 'missed', 'b'),
    ...(edgeOf ? [event(idOf(71), 'edge', edgeOf)] : []),
  ],
}) as unknown as PressSession
let scope: EffectScope
let asked: ReturnType<typeof workersHere>['asked']
const answered = async () => { for (let i = 0; i < 40; i++) await new Promise(done => setImmediate(done)) }

/** The board with swatches of the pair on it, in a job with these sessions. */
async function begin(rows: Swatch[], sessions: PressSession[] = []) {
  const { asked: fetched } = standIn({
    'GET /api/pairings': () => ({ rows, total: rows.length, page: 1, size: 60 }), 'GET /api/rescues': () => ({ results: [] }),
    [`GET /api/jobs/${idOf(51)}/makings`]: () => ({ makings: [], version: 0 }),
    [`GET /api/jobs/${idOf(51)}/sessions`]: () => sessions.map(r => ({ id: r.id })),
    ...Object.fromEntries(sessions.map(r => [`GET /api/sessions/${r.id}`, () => r])),
    [`PUT /api/jobs/${idOf(51)}/makings`]: (body) => {
      const { makings, version } = body as MakingsBody
      return { makings: structuredClone(makings), version: version + 1 }
    },
  })
  Object.assign(useSelection().chosen, { supplyId: idOf(21), ironId: idOf(31), pressClothId: 'bare', surface: 'padded' })
  await useJobs().open(job())
  usePairing()
  const r = scope.run(useRescuing)!
  await answered()
  return { r, fetched }
}
beforeEach(() => {
  layOut()
  const w = workersHere()
  asked = w.asked
  here.now = w.workers
  scope = effectScope()
})
afterEach(() => scope.stop())

describe('what went wrong with the piece on the board', () => {
  it('comes from the newest swatch that did not come out well, or from none where someone says so', async () => {
    const { r } = await begin([swatch(71, recipe), swatch(72, recipe, { grade: 2 }), swatch(73, recipe, { grade: 1 })])
    expect(r.swatch.value?.id).toBe(idOf(72))
    expect(r.pressed.value?.bond).toBeGreaterThan(0)
    r.swatchId.value = UNKNOWN_PRESSING
    await answered()
    expect([r.swatch.value, r.pressed.value]).toEqual([null, null])
  })
  it('fabric that was prewashed has shrunk already; of other fabric nobody knows', async () => {
    const { r } = await begin([swatch(71, recipe, { grade: 1 })])
    expect(r.context.value.preshrunk).toBeNull()
    useLibrary().fabrics = useLibrary().fabrics.map(f => ({ ...f, prewashed: true }))
    expect(r.context.value.preshrunk).toBe(true)
  })
  it('one that just held came out well: it is not what went wrong', async () => {
    const { r } = await begin([swatch(71, recipe, { grade: 3 }), swatch(72, recipe, { grade: 4, marks: ['shine'] })])
    expect(r.swatch.value?.id).toBe(idOf(72))
  })
  it('counts the places missed on the very piece whose edge the swatch was, whichever session that was', async () => {
    const rows = [swatch(71, recipe, { grade: 2, note: 'Pressed in a session: Shirts, a.' })]
    const { r } = await begin(rows, [session('newer', 5, null), session('older', 3, 'a')])
    expect(r.pressed.value?.missed).toBe(3)
  })
  it('without that edge it takes the newest session of the same fabric and interfacing', async () => {
    const { r } = await begin([swatch(71, recipe, { grade: 2, note: 'Pressed in a session: Shirts, a.' })], [session('newer', 2, null)])
    expect(r.pressed.value?.missed).toBe(3)
  })
  it('is asked one question at a time, each taken back by itself; another sign begins the questions anew', async () => {
    const { r } = await begin([])
    r.toggle('bubbles')
    const first = r.diagnosis.value!.ask!.question
    r.answer(first, 0)
    const second = r.diagnosis.value!.ask?.question
    expect([r.asked.value, second === first]).toEqual([1, false])
    r.back()
    expect([r.asked.value, r.diagnosis.value!.ask!.question]).toEqual([0, first])
    r.answer(first, null)
    r.toggle('rings')
    expect(r.asked.value).toBe(0)
  })
  it('of an interfacing that nobody chose nothing is said: first it has to be chosen, where what can be done hangs on it', async () => {
    const { r } = await begin([swatch(72, recipe, { grade: 2 })])
    r.toggle('bubbles')
    expect([r.missing.value, r.swatch.value?.id]).toEqual([null, idOf(72)])
    useSelection().chosen.supplyId = null
    await answered()
    expect([r.missing.value, r.swatch.value, r.context.value.supply, r.remedy.value]).toEqual(['interfacing', null, null, null])
    r.wanted.value = 'bareSole'
    await answered()
    expect([r.missing.value, r.remedy.value === null]).toEqual([null, false])
    r.take(120, 160)
    expect(r.ofJob.value[0]).toMatchObject({ fabricId: idOf(11), supplyId: null })
    useSelection().chosen.fabricId = null
    expect(r.missing.value).toBe('fabric')
  })
  it('its remedy goes into the job as worked out, and how it went is kept and taken back', async () => {
    const { r } = await begin([swatch(72, recipe, { grade: 2 })])
    r.toggle('bubbles')
    await answered()
    const remedy = r.remedy.value!, cause = r.cause.value!
    expect([asked.at(-1)!.what, remedy.cannot, remedy.recipe === null]).toEqual(['remedy', null, false])
    r.take(120, 160)
    const [made] = r.ofJob.value
    expect(made!.spec).toMatchObject({ kind: 'remedy', cause, remedy: remedy.key, wideMm: 120, highMm: 160, went: null })
    expect(made!.spec.recipe!.holdS).toBe(remedy.recipe!.holdS)
    await r.went(made!.id, 'partly')
    expect(r.ofJob.value[0]!.spec.went).toBe('partly')
    await r.went(made!.id, 'partly')
    expect([r.ofJob.value[0]!.spec.went, useMakings().saved]).toEqual([null, true])
    // Another cause has another remedy, and none shows while it is worked out.
    r.wanted.value = r.diagnosis.value!.beliefs.find(b => b.cause !== cause)!.cause
    await nextTick()
    expect(r.remedy.value).toBeNull()
    await answered()
    expect(r.remedy.value).not.toBeNull()
  })
})
