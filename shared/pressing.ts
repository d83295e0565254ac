/** From the pieces of a job to what is done under the iron: the one way, for the screen and the server. */
import { areaMm2, boundsOf, boxOf, mirrored, type Outline } from '#core/geometry'
import { IRON_KINDS, type IronKindKey } from '#core/materials'
import type { IronAt, Operation, OrderTask, Way as OrderWay } from '#core/order'
import { leftAloneS, type Recipe } from '#core/recipe'
import {
  boardSeconds, foldSession, handS, isByHand, isUntimed, openPlacements, restSeconds, skewOf, type MadeOperation, type PressedPiece,
  type SessionEvent,
  type SessionState,
  type PlannedOperation,
} from '#core/session'
import type { SoleShape, Walk } from '#core/positions'
import { cutPiece, fromPayload, howMany, isLayers, type CuttingGround } from './cutting'
import { toRecipe } from './mappers'
import type { Iron, JobPiece, KeptSessionEvent, Rules, SessionEventBody, SessionOperation } from './schemas'

/** A piece as it is pressed. What is sewn in is basted by hand: nothing of it is done under the iron. */
export const pressedPiece = (p: JobPiece, isSewnIn: (supplyId: string) => boolean = () => false): PressedPiece => ({
  id: p.id, name: p.name, fabricId: p.fabricId, count: howMany(p),
  interfacingId: p.interfacingId && isSewnIn(p.interfacingId) ? null : p.interfacingId, foamId: p.foamId, webId: p.webId,
  layers: isLayers(p), asBlock: p.asBlock,
})

/** A press plate is a rectangle; an iron has a nose. */
export function soleOf(kind: IronKindKey): SoleShape {
  const [longMm, wideMm] = IRON_KINDS[kind].soleMm
  return { longMm, wideMm, pointed: kind !== 'heatPress' }
}

/** Pieces laid side by side to be pressed as one: so far apart, and no wider than the board, mm. */
const BLOCK_GAP_MM = 5,
  BOARD_WIDE_MM = 1100

/** A rectangle over so many pieces laid in rows on the board. */
export function blockOutline(one: Outline, count: number): Outline {
  const { wideMm, highMm } = boundsOf(one)
  const across = Math.max(1, Math.min(count, Math.floor((BOARD_WIDE_MM + BLOCK_GAP_MM) / (wideMm + BLOCK_GAP_MM))))
  const rows = Math.ceil(count / across)
  const [w, h] = [across * (wideMm + BLOCK_GAP_MM) - BLOCK_GAP_MM, rows * (highMm + BLOCK_GAP_MM) - BLOCK_GAP_MM]
  return boxOf({ left: 0, right: w, bottom: 0, top: h })
}

const largest = (all: readonly Outline[]): Outline | null => [...all].sort((a, b) => areaMm2(b) - areaMm2(a))[0] ?? null

/**
 * What the sole must cover of a piece for an operation, and what it must not stand on, as the piece lies: the other one of a pair
 * mirrored. Null where nothing is left of it.
 * @throws RangeError where the piece cannot be cut as it stands
 */
export function pressedOutline(
  piece: JobPiece, made: Pick<MadeOperation, 'kind' | 'numbers' | 'supplyId'>, ground: CuttingGround,
): { outline: Outline, keepOuts: Outline[] } | null {
  const cut = cutPiece(piece, ground)
  const role = made.supplyId === piece.webId && made.kind !== 'fuse' ? 'web' : made.supplyId === piece.foamId ? 'foam' : 'interfacing'
  const one = largest(cut[role])
  if (!one) return null
  if (made.numbers.length > 1) return { outline: blockOutline(one, made.numbers.length), keepOuts: [] }
  const other = piece.pair && (made.numbers[0] ?? 0) % 2 === 1
  const lie = (o: Outline) => (other ? mirrored(o) : o)
  return { outline: lie(one), keepOuts: piece.keepOuts.map(k => lie(fromPayload(k.outline))) }
}

/** How the hand walks over a piece, and whether it goes in circles: by its own wish, or the house's. */
export const walkOf = (p: Pick<JobPiece, 'walk'> | null, rules: Pick<Rules, 'walk'>): Walk => p?.walk ?? rules.walk
export const motionOf = (p: Pick<JobPiece, 'motion'> | null, rules: Pick<Rules, 'motion'>): Rules['motion'] => p?.motion ?? rules.motion

/** An operation as core follows it. */
export const workOf = (o: Pick<SessionOperation, 'id' | 'kind' | 'needs' | 'ironId' | 'placements' | 'recipe'>): PlannedOperation => ({
  id: o.id, kind: o.kind, needs: o.needs, ironId: o.ironId, placements: o.placements.length, recipe: o.recipe && toRecipe(o.recipe),
})

/** By how much a board's clock differed from the server's before it was set by hand, ms: what it shows is on the server's time. */
export function skewOfDevice(kept: readonly KeptSessionEvent[], device: string): number {
  let setMs = 0
  return skewOf(
    kept.filter(e => e.device === device).map((e) => {
      if (e.kind === 'clock') setMs += (e.byS ?? 0) * 1000
      return { atMs: e.atMs - setMs, arrivedMs: e.arrivedMs }
    }),
  )
}

/** Events of all boards on one time, board seconds by the server's clock. @param rate board seconds a second, where it is rehearsed */
export function sessionEventsOf(kept: readonly KeptSessionEvent[], own: readonly SessionEventBody[], rate = 1): SessionEvent[] {
  const skew = new Map([...new Set(kept.map(e => e.device))].map(device => [device, skewOfDevice(kept, device)]))
  return [...kept, ...own].flatMap((e): SessionEvent[] =>
    e.kind === 'close'
      ? []
      : [{ ...e, kind: e.kind, atS: ((e.atMs + (skew.get(e.device) ?? 0)) / 1000) * rate, byS: e.byS === null ? null : e.byS * rate }])
}

/** The same work wherever it was planned: two runs of a job know it by this. */
export const sameSpec = (
  o: Pick<SessionOperation, 'id' | 'kind' | 'pieceId' | 'makingId' | 'numbers' | 'supplyId' | 'side' | 'fabricId'>,
): string => o.makingId
  ? `${o.makingId}${o.id.slice(o.id.indexOf('.'))}`
  : [o.kind, o.pieceId ?? o.fabricId, o.numbers.join('+'), o.supplyId, o.side].join(' ')

/** What waits for sewing is not in an order: nobody knows when that is done. */
export function untilSewn<O extends Pick<SessionOperation, 'id' | 'kind' | 'needs'>>(operations: readonly O[],
  done: ReadonlySet<string>): O[] {
  const later = new Set<string>()
  for (let grew = true; grew;) {
    grew = false
    for (const o of operations) {
      if (later.has(o.id) || done.has(o.id)) continue
      if (!isUntimed(o.kind) && !o.needs.some(n => later.has(n))) continue
      later.add(o.id)
      grew = true
    }
  }
  return operations.filter(o => !later.has(o.id))
}

/** One way of doing an operation: with this iron, so, in so many positions. */
interface PlannedWay {
  ironId: string
  recipe: Recipe
  placements: number
}
/** An operation of a plan, with every iron that could do it. */
export type PlannedWork = Pick<SessionOperation, 'id' | 'kind' | 'needs'> & {
  ways: readonly PlannedWay[]
  /** As it lies; null where it lies as it happens to, and takes a whole place. */
  outline: Outline | null
  /** What it is one of. */
  group: string
}

/** A flat place to cool on is as large as this, mm; round a piece it is left free. Small pieces share one, four at the most. Typical. */
const PLACE_MM = { wide: 600, high: 350 }, FREE_MM = 10, MOST_SHARING = 4
/** How much of a flat place a piece takes while it cools, a quarter at the least. */
export function placeShareOf(outline: Outline | null): number {
  if (!outline) return 1
  const { wideMm, highMm } = boundsOf(outline), area = (wideMm + 2 * FREE_MM) * (highMm + 2 * FREE_MM)
  return Math.min(1, Math.max(1, Math.ceil(area / (PLACE_MM.wide * PLACE_MM.high) * MOST_SHARING)) / MOST_SHARING)
}
/** What a piece is one of: all collars of a job are pressed one after another unless another order gains more. */
export const groupOf = (o: Pick<SessionOperation, 'pieceId' | 'makingId' | 'fabricId' | 'kind'>): string =>
  `${o.kind} ${o.pieceId ?? o.makingId ?? o.fabricId ?? ''}`
const handWay = (kind: SessionOperation['kind']): OrderWay => ({
  ironId: null, soleC: 0, damp: false, boardS: handS(kind),
})
const wayOf = (kind: SessionOperation['kind'], w: PlannedWay, boardS = boardSeconds({ kind, ...w })): OrderWay => ({
  ironId: w.ironId, soleC: w.recipe.setting.meanC, damp: w.recipe.method === 'damp', boardS,
})

/** How an iron stands when an order is worked out. */
export const ironAt = (i: Pick<Iron, 'id' | 'kind' | 'shutsOffAfterS'>, nowC: number): IronAt => ({
  id: i.id, nowC, warmCPerS: IRON_KINDS[i.kind].warmCPerS, coolCPerS: IRON_KINDS[i.kind].coolCPerS, shutsOffAfterS: i.shutsOffAfterS,
})

/** The order of a plan of which nothing has been begun. What no iron can do, and what needs that, is left out. */
export function orderTask(works: readonly PlannedWork[], irons: readonly IronAt[], places: number): OrderTask {
  const there = new Set(irons.map(i => i.id))
  const able = new Set(works.filter(w => isByHand(w.kind) || w.ways.some(x => there.has(x.ironId))).map(w => w.id))
  for (let shrank = true; shrank;) {
    shrank = false
    for (const w of works)
      if (able.has(w.id) && w.needs.some(n => works.some(x => x.id === n) && !able.has(n))) shrank = able.delete(w.id)
  }
  const left = untilSewn(works.filter(w => able.has(w.id)), new Set())
  const ids = new Set(left.map(w => w.id))
  return {
    irons, places,
    operations: left.map((w): Operation => ({
      id: w.id, needs: w.needs.filter(n => ids.has(n)), coolS: w.ways[0]?.recipe.tableS ?? 0, placeShare: placeShareOf(w.outline),
      group: w.group,
      ways: isByHand(w.kind) ? [handWay(w.kind)] : w.ways.filter(x => there.has(x.ironId)).map(x => wayOf(w.kind, x)),
    })),
  }
}

/** What is left of a session to be ordered: what lies to cool takes its place, what was begun takes only what is left of it. */
export function restTask(
  operations: readonly SessionOperation[], state: SessionState, irons: readonly IronAt[], places: number, nowS: number,
): OrderTask {
  const ended = new Set([...state.ops.values()].filter(o => ['done', 'skipped', 'edge'].includes(o.phase)).map(o => o.id))
  const cooling = [...state.ops.values()].filter(o => o.phase === 'cooling')
  const coolS = new Map(operations.map(o => [o.id, o.recipe ? leftAloneS(o.recipe) : 0]))
  const share = new Map(operations.map(o => [o.id, placeShareOf(o.outline && fromPayload(o.outline))]))
  const lying = cooling.map(o => ({ id: o.id, coldS: Math.max(0, o.coolFromS! + coolS.get(o.id)! - nowS), placeShare: share.get(o.id)! }))
  const gone = new Set([...ended, ...cooling.map(o => o.id)])
  const there = new Set(irons.map(i => i.id))
  const left = untilSewn(operations.filter(o => !ended.has(o.id)), ended)
    .filter(o => !gone.has(o.id) && (o.recipe === null || there.has(o.ironId!)))
  const ids = new Set([...left.map(o => o.id), ...lying.map(l => l.id)])
  return {
    irons, places, lying,
    operations: left.map((o): Operation => {
      const w = workOf(o), s = state.ops.get(o.id)!
      const boardS = restSeconds(w, s.pass, openPlacements(w, s).length)
      return {
        id: o.id, coolS: o.recipe?.tableS ?? 0, needs: o.needs.filter(n => ids.has(n)), placeShare: share.get(o.id)!, group: groupOf(o),
        ways: w.recipe ? [wayOf(o.kind, { ironId: o.ironId!, recipe: w.recipe, placements: w.placements }, boardS)] : [handWay(o.kind)],
      }
    }),
  }
}

/** What of a job's runs is done, by `sameSpec`. */
export function doneWork(sessions: readonly { operations: readonly SessionOperation[]
  events: readonly KeptSessionEvent[] }[]): Set<string> {
  const done = new Set<string>()
  for (const { operations, events } of sessions) {
    const state = foldSession(operations.map(workOf), sessionEventsOf(events, []))
    for (const o of operations) if (state.ops.get(o.id)!.phase === 'done') done.add(sameSpec(o))
  }
  return done
}
