import { CONSTRUCTIONS, FIBRES, type InterfacingBase, type FibreKey } from '../materials'
import type { Place } from '../place'
import { fabricGivePct, opennessOf, STRETCHES_FROM_PCT } from './exclude'
import type { MatchFabric, MatchSupply } from './types'

/** What the trade does with a fabric depends on what kind it is. */
export type FabricKind = 'tailoring' | 'knit' | 'sheer' | 'shirting'

const isWoolly = (fibre: FibreKey) => FIBRES[fibre].family === 'wool'
const WOOLLEN_FROM_PCT = 40, SHEER_FROM = 0.3

export function fabricKind(fabric: MatchFabric): FabricKind {
  if (opennessOf(fabric) >= SHEER_FROM) return 'sheer'
  const woolPct = fabric.fibres.filter(f => isWoolly(f.fibre)).reduce((s, f) => s + f.sharePct, 0)
  const isWoollen = woolPct >= WOOLLEN_FROM_PCT || fabric.fibres.length === 0
  const { tailored, stretch } = CONSTRUCTIONS[fabric.construction]
  if (tailored === 'always' || (tailored === 'ofWool' && isWoollen)) return 'tailoring'
  return stretch || fabricGivePct(fabric) >= STRETCHES_FROM_PCT ? 'knit' : 'shirting'
}

/** How usual a base is for a kind of fabric, 0–1. A choice of ours after what the trade does; shown beside every score. */
const USUAL_BASE: Record<FabricKind, Record<InterfacingBase, number>> = {
  tailoring: { weftInsert: 1, knit: 0.65, nonwoven: 0.45, woven: 0.3, none: 0.5 },
  knit: { knit: 1, weftInsert: 0.7, nonwoven: 0.5, woven: 0.3, none: 0.6 },
  sheer: { woven: 1, knit: 0.6, nonwoven: 0.3, weftInsert: 0.3, none: 0.5 },
  shirting: { woven: 1, nonwoven: 0.8, knit: 0.6, weftInsert: 0.5, none: 0.7 },
}
/** Canvas and haircloth: woven, sewn in, of wool or hair, heavier than this, g/m². */
const CANVAS_FROM_GSM = 120

const isCanvas = (s: MatchSupply): boolean => s.family === 'sewIn' && isWoolly(s.baseFibre) && s.massGsm >= CANVAS_FROM_GSM

/**
 * How usual an interfacing is here, 0–1: by its family in the place, and its base on this kind of fabric. Where give must be blocked, a
 * woven one is usual on a knit too.
 */
export function usualness(kind: FabricKind, place: Place, supply: MatchSupply): number {
  if (kind === 'tailoring' && isCanvas(supply)) return 1
  const rank = place.families.indexOf(supply.family)
  const family = rank < 0 ? 0.5 : 1 - 0.35 * rank
  if (supply.base === 'none' || supply.family === 'foam') return family
  const base = place.give === 'stop' && kind === 'knit' && supply.base === 'woven' ? 1 : USUAL_BASE[kind][supply.base]
  return family * base
}
