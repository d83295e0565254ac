/** One way of doing a thing at the board: with which iron, at what sole, for how long. */
export interface Way {
  /** Null for what the hands do without an iron: peeling a paper, sewing, turning. */
  ironId: string | null
  /** Sole it wants, °C. */
  soleC: number
  /** Positions × (hold + move), all sides: so long the hands and the iron are at it, s. */
  boardS: number
  /** Under a wrung-out press cloth. */
  damp: boolean
}
/** One thing to do at the board, and the time it lies to cool after it. */
export interface Operation {
  id: string
  /** The same work with one iron or another; at least one. */
  ways: readonly Way[]
  /** Until it may be moved, on a flat place, s. */
  coolS: number
  /** How much of a flat place it takes meanwhile, over 0 and up to 1; a whole one where it is not said. */
  placeShare?: number
  /** What it is one of, as all collars are; to go on with another kind takes the hands a moment. */
  group?: string
  /** What must be done, and cold, before it. */
  needs: readonly string[]
}
export interface IronAt {
  id: string
  /** The sole as it is now, °C. */
  nowC: number
  warmCPerS: number
  coolCPerS: number
  /** Left lying so long it shuts itself off, s; null = never. */
  shutsOffAfterS: number | null
}
export interface OrderTask {
  operations: readonly Operation[]
  irons: readonly IronAt[]
  /** Flat places to cool on. */
  places: number
  /** What lies there already: what it was, how long until it is cold, s, and how much of a place it takes. */
  lying?: readonly { id: string, coldS: number, placeShare?: number }[]
}
/** What is done when, s from now. */
interface Slot {
  id: string
  ironId: string | null
  soleC: number
  fromS: number
  liftS: number
  coldS: number
  /** On which flat place it cools; null where it needs none. */
  place: number | null
}
export interface Schedule {
  slots: Slot[]
  /** On which flat place lies what lay there already. */
  lying: { id: string, place: number }[]
  finishS: number
  heatChanges: number
}

/** How the hands go: an operation and the way it is done, both by their place. */
export interface Move {
  op: number
  way: number
}

const NEAR_C = 1
/** To wet and wring out a press cloth that lies dry, s. */
const WET_PRESS_CLOTH_S = 15
/** To put one kind of piece away and take up another, s. Typical. */
export const OTHER_KIND_S = 10
/** How long an iron takes from one heat to another, s. */
export const changeS = (iron: Pick<IronAt, 'warmCPerS' | 'coolCPerS'>, fromC: number, toC: number): number =>
  toC > fromC ? (toC - fromC) / iron.warmCPerS : (fromC - toC) / iron.coolCPerS

interface Heat {
  c: number
  freeS: number
}

/** When an iron is at the heat that is wanted, the hands free from `handsS`: turned when it was last lifted, and woken if it slept. */
function readyS(iron: IronAt, at: Heat, wantedC: number, handsS: number): number {
  const change = Math.abs(at.c - wantedC) > NEAR_C
  const turnedS = at.freeS + (change ? changeS(iron, at.c, wantedC) : 0)
  const sleepsS = at.freeS + (iron.shutsOffAfterS ?? Infinity)
  if (handsS <= sleepsS) return turnedS
  // It cooled from when it shut itself off until the hands came back to it.
  const reached = at.c + Math.sign(wantedC - at.c) * Math.min(Math.abs(wantedC - at.c), rateTo(iron, at.c, wantedC) * (sleepsS - at.freeS))
  const nowC = reached - iron.coolCPerS * (handsS - sleepsS)
  return handsS + changeS(iron, Math.min(nowC, reached), wantedC)
}
const rateTo = (iron: IronAt, fromC: number, toC: number) => (toC > fromC ? iron.warmCPerS : iron.coolCPerS)

/** What lies on a flat place until when, and how much of it that takes. */
interface Lies { coldS: number, share: number }
/** Shares of a place are added up without a hair of rounding between them. */
const HAIR = 1e-9
/** From when on there is room for so much of a place beside what lies on it then, s. */
function roomFromS(on: readonly Lies[], share: number, fromS: number): number {
  let atS = fromS, taken = on.reduce((sum, l) => sum + (l.coldS > atS ? l.share : 0), 0)
  while (taken + share > 1 + HAIR) {
    const nextS = on.reduce((soonest, l) => (l.coldS > atS && l.coldS < soonest ? l.coldS : soonest), Infinity)
    atS = nextS
    taken = on.reduce((sum, l) => sum + (l.coldS > atS ? l.share : 0), 0)
  }
  return atS
}
/** Lays it on the place where there is room first; of those alike on the fullest, so that others stay whole. @returns where, from when */
function layDown(places: Lies[][], share: number, fromS: number, coolS: number): { place: number, fromS: number } {
  let best = 0, bestS = Infinity, fullest = -1
  for (const [i, on] of places.entries()) {
    const atS = roomFromS(on, share, fromS), taken = on.reduce((sum, l) => sum + (l.coldS > atS ? l.share : 0), 0)
    if (atS > bestS + HAIR || (atS > bestS - HAIR && taken <= fullest)) continue
    [best, bestS, fullest] = [i, atS, taken]
  }
  places[best] = [...places[best]!.filter(l => l.coldS > bestS), { coldS: bestS + coolS, share }]
  return { place: best, fromS: bestS }
}

/**
 * What comes of an order: one pair of hands, each iron turned to what it is wanted for next as soon as it is free, nothing begun before
 * what it needs is cold, and never more lying to cool than there is room. A press cloth that lies dry is wetted before damp work, and
 * another kind of piece is taken up.
 * @throws RangeError where something is begun before what it needs
 */
export function scheduleOf(task: OrderTask, moves: readonly Move[]): Schedule {
  const { operations, irons, lying: before = [] } = task
  const cold = new Map<string, number>(before.map(l => [l.id, l.coldS]))
  const index = new Map(irons.map((iron, i) => [iron.id, i]))
  const heat = irons.map((i): Heat => ({ c: i.nowC, freeS: 0 }))
  const places: Lies[][] = Array.from({ length: task.places }, () => [])
  const lies = before.filter(l => l.coldS > 0).sort((a, b) => (b.placeShare ?? 1) - (a.placeShare ?? 1))
  const there: Schedule['lying'] = lies.map(({ id, coldS, placeShare: share = 1 }) => {
    const taken = (on: readonly Lies[]) => on.reduce((sum, l) => sum + l.share, 0)
    // More may lie there than there is room for: it was laid down all the same.
    const on = places.find(p => taken(p) + share <= 1 + HAIR) ?? places.reduce((a, b) => (taken(b) < taken(a) ? b : a))
    on.push({ coldS, share })
    return { id, place: places.indexOf(on) }
  })
  const slots: Slot[] = []
  let handsS = 0,
    finishS = lies.reduce((most, l) => Math.max(most, l.coldS), 0),
    heatChanges = 0,
    wet = false,
    group: string | undefined
  for (const { op, way } of moves) {
    const o = operations[op]!,
      w = o.ways[way]!,
      i = w.ironId === null ? -1 : index.get(w.ironId)!
    let fromS = handsS + (group !== undefined && o.group !== undefined && o.group !== group ? OTHER_KIND_S : 0)
    group = o.group ?? group
    if (i >= 0) {
      if (Math.abs(heat[i]!.c - w.soleC) > NEAR_C) heatChanges++
      fromS = Math.max(fromS, readyS(irons[i]!, heat[i]!, w.soleC, handsS))
      if (w.damp && !wet) fromS = Math.max(fromS, handsS + WET_PRESS_CLOTH_S)
      wet = w.damp
    }
    for (const id of o.needs) {
      const done = cold.get(id)
      if (done === undefined) throw new RangeError(`${o.id} is begun before ${id}, which it needs.`)
      fromS = Math.max(fromS, done)
    }
    let liftS = fromS + w.boardS, place: number | null = null
    if (o.coolS > 0) {
      // When it is lifted there must be room for it.
      const laid = layDown(places, Math.min(1, o.placeShare ?? 1), liftS, o.coolS)
      place = laid.place
      liftS = laid.fromS
      fromS = liftS - w.boardS
    }
    const coldS = liftS + o.coolS
    if (i >= 0) heat[i] = { c: w.soleC, freeS: liftS }
    handsS = liftS
    cold.set(o.id, coldS)
    finishS = Math.max(finishS, coldS)
    slots.push({ id: o.id, ironId: w.ironId, soleC: w.soleC, fromS, liftS, coldS, place })
  }
  return { slots, lying: there, finishS, heatChanges }
}

/** Sooner finished comes first, then fewer changes of heat. */
export const isBetter = (a: Schedule, b: Schedule): boolean =>
  a.finishS < b.finishS - 1e-9 || (a.finishS < b.finishS + 1e-9 && a.heatChanges < b.heatChanges)

/** Something that can never be begun: what it needs is not there, or needs it in turn. What lies to cool is there. */
export function circleIn(operations: readonly Pick<Operation, 'id' | 'needs'>[], lying: readonly { id: string }[] = []): string[] | null {
  const byId = new Map(operations.map(o => [o.id, o])),
    there = new Set(lying.map(l => l.id))
  const state = new Map<string, 'open' | 'done'>(),
    path: string[] = []
  const visit = (id: string): string[] | null => {
    if (state.get(id) === 'done' || there.has(id)) return null
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
