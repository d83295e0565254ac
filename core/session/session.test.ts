import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { followSole, plannedBond, type Follow } from '../press'
import { draftRecipe, TURN_S, type Recipe } from '../recipe'
import {
  boardSeconds, bondOfPressing, counted, foldSession, isDue, nextOperation, nextStep, operationsOf, placementEvents, restOfIron,
  restSeconds,
  reviewSession, skewOf, lastUndoable, warningsAt, type PressedPiece, type SessionEvent, type PlannedOperation,
} from '.'
import { poplinSetup } from '../poplin.fixture'

const setup = poplinSetup()
const alongside: Follow = (...asked) => followSole()(...asked)
const setting = { label: 'wool', meanC: 150, swingC: 5, origin: 'typical' as const }
const recipe = (over: Partial<Recipe> = {}): Recipe => ({
  ...draftRecipe(setup, 'dry', setting, 'back', 1, 'lean'), warmS: 0, holdS: 12, secondS: null, coolS: 15, tableS: 45, ...over,
})
const work = (id: string, over: Partial<PlannedOperation> = {}): PlannedOperation => ({
  id, kind: 'fuse', needs: [], recipe: recipe(), ironId: 'iron', placements: 2, ...over,
})
let keys = 0
const event = (atS: number, kind: SessionEvent['kind'], op: string | null, more: Partial<SessionEvent> = {}): SessionEvent => ({
  key: `k${keys++}`, device: 'board', atS, kind, op, ...more,
})
const touch = (op: string, placement: number, fromS: number, toS: number, more: Partial<SessionEvent> = {}): SessionEvent[] => [
  event(fromS, 'down', op, { placement, ...more }), event(toS, 'lift', op, more),
]

const piece = (over: Partial<PressedPiece> = {}): PressedPiece => ({
  id: 'p', name: 'Collar', fabricId: 'c', count: 1, interfacingId: 'b', foamId: null, webId: null, layers: false, asBlock: false, ...over,
})
const asked = { notPreshrunk: [], fabricName: () => 'Poplin', trims: [] }

describe('what is to be done', () => {
  it('a piece each; preshrunk first; foam before the interfacing that holds it in; a web tacked, peeled, held', () => {
    const made = operationsOf(
      [piece({ count: 2 }), piece({ id: 'q', name: 'Base', foamId: 'f', webId: 'w' })],
      { ...asked, notPreshrunk: ['c'], trims: [{ supplyId: 't', name: 'Trim' }] },
    )
    expect(made.map(m => [m.id, m.needs])).toEqual([
      ['preshrink.c', []], ['trim.t', []], ['p.0.interfacing', ['preshrink.c']], ['p.1.interfacing', ['preshrink.c']],
      ['q.0.foam', ['preshrink.c']],
      ['q.0.interfacing', ['q.0.foam']], ['q.0.tack', ['q.0.interfacing']], ['q.0.peel', ['q.0.tack']], ['q.0.hold', ['q.0.peel']],
    ])
    expect(made.map(m => m.name).slice(2, 4)).toEqual(['Collar 1', 'Collar 2'])
  })
  it('a stiff mat is sewn and turned between the holds of its sides; a block is one thing to do', () => {
    const made = operationsOf([piece({ layers: true, foamId: 'f', webId: 'w', interfacingId: null })], asked)
    expect(made.map(m => m.kind)).toEqual(['tack', 'peel', 'hold', 'tack', 'peel', 'sew', 'hold'])
    expect(made.slice(1).every((m, i) => m.needs[0] === made[i]!.id)).toBe(true)
    expect(operationsOf([piece({ count: 5, asBlock: true })], asked)).toMatchObject([{ name: '5 × Collar', numbers: [0, 1, 2, 3, 4] }])
  })
})

describe('seconds at the board', () => {
  it('every position with the way to the next, warming, laying up, turning', () => {
    expect(boardSeconds(work('a'))).toBe(2 * 15 + 15)
    const both = work('b', { recipe: recipe({ passes: 2, secondS: 8, warmS: 4 }) })
    const laid = boardSeconds(work('c', { recipe: recipe({ warmS: 4 }) })) - 2 * 15 - 2 * 7 - 15
    expect(boardSeconds(both)).toBeCloseTo(2 * 7 + laid + 2 * 15 + 2 * 11 + TURN_S + 15, 6)
    expect(restSeconds(both, -1, 2)).toBeCloseTo(boardSeconds(both), 6)
    expect(restSeconds(both, 0, 1)).toBeCloseTo(15 + 2 * 11 + TURN_S + 15, 6)
    expect(restSeconds(both, 1, 1)).toBe(11 + 15)
  })
})

describe('a session', () => {
  const works = [work('a', { recipe: recipe({ passes: 2, warmS: 4 }) }), work('b'), work('c', { needs: ['a'] })]
  it('is warmed, laid up, pressed place by place, turned, pressed again, left to go cold, tried at its edge', () => {
    const events: SessionEvent[] = []
    const does = () => {
      const state = foldSession(works, events)
      return nextStep(works[0]!, state.ops.get('a')!)
    }
    const seen: string[] = []
    let s = 0
    for (let i = 0; i < 40; i++) {
      const step = does()
      seen.push(step.do === 'down' ? `down ${step.pass}.${step.placement}` : step.do)
      if (step.do === 'nothing') break
      s += step.do === 'lift' ? step.forS : 3
      if (step.do === 'down') events.push(event(s, 'down', 'a', { placement: step.placement }))
      else if (step.do === 'edge') events.push(event(s, 'edge', 'a', { edge: 'holds' }))
      else if (step.do !== 'hand') events.push(event(s, step.do, 'a'))
    }
    expect(seen).toEqual([
      'down -1.0', 'lift', 'down -1.1', 'lift', 'laid', 'down 0.0', 'lift', 'down 0.1', 'lift', 'turned', 'down 1.0', 'lift', 'down 1.1',
      'lift', 'cold', 'edge', 'nothing',
    ])
  })
  it('what needs another waits until that is cold; what was set aside comes last; a board goes on with what it has in hand', () => {
    const at = (events: SessionEvent[]) => nextOperation(works, foldSession(works, events), 'board')?.id
    expect(at([])).toBe('a')
    expect(at([event(0, 'order', null, { ids: ['b', 'a'] })])).toBe('b')
    expect(at([event(0, 'take', 'b')])).toBe('b')
    expect(at([event(0, 'take', 'a'), event(1, 'aside', 'a')])).toBe('b')
    expect(at([event(0, 'take', 'a'), event(1, 'aside', 'a'), event(2, 'skip', 'b')])).toBe('a')
    expect(isDue(works[2]!, foldSession(works, []))).toBe(false)
    expect(isDue(works[2]!, foldSession(works, [event(0, 'skip', 'a')]))).toBe(true)
  })
  it('a place named as missed, or where the edge lifts, is pressed again, and tried again', () => {
    const events = [...touch('b', 0, 0, 12), ...touch('b', 1, 15, 27)]
    const b = () => foldSession(works, events).ops.get('b')!
    expect(b()).toMatchObject({ phase: 'cooling', coolFromS: 27 })
    events.push(event(30, 'missed', 'b', { placement: 0 }))
    expect(nextStep(works[1]!, b())).toMatchObject({ do: 'down', placement: 0, again: true })
    events.push(...touch('b', 0, 32, 44))
    expect(b()).toMatchObject({ phase: 'cooling', coolFromS: 44, misses: 1, again: [] })
    events.push(event(110, 'cold', 'b'), event(112, 'edge', 'b', { edge: 'lifts', placements: [1] }))
    expect(b()).toMatchObject({ phase: 'open', again: [1], misses: 2 })
    events.push(...touch('b', 1, 115, 127), event(200, 'cold', 'b'), event(201, 'edge', 'b', { edge: 'holds' }))
    expect(b()).toMatchObject({ phase: 'done', coldS: 200 })
  })
  it('a press that was too short is given again where it was', () => {
    const o = foldSession(works, touch('b', 0, 0, 4)).ops.get('b')!
    expect(nextStep(works[1]!, o)).toMatchObject({ do: 'down', placement: 0 })
    const twice = foldSession(works, [...touch('b', 0, 0, 4), ...touch('b', 0, 6, 9)]).ops.get('b')!
    expect(nextStep(works[1]!, twice)).toMatchObject({ do: 'down', placement: 1 })
  })
  it('the last thing is taken back, and the one before it; what another board did is not', () => {
    const events = [...touch('b', 0, 0, 12), ...touch('b', 1, 15, 27, { device: 'shelf' })]
    expect(lastUndoable(events, 'shelf')!.kind).toBe('lift')
    const mine = lastUndoable(events, 'board')!
    expect([mine.kind, mine.atS]).toEqual(['lift', 12])
    events.push(event(30, 'undo', 'b', { takes: mine.key }))
    expect(foldSession(works, events).ops.get('b')!.touches[0]!.toS).not.toBe(12)
    expect(lastUndoable(events, 'board')!.kind).toBe('down')
  })
  it('two boards at the same thing are warned, until one takes it over', () => {
    const other = { device: 'shelf' }
    const both = [...touch('b', 0, 0, 12), event(13, 'down', 'b', { placement: 1, ...other })]
    expect(foldSession(works, both).clashes).toEqual([{ op: 'b', devices: ['board', 'shelf'], atS: 13 }])
    const meanwhile = [event(0, 'down', 'b', { placement: 0 }), event(3, 'down', 'b', { placement: 0, ...other })]
    expect(foldSession(works, meanwhile).clashes).toHaveLength(1)
    const over = [...both, event(20, 'takeOver', 'b', other)]
    expect(foldSession(works, over)).toMatchObject({ clashes: [] })
    expect(foldSession(works, over).ops.get('b')!.device).toBe('shelf')
    expect(foldSession(works, [event(0, 'take', 'b'), event(1, 'aside', 'b'), event(2, 'take', 'b', other)]).clashes).toEqual([])
    // Both away from the server, both pressed it to the end.
    const apart = [...touch('b', 0, 0, 12), ...touch('b', 1, 15, 27), ...touch('b', 0, 40, 52, other)]
    expect(foldSession(works, apart).clashes).toHaveLength(1)
    const ended = [...touch('b', 0, 0, 12), ...touch('b', 1, 15, 27), event(60, 'takeOver', 'b', other)]
    expect(foldSession(works, ended).ops.get('b')!.phase).toBe('cooling')
  })
  it('sent twice, or as it happens to arrive, gives the same; never two irons on one piece', () => {
    const one = fc.record({
      atS: fc.integer({ min: 0, max: 500 }), op: fc.constantFrom('a', 'b', 'c'), placement: fc.integer({ min: -1, max: 3 }),
      kind: fc.constantFrom<SessionEvent['kind']>('take', 'down', 'lift', 'laid', 'turned', 'cold', 'edge', 'missed', 'aside', 'skip',
        'done'),
      edge: fc.constantFrom('holds' as const, 'lifts' as const), device: fc.constantFrom('board', 'shelf'),
    })
    fc.assert(
      fc.property(fc.array(one, { maxLength: 60 }), fc.nat(), (drawn, turn) => {
        // No two at the same moment: which came first is not known then.
        const events = drawn.map((e, i): SessionEvent => ({ ...e, key: String(i), atS: e.atS + i / 1000 }))
        const state = foldSession(works, events)
        const mixed = [...events.slice(turn % (events.length + 1)), ...events.slice(0, turn % (events.length + 1)), ...events.slice(3)]
        expect(foldSession(works, mixed)).toEqual(state)
        for (const o of state.ops.values()) {
          expect(o.touches.filter(t => t.toS === null).length).toBeLessThanOrEqual(1)
          for (const t of o.touches) expect(t.placement >= 0 && t.placement < 2 && (t.toS === null || t.toS >= t.fromS)).toBe(true)
          if (o.phase === 'cooling') expect(o.coolFromS).not.toBeNull()
        }
      }),
      { numRuns: 200, seed: 4 },
    )
  })
  it('a clock that was set is put right from there on', () => {
    const events = [
      event(10, 'down', 'b', { placement: 0 }), event(3618, 'clock', null, { byS: 3600 }), event(3622, 'lift', 'b'),
      event(30, 'down', 'b', { placement: 1, device: 'shelf' }),
    ]
    expect(counted(events).map(e => e.atS)).toEqual([10, 18, 22, 30])
    const state = foldSession(works, events)
    expect(state.ops.get('b')!.touches[0]).toMatchObject({ fromS: 10, toS: 22 })
    expect(state.setBy.get('board')).toBe(3600)
  })
})

describe('the bond at one position', () => {
  it('is that of a swatch pressed the same way, whatever was pressed before at other places', () => {
    const steamed = { ...draftRecipe(setup, 'steam', setting, 'back', 1, 'lean'), warmS: 0, holdS: 12 }
    const w = work('b', { recipe: steamed })
    const rest = restOfIron({ fromC: 150, targetC: 150, swingC: 0, label: 'wool', setS: 0, touchedS: 0 },
      { kind: 'household', shutsOffAfterS: 480 }, 110)!
    const o = foldSession([w], [...touch('b', 0, 80, 92), event(100, 'down', 'b', { placement: 1, soleC: 150 })]).ops.get('b')!
    const planned = plannedBond(setup, w.recipe!)
    const here = alongside(bondOfPressing(w, o, rest, 110)!, setup, planned, 110)!
    const alone = foldSession([w], [event(100, 'down', 'b', { placement: 0, soleC: 150 })]).ops.get('b')!
    const swatch = alongside(bondOfPressing(w, alone, rest, 110)!, setup, planned, 110)!
    expect(here.bond).toBeCloseTo(swatch.bond, 9)
    expect(here.bond).toBeGreaterThan(0.1 * here.wanted)
    expect(here.neededS!).toBeGreaterThan(0)
    // Looked at later it is the same touch, with the sole as it was when it came down.
    const warming = (nowS: number) => restOfIron({ fromC: 60, targetC: 150, swingC: 0, label: 'wool', setS: 90, touchedS: 100 },
      { kind: 'household', shutsOffAfterS: 480 }, nowS)!
    const sinceS = (nowS: number) => bondOfPressing(w, o, warming(nowS), nowS)!.touched.at(-1)!.rest.sinceS
    expect([sinceS(105), sinceS(112)]).toEqual([10, 10])
    expect(bondOfPressing(w, foldSession([w], touch('b', 0, 0, 12)).ops.get('b')!, rest, 20)).toBeNull()
  })
  it('is recorded as a swatch is: down and lift of that place alone, turned, cold', () => {
    const w = work('a', { recipe: recipe({ passes: 2, warmS: 4 }) })
    const events = [
      ...touch('a', 0, 0, 4), ...touch('a', 1, 7, 11), event(15, 'laid', 'a'), ...touch('a', 0, 20, 32), ...touch('a', 1, 35, 47),
      event(50, 'turned', 'a'), ...touch('a', 0, 53, 65), ...touch('a', 1, 68, 80), event(150, 'cold', 'a'),
    ]
    expect(placementEvents(w, foldSession([w], events).ops.get('a')!, 1).map(e => [e.kind, Math.round(e.atS)])).toEqual([
      ['warm', 0], ['lift', 4], ['lay', 28], ['down', 28], ['lift', 40], ['turn', 61], ['down', 61], ['lift', 73], ['cool', 73],
      ['done', 143],
    ])
  })
})

describe('irons', () => {
  const iron = { id: 'iron', kind: 'travel' as const, shutsOffAfterS: null }
  const dial = event(0, 'dial', null, { ironId: 'iron', soleC: 20, setting })
  it('warm from when their dial was turned; a probe puts the estimate right', () => {
    const state = foldSession([], [dial, event(10, 'sole', null, { ironId: 'iron', soleC: 90 })])
    expect(restOfIron(state.irons.get('iron'), iron, 12)).toMatchObject({ fromC: 90, sinceS: 2, idleS: 12, targetC: 150 })
    expect(restOfIron(undefined, iron, 12)).toBeNull()
  })
  it('one left down, and a hot one that never shuts itself off and rests for two minutes, are called out', () => {
    const at = (events: SessionEvent[], nowS: number, over = iron) =>
      warningsAt(foldSession([work('b')], [dial, ...events]), [over], () => 12, nowS).map(w => w.why)
    expect(at([], 100)).toEqual([])
    expect(at([], 130)).toEqual(['idle'])
    expect(at([], 130, { ...iron, shutsOffAfterS: 300 } as never)).toEqual([])
    expect(at(touch('b', 0, 100, 112), 200)).toEqual([])
    expect(at([event(100, 'down', 'b', { placement: 0 })], 170)).toEqual([])
    expect(at([event(100, 'down', 'b', { placement: 0 })], 173)).toEqual(['leftDown'])
    // One that is held long, as it should be, is not left alone.
    const held = foldSession([work('b')], [dial, event(100, 'down', 'b', { placement: 0 })])
    expect(warningsAt(held, [iron], () => 200, 240)).toEqual([])
    expect(warningsAt(held, [iron], () => 200, 361).map(w => w.why)).toEqual(['leftDown'])
  })
})

describe('afterwards', () => {
  const w = work('b'), of = (events: SessionEvent[]) => reviewSession([w], foldSession([w], events), () => 'r')
  const pressed = [...touch('b', 0, 0, 12), ...touch('b', 1, 15, 27), event(100, 'cold', 'b')]
  it('planned against done, the iron\'s time, and what it says of the recipe', () => {
    expect(of(pressed)).toMatchObject({
      operations: [{ plannedTouches: 2, touches: 2, plannedHeldS: 24, heldS: 24, plannedS: 45, tookS: 27, misses: 0, edge: null }],
    })
    expect(of(pressed).ironS.get('iron')).toBe(24)
    expect(of(pressed).verdicts.size).toBe(0)
    expect(of([...pressed, event(101, 'edge', 'b', { edge: 'holds' })]).verdicts.get('r')!.verdict).toBe('holds')
    expect(of([...pressed, event(101, 'edge', 'b', { edge: 'lifts', placements: [0] })]).verdicts.get('r')).toEqual({
      verdict: 'tooLittle', tried: 1, lifted: 1,
    })
    const one = [...touch('b', 0, 0, 7), ...touch('b', 1, 15, 27), event(100, 'cold', 'b')]
    const both = of([...one, event(101, 'edge', 'b', { edge: 'lifts', placements: [0, 1] })])
    expect(both.verdicts.get('r')!.verdict).toBe('placesMissed')
    const short = [...touch('b', 0, 0, 7), ...touch('b', 1, 15, 27), event(100, 'cold', 'b')]
    const lifted = [...short, event(101, 'edge', 'b', { edge: 'lifts', placements: [0] })]
    expect(of(lifted).verdicts.get('r')!.verdict).toBe('placesMissed')
    // What it is given after it lifted says nothing of what it had been given.
    const again = of([...lifted, ...touch('b', 0, 110, 122)])
    expect([again.verdicts.get('r')!.verdict, again.operations[0]!.heldS]).toEqual(['placesMissed', 31])
  })
})

describe('clocks of two boards', () => {
  it('differ by the least that lies between telling and arriving; what waited does not count', () => {
    expect(skewOf([{ atMs: 1000, arrivedMs: 61_100 }, { atMs: 2000, arrivedMs: 100_000 }])).toBe(60_100)
    expect(skewOf([{ atMs: 1000, arrivedMs: 1400 }])).toBe(0)
    expect(skewOf([{ atMs: 100_000, arrivedMs: 40_000 }])).toBe(-60_000)
    expect(skewOf([])).toBe(0)
  })
})
