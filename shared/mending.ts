/**
 * From what is mended and put on to what is done under the iron, and to what is asked of core: the one way, for the screen and the
 * server.
 */
import type { Look } from '#core/colour'
import { labOf } from '#core/colour'
import { areaMm2, boundsOf, boxAbout, boxOf, offset, type Outline } from '#core/geometry'
import { ADHESIVES } from '#core/materials'
import {
  faultsOf, GARMENTS, keepOutOutline, laidAt, patchesFor, shapeCut, shapeOf, sheetBox,
} from '#core/mend'
import { denseParts, judgeSupport, type Layer, type StitchDesign, type StitchFabric } from '#core/stitch'
import { fromPayload } from './cutting'
import { made, type MadeMaking } from './made'
import type { Fabric, LookPayload, Making, MakingSpec, Supply, SpecOf } from './schemas'

const MEND_KINDS = ['hole', 'badge', 'transfer', 'lettering', 'labels', 'applique', 'embroidery'] as const
export type MendKind = typeof MEND_KINDS[number]
export type MendSpec = Extract<MakingSpec, { kind: MendKind }>
export const isMend = (spec: MakingSpec): spec is MendSpec => (MEND_KINDS as readonly string[]).includes(spec.kind)

export const toLook = (l: LookPayload): Look =>
  ({ palette: l.palette.map(p => ({ ...p, lab: labOf(p.hex) })), figureMm: l.figureMm })
/** A fabric of which only the colour is known. */
export const plainPayload = (hex: string): LookPayload => ({ palette: [{ hex, sharePct: 100 }], figureMm: null, tile: null })

const holesOf = (w: SpecOf<'hole'>): Outline[] => w.holes.map(fromPayload)
/** @throws RangeError as `patchesFor` */
export const patchesOfSpec = (w: SpecOf<'hole'>) => patchesFor(holesOf(w), w)

type Placed = SpecOf<'badge'> | SpecOf<'transfer'> | SpecOf<'lettering'> | SpecOf<'embroidery'>
/** What is placed on a garment, about its own middle. */
export function placedOutlines(w: Placed): Outline[] {
  if (w.kind === 'lettering') return w.outlines.map(fromPayload)
  if (w.kind === 'embroidery') return w.parts.map(p => fromPayload(p.outline))
  return [boxOf({ left: 0, right: w.wideMm, bottom: 0, top: w.highMm })]
}
/** All of it as one box. */
const placedBox = (w: Placed): Outline => boxAbout(placedOutlines(w))
export const placedAt = (w: Placed): Outline => laidAt(placedBox(w), w.place)
export const placeFaults = (w: Placed) => faultsOf(placedAt(w), w.place.on, w.keepOuts)

const KEEP_OUT_WORD = { button: 'a button', zip: 'a zip', seam: 'a thick seam', other: 'something the iron must not meet' } as const
/** @throws RangeError where it lies over a button or the like, or off the garment */
function placeOrThrow(w: Placed): void {
  for (const f of placeFaults(w)) {
    if (f.why === 'over')
      throw new RangeError(
        `Place: it covers ${KEEP_OUT_WORD[f.kind]}. That burns fingers and holds the iron off: move it, or take that off.`)
    if (f.why === 'off') throw new RangeError(`Place: part of it is off the ${GARMENTS[w.place.on].name.toLowerCase()}. Move it.`)
  }
}
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
/** A shape as it lies on its ground. @throws RangeError where it has no size */
export const shapeOutline = (s: SpecOf<'applique'>['shapes'][number]): Outline =>
  s.kind === 'drawn' && s.outline ? fromPayload(s.outline) : shapeOf(s.kind === 'drawn' ? 'disc' : s.kind, s.wideMm, s.highMm)

/** Says why a mend cannot be as it stands. @throws RangeError */
export function judgeMend(spec: MendSpec): void {
  switch (spec.kind) {
    case 'hole':
      patchesOfSpec(spec)
      return
    case 'lettering':
      if (spec.outlines.length === 0) throw new RangeError('Letters: write some, or take an outline.')
      placeOrThrow(spec)
      return
    case 'embroidery':
      denseParts(designOf(spec))
      placeOrThrow(spec)
      return
    case 'badge':
    case 'transfer':
      placeOrThrow(spec)
      return
    case 'applique':
      for (const s of spec.shapes) shapeCut(shapeOutline(s), s.edge, spec.tracedOn)
      return
    case 'labels':
      if (spec.texts.every(t => t.trim() === '')) throw new RangeError('Labels: write at least one.')
  }
}

const times = (m: Pick<Making, 'name'>, count: number): string[] =>
  Array.from({ length: count }, (_, n) => (count > 1 ? `${m.name} ${n + 1}` : m.name))
/** Shapes of one kind beside each other, so that they are pressed as one. */
const APART_MM = 6
function sideBySide(one: Outline, count: number): Outline {
  const { wideMm: wide, highMm: high } = boundsOf(one), across = Math.ceil(Math.sqrt(count * high / wide))
  const rows = Math.ceil(count / across)
  return boxOf({ left: 0, right: across * (wide + APART_MM) - APART_MM, bottom: 0, top: rows * (high + APART_MM) - APART_MM })
}
/** What the sole keeps off while this is pressed. */
const keptOff = (w: Placed): Outline[] => w.keepOuts.map(keepOutOutline)

/** All that a mend asks for under the iron, in the trade's order. @throws RangeError where it cannot be as it stands */
export function operationsOfMend(m: Making, spec: MendSpec): MadeMaking[] {
  judgeMend(spec)
  const all: MadeMaking[] = []
  const add = (what: string, name: string, kind: MadeMaking['kind'], how: MadeMaking['spec'], more: Partial<MadeMaking> = {}): string => {
    const one = { ...made(m, what, name, kind, how, []), ...more }
    all.push(one)
    return one.id
  }
  const glued = { supplyId: m.supplyId }
  switch (spec.kind) {
    case 'hole': {
      const patches = patchesOfSpec(spec)
      for (const [n, name] of times(m, spec.count).entries()) for (const [i, p] of patches.entries()) {
        const called = patches.length > 1 ? `${name}, patch ${i + 1}` : name, area = p.outline
        let needs: string[] = []
        if (spec.papered) {
          const tack = add(`tack${n}.${i}`, called, 'tack', { how: 'tack', shape: null }, { ...glued, area, fabricId: null })
          needs = [add(`peel${n}.${i}`, called, 'peel', { how: 'hand' }, { needs: [tack], fabricId: null })]
        }
        add(`patch${n}.${i}`, called, 'hole', { how: 'stuck', shape: null }, { ...glued, area, needs })
      }
      return all
    }
    case 'badge': {
      const area = placedAt(spec), keepOuts = keptOff(spec)
      for (const [n, name] of times(m, spec.count).entries()) {
        const press = add(`badge${n}`, name, 'badge', { how: 'stuck', shape: null }, { ...glued, area, keepOuts })
        if (spec.sewToo || spec.smallChild) add(`sew${n}`, name, 'stitch', { how: 'hand' }, { needs: [press] })
      }
      return all
    }
    case 'transfer': {
      const area = placedAt(spec), keepOuts = keptOff(spec)
      for (const [n, name] of times(m, spec.count).entries()) {
        const press = add(
          `transfer${n}`, name, 'transfer', { how: 'stuck', shape: null }, { ...glued, area, keepOuts, motion: 'circles' },
        )
        add(`peel${n}`, name, 'peel', { how: 'hand' }, { needs: [press] })
      }
      return all
    }
    case 'lettering': {
      const area = placedAt(spec), keepOuts = keptOff(spec)
      for (const [n, name] of times(m, spec.count).entries())
        add(`letters${n}`, name, 'letters', { how: 'stuck', shape: null }, { ...glued, area, keepOuts })
      return all
    }
    case 'labels': {
      const count = spec.texts.filter(t => t.trim() !== '').length, area = labelsBox(spec, count)
      let needs: string[] = []
      if (m.supplyId)
        needs = [add('back', `${m.name}, interfacing`, 'fuse', { how: 'interfacing', supplyId: m.supplyId, fabricId: m.fabricId },
          { ...glued, area })]
      const press = add('print', m.name, 'transfer', { how: 'stuck', shape: null }, { area, needs, motion: 'circles' })
      add('peel', m.name, 'peel', { how: 'hand' }, { needs: [press] })
      return all
    }
    case 'applique': {
      const before: string[] = []
      for (const [i, s] of spec.shapes.entries()) {
        const one = shapeOutline(s), sheet = sideBySide(one, s.count), fabricId = m.fabricIds[s.fabric] ?? null
        const tack = add(`tack${i}`, s.name, 'tack', { how: 'tack', shape: i }, { ...glued, area: sheet, fabricId })
        const needs = spec.papered ? [add(`peel${i}`, s.name, 'peel', { how: 'hand' }, { needs: [tack], fabricId })] : [tack]
        for (const [n, name] of times(s, s.count).entries())
          before.push(add(`shape${i}.${n}`, name, 'shape', { how: 'stuck', shape: i }, { ...glued, area: one, needs }))
      }
      add('sew', `${m.name}, edges`, 'stitch', { how: 'hand' }, { needs: before })
      return all
    }
    case 'embroidery': {
      const area = placedAt(spec), ground = offset([area], EMBROIDERY_ROUND_MM)[0] ?? area
      for (const [n, name] of times(m, spec.count).entries()) {
        const fused = spec.layers.flatMap((l, i) => {
          const supplyId = l.supply === null ? null : m.supplyIds[l.supply] ?? null
          if (l.kind !== 'fused' || !supplyId) return []
          return [add(
            `back${n}.${i}`, `${name}, interfacing`, 'fuse', { how: 'interfacing', supplyId, fabricId: m.fabricId },
            { supplyId, area: ground },
          )]
        })
        const sewn = add(`stitch${n}`, name, 'stitch', { how: 'hand' }, { needs: fused })
        // Face down on a soft surface, round the dense parts.
        const parts = spec.parts.map(p => fromPayload(p.outline))
        const at = (o: Outline) => laidWithin(o, spec)
        add(`press${n}`, `${name}, face down`, 'flatten', { how: 'seamDetail', seamDetail: 'crease' }, {
          area: ground, keepOuts: parts.map(at), needs: [sewn],
        })
      }
      return all
    }
  }
}
/** Fabric pressed about an embroidery, mm. */
const EMBROIDERY_ROUND_MM = 25
/** A part of a design where it lies on the garment: placed as its whole is. */
function laidWithin(part: Outline, w: SpecOf<'embroidery'>): Outline {
  const mid = (o: Outline) => {
    const { left, bottom, wideMm, highMm } = boundsOf(o)
    return { x: left + wideMm / 2, y: bottom + highMm / 2 }
  }
  const a = mid(part), b = mid(placedBox(w)), turn = w.place.turnDeg * Math.PI / 180, dx = a.x - b.x, dy = a.y - b.y
  return laidAt(part, {
    ...w.place, asideMm: w.place.asideMm + dx * Math.cos(turn) - dy * Math.sin(turn),
    downMm: w.place.downMm - (dx * Math.sin(turn) + dy * Math.cos(turn)),
  })
}
const PAPER_MM = { A4: 210, A3: 297, letter: 215.9, tabloid: 279.4 } as const
/** All labels side by side as they come off their sheet. */
export const labelsBox = (w: Pick<SpecOf<'labels'>, 'wideMm' | 'highMm' | 'paper'>, count: number): Outline =>
  sheetBox(w, count, PAPER_MM[w.paper])

/** Which families of the shelf serve a mend. */
const FAMILIES_FOR: Record<MendKind, readonly Supply['family'][]> = {
  hole: ['web'], badge: ['patch'], transfer: ['transfer', 'web'], lettering: ['web', 'lettering'], labels: ['fusible'], applique: ['web'],
  embroidery: ['fusible', 'hoop', 'stiffener', 'web'],
}
export interface Suited { supply: Supply, standsC: number | null, careShort: boolean, heavy: boolean, none: boolean }
/**
 * What of the shelf serves a mend on this fabric, best first: what withstands the wash, is no heavier than the fabric, is there, and of
 * those the lightest.
 */
export function suitedTo(kind: MendKind, supplies: readonly Supply[], fabric: Pick<Fabric, 'massGsm'> | null, washC: number): Suited[] {
  const stuck = kind !== 'embroidery'
  return supplies.filter(s => FAMILIES_FOR[kind].includes(s.family) && (!stuck || s.adhesive !== null)).map((supply): Suited => {
    const standsC = supply.washC ?? (supply.adhesive ? ADHESIVES[supply.adhesive].washC[1] : null)
    return {
      supply, standsC, careShort: standsC !== null && standsC < washC, heavy: fabric !== null && supply.massGsm > fabric.massGsm,
      none: supply.stockM <= 0,
    }
  }).sort((a, b) => Number(a.careShort) - Number(b.careShort) || Number(a.heavy) - Number(b.heavy) || Number(a.none) - Number(b.none)
    || a.supply.massGsm - b.supply.massGsm)
}

/** Fine and soft: its shapes are backed with a soft knit and basted, with no web on them. */
export const wantsSoftBacking = (f: Pick<Fabric, 'nap' | 'fibres'>): boolean =>
  f.nap === 'texture' || f.fibres.some(x => x.fibre === 'silk')
/** The soft knit of the shelf that goes behind such a fabric: one that stands the wash, no heavier than it, the lightest; else null. */
export function softBacking(supplies: readonly Supply[], fabric: Pick<Fabric, 'massGsm'>, washC: number): Supply | null {
  const stands = (s: Supply) => Number((s.washC ?? ADHESIVES[s.adhesive!].washC[1]) < washC)
  return supplies.filter(s => s.family === 'fusible' && s.base === 'knit' && s.adhesive !== null && s.massGsm <= fabric.massGsm)
    .sort((a, b) => stands(a) - stands(b) || Number(a.stockM <= 0) - Number(b.stockM <= 0) || a.massGsm - b.massGsm)[0] ?? null
}

/** Area of all shapes of an appliqué, cm². */
export const shapesCm2 = (w: SpecOf<'applique'>): number => w.shapes.reduce((s, x) => s + x.count * areaMm2(shapeOutline(x)), 0) / 100
