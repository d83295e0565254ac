import { recordTravel, seeded } from '../numeric'
import { handsBoundS } from './bound'
import { isBetter, circleIn, scheduleOf, type Move, type OrderTask, type Schedule } from './schedule'

/** So many operations are tried in every order. */
const EXACT_UP_TO = 9

export interface Order { moves: Move[], schedule: Schedule, exact: boolean }

interface Needs { of: number[][], left: number[], frees: number[][] }
function needsOf({ operations }: OrderTask): Needs {
  const at = new Map(operations.map((o, i) => [o.id, i]))
  // What lies to cool already is waited for by the clock alone.
  const of = operations.map(o => o.needs.flatMap(id => at.get(id) ?? []))
  const frees: number[][] = operations.map(() => [])
  of.forEach((needs, i) => needs.forEach(n => frees[n]!.push(i)))
  return { of, left: of.map(n => n.length), frees }
}

/** Operations that could stand for one another: of those only the first that is left is tried. */
function twinsOf(task: OrderTask, needs: Needs): number[] {
  const seen = new Map<string, number>()
  return task.operations.map((o, i) => {
    const key = JSON.stringify([o.ways, o.coolS, o.placeShare, o.group, needs.of[i], needs.frees[i], o.needs])
    const twin = seen.get(key) ?? -1
    seen.set(key, i)
    return twin
  })
}

/** The best of all orders and irons, what cannot become better left out; so many steps are gone at most. */
function everyOrder(task: OrderTask): Order {
  const { operations } = task, needs = needsOf(task), twin = twinsOf(task, needs)
  const quickest = operations.map(o => Math.min(...o.ways.map(w => w.boardS)))
  const byCooling = operations.map((o, i) => ({ i, boardS: quickest[i]!, coolS: o.coolS })).sort((a, b) => b.coolS - a.coolS)
  // What is found at once bars most of the rest.
  let best: Order = improveOrder(task, quickOrder(task), FIRST_ROUNDS, 1)
  const moves: Move[] = []
  const left = [...needs.left], done = operations.map(() => false)
  let steps = 0
  const walk = (): void => {
    if (++steps > MOST_STEPS) return
    const now = scheduleOf(task, moves)
    const soonest = handsBoundS(now.slots.at(-1)?.liftS ?? 0, byCooling.filter(o => !done[o.i]))
    if (Math.max(now.finishS, soonest) > best.schedule.finishS + 1e-9) return
    if (moves.length === operations.length) {
      if (isBetter(now, best.schedule)) best = { moves: [...moves], schedule: now, exact: true }
      return
    }
    for (let op = 0; op < operations.length; op++) {
      if (done[op] || left[op]! > 0 || (twin[op]! >= 0 && !done[twin[op]!])) continue
      done[op] = true
      for (const f of needs.frees[op]!) left[f]!--
      for (let way = 0; way < operations[op]!.ways.length; way++) {
        moves.push({ op, way })
        walk()
        moves.pop()
      }
      for (const f of needs.frees[op]!) left[f]!++
      done[op] = false
    }
  }
  walk()
  return { ...best, exact: steps <= MOST_STEPS }
}
/** Nobody waits longer than some seconds for the best of all orders. */
const MOST_STEPS = 1_500_000
const FIRST_ROUNDS = 300

/** A good order at once: of what may be begun, what can be begun soonest; then the lower heat, then what holds up most. */
function quickOrder(task: OrderTask): Order {
  const { operations } = task, needs = needsOf(task)
  const left = [...needs.left], open = new Set(operations.map((_, i) => i))
  const tail: number[] = operations.map(() => -1)
  const holdsUp = (i: number): number => {
    const { ways, coolS } = operations[i]!
    if (tail[i]! < 0) tail[i] = Math.min(...ways.map(w => w.boardS)) + coolS + Math.max(0, ...needs.frees[i]!.map(holdsUp))
    return tail[i]!
  }
  const moves: Move[] = []
  while (open.size > 0) {
    let pick: { move: Move, fromS: number, soleC: number, tail: number } | null = null
    for (const op of open) {
      if (left[op]! > 0) continue
      for (let way = 0; way < operations[op]!.ways.length; way++) {
        const { fromS } = scheduleOf(task, [...moves, { op, way }]).slots.at(-1)!
        const { soleC } = operations[op]!.ways[way]!, t = holdsUp(op)
        const sooner = !pick || fromS < pick.fromS - 1 || (fromS < pick.fromS + 1
          && (soleC < pick.soleC - 1 || (soleC < pick.soleC + 1 && t > pick.tail)))
        if (sooner) pick = { move: { op, way }, fromS, soleC, tail: t }
      }
    }
    moves.push(pick!.move)
    open.delete(pick!.move.op)
    for (const f of needs.frees[pick!.move.op]!) left[f]!--
  }
  return { moves, schedule: scheduleOf(task, moves), exact: false }
}

/** Nothing is begun before what it needs. */
function isKeepingNeeds(moves: readonly Move[], needs: Needs): boolean {
  const at = new Int32Array(moves.length)
  moves.forEach((m, i) => { at[m.op] = i })
  return moves.every((m, i) => needs.of[m.op]!.every(n => at[n]! < i))
}

/** A worse order is gone on from while it is no worse than the best by this share. */
const STRAY = 0.01

/** So often a change is of an operation's iron, where it could have another; else it is moved. */
const OTHER_IRON = 0.3

/** Looks for a better order from one that is there. The same seed gives the same order. */
export function improveOrder(task: OrderTask, from: Order, rounds: number, seed: number): Order {
  const n = from.moves.length, needs = needsOf(task), random = seeded(seed)
  if (n < 2 || from.exact) return from
  const below = (k: number) => Math.floor(random() * k)
  const { best } = recordTravel<Order>({ now: from, best: from }, rounds, {
    change: (now) => {
      const moves = [...now.moves], i = below(n), ways = task.operations[moves[i]!.op]!.ways.length
      if (ways > 1 && random() < OTHER_IRON) moves[i] = { ...moves[i]!, way: below(ways) }
      else moves.splice(below(n), 0, ...moves.splice(i, 1))
      return isKeepingNeeds(moves, needs) ? { moves, schedule: scheduleOf(task, moves), exact: false } : null
    },
    costOf: tried => tried.schedule.finishS, isBetter: (one, other) => isBetter(one.schedule, other.schedule), stray: STRAY,
  })
  return best
}

/** The same task with the ways alone for which there is an iron. @throws RangeError where something is left without one */
export function ableTask(task: OrderTask): OrderTask {
  const there = new Set(task.irons.map(i => i.id))
  const operations = task.operations.map(o => ({ ...o, ways: o.ways.filter(w => w.ironId === null || there.has(w.ironId)) }))
  const without = operations.find(o => o.ways.length === 0)
  if (without) throw new RangeError(`Without an iron ${without.id} is not pressed.`)
  return { ...task, operations }
}

/**
 * In which order to press: the best there is for up to nine operations, else a good one at once (`improveOrder` makes it better).
 * @param task an able one (`ableTask`)
 * @throws RangeError where something needs itself, or there is no iron or place
 */
export function orderOf(task: OrderTask): Order {
  ableTask(task)
  if (task.places < 1) throw new RangeError('There must be one flat place to cool on.')
  const circle = circleIn(task.operations, task.lying)
  if (circle) throw new RangeError(`This cannot be begun: ${circle.join(' needs ')} goes round in a circle, or is missing.`)
  return task.operations.length <= EXACT_UP_TO ? everyOrder(task) : quickOrder(task)
}
