import type { ClothLimit } from '../limit'
import { BASE_GIVE_PCT, BED_KINDS, CONSTRUCTIONS, FIBRE_TUMBLE, FIBRE_WASH_C, RESINS, type FibreKey } from '../materials'
import { contrastOf } from './colour'
import type { CareWish, Exclusion, MatchCloth, MatchQuery, MatchSupply } from './types'
import type { HeatGround, HeatVerdict } from './window'

/** A cloth that gives more than this stretches for the purpose of choosing, %. */
export const STRETCHES_FROM_PCT = 8
/** A backing that must stop give may give no more than this, %. */
const STOPS_UNDER_PCT = 10
/** A backing that must let give stay has at least this share of the cloth's. */
const KEEPS_SHARE = 0.4
/** Resin showing on the face is likely from here: openness × resin, g/m². */
const STRIKES_FROM_GSM = 5
/** A cloth this open counts as sheer; a backing this heavy hides what is behind it, g/m². */
const SHEER_FROM = 0.3, OPAQUE_GSM = 45
/** What resin dots add to a difference of lightness, and from where backing and dots grin through. */
const DOTS_SHOW = 0.35, GRINS_FROM = 0.17
const TUMBLES = ['no', 'low', 'yes'] as const

export const supplyGivePct = (s: MatchSupply): number => s.givePct ?? BASE_GIVE_PCT[s.base]

/** The cloth's larger give, %; a stretch construction that nobody measured is taken at 20. */
export const clothGivePct = (c: MatchCloth): number =>
  c.giveAlongPct === null && c.giveAcrossPct === null
    ? CONSTRUCTIONS[c.construction].stretch
      ? 20
      : 2
    : Math.max(c.giveAlongPct ?? 0, c.giveAcrossPct ?? 0)

/** How far resin can come through the cloth, 0–1. */
export const opennessOf = (c: MatchCloth): number => Math.max(CONSTRUCTIONS[c.construction].openness, c.sheer ? 0.35 : 0)

/** Wash, °C, that base, resin and sheet stand, and which of them sets it. The sheet speaks for the resin; a web has no base. */
export function washLimit(s: MatchSupply): { limitC: number, of: 'sheet' | 'resin' | 'base' } {
  const limits: { limitC: number, of: 'sheet' | 'resin' | 'base' }[] = []
  if (s.washC !== null) limits.push({ limitC: s.washC, of: 'sheet' })
  else if (s.resin) limits.push({ limitC: RESINS[s.resin].washC[1], of: 'resin' })
  if (s.base !== 'none' && !(s.washC !== null && s.resin === null)) limits.push({ limitC: FIBRE_WASH_C[s.baseFibre], of: 'base' })
  return limits.reduce((low, l) => l.limitC < low.limitC ? l : low, limits[0] ?? { limitC: 95, of: 'base' })
}

/** What the garment must stand: the least of the wish and what its cloth stands, and the fibre that sets it where the cloth stands less. */
export function careStood({ care, cloth }: Pick<MatchQuery, 'care' | 'cloth'>): {
  care: CareWish
  washBy: FibreKey | null
  tumbleBy: FibreKey | null
} {
  const keys = cloth.fibres.map(f => f.fibre)
  const washBy = keys.find(k => FIBRE_WASH_C[k] < care.washC && keys.every(o => FIBRE_WASH_C[k] <= FIBRE_WASH_C[o])) ?? null
  const place = (k: FibreKey) => TUMBLES.indexOf(FIBRE_TUMBLE[k])
  const tumbleBy = keys.find(k => place(k) < TUMBLES.indexOf(care.tumble) && keys.every(o => place(k) <= place(o))) ?? null
  return {
    care: { ...care, washC: washBy ? FIBRE_WASH_C[washBy] : care.washC, tumble: tumbleBy ? FIBRE_TUMBLE[tumbleBy] : care.tumble }, washBy,
    tumbleBy,
  }
}

/**
 * Everything that bars this supply here; an empty list lets it in. `verdict` is what heat can do, null without resin. Reasons do not
 * depend on the rest of the shelf.
 */
export function exclusionsOf(
  query: MatchQuery, limit: ClothLimit, ground: HeatGround, s: MatchSupply, verdict: HeatVerdict | null,
): Exclusion[] {
  const { cloth, place } = query
  if (s.family === 'hoop' || s.family === 'stiffener') return [{ why: 'companion' }]
  if (!place.families.includes(s.family)) return [{ why: 'family', place: place.name }]
  const out: Exclusion[] = []
  const fused = s.family !== 'sewIn' && !(s.family === 'stayTape' && s.resin === null)
  if (fused) out.push(...fusingExclusions(query, limit, ground, s, verdict))
  const { care } = careStood(query)
  const wash = washLimit(s)
  if (care.washC > wash.limitC) out.push({ why: 'wash', wishC: care.washC, ...wash })
  const byResin = s.resin ? { limit: RESINS[s.resin].tumble, of: 'resin' as const } : null
  const tumble = s.tumble === null ? byResin : { limit: s.tumble, of: 'sheet' as const }
  if (tumble && tumble.limit !== 'yes' && TUMBLES.indexOf(care.tumble) > TUMBLES.indexOf(tumble.limit))
    out.push({ why: 'tumble', limit: tumble.limit, of: tumble.of })
  if (care.dryClean && s.resin && ['no', 'poor'].includes(RESINS[s.resin].dryClean)) out.push({ why: 'dryClean' })
  const clothPct = clothGivePct(cloth),
    supplyPct = supplyGivePct(s)
  if (place.give === 'stay' && clothPct >= STRETCHES_FROM_PCT && supplyPct < clothPct * KEEPS_SHARE)
    out.push({ why: 'giveLost', clothPct, supplyPct })
  if (place.give === 'stop' && s.base !== 'none' && supplyPct > STOPS_UNDER_PCT) out.push({ why: 'giveKept', supplyPct })
  return out
}

function fusingExclusions(
  query: MatchQuery, limit: ClothLimit, ground: HeatGround, s: MatchSupply, verdict: HeatVerdict | null,
): Exclusion[] {
  const { cloth } = query
  if (limit.soleC === 0) return [{ why: 'noHeat', fumes: limit.fumes }]
  if (!limit.fusible) return [{ why: 'notFusible' }]
  if (!s.resin) return [{ why: 'noResin' }]
  if (ground.soleC === 0)
    return [{ why: 'ironTooHot', limitC: limit.soleC, coolestC: query.iron.stops.reduce((m, x) => Math.min(m, x.meanC), Infinity) }]
  const out: Exclusion[] = []
  const openness = opennessOf(cloth)
  if (openness * s.resinGsm > STRIKES_FROM_GSM) out.push({ why: 'strikeThrough', openness, resinGsm: s.resinGsm })
  const contrast = contrastOf(cloth.colourHex, s.colourHex)
  if (query.place.shows && openness >= SHEER_FROM && openness * Math.min(1, s.massGsm / OPAQUE_GSM) * (contrast + DOTS_SHOW) > GRINS_FROM)
    out.push({ why: 'grins', contrast })
  if (s.moistOnly && limit.water === 'no') out.push({ why: 'moistOnly' })
  if (cloth.nap === 'pile' && !BED_KINDS[query.bed].sparesPile) out.push({ why: 'crush' })
  if (verdict && !verdict.open) out.push(verdict.bar)
  return out
}
