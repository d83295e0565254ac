/** One thing to do at the board, and the time it lies to cool after it. */
export interface Operation {
  id: string
  /** Sole it wants, °C. */
  soleC: number
  /** Set-downs × (hold + move), all sides: so long the hands and the iron are at it, s. */
  boardS: number
  /** Until it may be moved, on a flat place, s. */
  coolS: number
  /** What must be done, and cold, before it. */
  needs: readonly string[]
}
export interface IronAt {
  id: string
  /** The sole as it is now, °C. */
  nowC: number
  warmCPerS: number
  coolCPerS: number
}
export interface OrderTask {
  operations: readonly Operation[]
  irons: readonly IronAt[]
  /** Flat places to cool on. */
  places: number
}
/** What is done when, s from now. */
interface Slot { id: string, ironId: string, fromS: number, liftS: number, coldS: number }
export interface Schedule { slots: Slot[], finishS: number, heatChanges: number }

/** How the hands go: an operation and the iron it is pressed with, both by their place in the task. */
export interface Move { op: number, iron: number }

const NEAR_C = 1
/** How long an iron takes from one heat to another, s. */
export const changeS = (iron: Pick<IronAt, 'warmCPerS' | 'coolCPerS'>, fromC: number, toC: number): number =>
  toC > fromC ? (toC - fromC) / iron.warmCPerS : (fromC - toC) / iron.coolCPerS

/**
 * What comes of an order: one pair of hands, each iron turned to what it is wanted for next as soon as it is free, nothing begun before
 * what it needs is cold, and never more lying to cool than there is room.
 * @param moves what it needs before each, whatever its place; @throws RangeError where one is needed later than it comes
 */
export function scheduleOf(task: OrderTask, moves: readonly Move[]): Schedule {
  const { operations, irons, places } = task
  const cold = new Map<string, number>()
  const heat = irons.map(i => ({ c: i.nowC, freeS: 0 }))
  const lying: number[] = []
  const slots: Slot[] = []
  let handsS = 0, finishS = 0, heatChanges = 0
  for (const { op, iron } of moves) {
    const o = operations[op]!, at = heat[iron]!, of = irons[iron]!
    const change = Math.abs(at.c - o.soleC) > NEAR_C
    if (change) heatChanges++
    let fromS = Math.max(handsS, at.freeS + (change ? changeS(of, at.c, o.soleC) : 0))
    for (const id of o.needs) {
      const done = cold.get(id)
      if (done === undefined) throw new RangeError(`${o.id} is begun before ${id}, which it needs.`)
      fromS = Math.max(fromS, done)
    }
    let liftS = fromS + o.boardS
    if (o.coolS > 0) {
      // When it is lifted a place must be free: the one that frees first among the last that there is room for.
      lying.sort((a, b) => a - b)
      if (lying.length >= places) {
        const free = lying[lying.length - places]!
        if (free > liftS) liftS = free
        fromS = liftS - o.boardS
      }
      lying.push(liftS + o.coolS)
    }
    const coldS = liftS + o.coolS
    heat[iron] = { c: o.soleC, freeS: liftS }
    handsS = liftS
    cold.set(o.id, coldS)
    finishS = Math.max(finishS, coldS)
    slots.push({ id: o.id, ironId: of.id, fromS, liftS, coldS })
  }
  return { slots, finishS, heatChanges }
}

/** Sooner finished comes first, then fewer changes of heat. */
export const better = (a: Schedule, b: Schedule): boolean =>
  a.finishS < b.finishS - 1e-9 || (a.finishS < b.finishS + 1e-9 && a.heatChanges < b.heatChanges)

/** Something that can never be begun: what it needs is not there, or needs it in turn. */
export function circleIn(operations: readonly Operation[]): string[] | null {
  const byId = new Map(operations.map(o => [o.id, o]))
  const state = new Map<string, 'open' | 'done'>(), path: string[] = []
  const visit = (id: string): string[] | null => {
    if (state.get(id) === 'done') return null
    if (state.get(id) === 'open') return path.slice(path.indexOf(id))
    const o = byId.get(id)
    if (!o) return [id]
    state.set(id, 'open')
    path.push(id)
    for (const need of o.needs) {
      const found = visit(need)
      if (found) return found
    }
    path.pop()
    state.set(id, 'done')
    return null
  }
  for (const o of operations) {
    const found = visit(o.id)
    if (found) return found
  }
  return null
}
