import { describe, expect, it } from 'vitest'
import { sessionOperationSchema, type KeptSessionEvent, type PressSession, type SessionEventBody } from '#shared/schemas'
import { idOf } from '#shared/kept.fixture'
import { swatchesOfEdges } from './edges'

const AT = Date.UTC(2026, 0, 5, 10)
const recipe = {
  format: 2 as const, method: 'dry' as const, setting: { label: 'wool', meanC: 150, swingC: 5, origin: 'measured' as const },
  firstSide: 'back' as const, passes: 1 as const, warmS: 0, holdS: 10, secondS: null, lean: 'weight' as const, pressureKPa: 1,
  pressClothWaterGsm: 0, mistGsm: 0, steamGM2S: 0, steamS: 0, coolS: 30, tableS: 0,
}
const operation = (id: string, over = {}) => sessionOperationSchema.parse({
  id, kind: 'fuse', name: `Collar ${id}`, pieceId: null, fabricId: idOf(11), supplyId: idOf(21), ironId: idOf(31), pressClothId: null,
  surface: 'padded', recipe, standing: 'estimated', placements: [{ x: 0, y: 0, headingDeg: 0 }, { x: 99, y: 0, headingDeg: 0 }],
  outline: null,
  predicted: { bond: 1, harm: 0, peakC: 130, windowC: [110, 140], worst: null }, ...over,
})
let n = 100
const event = (kind: SessionEventBody['kind'], s: number, over: Partial<SessionEventBody> = {}): SessionEventBody => ({
  key: idOf(n++), device: idOf(41), atMs: AT + s * 1000, kind, op: 'a', pass: null, placement: null, ironId: null, soleC: null,
  setting: null,
  edge: null, placements: null, takes: null, byS: null, ids: null, ...over,
})
const session = (events: SessionEventBody[], operations = [operation('a'), operation('b')]): PressSession => ({
  id: idOf(1), jobId: idOf(2), piecesVersion: 0, startedAt: new Date(AT).toISOString(), closedAt: null, operations,
  events: events.map((e, position): KeptSessionEvent => ({ ...e, position, arrivedMs: e.atMs })),
})
const about = { jobName: 'Boat coat', lotOf: (id: string) => (id === idOf(11) ? 'L1' : 'L2'), rate: 1, nowMs: AT + 1e9 }
const pressed = (op: string, from: number) => [0, 1].flatMap(placement => [
  event('down', from + placement * 20, { op, placement, soleC: 150 }), event('lift', from + placement * 20 + 10, { op }),
])

describe('edges that were tried, as swatches', () => {
  it('each of its own operation, judged by how it held, with what happened at its place until then', () => {
    const edges = [event('edge', 100, { edge: 'holds' }), event('edge', 110, { op: 'b', edge: 'lifts', placements: [1] })]
    const again = [event('down', 120, { placement: 0, soleC: 150 }), event('lift', 130)]
    const swatches = swatchesOfEdges(session([...pressed('a', 0), ...pressed('b', 50), ...edges, ...again]), edges, about)
    expect(swatches.map(s => [s.clientKey, s.grade, s.fabricLot, s.supplyLot])).toEqual([
      [edges[0]!.key, 4, 'L1', 'L2'], [edges[1]!.key, 1, 'L1', 'L2'],
    ])
    expect(swatches[0]!.events.map(e => [e.kind, e.atS])).toEqual([['down', 0], ['lift', 10], ['cool', 30], ['done', 100]])
    expect(swatches[1]!.events.filter(e => e.kind === 'down')).toHaveLength(1)
    expect(swatches[1]!.note).toContain('Boat coat, Collar b, position 2')
    expect(swatches[0]!.pressedAt).toBe(new Date(AT + 100_000).toISOString())
  })
  it('one that was looked at the next morning lay as long as a swatch can keep, and can be read back', () => {
    const edge = event('edge', 54_000, { edge: 'nail' })
    const [swatch] = swatchesOfEdges(session([...pressed('a', 0), edge]), [edge], about)
    expect(swatch!.events.at(-1)).toMatchObject({ kind: 'done', atS: 36_000 })
  })
  it('a board whose clock is ahead presses nothing in the future', () => {
    const edge = event('edge', 100, { edge: 'holds' })
    const [swatch] = swatchesOfEdges(session([...pressed('a', 0), edge]), [edge], { ...about, nowMs: AT + 40_000 })
    expect(swatch!.pressedAt).toBe(new Date(AT + 40_000).toISOString())
  })
  it('what was taken back was never pressed; what no recipe presses says nothing', () => {
    const [down, lift, ...rest] = pressed('a', 0)
    const edge = event('edge', 100, { edge: 'holds' })
    const undone = [event('undo', 12, { takes: lift!.key }), event('undo', 13, { takes: down!.key })]
    const [swatch] = swatchesOfEdges(session([down!, lift!, ...undone, ...rest, edge]), [edge], about)
    expect(swatch).toBeUndefined()
    const byHand = session([...pressed('a', 0), edge], [operation('a', { recipe: null })])
    expect(swatchesOfEdges(byHand, [edge], about)).toEqual([])
  })
})
