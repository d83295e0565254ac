import { areaMm2, boundsOf, boxOf, shifted, type Outline } from '#core/geometry'
import { shapeCut, shapeOf, spread, type ShapeCut } from '#core/mend'
import { fromPayload, toPayload } from '../cutting'
import { pressedAsTheHouse, type JobPiece, type Making, type SpecOf } from '../schemas'
import { leftBy, type MakingKindOf } from './kind'
import { made, numbered, type MadeMaking } from './made'
import { layersOn } from './stuck'

/** A shape as it lies on its ground. @throws RangeError where it has no size */
export const shapeOutline = (s: SpecOf<'applique'>['shapes'][number]): Outline =>
  s.kind === 'drawn' && s.outline ? fromPayload(s.outline) : shapeOf(s.kind === 'drawn' ? 'disc' : s.kind, s.wideMm, s.highMm)
/** Area of all shapes of an appliqué, cm². */
export const shapesCm2 = (w: SpecOf<'applique'>): number => w.shapes.reduce((s, x) => s + x.count * areaMm2(shapeOutline(x)), 0) / 100

/** A shape as it is cut, and how often. */
export interface CutShape extends ShapeCut { shape: Pick<SpecOf<'applique'>['shapes'][number], 'count' | 'corner' | 'name'> }
/** Of a ground, those that lie in no corner are spread over the middle of it: so much of its width and height. */
const MIDDLE = { wide: 0.8, high: 0.7 }
const CORNERS = [[1, 1], [-1, 1], [1, -1], [-1, -1]] as const
/** Where shapes lie on their ground, mm from its upper left: those of the corners in the corners, turned to it, the others spread. */
export function shapesPlaced(cuts: readonly CutShape[], ground: { wideMm: number, highMm: number }): { kind: number, outline: Outline }[] {
  const { wideMm, highMm } = ground, middleMm = { wide: wideMm * MIDDLE.wide, high: highMm * MIDDLE.high }
  const at = spread(cuts.filter(c => !c.shape.corner).reduce((sum, c) => sum + c.shape.count, 0), middleMm.wide, middleMm.high)
  const centred = (face: Outline, x: number, y: number): Outline => {
    const b = boundsOf(face)
    return shifted(face, x - b.left - b.wideMm / 2, -y - b.bottom - b.highMm / 2)
  }
  let n = 0
  return cuts.flatMap((c, kind) => Array.from({ length: c.shape.count }, (_, k) => {
    const b = boundsOf(c.face)
    if (!c.shape.corner) {
      const p = at[n++]!
      return { kind, outline: centred(c.face, (wideMm - middleMm.wide) / 2 + p.x, (highMm - middleMm.high) / 2 + p.y) }
    }
    const [sx, sy] = CORNERS[k % CORNERS.length]!, flipped = { rim: c.face.rim.map(p => ({ x: p.x * sx, y: p.y * -sy })), holes: [] }
    return { kind, outline: centred(flipped, sx > 0 ? b.wideMm / 2 : wideMm - b.wideMm / 2, sy > 0 ? b.highMm / 2 : highMm - b.highMm / 2) }
  }))
}
/** A shape as a piece of the job, to be laid and chalked with the others. @param backingId the knit it is backed with, where it is */
export const pieceOfShape = (id: string, { shape, cut }: CutShape, fabricId: string, backingId: string | null): JobPiece => ({
  id, name: shape.name, fabricId, place: 'applique', shape: { ...toPayload(cut), format: 1, kind: 'outline', drawnBy: 'seam' },
  count: shape.count, pair: false, allowances: { seam: 0, hem: 0, front: 0 }, grain: 'along', oneWay: false, interfacingId: backingId,
  foamId: null, webId: null, inset: null, ...pressedAsTheHouse(),
})

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
