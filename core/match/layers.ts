import { bendingOfRigidityMm, compositeBendingMm, compositeLimits, typicalCoupling, type Ply } from '../stiffness'
import { FABRIC_BENDING_MM, typicalInterfacingBendingMm } from '../materials'
import type { CandidateKind, MatchFabric, MatchQuery, MatchSupply } from './types'

/** A way of interfacing the fabric before it is judged. */
export interface Layered { key: string, kind: CandidateKind, supplies: MatchSupply[] }

/** Up to this weight an interfacing counts as light enough to be laid double, g/m². */
const LIGHT_GSM = 70
/** An interfacing to lay over foam, or under a web, is wanted near this weight, g/m². */
const OVER_FOAM_GSM = 70, UNDER_WEB_GSM = 40
const PARTNERS = 3

const near = (gsm: number) => (a: MatchSupply, b: MatchSupply) =>
  Math.abs(a.massGsm - gsm) - Math.abs(b.massGsm - gsm) || (a.code < b.code ? -1 : 1)

/**
 * Every interfacing and layering the place asks for. Partners are picked by weight alone, from the whole shelf, so that what is
 * offered never depends on which others are barred. Linear in the shelf.
 */
export function layerings(query: MatchQuery, shelf: readonly MatchSupply[]): Layered[] {
  const { layers } = query.place
  const all: Layered[] = shelf.map(s => ({ key: s.id, kind: s.family === 'sewIn' ? 'sewIn' : 'single', supplies: [s] }))
  if (layers.includes('double')) {
    for (const s of shelf)
      if (s.family === 'fusible' && s.massGsm <= LIGHT_GSM) all.push({ key: `${s.id}+${s.id}`, kind: 'double', supplies: [s, s] })
  }
  if (layers.includes('overFoam')) {
    const partners = shelf
      .filter(s => s.family === 'fusible' && s.base !== 'none')
      .sort(near(OVER_FOAM_GSM))
      .slice(0, PARTNERS)
    for (const foam of shelf)
      if (foam.family === 'foam') for (const p of partners) all.push({ key: `${foam.id}+${p.id}`, kind: 'overFoam', supplies: [foam, p] })
  }
  if (layers.includes('withWeb')) {
    const webs = shelf
      .filter(s => s.family === 'web' && s.base === 'none')
      .sort(near(UNDER_WEB_GSM))
      .slice(0, PARTNERS)
    for (const base of shelf)
      if (base.family === 'sewIn') for (const w of webs) all.push({ key: `${base.id}+${w.id}`, kind: 'withWeb', supplies: [w, base] })
  }
  return all
}

/** Bending length of the fabric by itself: measured, or its construction's. */
export const fabricBendingMm = (c: MatchFabric): number => c.bendingMm ?? FABRIC_BENDING_MM[c.construction]

export const fabricPly = (c: MatchFabric): Ply => ({ massGsm: c.massGsm, thicknessMm: c.thicknessMm, bendingMm: fabricBendingMm(c) })

export const supplyPly = (s: MatchSupply): Ply => ({
  massGsm: s.massGsm, thicknessMm: s.thicknessMm, bendingMm: s.bendingMm ?? typicalInterfacingBendingMm(s.base, s.massGsm),
})

/** Fabric and interfacing together: bending length, mm, after a full bond; sewn layers slip on each other. */
export function layeredBendingMm(fabric: MatchFabric, layered: Layered): number {
  const own = fabricPly(fabric)
  if (layered.kind === 'selfFabric') return slipping([own, own])
  if (layered.kind === 'sewIn') return slipping([own, ...layered.supplies.map(supplyPly)])
  const glue = layered.supplies.find(s => s.adhesive)
  const coupling = layered.supplies.length === 1 && layered.supplies[0]!.coupling !== null
    ? layered.supplies[0]!.coupling
    : glue ? typicalCoupling(glue.form, glue.adhesiveGsm, 1) : 0
  return compositeBendingMm([own, ...layered.supplies.map(supplyPly)], coupling)
}

const slipping = (plies: Ply[]): number => bendingOfRigidityMm(plies.reduce((s, p) => s + p.massGsm, 0), compositeLimits(plies).slippingUNm)
