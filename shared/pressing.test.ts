import { describe, expect, it } from 'vitest'
import { boundsOf, boxOf } from '#core/geometry'
import { blockOf, usualMeasures } from '#core/cut'
import { orderOf, ableTask } from '#core/order'
import { draftRecipe, type Recipe } from '#core/recipe'
import { foldSession } from '#core/session'
import { cutPiece } from './cutting'
import { toRecipePayload } from './mappers'
import {
  blockOutline, doneWork, groupOf, ironAt, orderTask, placeShareOf, pressedOutline, pressedPiece, restTask, sessionEventsOf, sameSpec,
  skewOfDevice, soleOf,
  untilSewn,
  workOf, type PlannedWork,
} from './pressing'
import {
  pressedAsTheHouse, rulesSchema, sessionBody, sessionEventSchema, sessionOperationSchema, type JobPiece, type KeptSessionEvent,
  type SessionOperation,
} from './schemas'
import { idOf as id } from './kept.fixture'

const recipe: Recipe = {
  ...draftRecipe(
    {
      fabric: {
        fibres: [{ fibre: 'cotton', sharePct: 100 }], construction: 'poplin', massGsm: 120, thicknessMm: 0.27, mayGetWet: true, nap: 'none',
        finishes: [],
      },
      supply: { massGsm: 60, thicknessMm: 0.21, base: 'cotton', adhesive: 'polyamide', adhesiveGsm: 12 },
      iron: { kind: 'household', settings: [] }, pressCloth: 'muslin', surface: 'padded', blendRule: 'strict',
    },
    'dry', { label: 'wool', meanC: 150, swingC: 5, origin: 'typical' }, 'back', 1, 'weight',
  ),
  warmS: 0, holdS: 12, coolS: 15, tableS: 75,
}
const operation = (over: Partial<SessionOperation> = {}): SessionOperation => sessionOperationSchema.parse({
  id: 'a', kind: 'fuse', name: 'Collar', pieceId: id(1), numbers: [0], fabricId: id(2), supplyId: id(3), ironId: id(4), pressClothId: null,
  surface: 'padded', recipe: toRecipePayload(recipe), standing: 'estimated',
  placements: [{ x: 0, y: 0, headingDeg: 0 }, { x: 90, y: 0, headingDeg: 0 }],
  outline: null, ...over,
})
let keys = 0
const event = (atMs: number, kind: KeptSessionEvent['kind'], over: Partial<KeptSessionEvent> = {}): KeptSessionEvent => ({
  ...sessionEventSchema.parse({ key: id(1000 + keys), device: id(9), atMs, kind }), position: keys++, arrivedMs: atMs + 100, ...over,
})
const irons = [ironAt({ id: id(4), kind: 'household', shutsOffAfterS: null }, 150)]

describe('a piece as it is pressed', () => {
  const block = blockOf('flap')!
  const piece: JobPiece = {
    id: id(1), name: 'Flap', fabricId: id(2), place: null, count: 2, pair: true, grain: 'any', oneWay: false, inset: null,
    shape: { format: 1, kind: 'block', block: 'flap', measures: { ...usualMeasures(block), slant: 30 }, mirrored: false },
    allowances: { seam: 10, hem: 10, front: 10 }, interfacingId: id(3), foamId: null, webId: null, ...pressedAsTheHouse(),
    keepOuts: [{ kind: 'button', outline: { rim: [[10, 5], [30, 5], [30, 25], [10, 25]], holes: [] } }],
  }
  const ground = { rules: rulesSchema.parse({}), fabricMm: () => 0.3, supply: () => null, shrink: {} }
  it('of a pair the other one is its mirror image, its keep-outs with it', () => {
    const [left, right] = [0, 1].map(n => pressedOutline(piece, { kind: 'fuse', numbers: [n], supplyId: id(3) }, ground)!)
    const [l, r] = [boundsOf(left!.outline), boundsOf(right!.outline)]
    expect(l).toEqual(boundsOf(cutPiece(piece, ground).interfacing[0]!))
    expect([r.left, r.right]).toEqual([expect.closeTo(-l.right, 6), expect.closeTo(-l.left, 6)])
    const [kl, kr] = [boundsOf(left!.keepOuts[0]!), boundsOf(right!.keepOuts[0]!)]
    expect([kr.left, kr.right]).toEqual([-kl.right, -kl.left])
    expect(pressedPiece(piece).count).toBe(4)
    expect(pressedPiece(piece).interfacingId).toBe(piece.interfacingId)
    expect(pressedPiece(piece, id => id === piece.interfacingId).interfacingId).toBeNull()
  })
  it('of which one half is backed, only that is covered', () => {
    const of = (half: JobPiece['half']) => pressedOutline({ ...piece, half }, { kind: 'fuse', numbers: [0], supplyId: id(3) }, ground)!
    expect(boundsOf(of('upper').outline).highMm).toBeCloseTo(boundsOf(of(null).outline).highMm / 2, 0)
  })
  it('as a block it lies in rows no wider than the board', () => {
    const one = pressedOutline(piece, { kind: 'fuse', numbers: [0], supplyId: id(3) }, ground)!.outline, b = boundsOf(one)
    const few = boundsOf(blockOutline(one, 3)), many = boundsOf(blockOutline(one, 40))
    expect(few.wideMm).toBeCloseTo(3 * b.wideMm + 10, 6)
    expect(many.wideMm).toBeLessThanOrEqual(1100)
    expect(many.wideMm * many.highMm).toBeGreaterThan(40 * b.wideMm * b.highMm)
  })
  it('an iron is as long and wide as its iron', () => {
    expect(soleOf('travel')).toEqual({ longMm: 145, wideMm: 75, pointed: true })
    expect(soleOf('heatPress').pointed).toBe(false)
  })
})

describe('an order', () => {
  const planned = (name: string, over: Partial<PlannedWork> = {}): PlannedWork => ({
    id: name, kind: 'fuse', needs: [], outline: null, group: 'fuse', ways: [{ ironId: id(4), recipe, placements: 2 }], ...over,
  })
  it('what no iron can do is left out, with all that needs it; what waits for sewing too', () => {
    const works = [
      planned('a'), planned('b', { ways: [] }), planned('c', { needs: ['b'] }), planned('sew', { kind: 'sew', ways: [], needs: ['a'] }),
      planned('d', { needs: ['sew'] }), planned('peel', { kind: 'peel', ways: [], needs: ['a'] }),
    ]
    const task = orderTask(works, irons, 3)
    expect(task.operations.map(o => o.id)).toEqual(['a', 'peel'])
    expect(task.operations[0]!.ways[0]).toMatchObject({ ironId: id(4), soleC: 150, boardS: 45, damp: false })
    expect(orderOf(ableTask(task)).schedule.slots.map(s => s.id)).toEqual(['a', 'peel'])
    expect(untilSewn([operation(), operation({ id: 's', kind: 'sew', recipe: null }), operation({ id: 'z', needs: ['s'] })], new Set(['s']))
      .map(o => o.id)).toEqual(['a', 's', 'z'])
    // What is stitched by hand, and all that waits for it, is in no order either.
    const stitched = [operation(), operation({ id: 't', kind: 'stitch', recipe: null }), operation({ id: 'z', needs: ['t'] })]
    expect(untilSewn(stitched, new Set()).map(o => o.id)).toEqual(['a'])
  })
  it('small pieces share a flat place, four at the most; a coat front takes it all, and so does what lies as it happens to', () => {
    const box = (wideMm: number, highMm: number) => boxOf({ left: 0, right: wideMm, bottom: 0, top: highMm })
    expect([box(160, 70), box(420, 120), box(450, 180), box(800, 400), null].map(placeShareOf)).toEqual([0.25, 0.5, 0.5, 1, 1])
    const task = orderTask([planned('a', { outline: box(160, 70), group: 'fuse flap' }), planned('b')], irons, 3)
    expect(task.operations.map(o => [o.placeShare, o.group])).toEqual([[0.25, 'fuse flap'], [1, 'fuse']])
    expect([operation(), operation({ numbers: [3] })].map(groupOf)).toEqual([groupOf(operation()), groupOf(operation())])
    expect(groupOf(operation({ kind: 'tack' }))).not.toBe(groupOf(operation()))
  })
  it('of a session only what is left: what cools flat takes its place, what was begun takes what is left of it', () => {
    const operations = [operation(), operation({ id: 'b' }), operation({ id: 'c', needs: ['a'] }), operation({ id: 'd' })]
    const press = (op: string, placement: number, atS: number) => [
      event(atS * 1000, 'down', { op, placement }), event((atS + 12) * 1000, 'lift', { op }),
    ]
    const events = [...press('a', 0, 0), ...press('a', 1, 15), ...press('b', 0, 30), event(50_000, 'skip', { op: 'd' })]
    const state = foldSession(operations.map(workOf), sessionEventsOf(events, []))
    const task = restTask(operations, state, irons, 3, 47)
    expect(task.lying).toEqual([{ id: 'a', coldS: expect.closeTo(27 + 90 - 47, 1), placeShare: placeShareOf(null) }])
    expect(task.operations.map(o => [o.id, o.ways[0]!.boardS])).toEqual([['b', 30], ['c', 45]])
    expect(orderOf(ableTask(task)).schedule.slots.find(s => s.id === 'c')!.fromS).toBeGreaterThanOrEqual(70 - 1)
  })
})

describe('what several boards recorded', () => {
  it('stands on one time: a clock that is behind is put right, one that was set by hand from there on', () => {
    const late = [event(1_000_000, 'take', { op: 'a', device: id(8), arrivedMs: 1_600_000 }),
      event(1_010_000, 'aside', { op: 'a', device: id(8), arrivedMs: 1_610_050 })]
    expect(skewOfDevice(late, id(8))).toBe(600_000)
    const set = [event(1_000_000, 'take', { op: 'a' }), event(4_605_000, 'clock', { byS: 3600, arrivedMs: 1_005_100 })]
    expect(skewOfDevice(set, id(9))).toBe(0)
    expect(sessionEventsOf([...late, ...set], []).map(e => e.atS)).toEqual([1600, 1610, 1000, 4605])
    expect(sessionEventsOf(set, [], 60)[1]).toMatchObject({ atS: 4605 * 60, byS: 3600 * 60 })
    expect(sessionEventsOf([event(5, 'close')], [])).toEqual([])
  })
  it('what an earlier session did is known whatever it was called there', () => {
    const done = [
      event(0, 'down', { op: 'a', placement: 0 }), event(12_000, 'lift', { op: 'a' }), event(15_000, 'down', { op: 'a', placement: 1 }),
      event(27_000, 'lift', { op: 'a' }), event(130_000, 'edge', { op: 'a', edge: 'holds' }),
    ]
    const session = { operations: [operation(), operation({ id: 'b', numbers: [1] })], events: done }
    expect([...doneWork([session])]).toEqual([sameSpec(operation({ id: 'other' }))])
    expect(sameSpec(operation({ numbers: [1] }))).not.toBe(sameSpec(operation()))
  })
})

describe('a session as it is sent', () => {
  const body = (operations: unknown[]) => sessionBody.safeParse({
    id: id(1), jobId: id(2), piecesVersion: 0, startedAt: '2026-11-24T10:00:00Z', operations,
  })
  const said = (operations: unknown[]) => body(operations).error?.issues[0]?.message
  it('has something to do, nothing twice, and nothing that needs itself in the end', () => {
    expect(said([operation()])).toBeUndefined()
    expect(said([])).toBe('Operations: there is nothing to press.')
    expect(said([operation(), operation()])).toBe('Operations: the same operation is listed twice.')
    expect(said([operation({ needs: ['b'] }), operation({ id: 'b', needs: ['c'] }), operation({ id: 'c', needs: ['a'] })]))
      .toBe('Operations: one needs another that needs it in turn.')
    // What it needs may be of another session.
    expect(said([operation({ needs: ['before'] })])).toBeUndefined()
  })
})
