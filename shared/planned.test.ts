import { describe, expect, it } from 'vitest'
import type { Recipe } from '#core/recipe'
import { foldSession, type SessionEvent } from '#core/session'
import {
  begunWork, changedSince, fabricsCut, isOther, mirroredPlacement, planOver, preshrinkWays, sessionPlan, toOperation, whyItWaits,
  type PlanGround, type PlannedWork, type WorkWay,
} from './planned'
import { rulesSchema } from './schemas'
import { workOf } from './pressing'
import { waitsWords } from './words'
import { blockPiece, fabric, idOf as id, iron, supply } from './kept.fixture'

const recipe = (holdS: number): Recipe => ({
  method: 'dry', setting: { label: 'wool', meanC: 150, swingC: 8, origin: 'measured' }, firstSide: 'back', passes: 1, warmS: 0, holdS,
  secondS: null, lean: 'lean', pressureKPa: 3, pressClothWaterGsm: 0, mistGsm: 0, steamGM2S: 0, steamS: 0, coolS: 10, tableS: 60,
})
const way = (ironId: string, holdS = 15): WorkWay => ({
  ironId, recipe: recipe(holdS), standing: 'estimated', pressClothId: null, surface: 'padded', predicted: null, blocked: null,
  placements: [{ x: 0, y: 0, headingDeg: 0 }], coverage: null, boardS: 20, share: null,
})
const work = (name: string, more: Partial<PlannedWork> = {}): PlannedWork => ({
  id: name, kind: 'fuse', name, pieceId: id(1), makingId: null, numbers: [0], fabricId: id(2), supplyId: id(3), overIds: [], side: null,
  needs: [], piece: null, fabricName: '', supplyName: null, colourHex: '#ffffff', outline: null, keepOuts: [], motion: 'still',
  ways: [way('a'), way('b')], blocked: null, refusal: null, mendRefusal: null, ...more,
})
const sewing = (name: string, needs: string[]) => work(name, { kind: 'sew', supplyId: null, ways: [], needs })

describe('a plan becomes a session', () => {
  const works = [work('cuff'), sewing('sew', ['cuff']), work('back', { needs: ['sew', 'cuff'] }), work('none', { ways: [] })]
  it('in its order, each with the iron that the order gives it, then what waits for sewing, with the first iron taken', () => {
    const { operations, order } = sessionPlan(works, [{ id: 'cuff', ironId: 'b' }], [works[1]!, works[2]!], ['a'], 'padded')
    expect(order).toEqual(['cuff', 'sew', 'back'])
    expect(operations.map(o => [o.id, o.ironId, o.needs]))
      .toEqual([['cuff', 'b', []], ['sew', null, ['cuff']], ['back', 'a', ['sew', 'cuff']]])
  })
  it('what no iron taken can do is left out, and nothing waits for what is not there', () => {
    const { operations } = sessionPlan(works, [{ id: 'back', ironId: 'a' }], [works[3]!], ['z'], 'padded')
    expect(operations.map(o => [o.id, o.needs])).toEqual([['back', []]])
  })
  it('an operation is kept with what it is pressed by, or by hand', () => {
    expect(toOperation(works[0]!, 'b', 'hard'))
      .toMatchObject({ ironId: 'b', standing: 'estimated', surface: 'padded', recipe: { holdS: 15 } })
    expect(toOperation(works[1]!, null, 'hard')).toMatchObject({ ironId: null, standing: 'hands', surface: 'hard', recipe: null })
  })
})

describe('why it is not in the order', () => {
  const of = (more: object, w: PlannedWork | undefined = work('x')) =>
    whyItWaits({ work: w, isPutOff: false, phase: undefined, ironIds: ['a'], ...more })
  it.each<[string, ReturnType<typeof of>, string]>([
    ['put off comes before all', of({ isPutOff: true, phase: 'cooling' }), 'put off'],
    ['it lies to cool', of({ phase: 'edge' }), 'cools flat'],
    ['there is no place for a sole', of({}, work('x', { ways: [], outline: { rim: [], holes: [] } })), 'no place for the iron'],
    ['with none of the irons taken', of({ ironIds: ['z'] }), 'not with the irons taken'],
    ['it is sewn before', of({}), 'after sewing'], ['nothing is known of it', of({}, undefined), 'after sewing'],
  ])('%s', (_what, waits, said) => expect(waitsWords(waits)).toBe(said))
  it('what no iron can do says why, a hem and a mend in their own words', () => {
    for (const w of [
      of({}, work('x', { ways: [], blocked: { why: 'noSettings' } })), of({}, work('x', { refusal: { why: 'noTape' } })),
      of({}, work('x', { mendRefusal: { why: 'noAdhesive' } })),
    ]) {
      expect(waitsWords(w)).toMatch(/^\w.{20,}\.$/)
      expect(['blocked', 'hem', 'mend']).toContain(w.why)
    }
  })
})

describe('the pieces changed while a session is open', () => {
  const works = [work('cuff'), work('collar'), work('belt')], operations = works.map(w => toOperation(w, 'a', 'padded'))
  const down: SessionEvent = { key: 'k', device: 'd', kind: 'down', op: 'cuff', placement: 0, pass: 0, atS: 1, ironId: 'a' } as never
  const lift: SessionEvent = { ...down, key: 'l', kind: 'lift', atS: 16 }
  const state = foldSession(operations.map(workOf), [down, lift])
  const changed = (now: PlannedWork[], done = new Set<string>()) => changedSince(operations, state, now, done, 'padded')
  it('nothing changed, nothing is said; what came, went or is pressed otherwise is counted', () => {
    expect(changed(works)).toEqual({ added: 0, gone: 0, other: 0 })
    expect(changed([...works, work('pocket')])).toEqual({ added: 1, gone: 0, other: 0 })
    expect(changed([works[0]!, works[1]!])).toEqual({ added: 0, gone: 1, other: 0 })
    expect(changed([works[0]!, works[1]!, work('belt', { ways: [way('a', 22)] })])).toEqual({ added: 0, gone: 0, other: 1 })
  })
  it('what was begun counts for none, nor what cannot be done', () => {
    expect(changed([work('cuff', { ways: [way('a', 40)] }), works[1]!, works[2]!])).toEqual({ added: 0, gone: 0, other: 0 })
    expect(changed([works[1]!, works[2]!])).toEqual({ added: 0, gone: 0, other: 0 })
    expect(changed([...works, work('pocket', { ways: [] })]).added).toBe(0)
  })
  it('planned again, what was begun stays, the rest keeps its iron where it still can', () => {
    const now = [
      work('cuff', { ways: [way('b')] }), work('collar', { ways: [way('b'), way('a')] }), work('pocket', { needs: ['belt', 'cuff'] }),
    ]
    const { fresh, order } = planOver(operations, state, now, ['b'], 'padded')
    expect(order).toEqual(['cuff', 'collar', 'pocket'])
    expect(fresh.map(o => [o.id, o.ironId, o.needs])).toEqual([['collar', 'a', []], ['pocket', 'b', ['cuff']]])
  })
})

it('the other one of a pair is pressed as the mirror image', () => {
  const pair = (number: number) => isOther({ piece: { pair: true } as never, numbers: [number] })
  expect([pair(0), pair(1), isOther({ piece: null, numbers: [1] }), isOther({ piece: { pair: true } as never, numbers: [0, 1] })])
    .toEqual([false, true, false, false])
  expect(mirroredPlacement({ x: 12, y: 5, headingDeg: 30 })).toEqual({ x: -12, y: 5, headingDeg: 330 })
  expect(mirroredPlacement({ x: 0, y: 5, headingDeg: 0 }).headingDeg).toBe(0)
})

const poplin = fabric({ id: id(2), name: 'Poplin', colourHex: '#ab1234' }), lawn = supply({ id: id(3), name: 'Lawn' })
const collar = blockPiece('collar', { id: id(1), fabricId: poplin.id, interfacingId: lawn.id, motion: 'circles' })
const dry = iron({ id: 'a', kind: 'heavyDry' }), steaming = iron({ id: 'b' })
const ground = (more: Partial<PlanGround> = {}): PlanGround => ({
  pieces: [collar], irons: [dry, steaming], fabric: of => (of === poplin.id ? poplin : null), supply: of => (of === lawn.id ? lawn : null),
  rules: rulesSchema.parse({}), cutting: { rules: rulesSchema.parse({}), shrink: {}, fabricMm: () => 0.3,
    supply: of => (of === lawn.id ? lawn : null) }, ...more,
})

describe('an operation that is begun with', () => {
  it('has the names, the colour and the outline of its piece; without a piece it has no outline', () => {
    const begun = begunWork(work('x'), ground())
    expect(begun).toMatchObject({ fabricName: 'Poplin', supplyName: 'Lawn', colourHex: '#ab1234', motion: 'circles', ways: [] })
    expect(begun.outline!.rim.length).toBeGreaterThan(3)
    const none = begunWork(work('x', { pieceId: null, fabricId: null }), ground())
    expect([none.outline, none.fabricName, none.piece]).toEqual([null, '', null])
  })
  it('of a piece whose interfacing ends before it begins says why', () => {
    const narrow = blockPiece('strip', {
      id: id(1), fabricId: poplin.id, interfacingId: lawn.id, inset: { how: 'inside', byMm: 7 },
      shape: { format: 1, kind: 'block', block: 'strip', measures: { long: 300, wide: 12 }, mirrored: false },
    })
    expect(() => begunWork(work('x'), ground({ pieces: [narrow] }))).toThrow()
  })
})

describe('preshrinking in a plan', () => {
  const hot = (ironId: string, meanC: number): WorkWay => {
    const is = way(ironId)
    return { ...is, recipe: { ...is.recipe, steamS: 4, steamGM2S: 20, setting: { ...is.recipe.setting, meanC } } }
  }
  const shrinks = work('p', { kind: 'preshrink', supplyId: null }), trims = work('t', { kind: 'trim', fabricId: null })
  const fuses = [
    work('x', { ways: [hot('a', 140), hot('b', 150)] }), work('y', { ways: [hot('a', 160)] }),
    work('z', { fabricId: id(9), ways: [hot('a', 190)] }),
  ]
  it('goes as hot as the hottest on the same fabric with the same iron; in steam where both take it', () => {
    const ways = preshrinkWays(shrinks, [shrinks, ...fuses], ground(), 1)
    expect(ways.map(w => [w.ironId, w.recipe.setting.meanC, w.recipe.method])).toEqual([['a', 160, 'dry'], ['b', 150, 'steam']])
    const dryFabric = ground({ fabric: () => ({ ...poplin, mayGetWet: false }) })
    expect(preshrinkWays(shrinks, fuses, dryFabric, 1).map(w => w.recipe.method)).toEqual(['dry', 'dry'])
  })
  it('a trim sees the hottest of the whole job, along all its length', () => {
    const [one] = preshrinkWays(trims, fuses, ground(), 1), [five] = preshrinkWays(trims, fuses, ground(), 5)
    expect(one!.recipe.setting.meanC).toBe(190)
    expect(five!.placements.length / one!.placements.length).toBeCloseTo(5, 0)
  })
  it('with nothing hot on it is not planned; a fabric of which something was cut is past it', () => {
    expect(preshrinkWays(shrinks, [shrinks], ground(), 1)).toEqual([])
    const cuff = blockPiece('cuff', { id: id(5), fabricId: id(9) })
    expect([...fabricsCut([collar, cuff], new Set([`${id(1)}.interfacing.0`]))]).toEqual([id(2)])
  })
})
