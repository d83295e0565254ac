import { seeded } from '../numeric'
import { better, circleIn, scheduleOf, type Move, type OrderTask, type Schedule } from './schedule'

/** So many operations are tried in every order. */
const EXACT_UP_TO = 9

export interface Order { moves: Move[], schedule: Schedule, exact: boolean }

interface Needs { of: number[][], left: number[], frees: number[][] }
function needsOf({ operations }: OrderTask): Needs {
  const at = new Map(operations.map((o, i) => [o.id, i]))
  const of = operations.map(o => o.needs.map(id => at.get(id)!))
  const frees: number[][] = operations.map(() => [])
  of.forEach((needs, i) => needs.forEach(n => frees[n]!.push(i)))
  return { of, left: of.map(n => n.length), frees }
}

/** The best of all orders and irons, what cannot become better left out. */
function everyOrder(task: OrderTask): Order {
  const { operations, irons } = task, needs = needsOf(task)
  let best: Order | null = null
  const moves: Move[] = []
  const left = [...needs.left], done = operations.map(() => false)
  const walk = (): void => {
    const now = scheduleOf(task, moves)
    const hands = now.slots.at(-1)?.liftS ?? 0
    const rest = operations.reduce((s, o, i) => s + (done[i] ? 0 : o.boardS), 0)
    if (best && Math.max(now.finishS, hands + rest) > best.schedule.finishS + 1e-9) return
    if (moves.length === operations.length) {
      if (!best || better(now, best.schedule)) best = { moves: [...moves], schedule: now, exact: true }
      return
    }
    for (let op = 0; op < operations.length; op++) {
      if (done[op] || left[op]! > 0) continue
      done[op] = true
      for (const f of needs.frees[op]!) left[f]!--
      for (let iron = 0; iron < irons.length; iron++) {
        moves.push({ op, iron })
        walk()
        moves.pop()
      }
      for (const f of needs.frees[op]!) left[f]!++
      done[op] = false
    }
  }
  walk()
  return best!
}

/** A good order at once: of what may be begun, what can be begun soonest; then the lower heat, then what holds up most. */
function quickOrder(task: OrderTask): Order {
  const { operations, irons } = task, needs = needsOf(task)
  const left = [...needs.left], open = new Set(operations.map((_, i) => i))
  const tail: number[] = operations.map(() => -1)
  const holdsUp = (i: number): number => {
    if (tail[i]! < 0) tail[i] = operations[i]!.boardS + operations[i]!.coolS + Math.max(0, ...needs.frees[i]!.map(holdsUp))
    return tail[i]!
  }
  const moves: Move[] = []
  while (open.size > 0) {
    let pick: { move: Move, fromS: number, soleC: number, tail: number } | null = null
    for (const op of open) {
      if (left[op]! > 0) continue
      for (let iron = 0; iron < irons.length; iron++) {
        const { fromS } = scheduleOf(task, [...moves, { op, iron }]).slots.at(-1)!
        const { soleC } = operations[op]!, t = holdsUp(op)
        const sooner = !pick || fromS < pick.fromS - 1 || (fromS < pick.fromS + 1
          && (soleC < pick.soleC - 1 || (soleC < pick.soleC + 1 && t > pick.tail)))
        if (sooner) pick = { move: { op, iron }, fromS, soleC, tail: t }
      }
    }
    moves.push(pick!.move)
    open.delete(pick!.move.op)
    for (const f of needs.frees[pick!.move.op]!) left[f]!--
  }
  return { moves, schedule: scheduleOf(task, moves), exact: false }
}

/** Nothing is begun before what it needs. */
function keeps(moves: readonly Move[], needs: Needs): boolean {
  const at = new Int32Array(moves.length)
  moves.forEach((m, i) => { at[m.op] = i })
  return moves.every((m, i) => needs.of[m.op]!.every(n => at[n]! < i))
}

/** A worse order is gone on from while it is no worse than the best by this share. */
const STRAY = 0.01

/** Looks for a better order from one that is there (record-to-record travel, Dueck 1993). The same seed gives the same order. */
export function improveOrder(task: OrderTask, from: Order, rounds: number, seed: number): Order {
  const n = from.moves.length, needs = needsOf(task), random = seeded(seed)
  if (n < 2 || from.exact) return from
  const below = (k: number) => Math.floor(random() * k)
  let now = from, best = from
  for (let round = 0; round < rounds; round++) {
    const moves = [...now.moves], i = below(n)
    if (task.irons.length > 1 && random() < 0.3) moves[i] = { ...moves[i]!, iron: below(task.irons.length) }
    else moves.splice(below(n), 0, ...moves.splice(i, 1))
    if (!keeps(moves, needs)) continue
    const schedule = scheduleOf(task, moves)
    if (schedule.finishS > best.schedule.finishS * (1 + STRAY)) continue
    now = { moves, schedule, exact: false }
    if (better(schedule, best.schedule)) best = now
  }
  return best
}

/**
 * In which order to press: the best there is for up to nine operations, else a good one at once (`improveOrder` makes it better).
 * @throws RangeError where something needs itself, or there is no iron or place
 */
export function orderOf(task: OrderTask): Order {
  if (task.irons.length === 0) throw new RangeError('Without an iron nothing is pressed.')
  if (task.places < 1) throw new RangeError('There must be one flat place to cool on.')
  const circle = circleIn(task.operations)
  if (circle) throw new RangeError(`This cannot be begun: ${circle.join(' needs ')} goes round in a circle, or is missing.`)
  return task.operations.length <= EXACT_UP_TO ? everyOrder(task) : quickOrder(task)
}
