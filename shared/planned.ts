/** A job as it is planned to be pressed: what is known of each operation, in which order it goes into a session, and what changed since. */
import type { Outline } from '#core/geometry'
import type { HemRefusal } from '#core/hem'
import type { StuckRefusal } from '#core/mend'
import type { Coverage, SolePlacement } from '#core/positions'
import type { Blocked, Recipe } from '#core/recipe'
import {
  boardSeconds, isByHand, isPreshrink, preshrinkRecipe, touchesAlong, touchesInRows, touchesOver, type MadeOperation, type SessionState,
} from '#core/session'
import { IRON_KINDS, type SurfaceKindKey } from '#core/materials'
import { fabricNeedMm2, partsCutOf, toPayload, type CuttingGround } from './cutting'
import { toRecipePayload } from './mappers'
import { motionOf, pressedOutline, sameSpec, soleOf } from './pressing'
import type { Fabric, Iron, JobPiece, Rules, SessionOperation, Standing, Supply } from './schemas'

/** How one interfacing is pressed on one fabric with one iron. */
export interface PairWay {
  ironId: string
  recipe: Recipe | null
  standing: Standing
  pressClothId: string | null
  surface: SurfaceKindKey
  predicted: SessionOperation['predicted']
  blocked: Blocked | null
}
/** One operation with one iron: how, where the sole is set down, and how long the hands are at it. */
export interface WorkWay extends PairWay {
  recipe: Recipe
  placements: SolePlacement[]
  /** What was proved of its positions; null where they were moved by hand, or there is no outline. */
  coverage: Coverage | null
  boardS: number
  /** Of a moving sole: the least share of a touch's time that any part lies under it. */
  share: number | null
}
/** One thing to do, with everything that is known of it. */
export interface PlannedWork extends MadeOperation {
  /** What of the job's makings it is part of. */
  makingId: string | null
  piece: JobPiece | null
  fabricName: string
  supplyName: string | null
  colourHex: string
  outline: Outline | null
  keepOuts: Outline[]
  motion: 'still' | 'circles'
  ways: WorkWay[]
  /** Why no iron can do it. */
  blocked: Blocked | null
  /** Of a hem, a join or a mend: why it is not stuck. */
  refusal: HemRefusal | null
  mendRefusal: StuckRefusal | null
}

/** The other one of a pair: it lies as the mirror image. */
export const isOther = (w: Pick<PlannedWork, 'piece' | 'numbers'>): boolean =>
  (w.piece?.pair ?? false) && w.numbers.length === 1 && w.numbers[0]! % 2 === 1
export const mirroredPlacement = (p: SolePlacement): SolePlacement => ({ ...p, x: -p.x, headingDeg: (360 - p.headingDeg) % 360 })

/** A piece of the job, or anything else of it, that cannot be done as it stands, and why. */
export interface LeftOut { name: string, why: string }
/** What a plan is made from. */
export interface PlanGround {
  pieces: readonly JobPiece[]
  cutting: CuttingGround
  rules: Pick<Rules, 'motion'>
  fabric: (id: string | null) => Fabric | null
  supply: (id: string | null) => Supply | null
  irons: readonly Iron[]
}
const PAPER_HEX = '#d9d0bd'

/** A made operation with what is known of its piece, nothing worked out yet. @throws with why its piece cannot be pressed as it stands */
export function begunWork(m: MadeOperation, { pieces, cutting, rules, fabric, supply }: PlanGround): PlannedWork {
  const piece = pieces.find(p => p.id === m.pieceId) ?? null, on = fabric(m.fabricId)
  const bare: PlannedWork = {
    ...m, makingId: null, refusal: null, mendRefusal: null, piece, fabricName: on?.name ?? '', supplyName: supply(m.supplyId)?.name ?? null,
    colourHex: on?.colourHex ?? PAPER_HEX, motion: motionOf(piece, rules), ways: [], blocked: null, outline: null, keepOuts: [],
  }
  if (!piece || m.supplyId === null) return bare
  const lies = pressedOutline(piece, m, cutting)
  if (!lies) throw new RangeError('nothing of its interfacing is left.')
  return { ...bare, ...lies }
}

/** Fabrics of which something was cut already: they are past preshrinking. */
export const fabricsCut = (pieces: readonly JobPiece[], cutIds: ReadonlySet<string>): ReadonlySet<string> =>
  new Set(pieces.filter(p => partsCutOf(p.id, cutIds) > 0).map(p => p.fabricId))

/**
 * How a fabric is preshrunk before it is cut, or a trim length by length, with each iron: at the hottest that it will see in this job.
 * @param all everything planned of the job @param trimM length of the trim, m
 */
export function preshrinkWays(w: PlannedWork, all: readonly PlannedWork[], ground: PlanGround, trimM: number): WorkWay[] {
  const hot = all.filter(x => !isPreshrink(x.kind) && (w.kind === 'trim' || x.fabricId === w.fabricId)).flatMap(x => x.ways)
  return ground.irons.flatMap((iron): WorkWay[] => {
    const [hottest] = hot.filter(h => h.ironId === iron.id).sort((a, b) => b.recipe.setting.meanC - a.recipe.setting.meanC)
    if (!hottest) return []
    const mayGetWet = ground.fabric(w.fabricId)?.mayGetWet === true && IRON_KINDS[iron.kind].steamGMin > 0
    const recipe = preshrinkRecipe(hottest.recipe, mayGetWet), sole = soleOf(iron.kind)
    const touches = w.kind === 'trim'
      ? touchesAlong(trimM, sole)
      : touchesOver(fabricNeedMm2(ground.pieces, w.fabricId, ground.cutting), sole)
    const placements = touchesInRows(touches, sole)
    return [{
      ...hottest, recipe, standing: 'estimated', predicted: null, placements, coverage: null, share: null,
      boardS: boardSeconds({ kind: w.kind, recipe, placements: placements.length }),
    }]
  })
}

/** An operation as a session keeps it, done with this iron; null: by hand. @param surface on which it lies where no iron is set down */
export function toOperation(w: PlannedWork, ironId: string | null, surface: SessionOperation['surface']): SessionOperation {
  const way = w.ways.find(x => x.ironId === ironId) ?? null
  return {
    id: w.id, kind: w.kind, name: w.name, pieceId: w.pieceId, makingId: w.makingId, numbers: w.numbers, side: w.side,
    fabricId: w.fabricId, supplyId: w.supplyId, overSupplyIds: w.overIds, ironId: way?.ironId ?? null,
    pressClothId: way?.pressClothId ?? null, surface: way?.surface ?? surface, needs: w.needs,
    recipe: way ? toRecipePayload(way.recipe) : null, standing: way?.standing ?? 'hands', placements: way?.placements ?? [],
    outline: w.outline && toPayload(w.outline), keepOuts: w.keepOuts.map(toPayload), motion: w.motion, predicted: way?.predicted ?? null,
  }
}

const canBeDone = (w: Pick<PlannedWork, 'ways' | 'kind'>): boolean => w.ways.length > 0 || isByHand(w.kind)

/** Why an operation is not in the order. */
export type Waits
  = { why: 'putOff' | 'cools' | 'noPlace' | 'noIron' | 'sewing' } | { why: 'hem', refusal: HemRefusal }
    | { why: 'mend', refusal: StuckRefusal } | { why: 'blocked', blocked: Blocked }

interface Waiting {
  work: PlannedWork | undefined
  isPutOff: boolean
  /** Of a session that runs; else undefined. */
  phase: string | undefined
  /** Irons that are taken to it. */
  ironIds: readonly string[]
}
/** The nearest reason first: what a person decided, what goes on, what cannot be, and last that it is sewn before. */
export function whyItWaits({ work: w, isPutOff, phase, ironIds }: Waiting): Waits {
  if (isPutOff) return { why: 'putOff' }
  if (phase === 'cooling' || phase === 'edge') return { why: 'cools' }
  if (w?.refusal) return { why: 'hem', refusal: w.refusal }
  if (w?.mendRefusal) return { why: 'mend', refusal: w.mendRefusal }
  if (w?.blocked) return { why: 'blocked', blocked: w.blocked }
  if (w?.outline && w.ways.length === 0) return { why: 'noPlace' }
  if (w && w.supplyId !== null && !w.ways.some(x => ironIds.includes(x.ironId))) return { why: 'noIron' }
  return { why: 'sewing' }
}

/** Needs that are not among the operations are met already. */
const withinThem = (ops: readonly SessionOperation[], ids: readonly string[]): SessionOperation[] =>
  ops.map(o => ({ ...o, needs: o.needs.filter(n => ids.includes(n)) }))

/**
 * The plan as a session keeps it: in its order, each with the iron the order gives it, then what waits for sewing; what no iron of these
 * can do is left out.
 * @param slots the order @param sewn what waits for sewing @param ironIds irons that are taken to it
 */
export function sessionPlan(
  works: readonly PlannedWork[], slots: readonly { id: string, ironId: string | null }[], sewn: readonly PlannedWork[],
  ironIds: readonly string[], surface: SurfaceKindKey,
): { operations: SessionOperation[], order: string[] } {
  const byId = new Map(works.map(w => [w.id, w])), withIron = new Map(slots.map(s => [s.id, s.ironId]))
  const ironFor = (w: PlannedWork) => withIron.get(w.id) ?? w.ways.find(x => ironIds.includes(x.ironId))?.ironId ?? null
  const order = [...slots.map(s => s.id), ...sewn.map(w => w.id)]
  const operations = withinThem(order.map(id => toOperation(byId.get(id)!, ironFor(byId.get(id)!), surface)), order)
  return { operations: operations.filter(o => o.recipe !== null || isByHand(o.kind)), order }
}

/**
 * A session planned again: what was begun stays as it is, the rest is as it is planned now, with the iron it had or the first of those
 * taken.
 */
export function planOver(
  operations: readonly SessionOperation[], state: SessionState, works: readonly PlannedWork[], ironIds: readonly string[],
  surface: SurfaceKindKey,
): { fresh: SessionOperation[], order: string[] } {
  const was = new Map(operations.map(o => [o.id, o])), kept = operations.filter(o => isBegun(state, o.id)).map(o => o.id)
  const fresh = works.filter(w => !kept.includes(w.id) && canBeDone(w)).map((w) => {
    const liked = [was.get(w.id)?.ironId, ...ironIds], way = liked.flatMap(id => w.ways.find(x => x.ironId === id) ?? [])[0] ?? w.ways[0]
    return toOperation(w, way?.ironId ?? null, surface)
  })
  const order = [...new Set([...kept, ...fresh.map(o => o.id)])]
  return { fresh: withinThem(fresh, order), order }
}
const isBegun = (state: SessionState, id: string): boolean => (state.ops.get(id)?.touches.length ?? 0) > 0

/** How many operations came, went or are pressed otherwise since a session was planned; what was begun counts for none. */
export function changedSince(
  operations: readonly SessionOperation[], state: SessionState, works: readonly PlannedWork[], doneBefore: ReadonlySet<string>,
  surface: SurfaceKindKey,
): Record<'added' | 'gone' | 'other', number> {
  const was = new Map(operations.map(o => [o.id, o])), now = new Set(works.map(w => w.id))
  const pressed = (o: Pick<SessionOperation, 'recipe' | 'placements' | 'outline'>) => JSON.stringify([o.recipe, o.placements, o.outline])
  return {
    added: works.filter(w => !was.has(w.id) && !doneBefore.has(sameSpec(w)) && canBeDone(w)).length,
    gone: operations.filter(o => !now.has(o.id) && !isBegun(state, o.id)).length,
    other: works.filter((w) => {
      const o = was.get(w.id)
      return o && !isBegun(state, w.id) && pressed(toOperation(w, o.ironId, surface)) !== pressed(o)
    }).length,
  }
}
