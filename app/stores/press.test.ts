// @vitest-environment happy-dom
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { courseOf, draftRecipe, evaluate, type Recipe } from '#core/recipe'
import { idOf, layOut } from '../testing/board'
import { useSelection } from './selection'
import { useIron } from './iron'
import { usePress } from './press'

beforeEach(() => {
  vi.useFakeTimers({ now: 1_000_000_000_000, toFake: ['Date', 'performance', 'setInterval', 'clearInterval'] })
  layOut()
  useSelection().chosen.fabricId = idOf(11)
})
afterEach(() => { vi.useRealTimers() })
/** Time goes by, and the board looks at its clock as it always does. */
const pass = (s: number) => {
  for (let i = 0; i < s; i++) {
    vi.advanceTimersByTime(1000)
    usePress().tick()
  }
}

function layUp(over: Partial<Recipe> = {}): Recipe {
  const { setup, iron } = useSelection()
  const recipe = { ...draftRecipe(setup!, 'dry', iron!.settings[1]!, 'back', 1, 'lean'), warmS: 0, holdS: 12, coolS: 20, ...over }
  usePress().lay(recipe, courseOf(evaluate(setup!, recipe)), {})
  return recipe
}
function ready(): void {
  useIron().chooseSetting(1)
  pass(300)
  useIron().tick()
}

describe('one swatch', () => {
  it('goes from laid up to judged with one key, its order said at each step', () => {
    const press = usePress()
    ready()
    layUp()
    const orders = [press.order]
    press.next()
    orders.push(press.order)
    pass(12)
    press.next()
    orders.push(press.order)
    pass(25)
    press.tick()
    orders.push(press.order)
    press.next()
    orders.push(press.order)
    expect(orders).toEqual([
      'Lay the layers, then press', 'Press firmly, hold still', 'Cool flat under the clapper. Do not move it', 'Cold: grade it',
      'Cold: grade it',
    ])
    expect(press.phase).toBe('judge')
    press.next()
    expect(press.phase).toBe('judge')
  })
  it('counts the bond while the iron is down, unless the house counts seconds', () => {
    const press = usePress()
    ready()
    layUp()
    press.next()
    pass(3)
    press.tick()
    press.follow()
    expect(press.byBond).toBe(true)
    expect(press.leftS).toBeGreaterThan(0)
    useLibrary().workroom = { ...useLibrary().workroom!, rules: { ...useLibrary().workroom!.rules, clock: 'seconds' } }
    expect([press.byBond, Math.round(press.leftS)]).toEqual([false, 9])
    // The ring is as full as the hold has come; held on beyond its end it is full, and no fuller.
    expect(press.share).toBeCloseTo(3 / 12, 1)
    pass(20)
    press.tick()
    expect([press.share, press.over]).toEqual([1, true])
  })
  it('by the bond the ring is as full as the bond has come of what is wanted', () => {
    const press = usePress()
    ready()
    layUp({ holdS: 30 })
    press.next()
    for (let i = 0; i < 60 && !(press.share > 0.2); i++) {
      pass(1)
      press.follow()
    }
    expect(press.share).toBeGreaterThan(0.2)
    expect(press.share).toBeLessThan(1)
    expect(press.share).toBeCloseTo(press.under!.bond / press.under!.wanted, 9)
  })
  it('what was judged so far is kept with it, and a new start begins without it', () => {
    const press = usePress()
    layUp()
    press.judge({ grade: 4, marks: ['shine'] })
    press.judge({ note: 'left edge' })
    expect(press.laid!.judged).toMatchObject({ grade: 4, marks: ['shine'], note: 'left edge' })
    const { key } = press.laid!
    press.again()
    expect(press.laid!.judged).toMatchObject({ grade: null, marks: [], note: '' })
    expect(press.laid!.key).not.toBe(key)
    expect(press.pieces).toHaveLength(1)
  })
  it('what is kept of it is what was done: events, irons, lots, the hour it began', () => {
    const press = usePress()
    ready()
    const recipe = layUp()
    const began = Date.now()
    press.next()
    pass(12)
    press.next()
    pass(20)
    press.next()
    const swatch = press.swatchOf({ grade: 3, marks: [], markWhere: {}, note: '', readings: [] })
    expect(swatch).toMatchObject({
      fabricId: idOf(11), ironId: idOf(31), pressClothId: idOf(41), grade: 3, clientKey: press.laid!.key, doubts: [],
    })
    expect(swatch.recipe.holdS).toBe(recipe.holdS)
    expect(new Date(swatch.pressedAt).getTime()).toBe(began)
    const hands = swatch.events.filter(e => !['sole', 'shut'].includes(e.kind))
    expect(hands.map(e => [e.kind, e.atS])).toEqual([['down', 0], ['lift', 12], ['cool', 12], ['done', 32]])
    expect(swatch.events.filter(e => e.kind === 'sole').length).toBeGreaterThan(2)
    expect(hands[0]!.soleC).toBeCloseTo(154, -1)
  })
  it('is found again after a reload, its clock running', async () => {
    const press = usePress()
    ready()
    layUp()
    press.next()
    await Promise.resolve()
    pass(5)
    const { createPinia, setActivePinia } = await import('pinia')
    setActivePinia(createPinia())
    const again = usePress()
    again.tick()
    expect([again.phase, Math.round(again.elapsedS)]).toEqual(['running', 5])
  })
})

describe('several pieces', () => {
  it('the next is laid up while the first cools flat; both are on the board', () => {
    const press = usePress()
    ready()
    layUp()
    const first = press.laid!.key
    press.next()
    pass(12)
    press.next()
    layUp()
    expect(press.pieces).toHaveLength(2)
    expect(press.phase).toBe('ready')
    expect(press.lying.map(p => [p.key, Math.round(p.leftS)])).toEqual([[first, 20]])
    press.look(first)
    expect(press.laid!.key).toBe(first)
    press.putAway()
    expect(press.pieces).toHaveLength(1)
  })
  it('what was laid up and not begun makes room for the next', () => {
    layUp()
    layUp({ holdS: 20 })
    expect(usePress().pieces.map(p => p.pressing.recipe.holdS)).toEqual([20])
  })
})

describe('two irons', () => {
  it('the one in hand says nothing of a piece that is pressed with the other', () => {
    const press = usePress()
    ready()
    layUp()
    press.next()
    expect(press.pressing!.events[0]!.soleC).toBeCloseTo(154, -1)
    pass(12)
    useSelection().takeIron(idOf(32))
    press.next()
    expect(press.pressing!.events.map(e => [e.kind, e.soleC === null])).toEqual([['down', false], ['lift', true], ['cool', true]])
    expect(press.pressing!.touched).toHaveLength(1)
  })
})

describe('what comes between', () => {
  it('an interruption stands the clock of the hold; Space goes on', () => {
    const press = usePress()
    ready()
    layUp()
    press.next()
    pass(4)
    press.interrupt()
    pass(60)
    press.tick()
    expect([press.order, Math.round(press.elapsedS)]).toEqual(['Interrupted: press again in the same place', 4])
    press.next()
    pass(2)
    press.tick()
    expect([press.step!.kind, Math.round(press.elapsedS)]).toEqual(['down', 6])
  })
  it('a dial that is turned in the middle of a press is noted in it', async () => {
    const press = usePress()
    ready()
    layUp()
    press.next()
    expect(press.pressing!.touched).toHaveLength(1)
    pass(2)
    useIron().chooseSetting(2)
    await Promise.resolve()
    await Promise.resolve()
    expect(press.pressing!.touched).toHaveLength(2)
    expect(press.pressing!.touched[1]!.rest.targetC).toBe(192)
  })
  it('a machine that slept is noted in what ran, not in what had not begun', () => {
    const press = usePress()
    ready()
    layUp()
    press.tick()
    vi.setSystemTime(Date.now() + 40_000)
    press.tick()
    expect(press.doubts).toEqual([])
    press.next()
    press.tick()
    vi.setSystemTime(Date.now() + 40_000)
    press.tick()
    expect(press.doubts).toMatchObject([{ why: 'slept' }])
  })
  it('pressed again it is another swatch, pressed when its own iron was set down', () => {
    const press = usePress()
    ready()
    layUp()
    press.next()
    const first = press.laid!, firstAt = Date.now()
    pass(12)
    press.next()
    pass(25)
    press.next()
    press.judge({ grade: 2, marks: ['shine'] })
    const judged = { grade: 4, marks: [], markWhere: {}, note: '', readings: [] }
    expect(press.swatchOf(judged).pressedAt).toBe(new Date(firstAt).toISOString())
    pass(100)
    press.again()
    const { key, judged: begun, startedAt } = press.laid!
    expect([key !== first.key, begun.grade, press.phase, startedAt]).toEqual([true, null, 'ready', null])
    pass(60)
    press.next()
    const secondAt = Date.now()
    expect(secondAt).toBeGreaterThan(firstAt + 150_000)
    expect(press.swatchOf(judged)).toMatchObject({ clientKey: press.laid!.key, pressedAt: new Date(secondAt).toISOString() })
  })
})
