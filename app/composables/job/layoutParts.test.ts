// @vitest-environment happy-dom
import { effectScope, nextTick, ref, type EffectScope, type Ref } from 'vue'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { blockOf, usualMeasures } from '#core/cut'
import { boundsOf } from '#core/geometry'
import { firstLayout, fitOnOffcuts, laidOutline, type LayoutTask } from '#core/layout'
import { partId, toPayload } from '#shared/cutting'
import { jobPieceSchema, pressedAsTheHouse, type Cutting, type JobPiece, type LayoutPart, type Supply } from '#shared/schemas'
import { idOf, job, layOut, standIn, supply } from '../../testing/board'
import { useCutting } from '../../stores/cutting'
import { useJobs } from '../../stores/jobs'
import { leastWideMm } from '#shared/laidOut'
import { useLayoutParts } from './layoutParts'

const here = vi.hoisted(() => ({ now: null as unknown }))
vi.mock('../work/boardWorkers', async original => ({
  ...(await original<object>()), useBoardWorkers: () => here.now, workerCount: () => 1,
}))
const tasks: LayoutTask[] = []
/** Layouts as they are first found; nothing better is looked for. */
const remote = {
  firstLayoutFor: async (_: string, task: LayoutTask) => {
    tasks.push(task)
    return firstLayout(task)
  },
  improvedLayout: async (_: string, __: LayoutTask, best: unknown) => {
    await new Promise(done => setTimeout(done, 5))
    return best
  },
  onOffcuts: async (...args: Parameters<typeof fitOnOffcuts>) => fitOnOffcuts(...args),
}
/** A band 300 × 80 mm; it lies along the grain. */
const band = (n: number, more: Partial<JobPiece> = {}): JobPiece => jobPieceSchema.parse({
  id: idOf(n), name: `Band ${n}`, fabricId: idOf(11), place: null, count: 1, pair: false, grain: 'along', oneWay: false, inset: null,
  shape: {
    format: 1, kind: 'block', block: 'strip', measures: { ...usualMeasures(blockOf('strip')!), long: 300, wide: 80 }, mirrored: false,
  },
  allowances: { seam: 10, hem: 10, front: 10 }, interfacingId: idOf(21), foamId: null, webId: null, ...pressedAsTheHouse(), ...more,
})
const at = (n: number, x: number, y: number, more: Partial<LayoutPart> = {}): LayoutPart => ({
  pieceId: idOf(n), role: 'interfacing', number: 0, turnDeg: 0, x, y, offcutId: null, pinned: false, ...more,
})
let scope: EffectScope
const settled = () => new Promise(done => setTimeout(done, 40))
async function lay(pieces: JobPiece[], kept: LayoutPart[] = [], more: Partial<Cutting> = {}, of: Supply = supply()) {
  const layouts = kept.length > 0 ? [{ id: idOf(91), supplyId: idOf(21), parts: kept, cutAt: null, metres: null }] : []
  const cutting = { pieces, version: 1, layouts, offcuts: [], shrink: {}, ...more } as unknown as Cutting
  const { asked } = standIn({
    [`GET /api/jobs/${idOf(51)}/cutting`]: () => cutting, [`PUT /api/jobs/${idOf(51)}/layouts`]: () => cutting,
  })
  await useJobs().open(job())
  await useCutting().load()
  const on: Ref<Supply | null> = ref(of)
  const l = scope.run(() => useLayoutParts(on))!
  await settled()
  const puts = () => asked.filter(a => a.what.startsWith('PUT')).map(a => a.body as { supplyId: string, parts: LayoutPart[] })
  return { ...l, on, puts, saved: () => puts().map(b => b.parts) }
}
const xs = (all: readonly LayoutPart[]) => all.map(p => [p.pieceId.slice(-2), Math.round(p.x), Math.round(p.y), p.pinned])
beforeEach(() => {
  layOut()
  here.now = { ask: (_: string, of: (r: typeof remote) => unknown) => of(remote), end: () => undefined }
  scope = effectScope()
  tasks.length = 0
})
afterEach(() => {
  scope.stop()
  vi.useRealTimers()
})

describe('parts of a supply where they lie', () => {
  it('laid for the first time they lie side by side on the roll, and are kept', async () => {
    const l = await lay([band(71), band(72)])
    expect([l.unplaced.value, l.lies.value.faults, l.lies.value.laid.length]).toEqual([[], [], 2])
    const [{ wideMm, highMm }] = l.parts.value.map(p => boundsOf(p.outline)) as unknown as [{ wideMm: number, highMm: number }]
    expect(l.lies.value.lengthMm).toBeCloseTo(Math.max(wideMm, highMm), 0)
    expect([l.lies.value.used > 0.1, l.lies.value.used < 0.4]).toEqual([true, true])
    expect(l.lies.value.boundMm).toBeLessThanOrEqual(l.lies.value.lengthMm + 0.01)
    l.stop()
    await settled()
    expect(l.saved().at(-1)!.map(p => p.pieceId).toSorted()).toEqual([idOf(71), idOf(72)])
  })
  it('as they were kept they lie there again, and nothing is looked for', async () => {
    const l = await lay([band(71), band(72)], [at(71, 0, 0), at(72, 400, 5)])
    expect([xs(l.placed.value), tasks.length, l.saved().length]).toEqual([[['71', 0, 0, false], ['72', 400, 5, false]], 0, 0])
  })
  it('one that is new is laid, around what is pinned', async () => {
    const l = await lay([band(71), band(72)], [at(71, 100, 30, { pinned: true })])
    expect(xs(l.placed.value)[0]).toEqual(['71', 100, 30, true])
    expect([l.unplaced.value.length, l.lies.value.faults.length]).toEqual([0, 0])
    expect(tasks[0]!.pinned).toEqual([{ id: partId(at(71, 0, 0)), turnDeg: 0, x: 100, y: 30 }])
    expect(tasks[0]!.pieces.map(p => p.id.slice(0, 36)).toSorted()).toEqual([idOf(71), idOf(72)])
  })
  it('what lies over another is said of both, and what is no part any more is passed over', async () => {
    const l = await lay([band(71), band(72)], [at(71, 0, 0), at(72, 10, 10), at(79, 0, 0)])
    expect([l.lies.value.faults.length > 0, l.lies.value.laid.map(p => p.bad)]).toEqual([true, [true, true]])
    expect((await l.settled()).map(p => p.pieceId)).toEqual([idOf(71), idOf(72)])
  })
  it('wider than the roll it stays out, and that is no reason to look again', async () => {
    const narrow = supply({ widthMm: 90 })
    const l = await lay([band(71), band(72, { grain: 'across' })], [at(71, 0, 0)], {}, narrow)
    expect([l.wideMm.value, l.unplaced.value.every(p => leastWideMm(p) > 70)]).toEqual([70, true])
    const wide = await lay([band(71, { grain: 'across' })], [], {}, supply({ widthMm: 150 }))
    const least = Math.min(leastWideMm(wide.parts.value[0]!), 1000)
    expect(least).toBeGreaterThan(130)
    expect(wide.unplaced.value).toHaveLength(1)
  })
  it('offcuts come first: what fits on one lies there, and the roll begins without it', async () => {
    const rim = [{ x: 0, y: 0 }, { x: 200, y: 0 }, { x: 200, y: 400 }, { x: 0, y: 400 }]
    const offcut = { id: idOf(95), supplyId: idOf(21), outline: toPayload({ rim, holes: [] }) }
    const l = await lay([band(71)], [], { offcuts: [offcut] as never })
    expect([l.placed.value[0]!.offcutId, l.lies.value.laid, l.lies.value.lengthMm]).toEqual([idOf(95), [], 0])
    expect(l.usedOffcuts.value.map(o => [o.id, o.on.length])).toEqual([[idOf(95), 1]])
    l.chosen.value = partId(l.placed.value[0]!)
    l.move(l.chosen.value, 10, 10)
    l.turn()
    l.pin()
    expect(l.placed.value[0]).toMatchObject({ offcutId: idOf(95), pinned: false })
    l.onlyWithin(0)
    expect(l.placed.value).toHaveLength(1)
  })
})

describe('parts moved by hand', () => {
  const two = () => lay([band(71), band(72)], [at(71, 0, 0), at(72, 400, 0)])
  it('are pinned where they are put, within the width and not before the beginning', async () => {
    const l = await two(), id = partId(at(71, 0, 0))
    l.move(id, 50.4, 20)
    expect(xs(l.placed.value)[0]).toEqual(['71', 50, 20, true])
    l.move(id, 9999, -40)
    const p = l.placed.value[0]!, { wideMm } = boundsOf(laidOutline(l.partOf(id)!.outline, p))
    expect([p.x, p.y]).toEqual([l.wideMm.value - wideMm, 0])
    l.move(id, -5, 0)
    expect(l.placed.value[0]!.x).toBe(0)
    l.move('none', 5, 5)
    expect(xs(l.placed.value)[1]).toEqual(['72', 400, 0, false])
  })
  it('rest a moment before they are kept, once for all that was moved', async () => {
    const l = await two()
    vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout'] })
    l.move(partId(at(71, 0, 0)), 20, 20)
    await vi.advanceTimersByTimeAsync(400)
    l.move(partId(at(71, 0, 0)), 30, 20)
    await vi.advanceTimersByTimeAsync(400)
    expect(l.saved()).toEqual([])
    await vi.advanceTimersByTimeAsync(300)
    expect(l.saved().map(all => all[0]!.x)).toEqual([30])
  })
  it('by keys a step at a time; turned as the grain allows; pinned and let go', async () => {
    const l = await two()
    l.nudge(1, 0)()
    expect(xs(l.placed.value)[0]).toEqual(['71', 0, 0, false])
    l.chosen.value = partId(at(71, 0, 0))
    l.nudge(10, 5)()
    expect(xs(l.placed.value)[0]).toEqual(['71', 10, 5, true])
    l.pin()
    expect(l.placed.value[0]!.pinned).toBe(false)
    l.turn()
    expect([l.placed.value[0]!.turnDeg, l.placed.value[0]!.pinned]).toEqual([180, true])
    l.turn()
    expect(l.placed.value[0]!.turnDeg).toBe(0)
  })
  it('cut short, only what lies within it stays', async () => {
    const l = await lay([band(71), band(72)], [at(71, 0, 0), at(72, 400, 500)])
    l.onlyWithin(l.lies.value.lengthMm - 1)
    expect(xs(l.placed.value)).toEqual([['71', 0, 0, false]])
    await settled()
    expect(l.saved().at(-1)!.map(p => p.pieceId)).toEqual([idOf(71)])
    l.clear()
    await nextTick()
    expect([l.placed.value, l.lies.value.lengthMm, l.lies.value.used]).toEqual([[], 0, 0])
  })
  it('and another supply taken at once: the layout of the first is kept as it was left', async () => {
    const l = await two()
    l.move(partId(at(71, 0, 0)), 25, 20)
    l.on.value = supply({ id: idOf(22) })
    await settled()
    expect(l.puts().map(b => [b.supplyId, xs(b.parts)[0]])).toEqual([[idOf(21), ['71', 25, 20, true]]])
    await new Promise(done => setTimeout(done, 650))
    expect(l.puts()).toHaveLength(1)
  })
  it('and left at once, or cut: nothing of it is lost', async () => {
    const l = await two()
    l.move(partId(at(71, 0, 0)), 25, 20)
    expect((await l.settled())[0]!.x).toBe(25)
    expect(l.puts()).toHaveLength(1)
    l.move(partId(at(71, 0, 0)), 35, 20)
    scope.stop()
    await settled()
    expect(l.puts().map(b => b.parts[0]!.x)).toEqual([25, 35])
  })
  it('another supply: its own parts, and without one nothing', async () => {
    const l = await two()
    l.on.value = supply({ id: idOf(22) })
    await settled()
    expect([l.parts.value, l.placed.value]).toEqual([[], []])
    l.on.value = null
    await nextTick()
    expect([l.wideMm.value, l.parts.value]).toEqual([0, []])
    l.stop()
    await settled()
    expect(l.saved()).toEqual([])
  })
})
