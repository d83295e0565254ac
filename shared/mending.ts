/**
 * From what is mended and put on to what is done under the iron, and to what is asked of core: the one way, for the screen and the
 * server.
 */
import type { Look } from '#core/colour'
import { labOf } from '#core/colour'
import { areaMm2, boundsOf, boxAbout, boxOf, offset, type Outline } from '#core/geometry'
import { TYPICAL_LEAFLETS } from '#core/leaflet'
import { RESINS, type BedKindKey, type ResinKey } from '#core/materials'
import {
  faultsOf, GARMENTS, keepOutOutline, laidAt, patchesFor, shapeCut, shapeOf, sheetBox, type StuckAsk, type StuckSide,
} from '#core/mend'
import { denseParts, type StitchDesign } from '#core/stitch'
import type { ClothInput, SupplyInput } from '#core/stack'
import { fromPayload } from './cutting'
import { made, type MadeMaking } from './made'
import { toClothInput, toEvidence, toIronInput, toSupplyInput } from './mappers'
import type { Cloth, Cover, Iron, LookPayload, Making, MakingWork, Rules, ScrapKept, Supply, WorkOf } from './schemas'

const MEND_KINDS = ['patch', 'motif', 'transfer', 'lettering', 'labels', 'applique', 'crest'] as const
export type MendKind = typeof MEND_KINDS[number]
export type MendWork = Extract<MakingWork, { kind: MendKind }>
export const isMend = (work: MakingWork): work is MendWork => (MEND_KINDS as readonly string[]).includes(work.kind)

export const toLook = (l: LookPayload): Look =>
  ({ palette: l.palette.map(p => ({ ...p, lab: labOf(p.hex) })), figureMm: l.figureMm })
/** A cloth of which only the colour is known. */
export const plainPayload = (hex: string): LookPayload => ({ palette: [{ hex, sharePct: 100 }], figureMm: null, tile: null })

const holesOf = (w: WorkOf<'patch'>): Outline[] => w.holes.map(fromPayload)
/** @throws RangeError as `patchesFor` */
export const patchesOfWork = (w: WorkOf<'patch'>) => patchesFor(holesOf(w), w)

type Placed = WorkOf<'motif'> | WorkOf<'transfer'> | WorkOf<'lettering'> | WorkOf<'crest'>
/** What is placed on a garment, about its own middle. */
export function placedOutlines(w: Placed): Outline[] {
  if (w.kind === 'lettering') return w.outlines.map(fromPayload)
  if (w.kind === 'crest') return w.parts.map(p => fromPayload(p.outline))
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
        `Place: it lies over ${KEEP_OUT_WORD[f.kind]}. That burns fingers and holds the iron off: move it, or take that off.`)
    if (f.why === 'off') throw new RangeError(`Place: part of it lies off the ${GARMENTS[w.place.on].name.toLowerCase()}. Move it.`)
  }
}
export const designOf = (w: WorkOf<'crest'>): StitchDesign => ({ parts: w.parts.map(p => ({ ...p, outline: fromPayload(p.outline) })) })
/** A shape as it lies on its ground. @throws RangeError where it has no size */
export const shapeOutline = (s: WorkOf<'applique'>['shapes'][number]): Outline =>
  s.kind === 'drawn' && s.outline ? fromPayload(s.outline) : shapeOf(s.kind === 'drawn' ? 'disc' : s.kind, s.wideMm, s.highMm)

/** Says why a mend cannot be as it stands. @throws RangeError */
export function judgeMend(work: MendWork): void {
  switch (work.kind) {
    case 'patch':
      patchesOfWork(work)
      return
    case 'lettering':
      if (work.outlines.length === 0) throw new RangeError('Letters: write some, or take an outline.')
      placeOrThrow(work)
      return
    case 'crest':
      denseParts(designOf(work))
      placeOrThrow(work)
      return
    case 'motif':
    case 'transfer':
      placeOrThrow(work)
      return
    case 'applique':
      for (const s of work.shapes) shapeCut(shapeOutline(s), s.edge, work.tracedOn)
      return
    case 'labels':
      if (work.texts.every(t => t.trim() === '')) throw new RangeError('Labels: write at least one.')
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
export function operationsOfMend(m: Making, work: MendWork): MadeMaking[] {
  judgeMend(work)
  const all: MadeMaking[] = []
  const add = (what: string, name: string, kind: MadeMaking['kind'], how: MadeMaking['work'], more: Partial<MadeMaking> = {}): string => {
    const one = { ...made(m, what, name, kind, how, []), ...more }
    all.push(one)
    return one.id
  }
  const glued = { supplyId: m.supplyId }
  switch (work.kind) {
    case 'patch': {
      const patches = patchesOfWork(work)
      for (const [n, name] of times(m, work.count).entries()) for (const [i, p] of patches.entries()) {
        const called = patches.length > 1 ? `${name}, patch ${i + 1}` : name, area = p.outline
        let needs: string[] = []
        if (work.papered) {
          const tack = add(`tack${n}.${i}`, called, 'tack', { how: 'tack', shape: null }, { ...glued, area, clothId: null })
          needs = [add(`peel${n}.${i}`, called, 'peel', { how: 'hand' }, { needs: [tack], clothId: null })]
        }
        add(`patch${n}.${i}`, called, 'patch', { how: 'stuck', shape: null }, { ...glued, area, needs })
      }
      return all
    }
    case 'motif': {
      const area = placedAt(work), keepOuts = keptOff(work)
      for (const [n, name] of times(m, work.count).entries()) {
        const press = add(`motif${n}`, name, 'motif', { how: 'stuck', shape: null }, { ...glued, area, keepOuts })
        if (work.sewToo || work.smallChild) add(`sew${n}`, name, 'stitch', { how: 'hand' }, { needs: [press] })
      }
      return all
    }
    case 'transfer': {
      const area = placedAt(work), keepOuts = keptOff(work)
      for (const [n, name] of times(m, work.count).entries()) {
        const press = add(
          `transfer${n}`, name, 'transfer', { how: 'stuck', shape: null }, { ...glued, area, keepOuts, motion: 'circles' },
        )
        add(`peel${n}`, name, 'peel', { how: 'hand' }, { needs: [press] })
      }
      return all
    }
    case 'lettering': {
      const area = placedAt(work), keepOuts = keptOff(work)
      for (const [n, name] of times(m, work.count).entries())
        add(`letters${n}`, name, 'letters', { how: 'stuck', shape: null }, { ...glued, area, keepOuts })
      return all
    }
    case 'labels': {
      const count = work.texts.filter(t => t.trim() !== '').length, area = labelsBox(work, count)
      let needs: string[] = []
      if (m.supplyId)
        needs = [add('back', `${m.name}, backing`, 'fuse', { how: 'backing', supplyId: m.supplyId, clothId: m.clothId },
          { ...glued, area })]
      const press = add('print', m.name, 'transfer', { how: 'stuck', shape: null }, { area, needs, motion: 'circles' })
      add('peel', m.name, 'peel', { how: 'hand' }, { needs: [press] })
      return all
    }
    case 'applique': {
      const before: string[] = []
      for (const [i, s] of work.shapes.entries()) {
        const one = shapeOutline(s), sheet = sideBySide(one, s.count), clothId = m.clothIds[s.cloth] ?? null
        const tack = add(`tack${i}`, s.name, 'tack', { how: 'tack', shape: i }, { ...glued, area: sheet, clothId })
        const needs = work.papered ? [add(`peel${i}`, s.name, 'peel', { how: 'hand' }, { needs: [tack], clothId })] : [tack]
        for (const [n, name] of times(s, s.count).entries())
          before.push(add(`shape${i}.${n}`, name, 'shape', { how: 'stuck', shape: i }, { ...glued, area: one, needs }))
      }
      add('sew', `${m.name}, edges`, 'stitch', { how: 'hand' }, { needs: before })
      return all
    }
    case 'crest': {
      const area = placedAt(work), ground = offset([area], CREST_ROUND_MM)[0] ?? area
      for (const [n, name] of times(m, work.count).entries()) {
        const fused = work.layers.flatMap((l, i) => {
          const supplyId = l.supply === null ? null : m.supplyIds[l.supply] ?? null
          if (l.kind !== 'fused' || !supplyId) return []
          return [add(
            `back${n}.${i}`, `${name}, backing`, 'fuse', { how: 'backing', supplyId, clothId: m.clothId }, { supplyId, area: ground },
          )]
        })
        const sewn = add(`stitch${n}`, name, 'stitch', { how: 'hand' }, { needs: fused })
        // Face down on a soft bed, round the dense parts.
        const parts = work.parts.map(p => fromPayload(p.outline))
        const at = (o: Outline) => laidWithin(o, work)
        add(`press${n}`, `${name}, face down`, 'flatten', { how: 'feature', feature: 'crease' }, {
          area: ground, keepOuts: parts.map(at), needs: [sewn],
        })
      }
      return all
    }
  }
}
/** Cloth pressed about a crest, mm. */
const CREST_ROUND_MM = 25
/** A part of a design where it lies on the garment: placed as its whole is. */
function laidWithin(part: Outline, w: WorkOf<'crest'>): Outline {
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
const PAPER_MM = { A4: 210, A3: 297 } as const
/** All labels side by side as they come off their sheet. */
export const labelsBox = (w: Pick<WorkOf<'labels'>, 'wideMm' | 'highMm' | 'paper'>, count: number): Outline =>
  sheetBox(w, count, PAPER_MM[w.paper])

const FORM = {
  woven: { construction: 'twill', nap: 'none' }, felt: { construction: 'felt', nap: 'none' },
  padded: { construction: 'fleece', nap: 'none' }, film: { construction: 'satin', nap: 'none' },
} as const
type Item = WorkOf<'motif'>['item']
/** What is stuck on, as a cloth. */
export const itemCloth = (i: Item): ClothInput => ({
  fibres: [{ fibre: i.fibre, sharePct: 100 }], ...FORM[i.form], massGsm: i.massGsm, thicknessMm: i.thicknessMm,
  mayGetWet: true, finishes: [],
})
/** A transfer's film, typical. */
const FILM: ClothInput = {
  fibres: [{ fibre: 'polyester', sharePct: 100 }], construction: 'satin', massGsm: 90, thicknessMm: 0.1, mayGetWet: false, nap: 'none',
  finishes: [],
}
/** Resin of what carries its own, g/m². Typical. */
const OWN_RESIN_GSM = 40
const ownGlue = (resin: ResinKey, resinGsm = OWN_RESIN_GSM): SupplyInput =>
  ({ massGsm: resinGsm, thicknessMm: 0.1, base: 'polyester', resin, resinGsm })
/** A scrap as a cloth: of a cloth that is known, or of what was said of it. */
export const scrapCloth = (s: ScrapKept, cloth: Cloth | null): ClothInput => cloth
  ? { ...toClothInput(cloth), massGsm: s.massGsm }
  : { fibres: [], construction: 'poplin', massGsm: s.massGsm, thicknessMm: 0.27 * s.massGsm / 120, mayGetWet: true, nap: 'none',
      finishes: [] }

/** Seconds that a sheet of this resin commonly asks for, where its own says nothing; typical. */
const usualHoldS = (resin: ResinKey): number => TYPICAL_LEAFLETS[resin].hand?.holdS ?? RESINS[resin].holdS

export interface MendThings {
  garment: Cloth
  /** What is stuck on, where that is a cloth: the scrap, or the cloth of a shape. */
  item: ClothInput | null
  supply: Supply | null
  iron: Iron
  cover: Cover | null
  bed: BedKindKey
  rules: Rules
}
/** A mend as core is asked; null where what it is stuck with is not known. */
export function toStuckAsk(work: MendWork, { garment, item, supply, iron, cover, bed, rules }: MendThings): StuckAsk | null {
  const here = {
    garment: toClothInput(garment), bed, iron: toIronInput(iron), blendRule: rules.blend, evidence: toEvidence(garment),
    cooling: rules.cooling, lean: rules.bearing === 'weight' ? 'weight' as const : 'lean' as const, fromGarment: true, inside: false,
    under: null, first: null as StuckSide | null, leastS: 0, cover: cover?.kind ?? 'muslin' as const,
  }
  const glue = supply?.resin ? toSupplyInput(supply) : null
  switch (work.kind) {
    case 'patch':
      return item && glue && { ...here, item, glue, inside: true, first: 'item', fromItem: true, under: 'muslin', methods: ['dry', 'damp'] }
    case 'motif': {
      const film = work.item.form === 'film'
      return {
        ...here, item: itemCloth(work.item), glue: glue ?? ownGlue(work.item.resin), fromItem: !film, methods: ['dry', 'damp'],
        first: work.from === 'computed' ? null : work.from === 'front' ? 'item' : 'garment',
      }
    }
    case 'transfer':
      return {
        ...here, item: FILM, glue: glue ?? ownGlue(work.resin), fromItem: true, cover: 'parchment', first: 'item', methods: ['dry'],
        leastS: work.holdS ?? usualHoldS(glue?.resin ?? work.resin),
      }
    case 'lettering':
      return {
        ...here, item: itemCloth(work.item), glue: glue ?? ownGlue(work.item.resin), fromItem: false, under: 'parchment', methods: ['damp'],
        cover: cover && cover.kind !== 'parchment' && cover.kind !== 'slipSheet' ? cover.kind : 'muslin',
      }
    case 'labels':
      return {
        ...here, item: FILM, glue: ownGlue('polyurethane'), fromItem: true, fromGarment: false, cover: 'parchment', methods: ['dry'],
        leastS: usualHoldS('polyurethane'),
      }
    case 'applique':
      return item && glue && { ...here, item, glue, fromItem: true, methods: ['dry', 'damp'] }
    case 'crest':
      return null
  }
}

/** Which families of the shelf serve a mend. */
const FAMILIES_FOR: Record<MendKind, readonly Supply['family'][]> = {
  patch: ['web'], motif: ['patch'], transfer: ['transfer', 'web'], lettering: ['web', 'lettering'], labels: ['fusible'], applique: ['web'],
  crest: ['fusible', 'hoop', 'stiffener', 'web'],
}
export interface Suited { supply: Supply, standsC: number | null, careShort: boolean, heavy: boolean, none: boolean }
/**
 * What of the shelf serves a mend on this cloth, best first: what stands the wash, is no heavier than the cloth, is there, and of those
 * the lightest.
 */
export function suitedTo(kind: MendKind, supplies: readonly Supply[], cloth: Pick<Cloth, 'massGsm'> | null, washC: number): Suited[] {
  const stuck = kind !== 'crest'
  return supplies.filter(s => FAMILIES_FOR[kind].includes(s.family) && (!stuck || s.resin !== null)).map((supply): Suited => {
    const standsC = supply.washC ?? (supply.resin ? RESINS[supply.resin].washC[1] : null)
    return {
      supply, standsC, careShort: standsC !== null && standsC < washC, heavy: cloth !== null && supply.massGsm > cloth.massGsm,
      none: supply.stockM <= 0,
    }
  }).sort((a, b) => Number(a.careShort) - Number(b.careShort) || Number(a.heavy) - Number(b.heavy) || Number(a.none) - Number(b.none)
    || a.supply.massGsm - b.supply.massGsm)
}

/** Area of all shapes of an appliqué, cm². */
export const shapesCm2 = (w: WorkOf<'applique'>): number => w.shapes.reduce((s, x) => s + x.count * areaMm2(shapeOutline(x)), 0) / 100
