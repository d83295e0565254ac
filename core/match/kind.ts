import { CONSTRUCTIONS, type BackingBase, type FibreKey } from '../materials'
import type { Place } from '../place'
import { clothGivePct, opennessOf, STRETCHES_FROM_PCT } from './exclude'
import type { MatchCloth, MatchSupply } from './types'

/** What the trade does with a cloth depends on what kind it is. */
export type ClothKind = 'tailoring' | 'knit' | 'sheer' | 'shirting'

const WOOLLY: readonly FibreKey[] = ['wool', 'cashmere']
const TAILORED = new Set(['suiting', 'flannel', 'coating'])
const WOOLLEN_FROM_PCT = 40, SHEER_FROM = 0.3

export function clothKind(cloth: MatchCloth): ClothKind {
  if (opennessOf(cloth) >= SHEER_FROM) return 'sheer'
  const woolPct = cloth.fibres.filter(f => WOOLLY.includes(f.fibre)).reduce((s, f) => s + f.sharePct, 0)
  if (TAILORED.has(cloth.construction) && (woolPct >= WOOLLEN_FROM_PCT || cloth.fibres.length === 0)) return 'tailoring'
  return CONSTRUCTIONS[cloth.construction].stretch || clothGivePct(cloth) >= STRETCHES_FROM_PCT ? 'knit' : 'shirting'
}

/** How usual a base is for a kind of cloth, 0–1. A choice of ours after what the trade does; shown beside every score. */
const USUAL_BASE: Record<ClothKind, Record<BackingBase, number>> = {
  tailoring: { weftInsert: 1, knit: 0.65, nonwoven: 0.45, woven: 0.3, none: 0.5 },
  knit: { knit: 1, weftInsert: 0.7, nonwoven: 0.5, woven: 0.3, none: 0.6 },
  sheer: { woven: 1, knit: 0.6, nonwoven: 0.3, weftInsert: 0.3, none: 0.5 },
  shirting: { woven: 1, nonwoven: 0.8, knit: 0.6, weftInsert: 0.5, none: 0.7 },
}
/** Canvas and haircloth: woven, sewn in, of wool or hair, heavier than this, g/m². */
const CANVAS_FROM_GSM = 120

const isCanvas = (s: MatchSupply): boolean => s.family === 'sewIn' && WOOLLY.includes(s.baseFibre) && s.massGsm >= CANVAS_FROM_GSM

/**
 * How usual a backing is here, 0–1: by its family in the place, and its base on this kind of cloth. Where give must stop, a woven
 * one is usual on a knit too.
 */
export function usualness(kind: ClothKind, place: Place, supply: MatchSupply): number {
  if (kind === 'tailoring' && isCanvas(supply)) return 1
  const rank = place.families.indexOf(supply.family)
  const family = rank < 0 ? 0.5 : 1 - 0.35 * rank
  if (supply.base === 'none' || supply.family === 'foam') return family
  const base = place.give === 'stop' && kind === 'knit' && supply.base === 'woven' ? 1 : USUAL_BASE[kind][supply.base]
  return family * base
}
