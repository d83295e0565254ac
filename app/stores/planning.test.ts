// @vitest-environment happy-dom
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { blockOf, usualMeasures } from '#core/cut'
import { sessionOperationSchema, type JobPiece, type Making } from '#shared/schemas'
import { blockPiece, fabric, idOf, job, layOut, standIn, supply } from '../testing/board'
import { workersHere } from '../testing/workers'
import { toOperation } from '#shared/planned'
import { useCutting } from './cutting'
import { useJobs } from './jobs'
import { useLibrary } from './library'
import { useMakings } from './makings'
import { usePlanning } from './planning'

const here = vi.hoisted(() => ({ now: null as unknown }))
vi.mock('../composables/work/boardWorkers', async original => ({ ...(await original<object>()), useBoardWorkers: () => here.now }))
let asked: ReturnType<typeof workersHere>['asked']

const piece = (n: number, name: string, more: Partial<JobPiece> = {}): JobPiece => blockPiece('strip', {
  id: idOf(n), name, interfacingId: idOf(21),
  shape: {
    format: 1, kind: 'block', block: 'strip', measures: { ...usualMeasures(blockOf('strip')!), long: 300, wide: 80 }, mirrored: false,
  }, ...more,
})
const making = (n: number): Making => ({
  id: idOf(n), name: 'Side seam', fabricId: idOf(11), liningId: null, supplyId: null, fabricIds: [], scrapId: null, supplyIds: [],
  spec: { format: 1, kind: 'seamDetail', seamDetail: 'seamOpen', lengthMm: 400, count: 1 },
})
async function planned(pieces: JobPiece[], makings: Making[], shrink: Record<string, unknown> = { [idOf(11)]: null }) {
  standIn({
    [`GET /api/jobs/${idOf(51)}/cutting`]: () => ({ pieces, version: 3, layouts: [], offcuts: [], shrink }),
    [`GET /api/jobs/${idOf(51)}/makings`]: () => ({ makings, version: 4 }),
    'GET /api/pairings': () => ({ rows: [], total: 0, page: 1, size: 60 }),
  })
  await useJobs().open(job())
  await Promise.all([useCutting().load(), useMakings().load()])
  const planning = usePlanning()
  await planning.plan()
  return planning
}
const settledAt = { [idOf(11)]: { alongPct: 0, acrossPct: 0, preshrunkUpToC: 200 } }
beforeEach(() => {
  layOut()
  const w = workersHere()
  asked = w.asked
  here.now = w.workers
})

describe('the plan of a job', () => {
  it('fabric that was never preshrunk first, then its pieces, then what is pressed while making; all of it by both irons', async () => {
    const planning = await planned([piece(71, 'Band')], [making(81)])
    expect(planning.problem).toBeNull()
    expect(planning.works.map(w => [w.kind, w.name])).toEqual([['preshrink', 'Poplin'], ['fuse', 'Band'], ['seam', 'Side seam']])
    expect(planning.works.map(w => w.ways.map(x => x.ironId))).toEqual(Array.from({ length: 3 }, () => [idOf(31), idOf(32)]))
    const [settle, fuse, seam] = planning.works
    expect([fuse!.needs, seam!.needs]).toEqual([[settle!.id], [settle!.id]])
    // What is preshrunk sees the hottest that the fabric will ever see here.
    const hottest = (w: typeof fuse) => Math.max(...w!.ways.filter(x => x.ironId === idOf(31)).map(x => x.recipe.setting.meanC))
    expect(hottest(settle)).toBe(Math.max(hottest(fuse), hottest(seam)))
  })
  it('all of a fabric is preshrunk, however little of a piece is backed, and what is not backed as well', async () => {
    const touches = async (more: Partial<JobPiece>) =>
      (await planned([piece(71, 'Band', more), piece(72, 'Other', { count: 8 })], [])).works[0]!.ways[0]!.placements.length
    const whole = await touches({})
    expect(whole).toBeGreaterThan(3)
    expect(await touches({ half: 'upper' })).toBe(whole)
    expect(await touches({ interfacingId: null })).toBe(whole)
    expect(await touches({ count: 9 })).toBeGreaterThan(whole)
  })
  it('preshrunk fabric is not preshrunk again', async () => {
    const planning = await planned([piece(71, 'Band')], [], settledAt)
    expect(planning.works.map(w => w.kind)).toEqual(['fuse'])
    expect(planning.works[0]!.needs).toEqual([])
  })
  it('counts both lists as its version, so that a change of either is seen', async () => {
    expect((await planned([], [])).version).toBe(7)
  })
  it('positions of alike pieces are worked out once for an iron; moved by hand they are as they were laid', async () => {
    const placements = [{ x: 10, y: 10, headingDeg: 90 }]
    const planning = await planned([
      piece(71, 'Band', { count: 3 }), piece(72, 'Other', { byHand: [{ ironId: idOf(31), placements }] }),
    ], [], settledAt)
    expect(planning.works).toHaveLength(4)
    expect(asked.filter(a => a.what === 'coverage')).toHaveLength(1)
    const [byHand, worked] = planning.works[3]!.ways
    expect([byHand!.placements, byHand!.coverage]).toEqual([placements, null])
    expect(worked!.coverage!.covered).toBeGreaterThan(0.99)
  })
  it('of a pair the other one is set down as the mirror image, whether it was worked out or moved by hand', async () => {
    const byHand = [{ ironId: idOf(32), placements: [{ x: 10, y: 10, headingDeg: 30 }] }]
    const outline: [number, number][] = [[0, 0], [300, 0], [300, 60], [120, 140], [0, 90]]
    const shape = { format: 1, kind: 'outline', drawnBy: 'seam', rim: outline, holes: [] } as never
    const planning = await planned([piece(71, 'Front', { pair: true, shape, byHand })], [], settledAt)
    const [one, other] = planning.works
    expect([one!.numbers, other!.numbers]).toEqual([[0], [1]])
    for (const [i, way] of one!.ways.entries()) {
      const mirror = way.placements.map(p => [-p.x, p.y, (360 - p.headingDeg) % 360])
      expect(other!.ways[i]!.placements.map(p => [p.x, p.y, p.headingDeg])).toEqual(mirror)
    }
    expect(one!.ways[0]!.placements.some(p => Math.abs(p.x) > 1)).toBe(true)
    expect(one!.ways[1]!.placements).toEqual(byHand[0]!.placements)
  })
  it('small circles hold longer, by the share that every place gets', async () => {
    const planning = await planned([piece(71, 'Still'), piece(72, 'Moved', { motion: 'circles' })], [], settledAt)
    const [still, moved] = planning.works.map(w => w.ways[0]!)
    expect([still!.share, moved!.share! < 1]).toEqual([null, true])
    expect(moved!.recipe.holdS).toBe(Math.round(still!.recipe.holdS / moved!.share!))
  })
  it('a piece that cannot be cut as it stands is named, and the rest is planned', async () => {
    const narrow = { ...usualMeasures(blockOf('strip')!), long: 300, wide: 12 }
    const bad = piece(72, 'Bad', {
      shape: { format: 1, kind: 'block', block: 'strip', measures: narrow, mirrored: false }, inset: { how: 'inside', byMm: 7 },
    })
    const planning = await planned([piece(71, 'Band'), bad], [], settledAt)
    expect(planning.works.map(w => w.name)).toContain('Band')
    expect(planning.left.map(l => l.name).concat(planning.works.filter(w => w.ways.length === 0).map(w => w.name))).toEqual(['Bad'])
  })
  it('what no iron can do is blocked, with why', async () => {
    useLibrary().fabrics = [fabric({ fibres: [{ fibre: 'polypropylene', sharePct: 100 }] })]
    const planning = await planned([piece(71, 'Band')], [], settledAt)
    expect([planning.works[0]!.ways, planning.works[0]!.blocked?.why]).toEqual([[], 'noHeat'])
  })
  it('an operation is kept as the server takes it', async () => {
    const planning = await planned([piece(71, 'Band')], [making(81)], settledAt)
    for (const w of planning.works) {
      const o = toOperation(w, idOf(31), 'padded')
      expect(sessionOperationSchema.safeParse(JSON.parse(JSON.stringify(o))).error?.issues).toBeUndefined()
      expect([o.ironId, o.standing, o.placements.length > 0]).toEqual([idOf(31), 'estimated', true])
    }
    const [fuse, seam] = planning.works.map(w => toOperation(w, idOf(31), 'padded'))
    expect([fuse!.makingId, fuse!.pieceId, seam!.makingId, seam!.pieceId]).toEqual([null, idOf(71), idOf(81), null])
    const none = toOperation(planning.works[0]!, null, 'padded')
    expect([none.recipe, none.standing, none.placements]).toEqual([null, 'hands', []])
  })
  it('what swatches taught of an operation is asked for by its fabric, interfacing and iron', async () => {
    const planning = await planned([piece(71, 'Band')], [], settledAt)
    expect(await planning.taughtFor({ fabricId: idOf(11), supplyId: idOf(21), ironId: idOf(31) })).toEqual({})
    expect(await planning.taughtFor({ fabricId: null, supplyId: null, ironId: null })).toEqual({})
  })
  it('nothing is said of a job before it was planned, nor of the next one while this one still stands there', async () => {
    const planning = await planned([], [], settledAt)
    expect([planning.works, planning.isPlanned]).toEqual([[], true])
    await useJobs().open(job({ id: idOf(52), name: 'Flags' }))
    expect(planning.isPlanned).toBe(false)
  })
  it('nothing of it stays when it is put away, nor comes late; laid out again it is planned again', async () => {
    const planning = await planned([piece(71, 'Band')], [], settledAt)
    expect([planning.works.length, planning.isPlanned]).toEqual([1, true])
    const late = planning.plan()
    await useJobs().open(job({ id: idOf(52), name: 'Flags' }))
    expect([planning.works, planning.isPlanned, planning.progress]).toEqual([[], false, null])
    await late
    expect([planning.works, planning.isPlanned, planning.progress]).toEqual([[], false, null])
    await useJobs().open(job())
    expect(planning.isPlanned).toBe(false)
    await planning.renew()
    expect([planning.works.length, planning.isPlanned, planning.progress]).toEqual([1, true, null])
  })
  it('without an open job there is nothing to plan; without the server it is said', async () => {
    const planning = usePlanning()
    await planning.plan()
    expect(planning.works).toEqual([])
    await planned([piece(71, 'Band')], [], settledAt)
    useLibrary().supplies = [supply({ version: 9 })]
    planning.learnt()
    vi.stubGlobal('$fetch', () => Promise.reject(new Error('away')))
    await planning.plan()
    expect(planning.problem).not.toBeNull()
  })
})
