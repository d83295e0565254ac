import { areaMm2, boundsOf, boxOf, type Outline } from '#core/geometry'
import { shapeCut, shapeOf } from '#core/mend'
import { fromPayload } from '../cutting'
import type { Making, SpecOf } from '../schemas'
import { leftBy, type MakingKindOf } from './kind'
import { made, numbered, type MadeMaking } from './made'
import { layersOn } from './stuck'

/** A shape as it lies on its ground. @throws RangeError where it has no size */
export const shapeOutline = (s: SpecOf<'applique'>['shapes'][number]): Outline =>
  s.kind === 'drawn' && s.outline ? fromPayload(s.outline) : shapeOf(s.kind === 'drawn' ? 'disc' : s.kind, s.wideMm, s.highMm)
/** Area of all shapes of an appliqué, cm². */
export const shapesCm2 = (w: SpecOf<'applique'>): number => w.shapes.reduce((s, x) => s + x.count * areaMm2(shapeOutline(x)), 0) / 100

/** Shapes of one kind beside each other, so that they are pressed as one. */
const APART_MM = 6
function sideBySide(one: Outline, count: number): Outline {
  const { wideMm: wide, highMm: high } = boundsOf(one), across = Math.ceil(Math.sqrt(count * high / wide))
  const rows = Math.ceil(count / across)
  return boxOf({ left: 0, right: across * (wide + APART_MM) - APART_MM, bottom: 0, top: rows * (high + APART_MM) - APART_MM })
}

function operations(m: Making, spec: SpecOf<'applique'>): MadeMaking[] {
  const all: MadeMaking[] = [], pressed: string[] = [], { supplyId } = m
  for (const [i, s] of spec.shapes.entries()) {
    const area = shapeOutline(s), fabricId = m.fabricIds[s.fabric] ?? null
    const tack = {
      ...made(m, `tack${i}`, s.name, 'tack', { how: 'tack', itemId: fabricId }, []), supplyId, area: sideBySide(area, s.count), fabricId,
    }
    const peel = { ...made(m, `peel${i}`, s.name, 'peel', { how: 'hand' }, [], [tack.id]), fabricId }
    all.push(tack, ...(spec.papered ? [peel] : []))
    const needs = [spec.papered ? peel.id : tack.id]
    const shapes = numbered(s.name, s.count).map((name, n) =>
      ({ ...made(m, `shape${i}.${n}`, name, 'shape', { how: 'stuck', itemId: fabricId }, [], needs), supplyId, area }))
    all.push(...shapes)
    pressed.push(...shapes.map(o => o.id))
  }
  return [...all, made(m, 'sew', `${m.name}, edges`, 'stitch', { how: 'hand' }, [], pressed)]
}

export const applique = {
  order: 'Fuse the shapes', offered: 'Appliqué', screen: 'mend', tab: 'applique', families: ['web'], isStuck: true,
  judge: (spec) => { for (const s of spec.shapes) shapeCut(shapeOutline(s), s.edge, spec.tracedOn) },
  operations,
  layers: (_spec, { garment, item, glue }) => layersOn(garment, item, glue),
  leaves: (m, _spec, supplies) => leftBy(m, supplies, true),
} satisfies MakingKindOf<'applique'>
