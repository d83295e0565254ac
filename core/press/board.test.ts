import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { draftRecipe, type Recipe } from '../recipe'
import {
  dueOn, elapsedS, eventsOfPlacement, frontOf, givenHoldsS, happen, ironBusyWith, newPressing, next, phaseOf, phasesDone, stepOf, stepsIn,
  stepsOf, type BoardEvent, type BoardPiece,
} from '.'
import { poplinSetup } from '../poplin.fixture'

const setup = poplinSetup()
const setting = { label: 'wool', meanC: 150, swingC: 5, origin: 'typical' as const }
const recipe = (over: Partial<Recipe> = {}): Recipe => ({
  ...draftRecipe(setup, 'dry', setting, 'back', 1, 'lean'), warmS: 0, holdS: 12, coolS: 20, ...over,
})
const rest = { kind: 'household' as const, fromC: 150, targetC: 150, swingC: 5, sinceS: 300, idleS: 10, shutsOffAfterS: 480 }
const piece = (key: string, ironKey = 'harbour', over: Partial<Recipe> = {}, placements = 1): BoardPiece =>
  ({ key, ironKey, pressing: newPressing(recipe(over), placements) })
/** A board on which these things happened, each at its second. */
const after = (pieces: BoardPiece[], ...events: [number, BoardEvent][]) =>
  events.reduce((all, [atS, event]) => happen(all, event, atS), pieces)
const space = (key: string): BoardEvent => ({ kind: 'next', key, rest })
const of = (pieces: BoardPiece[], key: string) => pieces.find(p => p.key === key)!.pressing

describe('several pieces', () => {
  it('one cools flat while the next is pressed with the same iron', () => {
    const board = after([piece('a'), piece('b')], [100, space('a')], [112, space('a')], [115, space('b')])
    expect([stepOf(of(board, 'a'))!.kind, stepOf(of(board, 'b'))!.kind]).toEqual(['cool', 'down'])
    expect(dueOn(board, 120)).toMatchObject([
      { key: 'b', step: 'down', leftS: 7, lateS: 0 }, { key: 'a', step: 'cool', leftS: 12, lateS: 0 },
    ])
    expect(dueOn(board, 140)).toMatchObject([{ key: 'b', lateS: 13 }, { key: 'a', lateS: 8 }])
  })
  it('one iron is never down on two pieces; another iron may be', () => {
    const board = after([piece('a'), piece('b'), piece('c', 'locker')], [0, space('a')])
    expect(ironBusyWith(board, 'b')!.key).toBe('a')
    expect(ironBusyWith(board, 'c')).toBeNull()
    expect(ironBusyWith(board, 'a')).toBeNull()
    expect(phaseOf(of(happen(board, space('b'), 3), 'b'))).toBe('ready')
    expect(phaseOf(of(happen(board, space('c'), 3), 'c'))).toBe('running')
  })
  it('a busy iron bars setting down, not turning or taking up what is cold', () => {
    const board = after([piece('a', 'harbour', { coolS: 5 }), piece('b')], [0, space('a')], [12, space('a')], [13, space('b')])
    expect(phaseOf(of(happen(board, space('a'), 20), 'a'))).toBe('judge')
  })
  it('turning a dial touches only what its own iron is at, and only what runs', () => {
    const board = after([piece('a'), piece('b', 'locker'), piece('c')], [0, space('a')], [1, space('b')],
      [4, { kind: 'touch', ironKey: 'harbour', rest }])
    expect(board.map(p => p.pressing.touched.length)).toEqual([2, 1, 0])
    expect(of(board, 'a').touched[1]!.atS).toBe(4)
  })
  it('a doubtful clock is noted in everything that runs', () => {
    const board = after([piece('a'), piece('b')], [0, space('a')], [3, { kind: 'doubt', doubt: { why: 'slept', forS: 40 } }])
    expect(board.map(p => p.pressing.doubts.length)).toEqual([1, 0])
  })
  it('put away, it is gone; pressed again, it begins anew; the others are untouched', () => {
    const board = after([piece('a'), piece('b')], [0, space('a')], [5, { kind: 'again', key: 'a' }])
    expect([of(board, 'a').at, of(board, 'a').events]).toEqual([-1, []])
    const left = happen(board, { kind: 'away', key: 'a' }, 6)
    expect(left.map(p => p.key)).toEqual(['b'])
    expect(left[0]).toBe(board[1])
  })
})

describe('what the hands are at', () => {
  const cooling = after([piece('a'), piece('b')], [0, space('a')], [12, space('a')])
  it('goes from the iron on fabric to what can be judged, what waits and what cools', () => {
    expect(frontOf(cooling, 15)!.key).toBe('b')
    expect(frontOf(happen(cooling, space('b'), 16), 18, 'a')!.key).toBe('b')
    expect(frontOf(happen(cooling, { kind: 'away', key: 'b' }, 16), 18)!.key).toBe('a')
    expect(frontOf(happen(cooling, space('a'), 40), 41)!.key).toBe('a')
    expect(frontOf([], 0)).toBeNull()
  })
  it('is the one asked for while no iron is down, and forgets one that is gone', () => {
    expect(frontOf(cooling, 15, 'a')!.key).toBe('a')
    expect(frontOf(cooling, 15, 'gone')!.key).toBe('b')
  })
  it('of two that cool, the cold one comes first, then the one that is cold sooner', () => {
    const board = after([piece('a', 'x', { coolS: 50 }), piece('b', 'y', { coolS: 20 }), piece('c', 'z', { coolS: 30 })],
      [0, space('a')], [0, space('b')], [0, space('c')], [12, space('a')], [12, space('b')], [12, space('c')])
    expect(dueOn(board, 20).map(d => d.key)).toEqual(['b', 'c', 'a'])
    expect(dueOn(board, 50).map(d => d.key)).toEqual(['b', 'c', 'a'])
    expect(dueOn(board, 50)[0]!.lateS).toBe(18)
  })
})

describe('interruptions', () => {
  const down = after([piece('a')], [100, space('a')])
  const lifted = happen(down, { kind: 'interrupt', key: 'a', rest }, 105)
  it('the clock of the hold stands while the iron is up, and goes on for what was left', () => {
    expect(elapsedS(of(lifted, 'a'), 160)).toBe(5)
    expect(dueOn(lifted, 160)[0]).toMatchObject({ leftS: 7, lateS: 0, interrupted: true })
    const on = happen(lifted, space('a'), 130)
    expect(of(on, 'a').interrupted).toBeNull()
    expect(elapsedS(of(on, 'a'), 133)).toBe(8)
    expect(dueOn(on, 137)[0]!.leftS).toBe(0)
  })
  it('what was done is computed as it was: two holds with the iron up between them, one hold in the sum', () => {
    const done = after(lifted, [130, space('a')], [137, space('a')], [160, space('a')])
    const { events, recipe: r } = of(done, 'a')
    expect(events.map(e => [e.kind, e.atS])).toEqual([
      ['down', 0], ['lift', 5], ['down', 30], ['lift', 37], ['cool', 37], ['done', 60],
    ])
    expect(phasesDone(r, events).map(p => ['durationS' in p ? p.durationS : 0, p.kind])).toEqual([
      [5, 'down'], [25, 'lifted'], [7, 'down'], [23, 'clapper'],
    ])
    expect(givenHoldsS(events)).toEqual([12])
    expect(of(done, 'a').touched).toHaveLength(2)
  })
  it('only an iron on fabric can be interrupted, and only once', () => {
    expect(of(happen([piece('a')], { kind: 'interrupt', key: 'a', rest }, 5), 'a').interrupted).toBeNull()
    const cooling = after(down, [112, space('a')])
    expect(happen(cooling, { kind: 'interrupt', key: 'a', rest }, 115)).toEqual(cooling)
    expect(happen(lifted, { kind: 'interrupt', key: 'a', rest }, 108)).toEqual(lifted)
  })
  it('while one is interrupted its iron may be set down on another', () => {
    const board = happen([...lifted, piece('b')], space('b'), 110)
    expect(phaseOf(of(board, 'b'))).toBe('running')
    expect(of(happen(board, space('a'), 112), 'a').interrupted).not.toBeNull()
  })
  it('two holds of two sides stay two', () => {
    const kinds = ['down', 'lift', 'down', 'lift', 'turn', 'down', 'lift', 'cool'] as const
    expect(givenHoldsS(kinds.map((kind, i) => ({ kind, atS: i * 2 })))).toEqual([4, 2])
  })
})

describe('a piece that takes several prints', () => {
  it('every print of the first side, turned, every print of the second', () => {
    const two = recipe({ passes: 2, secondS: 8 })
    const steps = stepsOf(two, 3)
    expect(steps.map(s => s.kind).join(' ')).toBe('down down down turn down down down cool')
    expect(steps.filter(s => s.kind === 'down').map(s => [s.pass, s.placement, s.forS])).toEqual([
      [0, 0, 12], [0, 1, 12], [0, 2, 12], [1, 0, 8], [1, 1, 8], [1, 2, 8],
    ])
  })
  it('a missed place is pressed again before its side is left, and on that side only', () => {
    const board = after([piece('a', 'harbour', { passes: 2 }, 2)], [0, space('a')], [12, space('a')],
      [14, { kind: 'miss', key: 'a', placement: 0 }])
    const steps = stepsIn(of(board, 'a'))
    expect(steps.map(s => `${s.kind}${s.kind === 'down' ? s.placement : ''}`).join(' ')).toBe('down0 down1 down0 turn down0 down1 cool')
    expect(stepOf(of(board, 'a'))!.placement).toBe(1)
  })
  it('a place that is not there, or not yet reached, cannot have been missed', () => {
    const board = after([piece('a', 'harbour', {}, 3)], [0, space('a')])
    for (const placement of [-1, 0, 1, 3]) expect(happen(board, { kind: 'miss', key: 'a', placement }, 5)).toEqual(board)
    expect(of(after(board, [12, space('a')], [13, { kind: 'miss', key: 'a', placement: 0 }]),
      'a').missed).toEqual([{ pass: 0, placement: 0 }])
  })
  it('what happened at one position can be known from the rest', () => {
    const board = after([piece('a', 'harbour', {}, 2)], [0, space('a')], [12, space('a')], [24, space('a')])
    const { events } = of(board, 'a')
    expect(eventsOfPlacement(events, 0).map(e => e.kind)).toEqual(['down', 'lift', 'cool'])
    expect(eventsOfPlacement(events, 1).map(e => e.atS)).toEqual([12, 24, 24])
  })
})

describe('what was done, as phases', () => {
  it('turned under a damp press cloth, the press cloth is wet anew on the other side', () => {
    const damp = recipe({ passes: 2, pressClothWaterGsm: 70 })
    const kinds = ['down', 'lift', 'turn', 'down', 'lift', 'cool', 'done'] as const
    const phases = phasesDone(damp, kinds.map((kind, i) => ({ kind, atS: i * 3 })))
    expect(phases.map(p => p.kind)).toEqual(['down', 'lifted', 'lifted', 'turn', 'down', 'lifted', 'clapper'])
    expect(phases.find(p => p.kind === 'turn')).toEqual({ kind: 'turn', rewetPressClothGsm: 70 })
  })
})

describe('whatever happens', () => {
  const event = fc.oneof(
    fc.record({ kind: fc.constant('next' as const), key: fc.constantFrom('a', 'b', 'c'), rest: fc.constant(rest) }),
    fc.record({ kind: fc.constant('interrupt' as const), key: fc.constantFrom('a', 'b', 'c'), rest: fc.constant(rest) }),
    fc.record({ kind: fc.constant('miss' as const), key: fc.constantFrom('a', 'b', 'c'), placement: fc.integer({ min: 0, max: 3 }) }),
    fc.record({ kind: fc.constant('touch' as const), ironKey: fc.constantFrom('harbour', 'locker'), rest: fc.constant(rest) }),
  )
  it('no iron is down on two pieces, time never runs back, and no step is left out', () => {
    fc.assert(
      fc.property(fc.array(fc.tuple(fc.integer({ min: 0, max: 30 }), event), { maxLength: 40 }), (happened) => {
        let board = [piece('a', 'harbour', {}, 2), piece('b', 'harbour', { warmS: 5 }), piece('c', 'locker', { passes: 2 })]
        let nowS = 0
        for (const [dS, e] of happened) {
          nowS += dS
          const before = board
          board = happen(board, e, nowS)
          for (const iron of ['harbour', 'locker']) {
            const down = board.filter(
              p => p.ironKey === iron && !p.pressing.interrupted && ['warm', 'down'].includes(stepOf(p.pressing)?.kind ?? ''),
            )
            expect(down.length).toBeLessThanOrEqual(1)
          }
          for (const [i, p] of board.entries()) {
            expect(p.pressing.at - before[i]!.pressing.at).toBeGreaterThanOrEqual(0)
            expect(p.pressing.at - before[i]!.pressing.at).toBeLessThanOrEqual(1)
            const times = p.pressing.events.map(x => x.atS)
            expect(times).toEqual([...times].sort((x, y) => x - y))
          }
        }
        expect(dueOn(board, nowS)).toHaveLength(3)
      }),
      { seed: 9, numRuns: 200 },
    )
  })
  it('a piece alone goes through every step of its recipe, one key each', () => {
    let s = newPressing(recipe({ passes: 2, warmS: 5 }))
    const kinds: string[] = []
    for (let nowS = 0; phaseOf(s) !== 'judge'; nowS += 10) {
      s = next(s, nowS, rest)
      kinds.push(stepOf(s)?.kind ?? 'judge')
    }
    expect(kinds).toEqual([...stepsIn(s).map(x => x.kind), 'judge'])
  })
})
