import { describe, expect, it } from 'vitest'
import { foldSession, nextStep, placeStates, whatFollows, type PlannedOperation, type SessionEvent } from '.'
import type { Recipe } from '../recipe'

const recipe: Recipe = {
  method: 'dry', setting: { label: 'wool', meanC: 150, swingC: 8, origin: 'measured' }, firstSide: 'back', passes: 2, warmS: 5, holdS: 10,
  secondS: 8, lean: 'lean', pressureKPa: 3, pressClothWaterGsm: 0, mistGsm: 0, steamGM2S: 0, steamS: 0, coolS: 10, tableS: 60,
}
const op: PlannedOperation = { id: 'a', kind: 'fuse', needs: [], recipe, ironId: 'i', placements: 3 }
let n = 0
const event = (kind: SessionEvent['kind'], atS: number, more: Partial<SessionEvent> = {}): SessionEvent =>
  ({ key: `k${n++}`, device: 'd', kind, op: 'a', placement: null, pass: null, ironId: 'i', atS, ...more }) as SessionEvent
const touch = (placement: number, pass: number, atS: number, forS = 9): SessionEvent[] =>
  [event('down', atS, { placement, pass }), event('lift', atS + forS, { placement, pass })]
const seen = (events: readonly SessionEvent[], of: PlannedOperation = op) => {
  const s = foldSession([of], [...events]).ops.get('a')!, step = nextStep(of, s), places = placeStates(of.placements, s, step)
  return { places, then: whatFollows(of, places, step), step }
}

describe('the places of a piece', () => {
  it('the next one stands out, one under the sole too, those given are done', () => {
    expect(seen([]).places).toEqual(['now', 'open', 'open'])
    expect(seen([event('down', 0, { placement: 0, pass: -1 })]).places).toEqual(['down', 'open', 'open'])
    expect(seen(touch(0, -1, 0)).places).toEqual(['done', 'now', 'open'])
  })
  it('each side has its own: nothing of the first counts on the second', () => {
    const warmed = [0, 1, 2].flatMap(i => touch(i, -1, i * 20)), first = [0, 1, 2].flatMap(i => touch(i, 0, 100 + i * 20, 12))
    const laid = event('laid', 70)
    expect(seen([...warmed, laid]).places).toEqual(['now', 'open', 'open'])
    expect(seen([...warmed, laid, ...first, event('turned', 200)]).places).toEqual(['now', 'open', 'open'])
  })
})

describe('what comes after the place in hand', () => {
  it('the other places, then the layers, the other side, and left alone', () => {
    expect(seen([]).then).toEqual({ then: 'place', place: 1 })
    const step = (pass: number) => ({ do: 'down', pass, placement: 2, forS: 10, again: false }) as const
    const places = ['done', 'done', 'now'] as const
    expect([-1, 0, 1].map(pass => whatFollows(op, places, step(pass))?.then)).toEqual(['layUp', 'turn', 'leave'])
    expect(whatFollows({ recipe: { ...recipe, passes: 1, coolS: 0, tableS: 0 } }, places, step(0))).toEqual({ then: 'nextPiece' })
  })
  it('a place asked for again comes before the layers; nothing in hand, nothing follows', () => {
    expect(whatFollows(op, ['again', 'done', 'down'], { do: 'lift', pass: 0, placement: 2, forS: 10, fromS: 0 })).toEqual(
      { then: 'place', place: 0 })
    expect([whatFollows(op, ['done'], null), whatFollows(op, ['done'], { do: 'turned' })]).toEqual([null, null])
  })
})
