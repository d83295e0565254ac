import { offset, type Outline } from '#core/geometry'
import { denseParts, judgeSupport, type Layer, type StitchDesign, type StitchFabric } from '#core/stitch'
import { fromPayload } from '../cutting'
import type { Fabric, Making, SpecOf } from '../schemas'
import type { MakingKindOf } from './kind'
import { made, numbered, type MadeMaking } from './made'
import { judgePlace, laid, laidWithin } from './placed'

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
