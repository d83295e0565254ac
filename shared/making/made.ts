/** One thing to do that comes of a making: what, where the sole goes, and how it is worked out. */
import type { Outline } from '#core/geometry'
import type { MadeOperation } from '#core/session'
import type { Body, SeamDetailKey } from '#core/seam'
import type { FabricInput } from '#core/stack'
import type { Making, SpecOf } from '../schemas'

type RecipePayload = NonNullable<SpecOf<'remedy'>['recipe']>

/** A stretch along which the sole is set down, mm. */
export interface Line { x0: number, y0: number, x1: number, y1: number }
/**
 * How it is worked out: as a feature of its fabric, a hem, a join under dry tape, something stuck on, an interfacing, a tack, or by
 * hand.
 */
export type MakingHow
  = { how: 'seamDetail', seamDetail: SeamDetailKey } | { how: 'flatten', body: Body } | { how: 'hem', turnedPlies: 1 | 2 }
    /** Sheets of a stuff joined under dry tape. */
    | { how: 'tape', fabric: FabricInput }
    /**
     * @param itemId the fabric that is stuck on, null where nobody knows it; absent: the scrap, else the garment's own
     * @param peelsHot it is peeled at once, and lies nowhere to cool
     */
    | { how: 'stuck', itemId?: string | null, peelsHot?: boolean }
    | { how: 'interfacing', supplyId: string | null, fabricId: string | null }
    | { how: 'tack', itemId?: string | null } | { how: 'hand' }
    /** With the recipe that its own making holds. */
    | { how: 'remedy', recipe: RecipePayload }
export interface MadeMaking extends MadeOperation {
  makingId: string
  spec: MakingHow
  lines: Line[]
  /** What is covered, where that is a shape and no line; and what the sole keeps off. */
  area: Outline | null
  keepOuts: Outline[]
  motion: 'still' | 'circles'
}

const bare = { pieceId: null, side: null, supplyId: null } as const
type Given = Pick<Making, 'id' | 'name' | 'fabricId' | 'supplyId'>
export const made = (
  m: Given, what: string, name: string, kind: MadeMaking['kind'], spec: MakingHow, lines: Line[], needs: string[] = [],
): MadeMaking => ({
  ...bare, overIds: [], id: `${m.id}.${what}`, makingId: m.id, kind, name, numbers: [], fabricId: m.fabricId, needs, spec, lines,
  area: null, keepOuts: [], motion: 'still',
})

/** A line so long, from the bottom up. */
export const along = (lengthMm: number, x = 0, y = 0): Line => ({ x0: x, y0: y, x1: x, y1: y + lengthMm })
/** What each of several alike is called. */
export const numbered = (name: string, count: number): string[] =>
  Array.from({ length: count }, (_, n) => (count > 1 ? `${name} ${n + 1}` : name))
