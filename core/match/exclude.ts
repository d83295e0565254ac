import type { FabricLimit } from '../limit'
import { BASE_GIVE_PCT, SURFACE_KINDS, CONSTRUCTIONS, FIBRES, ADHESIVES, type FibreKey } from '../materials'
import { contrastOf } from './colour'
import type { CareWish, Exclusion, MatchFabric, MatchQuery, MatchSupply } from './types'
import type { HeatGround, HeatVerdict } from './window'

/** A fabric that gives more than this stretches for the purpose of choosing, %. */
export const STRETCHES_FROM_PCT = 8
/** An interfacing that must block give may give no more than this, %. */
const STOPS_UNDER_PCT = 10
/** An interfacing that must let give stay has at least this share of the fabric's. */
const KEEPS_SHARE = 0.4
/** Adhesive showing on the face is likely from here: openness × adhesive, g/m². */
const STRIKES_FROM_GSM = 5
/** A fabric this open counts as sheer; an interfacing this heavy hides what is behind it, g/m². */
const SHEER_FROM = 0.3, OPAQUE_GSM = 45
/** What adhesive dots add to a difference of lightness, and from where interfacing and dots grin through. */
const DOTS_SHOW = 0.35, GRINS_FROM = 0.17
const TUMBLES = ['no', 'low', 'yes'] as const

export const supplyGivePct = (s: MatchSupply): number => s.givePct ?? BASE_GIVE_PCT[s.base]

/** The fabric's larger give, %; a stretch construction that nobody measured is taken at 20. */
export const fabricGivePct = (c: MatchFabric): number =>
  c.giveAlongPct === null && c.giveAcrossPct === null
    ? CONSTRUCTIONS[c.construction].stretch
      ? 20
      : 2
    : Math.max(c.giveAlongPct ?? 0, c.giveAcrossPct ?? 0)

/** How far adhesive can come through the fabric, 0–1. */
export const opennessOf = (c: MatchFabric): number => Math.max(CONSTRUCTIONS[c.construction].openness, c.sheer ? 0.35 : 0)

/** Wash, °C, that base, adhesive and sheet stand, and which of them sets it. The sheet speaks for the adhesive; a web has no base. */
export function washLimit(s: Pick<MatchSupply, 'washC' | 'adhesive' | 'base' | 'baseFibre'>): WashLimit {
  const bySheet = s.washC !== null, hasBase = s.base !== 'none' && !(bySheet && s.adhesive === null)
  const glueC = bySheet ? s.washC! : s.adhesive ? ADHESIVES[s.adhesive].washC[1] : Infinity
  const baseC = hasBase ? FIBRES[s.baseFibre].washC : Infinity
  if (glueC === Infinity && baseC === Infinity) return { limitC: HOTTEST_WASH_C, of: 'base' }
  return baseC < glueC ? { limitC: baseC, of: 'base' } : { limitC: glueC, of: bySheet ? 'sheet' : 'adhesive' }
}
interface WashLimit { limitC: number, of: 'sheet' | 'adhesive' | 'base' }
const HOTTEST_WASH_C = 95

/**
 * What the garment must stand: the least of the wish and what its fabric withstands, and the fibre that sets it where the fabric stands
 * less.
 */
export function careStood(query: Pick<MatchQuery, 'care' | 'fabric'>): CareStood {
  const was = stood.get(query)
  if (was && was.care === query.care && was.fabric === query.fabric) return was.is
  const is = careOf(query)
  stood.set(query, { care: query.care, fabric: query.fabric, is })
  return is
}
/** A mild wash, as mild as its fibres ask for: what a garment stands until somebody wishes otherwise. Typical. */
export const mildCare = (fibres: readonly FibreKey[]): CareWish =>
  ({ washC: Math.min(MILD_WASH_C, ...fibres.map(k => FIBRES[k].washC)), tumble: 'no', dryClean: false })
const MILD_WASH_C = 40
interface CareStood { care: CareWish, washBy: FibreKey | null, tumbleBy: FibreKey | null }
/** Of one question, which is asked of every supply of a shelf. */
const stood = new WeakMap<object, { care: CareWish, fabric: MatchFabric, is: CareStood }>()
function careOf({ care, fabric }: Pick<MatchQuery, 'care' | 'fabric'>): CareStood {
  const keys = fabric.fibres.map(f => f.fibre)
  const washBy = keys.find(k => FIBRES[k].washC < care.washC && keys.every(o => FIBRES[k].washC <= FIBRES[o].washC)) ?? null
  const place = (k: FibreKey) => TUMBLES.indexOf(FIBRES[k].tumble)
  const tumbleBy = keys.find(k => place(k) < TUMBLES.indexOf(care.tumble) && keys.every(o => place(k) <= place(o))) ?? null
  return {
    care: { ...care, washC: washBy ? FIBRES[washBy].washC : care.washC, tumble: tumbleBy ? FIBRES[tumbleBy].tumble : care.tumble }, washBy,
    tumbleBy,
  }
}

/**
 * Everything that bars this supply here; an empty list lets it in. `verdict` is what heat can do, null without adhesive. Reasons do not
 * depend on the rest of the shelf.
 */
export function exclusionsOf(
  query: MatchQuery, limit: FabricLimit, ground: HeatGround, s: MatchSupply, verdict: HeatVerdict | null,
): Exclusion[] {
  const { fabric, place } = query
  if (s.family === 'hoop' || s.family === 'stiffener') return [{ why: 'companion' }]
  if (!place.families.includes(s.family)) return [{ why: 'family', place: place.name }]
  const out: Exclusion[] = []
  const fused = s.family !== 'sewIn' && !(s.family === 'stayTape' && s.adhesive === null)
  if (fused) out.push(...fusingExclusions(query, limit, ground, s, verdict))
  const { care } = careStood(query)
  const wash = washLimit(s)
  if (care.washC > wash.limitC) out.push({ why: 'wash', wishC: care.washC, ...wash })
  const byAdhesive = s.adhesive ? { limit: ADHESIVES[s.adhesive].tumble, of: 'adhesive' as const } : null
  const tumble = s.tumble === null ? byAdhesive : { limit: s.tumble, of: 'sheet' as const }
  if (tumble && tumble.limit !== 'yes' && TUMBLES.indexOf(care.tumble) > TUMBLES.indexOf(tumble.limit))
    out.push({ why: 'tumble', limit: tumble.limit, of: tumble.of })
  if (care.dryClean && s.adhesive && ['no', 'poor'].includes(ADHESIVES[s.adhesive].dryClean)) out.push({ why: 'dryClean' })
  const fabricPct = fabricGivePct(fabric),
    supplyPct = supplyGivePct(s)
  if (place.give === 'stay' && fabricPct >= STRETCHES_FROM_PCT && supplyPct < fabricPct * KEEPS_SHARE)
    out.push({ why: 'giveLost', fabricPct, supplyPct })
  if (place.give === 'stop' && s.base !== 'none' && supplyPct > STOPS_UNDER_PCT) out.push({ why: 'giveKept', supplyPct })
  return out
}

function fusingExclusions(
  query: MatchQuery, limit: FabricLimit, ground: HeatGround, s: MatchSupply, verdict: HeatVerdict | null,
): Exclusion[] {
  const { fabric } = query
  if (limit.soleC === 0) return [{ why: 'noHeat', fumes: limit.fumes }]
  if (!limit.fusible) return [{ why: 'notFusible' }]
  if (!s.adhesive) return [{ why: 'noAdhesive' }]
  if (ground.soleC === 0)
    return [{ why: 'ironTooHot', limitC: limit.soleC, coolestC: query.iron.settings.reduce((m, x) => Math.min(m, x.meanC), Infinity) }]
  const out: Exclusion[] = []
  const openness = opennessOf(fabric)
  if (openness * s.adhesiveGsm > STRIKES_FROM_GSM) out.push({ why: 'strikeThrough', openness, adhesiveGsm: s.adhesiveGsm })
  const contrast = contrastOf(fabric.colourHex, s.colourHex)
  if (query.place.shows && openness >= SHEER_FROM && openness * Math.min(1, s.massGsm / OPAQUE_GSM) * (contrast + DOTS_SHOW) > GRINS_FROM)
    out.push({ why: 'grins', contrast })
  if (s.moistOnly && limit.water === 'no') out.push({ why: 'moistOnly' })
  if (fabric.nap === 'pile' && !SURFACE_KINDS[query.surface].sparesPile) out.push({ why: 'crush' })
  if (verdict && !verdict.open) out.push(verdict.bar)
  return out
}
