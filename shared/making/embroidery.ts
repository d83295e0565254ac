import { boundsOf, offset, type Outline } from '#core/geometry'
import {
  denseParts, judgeSupport, type Layer, type LayerKind, type ShelfLayer, type StitchDesign, type StitchFabric,
} from '#core/stitch'
import { shapeOf } from '#core/mend'
import { fromPayload } from '../cutting'
import type { Fabric, Making, SpecOf, Supply } from '../schemas'
import type { MakingKindOf } from './kind'
import { made, numbered, type MadeMaking } from './made'
import { judgePlace, laid, laidWithin } from './placed'

/** A satin rim about a shield of this size, mm. @param wideMm of the shield within it */
export function satinRim(wideMm: number, highMm: number): Outline {
  const out = shapeOf('shield', wideMm + 2 * RIM_MM, highMm + 2 * RIM_MM), inner = shapeOf('shield', wideMm, highMm)
  return { rim: out.rim.map(p => ({ x: p.x - RIM_MM, y: p.y - RIM_MM })), holes: [inner.rim.toReversed()] }
}
/** How wide the rim is, mm. */
const RIM_MM = 4

export const designOf = (w: SpecOf<'embroidery'>): StitchDesign =>
  ({ parts: w.parts.map(p => ({ ...p, outline: fromPayload(p.outline) })) })
export const layersOf = (w: SpecOf<'embroidery'>): Layer[] => w.layers.map(l =>
  ({ kind: l.kind, massGsm: l.massGsm, giveAcrossPct: l.givePct, giveAlongPct: l.givePct, took: w.tookPct / 100 }))
/** A fabric whose give nobody measured gives as a firm woven does, %. */
const USUAL_GIVE = { across: 2, along: 1 }
export const stitchFabricOf = (f: Pick<Fabric, 'massGsm' | 'giveAcrossPct' | 'giveAlongPct'>): StitchFabric => ({
  massGsm: f.massGsm, giveAcrossPct: f.giveAcrossPct ?? USUAL_GIVE.across, giveAlongPct: f.giveAlongPct ?? USUAL_GIVE.along,
})
/** What a design that was stitched asked for at the most by our usual scale, and what held it. @throws RangeError as `demandOf` */
export function stitchFigures(w: SpecOf<'embroidery'>, fabric: StitchFabric): { demand: number, support: number } {
  const { demand, support } = judgeSupport(designOf(w), fabric, layersOf(w))
  return { demand: Math.max(...demand.flatMap(d => [d.across, d.along])), support: Math.min(support.across, support.along) }
}

/** As what a supply lies under stitches; null where it does not. */
function layerKindOf(s: Pick<Supply, 'family' | 'hoop' | 'adhesive'>): LayerKind | null {
  if (s.family === 'hoop') return s.hoop ?? null
  if (s.family === 'fusible') return s.adhesive ? 'fused' : null
  return s.family === 'stiffener' || s.family === 'web' ? s.family : null
}
/** Two light layers beat one heavy: under stitches a fused one has no more than this of its fabric's weight. Practice. */
const MOST_FUSED_SHARE = 0.5
/** What is added to the id of a supply that is floated under the hoop instead of hooped. */
export const FLOATED = '+'
/** What of the shelf could lie under it: nothing that needs water on fabric that takes none, nothing fused that is too heavy. */
export function stitchShelf(supplies: readonly Supply[], fabric: Pick<Fabric, 'mayGetWet' | 'massGsm'> | null): ShelfLayer[] {
  return supplies.flatMap((s): ShelfLayer[] => {
    const kind = layerKindOf(s)
    if (!kind || (fabric?.mayGetWet === false && (kind === 'washAway' || kind === 'stiffener'))) return []
    if (kind === 'fused' && fabric && s.massGsm > fabric.massGsm * MOST_FUSED_SHARE) return []
    const one = { id: s.id, name: s.name, kind, massGsm: s.massGsm, giveAcrossPct: s.givePct ?? 1, giveAlongPct: s.givePct ?? 1 }
    return kind === 'tearAway' ? [one, { ...one, id: `${s.id}${FLOATED}`, name: `${s.name}, floated`, kind: 'float' as const }] : [one]
  })
}

/** Stitches on each mm² of a part's own box. */
export const stitchesPerMm2 = (p: SpecOf<'embroidery'>['parts'][number]): number => {
  const b = boundsOf(fromPayload(p.outline))
  return p.stitches / Math.max(1, b.wideMm * b.highMm)
}
/** An outline made wider or higher from its lower left corner. */
export function stretched(o: Outline, { wideMm, highMm }: { wideMm?: number, highMm?: number }): Outline {
  const b = boundsOf(o), sx = (wideMm ?? b.wideMm) / b.wideMm, sy = (highMm ?? b.highMm) / b.highMm
  const to = (p: { x: number, y: number }) => ({ x: b.left + (p.x - b.left) * sx, y: b.bottom + (p.y - b.bottom) * sy })
  return { rim: o.rim.map(to), holes: o.holes.map(h => h.map(to)) }
}

const outlines = (spec: SpecOf<'embroidery'>): Outline[] => spec.parts.map(p => fromPayload(p.outline))
/** Fabric pressed about an embroidery, mm. */
const ROUND_MM = 25

/** Its fused layers, the stitching by hand, and a press face down on a soft surface, round the dense parts. */
function operations(m: Making, spec: SpecOf<'embroidery'>): MadeMaking[] {
  const area = laid(outlines(spec), spec), ground = offset([area], ROUND_MM)[0] ?? area
  const keepOuts = outlines(spec).map(o => laidWithin(o, outlines(spec), spec))
  return numbered(m.name, spec.count).flatMap((name, n) => {
    const backs = spec.layers.flatMap((l, i): MadeMaking[] => {
      const supplyId = l.supply === null ? null : m.supplyIds[l.supply] ?? null
      if (l.kind !== 'fused' || !supplyId) return []
      const fuse = made(m, `back${n}.${i}`, `${name}, interfacing`, 'fuse', { how: 'interfacing', supplyId, fabricId: m.fabricId }, [])
      return [{ ...fuse, supplyId, area: ground }]
    })
    const stitch = made(m, `stitch${n}`, name, 'stitch', { how: 'hand' }, [], backs.map(o => o.id))
    const press = made(m, `press${n}`, `${name}, face down`, 'flatten', { how: 'seamDetail', seamDetail: 'crease' }, [], [stitch.id])
    return [...backs, stitch, { ...press, area: ground, keepOuts }]
  })
}

export const embroidery = {
  order: 'Back the embroidery', offered: 'Embroidery', screen: 'mend', tab: 'embroidery', families: ['fusible', 'hoop', 'stiffener', 'web'],
  isStuck: false, outlines,
  judge: (spec) => {
    denseParts(designOf(spec))
    judgePlace(outlines(spec), spec)
  },
  operations,
  leaves: (m, spec, supplies) => {
    const fused = spec.layers.flatMap(l => (l.kind === 'fused' && l.supply !== null ? [m.supplyIds[l.supply]] : []))
    return fused.flatMap(id => supplies.filter(s => s.id === id))
      .map(supply => ({ fibre: null, adhesive: null, supply, backOnly: false, gentle: false }))
  },
} satisfies MakingKindOf<'embroidery'>
