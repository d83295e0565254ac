import { describe, expect, it } from 'vitest'
import type { Recipe } from '../recipe'
import {
  coolingAt, foldSession, isAnyDown, isHeldElsewhere, isIronElsewhere, isPressed, operationBefore, operationInstead, type PlannedOperation,
  type SessionEvent,
} from '.'

const recipe = (coolS: number): Recipe => ({
  method: 'dry', setting: { label: 'wool', meanC: 150, swingC: 8, origin: 'measured' }, firstSide: 'back', passes: 1, warmS: 0, holdS: 15,
  secondS: null, lean: 'lean', pressureKPa: 3, pressClothWaterGsm: 0, mistGsm: 0, steamGM2S: 0, steamS: 0, coolS, tableS: 0,
})
const work = (id: string, more: Partial<PlannedOperation> = {}): PlannedOperation =>
  ({ id, kind: 'fuse', needs: [], recipe: recipe(40), ironId: 'harbour', placements: 1, ...more })
const works = [work('a'), work('b'), work('c', { needs: ['a'] })]
let keys = 0
const event = (
  device: string, atS: number, kind: SessionEvent['kind'], op: string | null, more: Partial<SessionEvent> = {},
): SessionEvent => ({ key: `k${keys++}`, device, atS, kind, op, ...more })
const order = event('here', 0, 'order', null, { ids: ['a', 'b', 'c'] })
const down = (device: string, atS: number, op: string, ironId = 'harbour') =>
  event(device, atS, 'down', op, { placement: 0, pass: 0, ironId, soleC: 150 })
const lift = (device: string, atS: number, op: string) => event(device, atS, 'lift', op)
const after = (...events: SessionEvent[]) => foldSession(works, [order, ...events])

describe('what a board has before it', () => {
  it('is the next of the order; asked for, another that is open; never one that is done or that there is not', () => {
    expect(operationBefore(works, after(), 'here', null)).toBe('a')
    expect(operationBefore(works, after(), 'here', 'b')).toBe('b')
    expect(operationBefore(works, after(), 'here', 'gone')).toBe('a')
    const cooling = after(down('here', 1, 'b'), lift('here', 16, 'b'))
    expect(operationBefore(works, cooling, 'here', 'b')).toBe('a')
  })
  it('a sole of its own is never hidden behind what someone looks at', () => {
    const pressing = after(down('here', 1, 'a'))
    expect(operationBefore(works, pressing, 'here', 'b')).toBe('a')
    // Taken and not under the iron, it gives way.
    const taken = after(event('here', 1, 'take', 'a'))
    expect(operationBefore(works, taken, 'here', 'b')).toBe('b')
    expect(operationBefore(works, taken, 'here', null)).toBe('a')
  })
  it('what another board has in hand is watched until something is taken here', () => {
    const theirs = after(down('there', 1, 'b'))
    expect(operationBefore(works, theirs, 'here', null)).toBe('b')
    expect(operationBefore(works, theirs, 'here', 'a')).toBe('a')
    expect(operationBefore(works, after(down('there', 1, 'b'), event('here', 2, 'take', 'a')), 'here', null)).toBe('a')
  })
  it('nothing is left when all of it is done', () => {
    const all = after(...['a', 'b', 'c'].map((op, i) => event('here', i + 1, 'skip', op)))
    expect(operationBefore(works, all, 'here', null)).toBeNull()
  })
})

describe('another piece instead', () => {
  it('is the next that may be begun, around to the first; what waits for another is passed over', () => {
    expect(operationInstead(works, after(), 'a')).toBe('b')
    expect(operationInstead(works, after(), 'b')).toBe('a')
    expect(operationInstead(works, after(event('here', 1, 'skip', 'a')), 'b')).toBe('c')
  })
  it('there is none where only one is left', () => {
    expect(operationInstead(works, after(event('here', 1, 'skip', 'b')), 'a')).toBeNull()
  })
})

describe('what lies to cool', () => {
  it('counts down by its recipe, the soonest first; cold it waits for its edge at nothing', () => {
    const state = after(down('here', 1, 'b'), lift('here', 16, 'b'), down('here', 20, 'a'), lift('here', 35, 'a'))
    expect(coolingAt(works, state, 40)).toEqual([
      { id: 'b', forS: 40, leftS: 16, coldS: 56 }, { id: 'a', forS: 40, leftS: 35, coldS: 75 },
    ])
    const cold = after(down('here', 1, 'b'), lift('here', 16, 'b'), event('here', 30, 'cold', 'b'))
    expect(coolingAt(works, cold, 40)[0]).toMatchObject({ id: 'b', leftS: 0 })
    expect(coolingAt(works, after(), 40)).toEqual([])
  })
})

describe('irons and hands', () => {
  it('an iron is down, on this or elsewhere', () => {
    const pressing = after(down('there', 1, 'b', 'locker'))
    const lifted = after(down('here', 1, 'a'), lift('here', 16, 'a'))
    expect([after(), pressing, lifted].map(isAnyDown)).toEqual([false, true, false])
    expect(isIronElsewhere(pressing, 'a', 'locker')).toBe(true)
    expect([isIronElsewhere(pressing, 'b', 'locker'), isIronElsewhere(pressing, 'a', 'harbour')]).toEqual([false, false])
  })
  it('what another board has in hand is held elsewhere until it is set aside', () => {
    const of = (device: string, ...events: SessionEvent[]) => isHeldElsewhere(after(...events).ops.get('a')!, device)
    expect([of('here', down('there', 1, 'a')), of('there', down('there', 1, 'a')), of('here')]).toEqual([true, false, false])
    expect(of('here', event('there', 1, 'take', 'a'), event('there', 2, 'aside', 'a'))).toBe(false)
    expect(isHeldElsewhere(null, 'here')).toBe(false)
  })
  it('it is pressed once nothing more is done to it by an iron', () => {
    const of = (...events: SessionEvent[]) => isPressed(after(...events).ops.get('a'))
    expect([of(), of(down('here', 1, 'a')), of(down('here', 1, 'a'), lift('here', 16, 'a')), of(event('here', 1, 'skip', 'a'))])
      .toEqual([false, false, true, true])
    expect(isPressed(undefined)).toBe(false)
  })
})
