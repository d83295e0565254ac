import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { seeded } from '../numeric'
import {
  ableTask, circleIn, improveOrder, orderBoundS, orderOf, scheduleOf, type IronAt, type Operation, type OrderTask, type Schedule,
} from '.'

const household: IronAt = { id: 'iron', nowC: 20, warmCPerS: 2, coolCPerS: 0.2, shutsOffAfterS: null }
type Made = Partial<Pick<Operation, 'coolS' | 'needs' | 'placeShare' | 'group'>> & {
  soleC?: number
  boardS?: number
  damp?: boolean
  irons?: (string | null)[]
}
const op = (
  id: string, { soleC = 150, boardS = 40, coolS = 60, needs = [], damp = false, irons = ['iron'], ...more }: Made = {},
): Operation => ({
  id, coolS, needs, ...more, ways: irons.map(ironId => ({ ironId, soleC, boardS, damp })),
})
const HEATS = [110, 150, 190], SHARES = [0.25, 0.5, 1], KINDS = ['collar', 'cuff', 'front']

/** Operations at random: each may need some before it. */
function drawn(count: number, irons: number, places: number, random: () => number): OrderTask {
  const below = (n: number) => Math.floor(random() * n)
  const names = Array.from({ length: irons }, (_, i) => (i === 0 ? 'iron' : `iron ${i}`))
  const operations = Array.from({ length: count }, (_, i) =>
    op(String(i), {
      irons: below(8) === 0 ? [null] : names,
      damp: below(3) === 0,
      soleC: HEATS[below(3)]!,
      boardS: 10 + below(90),
      coolS: below(4) === 0 ? 0 : 20 + below(160),
      placeShare: SHARES[below(3)]!, group: KINDS[below(3)]!,
      needs: Array.from({ length: i }, (_, k) => k)
        .filter(() => random() < 1.2 / count)
        .map(String),
    }),
  )
  return { operations, places, irons: names.map((id, i) => ({ ...household, id, shutsOffAfterS: i === 0 ? 300 : null })) }
}

function bruteForce(task: OrderTask): number {
  let best = Infinity
  const walk = (moves: { op: number, way: number }[]): void => {
    if (moves.length === task.operations.length) {
      best = Math.min(best, scheduleOf(task, moves).finishS)
      return
    }
    task.operations.forEach((o, i) => {
      if (moves.some(m => m.op === i) || !o.needs.every(n => moves.some(m => task.operations[m.op]!.id === n))) return
      o.ways.forEach((_, way) => walk([...moves, { op: i, way }]))
    })
  }
  walk([])
  return best
}

/** What must hold of any schedule. */
function checked({ operations, irons, places }: OrderTask, slots: Schedule['slots']): void {
  const by = new Map(slots.map(s => [s.id, s]))
  expect(by.size).toBe(operations.length)
  for (const o of operations) {
    const s = by.get(o.id)!
    expect(o.ways.some(w => w.ironId === s.ironId && Math.abs(s.liftS - s.fromS - w.boardS) < 1e-6)).toBe(true)
    expect(s.coldS - s.liftS).toBeCloseTo(o.coolS, 6)
    for (const need of o.needs) expect(s.fromS).toBeGreaterThanOrEqual(by.get(need)!.coldS - 1e-9)
  }
  const inTime = [...slots].sort((a, b) => a.fromS - b.fromS)
  inTime.slice(1).forEach((s, i) => expect(s.fromS).toBeGreaterThanOrEqual(inTime[i]!.liftS - 1e-9))
  for (const s of slots) {
    const lying = slots.filter(o => o.coldS > o.liftS && o.liftS <= s.liftS + 1e-9 && o.coldS > s.liftS + 1e-9)
    const shareOf = new Map(operations.map(o => [o.id, o.placeShare ?? 1]))
    expect(lying.reduce((sum, o) => sum + shareOf.get(o.id)!, 0)).toBeLessThanOrEqual(places + 1e-9)
  }
  for (const iron of irons) {
    const own = inTime.filter(s => s.ironId === iron.id)
    own.forEach((s, i) => {
      const c = s.soleC
      const before = i === 0 ? { c: iron.nowC, atS: 0 } : { c: own[i - 1]!.soleC, atS: own[i - 1]!.liftS }
      const takes = Math.abs(c - before.c) <= 1 ? 0 : c > before.c ? (c - before.c) / iron.warmCPerS : (before.c - c) / iron.coolCPerS
      expect(s.fromS).toBeGreaterThanOrEqual(before.atS + takes - 1e-6)
    })
  }
}

describe('a schedule, by hand', () => {
  it('warms, presses, cools; the next is pressed meanwhile; the low heat first is sooner done', () => {
    const task = { operations: [op('silk', { soleC: 110 }), op('cotton', { soleC: 190 })], irons: [household], places: 2 }
    const low = scheduleOf(task, [
      { op: 0, way: 0 },
      { op: 1, way: 0 },
    ])
    // 90 °C at 2 a second, 40 s; then 80 °C more, 40 s, 60 s to cool.
    expect(low.slots.map(s => [s.fromS, s.liftS, s.coldS])).toEqual([
      [45, 85, 145],
      [125, 165, 225],
    ])
    expect(
      scheduleOf(task, [
        { op: 1, way: 0 },
        { op: 0, way: 0 },
      ]).finishS,
    ).toBe(85 + 40 + 400 + 40 + 60)
    expect(orderOf(task).schedule).toMatchObject({ finishS: 225, heatChanges: 2 })
  })
  it('with one flat place the next is held back until it is free; what needs another waits until that is cold', () => {
    const two = [op('a', { coolS: 100 }), op('b', { coolS: 100 })]
    const one = orderOf({ operations: two, irons: [{ ...household, nowC: 150 }], places: 1 })
    expect(one.schedule.slots.map(s => [s.fromS, s.liftS])).toEqual([
      [0, 40],
      [100, 140],
    ])
    const chained = orderOf({ operations: [op('a'), op('b', { needs: ['a'] })], irons: [{ ...household, nowC: 150 }], places: 3 })
    expect(chained.schedule.slots[1]!.fromS).toBe(100)
  })
  it('a second iron stands ready at the other heat', () => {
    const irons = ['iron', 'second']
    const operations = [op('a', { soleC: 110, irons }), op('b', { soleC: 190, irons }), op('c', { soleC: 110, needs: ['b'], irons })]
    const with1 = orderOf(ableTask({ operations, irons: [household], places: 3 })).schedule.finishS
    const with2 = orderOf({ operations, irons: [household, { ...household, id: 'second' }], places: 3 }).schedule.finishS
    expect(with2).toBeLessThan(with1 - 300)
  })
  it('damp work one after another wets the press cloth once; an iron that shut itself off is warmed again', () => {
    const warm = { ...household, nowC: 150 }
    const operations = [op('a', { damp: true, coolS: 0 }), op('b', { coolS: 0 }), op('c', { damp: true, coolS: 0 })]
    const damp = { operations, irons: [warm], places: 1 }
    expect(scheduleOf(damp, [0, 1, 2].map(i => ({ op: i, way: 0 }))).finishS).toBe(15 + 40 + 40 + 15 + 40)
    expect(orderOf(damp).schedule.finishS).toBe(15 + 120)
    // Peeled by hand for 200 s; off after 100 s, 100 s at 0.2 °C a second down and at 2 °C a second up again.
    const peeled = [op('peel', { irons: [null], boardS: 200, coolS: 0 }), op('a', { needs: ['peel'], coolS: 0 })]
    const slept = { operations: peeled, irons: [{ ...warm, shutsOffAfterS: 100 }], places: 1 }
    expect(orderOf(slept).schedule.slots[1]!.fromS).toBe(200 + 20 / 2)
  })
  it('what cools flat already takes its place, and what needs it waits for it', () => {
    const warm = { ...household, nowC: 150 }
    const lying = [{ id: 'before', coldS: 90 }]
    expect(orderOf({ operations: [op('a')], irons: [warm], places: 1, lying }).schedule.slots[0]).toMatchObject({ fromS: 50, liftS: 90 })
    expect(orderOf({ operations: [op('a', { needs: ['before'] })], irons: [warm], places: 2, lying }).schedule.slots[0]!.fromS).toBe(90)
    expect(orderOf({ operations: [], irons: [warm], places: 2, lying }).schedule.finishS).toBe(90)
  })
  it('four flaps share one flat place; a front takes it all, and waits until they are cold', () => {
    const flap = (id: string): Operation => ({ ...op(id, { boardS: 10, coolS: 100 }), placeShare: 0.25 })
    const warm = { ...household, nowC: 150 }, slots = (operations: Operation[], places = 1) =>
      scheduleOf({ operations, irons: [warm], places }, operations.map((_, i) => ({ op: i, way: 0 }))).slots.map(s => [s.fromS, s.coldS])
    const flaps = ['a', 'b', 'c', 'd'].map(flap)
    expect(slots(flaps)).toEqual([[0, 110], [10, 120], [20, 130], [30, 140]])
    // The fifth lies where the first one lay.
    expect(slots([...flaps, flap('e')])[4]).toEqual([100, 210])
    expect(slots([...flaps, op('front', { boardS: 10 })])[4]).toEqual([130, 200])
    // Of two places the flaps take one, and leave the other whole.
    expect(slots([...flaps, op('front', { boardS: 10 })], 2)[4]).toEqual([40, 110])
    // Each knows its place; so does what lay there before.
    const full = { operations: [...flaps, op('front', { boardS: 10 })], irons: [warm], places: 2, lying: [{ id: 'x', coldS: 5 }] }
    const four = scheduleOf(full, [0, 1, 2, 3, 4].map(i => ({ op: i, way: 0 })))
    expect([four.lying, four.slots.map(s => s.place)]).toEqual([[{ id: 'x', place: 0 }], [0, 0, 0, 0, 1]])
    expect(scheduleOf({ operations: [op('peel', { coolS: 0 })], irons: [warm], places: 1 }, [{ op: 0, way: 0 }]).slots[0]!.place).toBeNull()
    // What lies there already, more of it than there is room for, is waited for.
    const lying = ['x', 'y', 'z'].map((id, i) => ({ id, coldS: 20 + i, placeShare: 0.5 }))
    expect(scheduleOf({ operations: [flap('a')], irons: [warm], places: 1, lying }, [{ op: 0, way: 0 }]).slots[0]!.liftS).toBe(21)
  })
  it('all collars, then all cuffs: another kind takes the hands a moment, and is taken up where that gains more', () => {
    const warm = { ...household, nowC: 150 }
    const of = (id: string, more: Made = {}): Operation => ({ ...op(id, { boardS: 20, coolS: 0, ...more }), group: id[0]! })
    const shirts = { operations: ['a1', 'b1', 'a2', 'b2', 'a3', 'b3'].map(id => of(id)), irons: [warm], places: 3 }
    const { schedule } = orderOf(shirts)
    expect(orderBoundS(shirts)).toBe(130)
    expect([schedule.finishS, new Set(schedule.slots.map(s => s.id[0]).join('').match(/(.)\1*/g)).size]).toEqual([130, 2])
    // While the first of each cools, the second kind is begun: what needs it comes back to the first.
    const chained = { ...shirts, operations: [of('a1', { coolS: 60 }), of('a2', { needs: ['a1'] }), of('b1'), of('b2'), of('b3')] }
    expect(orderOf(chained).schedule.finishS).toBe(20 + 10 + 60 + 10 + 20)
  })
  it('what goes round in a circle, or is missing, is named', () => {
    expect(circleIn([op('a', { needs: ['b'] }), op('b', { needs: ['c'] }), op('c', { needs: ['a'] })])).toEqual(['a', 'b', 'c'])
    expect(circleIn([op('a', { needs: ['z'] })])).toEqual(['z'])
    expect(circleIn([op('a'), op('b', { needs: ['a'] })])).toBeNull()
    expect(() => orderOf({ operations: [op('a', { needs: ['a'] })], irons: [household], places: 1 })).toThrow('circle')
    expect(() => orderOf({ operations: [op('a')], irons: [], places: 1 })).toThrow('iron')
    expect(() => orderOf({ operations: [op('a')], irons: [household], places: 0 })).toThrow('place')
    expect(() =>
      scheduleOf({ operations: [op('a', { needs: ['b'] }), op('b')], irons: [household], places: 1 }, [{ op: 0, way: 0 }]),
    ).toThrow('needs')
  })
})

describe('the best order', () => {
  it('is as good as trying them all, on 200 small sets drawn at random', () => {
    const random = seeded(5)
    for (let i = 0; i < 200; i++) {
      const task = drawn(2 + (i % 4), 1 + (i % 2), 1 + (i % 3), random)
      const order = orderOf(task)
      expect(order.exact).toBe(true)
      expect(order.schedule.finishS).toBeCloseTo(bruteForce(task), 6)
      expect(order.schedule.finishS).toBeGreaterThanOrEqual(orderBoundS(task) - 1e-6)
      checked(task, order.schedule.slots)
    }
  })
  it('is as good as trying them all where several could stand for one another', () => {
    const random = seeded(8), below = (n: number) => Math.floor(random() * n)
    for (let i = 0; i < 40; i++) {
      const kinds = [0, 1].map(() => ({ soleC: HEATS[below(3)]!, boardS: 10 + below(60), coolS: below(3) * 60 }))
      const operations = Array.from({ length: 5 }, (_, k) => op(String(k), kinds[k % 2]))
      const task = { operations, irons: [{ ...household, nowC: 110 }], places: 1 + (i % 2) }
      expect(orderOf(task).schedule.finishS).toBeCloseTo(bruteForce(task), 6)
    }
  })
  it('is bounded by what cools longest, pressed first', () => {
    const operations = [op('c', { boardS: 10, coolS: 0 }), op('a', { boardS: 100, coolS: 300 }), op('b', { boardS: 100, coolS: 300 })]
    expect(orderBoundS({ operations, irons: [{ ...household, nowC: 150 }], places: 3 })).toBe(500)
  })
  it('never breaks what must hold, whatever is drawn, and looking longer never makes it worse', () => {
    fc.assert(
      fc.property(
        fc.nat(),
        fc.integer({ min: 10, max: 30 }),
        fc.integer({ min: 1, max: 2 }),
        fc.integer({ min: 1, max: 4 }),
        (seed, n, irons, places) => {
          const task = drawn(n, irons, places, seeded(seed))
          const first = orderOf(task),
            order = improveOrder(task, first, 200, seed)
          checked(task, order.schedule.slots)
          expect(order.schedule.finishS).toBeLessThanOrEqual(first.schedule.finishS + 1e-9)
          expect(order.schedule.finishS).toBeGreaterThanOrEqual(orderBoundS(task) - 1e-6)
        },
      ),
      { numRuns: 60, seed: 3 },
    )
  })
  it('of 60 operations is within 15 % of its bound, or better than the best of 1,000 orders drawn at random', () => {
    for (let seed = 1; seed <= 3; seed++) {
      const task = drawn(60, 2, 3, seeded(seed)),
        order = improveOrder(task, orderOf(task), 4000, seed)
      const near = order.schedule.finishS <= 1.15 * orderBoundS(task)
      expect(near || order.schedule.finishS < bestOfRandom(task, 1000, seeded(seed + 50))).toBe(true)
    }
  })
})

function bestOfRandom(task: OrderTask, count: number, random: () => number): number {
  let best = Infinity
  for (let k = 0; k < count; k++) {
    const left = new Set(task.operations.map((_, i) => i)),
      moves: { op: number, way: number }[] = []
    while (left.size > 0) {
      const may = [...left].filter(i => task.operations[i]!.needs.every(n => !left.has(Number(n))))
      const pick = may[Math.floor(random() * may.length)]!
      left.delete(pick)
      moves.push({ op: pick, way: Math.floor(random() * task.operations[pick]!.ways.length) })
    }
    best = Math.min(best, scheduleOf(task, moves).finishS)
  }
  return best
}
