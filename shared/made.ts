/** One thing to do that comes of a making: what, where the sole goes, and how it is worked out. */
import type { Outline } from '#core/geometry'
import type { MadeOperation } from '#core/session'
import type { Body, SeamDetailKey } from '#core/seam'
import type { Making } from './schemas'

/** A stretch along which the sole is set down, mm. */
export interface Line { x0: number, y0: number, x1: number, y1: number }
/**
 * How it is worked out: as a feature of its fabric, a hem, a join under dry tape, something stuck on, an interfacing, a tack, or by
 * hand.
 */
export type MakingHow
  = { how: 'seamDetail', seamDetail: SeamDetailKey } | { how: 'flatten', body: Body } | { how: 'hem', turnedPlies: 1 | 2 } | { how: 'tape' }
    /** @param shape which of the shapes, where there are several */
    | { how: 'stuck', shape: number | null } | { how: 'interfacing', supplyId: string | null, fabricId: string | null }
    | { how: 'tack', shape: number | null } | { how: 'hand' }
    /** With the recipe that its own making holds. */
    | { how: 'remedy' }
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
