/** From a job, its pieces and makings to what its care depends on: the one way, for the screen and the card on paper. */
import type { CarePart, IronStay, AdhesiveInWash, StuckLayers, WashRound, WashSeen } from '#core/care'
import { bondAtGrade } from '#core/learn'
import { fabricLimit } from '#core/limit'
import { ADHESIVES } from '#core/materials'
import type { PressSetup } from '#core/recipe'
import { habitsOf } from './house'
import { leftOf, stuckLayersOf } from './making'
import { toFabricInput, toEvidence, toJudged, toSupplyInput } from './mappers'
import type { Fabric, Job, JobPiece, Making, Rules, Supply, SupplyWashes } from './schemas'

export interface CareThings {
  fabrics: readonly Fabric[]
  supplies: readonly Supply[]
  pieces: readonly Pick<JobPiece, 'fabricId' | 'interfacingId' | 'foamId' | 'webId'>[]
  makings: readonly Making[]
  rules: Rules
  /** The hottest that a trim was preshrunk at, by supply, °C. */
  preshrunkC: Readonly<Record<string, number | null>>
}
/** An interfacing on a fabric, as a garment carries it. */
export interface CarePair { fabric: Fabric, supply: Supply }
export const pairKey = (p: { fabric: { id: string }, supply: { id: string } }): string => `${p.fabric.id} ${p.supply.id}`

type JobGround = Pick<Job, 'fabrics' | 'trimIds'>

/** What is stuck or sewn behind which fabric of a garment, each once. */
export function carePairs(job: JobGround, t: CareThings): CarePair[] {
  const found = new Map<string, CarePair>()
  const add = (fabricId: string | null, supplyId: string | null) => {
    const fabric = t.fabrics.find(c => c.id === fabricId), supply = t.supplies.find(s => s.id === supplyId)
    if (fabric && supply) found.set(pairKey({ fabric, supply }), { fabric, supply })
  }
  for (const c of job.fabrics) add(c.fabricId, c.supplyId)
  for (const p of t.pieces) for (const id of [p.interfacingId, p.foamId, p.webId]) add(p.fabricId, id)
  return [...found.values()]
}

/** The wearer's iron over a fused pair. */
export const ironSetup = ({ fabric, supply }: CarePair, rules: Rules): PressSetup => ({
  fabric: toFabricInput(fabric), supply: toSupplyInput(supply), iron: { kind: 'household', settings: [] }, pressCloth: null,
  surface: 'padded',
  blendRule: rules.blend, habits: habitsOf(rules), evidence: toEvidence(fabric),
})

/** Where the stays of what a making sticks on are kept, beside those of the pairs. */
export const stuckKey = (m: Pick<Making, 'id'>): string => `making ${m.id}`
/** What the makings of a garment stick on which of its fabrics, by making. */
export function stuckThings(job: JobGround, t: CareThings): { key: string, layers: StuckLayers }[] {
  return t.makings.flatMap((m) => {
    const fabricOf = (id: string | null | undefined) => t.fabrics.find(c => c.id === id) ?? null
    const garment = fabricOf(m.fabricId) ?? fabricOf(job.fabrics[0]?.fabricId), supply = t.supplies.find(s => s.id === m.supplyId) ?? null
    const layers = garment && stuckLayersOf(m, garment, fabricOf(m.fabricIds[0]), supply)
    return layers ? [{ key: stuckKey(m), layers }] : []
  })
}

/**
 * All parts of a garment that have a say in its care. @param stays how its iron may rest, by pair and by making; what is not there is not
 * worked out
 */
export function careParts(job: JobGround, t: CareThings, stays: ReadonlyMap<string, readonly IronStay[]>): CarePart[] {
  const ids = new Set([...job.fabrics.map(c => c.fabricId), ...t.makings.flatMap(m => [m.fabricId, m.liningId, ...m.fabricIds])])
  const fabrics = t.fabrics.filter(c => ids.has(c.id)).map((c): CarePart => ({
    part: 'fabric', name: c.name, fibres: c.fibres.map(f => f.fibre), finishes: c.finishes,
    limit: fabricLimit(toFabricInput(c), t.rules.blend, toEvidence(c)),
  }))
  const interfacings = carePairs(job, t).map((p): CarePart => ({
    part: 'interfacing', name: p.supply.name, fibre: p.supply.base === 'none' ? null : p.supply.baseFibre,
    adhesive: p.supply.adhesive, washC: p.supply.washC, tumble: p.supply.tumble, stays: stays.get(pairKey(p)) ?? null,
  }))
  const trims = job.trimIds.flatMap(id => t.supplies.filter(s => s.id === id)).map((s): CarePart => ({
    part: 'trim', name: s.name, fibres: [s.baseFibre], preshrunkC: t.preshrunkC[s.id] ?? null,
  }))
  return [...fabrics, ...interfacings, ...trims, ...t.makings.flatMap(m =>
    leftOf(m, t.supplies).map((p): CarePart => ({ ...p, stays: stays.get(stuckKey(m)) ?? null })))]
}

/** A fusible as a wash meets it; null where it carries no adhesive. */
export function inWash(supply: Supply, fabric: Pick<Fabric, 'finishes'> | null, wear = 1): AdhesiveInWash | null {
  if (!supply.adhesive) return null
  const adhesive = ADHESIVES[supply.adhesive]
  return {
    adhesive, limitC: supply.washC ?? adhesive.washC[1], tumble: supply.tumble ?? adhesive.tumble, wear,
    repellent: fabric?.finishes.includes('waterRepellent') ?? false,
  }
}

/** What washes of a supply teach, each with its own fabric. */
export function washesSeen(supply: Supply, fabrics: readonly Fabric[], { swatches }: SupplyWashes): WashSeen[] {
  return swatches.flatMap((s): WashSeen[] => {
    const adhesive = inWash(supply, fabrics.find(c => c.id === s.fabricId) ?? null)
    if (!adhesive) return []
    return [{
      bond: bondAtGrade(s.grade), adhesive, rounds: s.rounds, round: { washC: s.washC, tumble: s.tumble, softener: false },
      judged: toJudged({ grade: s.after, marks: s.marks as never, readings: [] }),
    }]
  })
}

/** A bond before its first wash: as its swatch was graded, else as its maker's instructions would make it. */
const UNWASHED_BOND = 1.25
export const bondBefore = (grade: number | null): { bond: number, from: 'measured' | 'estimate' } =>
  grade === null ? { bond: UNWASHED_BOND, from: 'estimate' } : { bond: bondAtGrade(grade), from: 'measured' }

export const roundOf = (job: Pick<Job, 'washC' | 'tumble'>): WashRound => ({ washC: job.washC, tumble: job.tumble, softener: false })

/** Fusibles of the shelf that could take the place of one in a hotter wash: of its family, about its weight, the nearest first. */
export function insteadOf(pair: CarePair, supplies: readonly Supply[], washC: number, tumble: Job['tumble']): Supply[] {
  const order = ['no', 'low', 'yes']
  return supplies.filter((s) => {
    const w = inWash(s, pair.fabric)
    return w !== null && s.id !== pair.supply.id && s.family === pair.supply.family && w.limitC >= washC
      && order.indexOf(w.tumble) >= order.indexOf(tumble) && Math.abs(s.massGsm - pair.supply.massGsm) <= pair.supply.massGsm * 0.5
  }).sort((a, b) => Math.abs(a.massGsm - pair.supply.massGsm) - Math.abs(b.massGsm - pair.supply.massGsm))
}
