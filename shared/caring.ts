/** From a job, its pieces and makings to what its care depends on: the one way, for the screen and the slip on paper. */
import type { CarePart, IronStay, ResinInWash, WashRound, WashSeen } from '#core/care'
import { bondAtGrade } from '#core/learn'
import { clothLimit } from '#core/limit'
import { RESINS, type FibreKey, type ResinKey } from '#core/materials'
import type { Bench } from '#core/recipe'
import { toClothInput, toEvidence, toHabits, toJudged, toSupplyInput } from './mappers'
import type { Cloth, Job, JobPiece, Making, Rules, Supply, SupplyWashes } from './schemas'

export interface CareThings {
  cloths: readonly Cloth[]
  supplies: readonly Supply[]
  pieces: readonly Pick<JobPiece, 'clothId' | 'backingId' | 'foamId' | 'webId'>[]
  makings: readonly Making[]
  rules: Rules
  /** The hottest that a trim was settled at, by supply, °C. */
  settledC: Readonly<Record<string, number | null>>
}
/** A backing on a cloth, as a garment carries it. */
export interface CarePair { cloth: Cloth, supply: Supply }
export const pairKey = (p: { cloth: { id: string }, supply: { id: string } }): string => `${p.cloth.id} ${p.supply.id}`

type JobGround = Pick<Job, 'cloths' | 'trimIds'>

/** What is stuck or sewn behind which cloth of a garment, each once. */
export function carePairs(job: JobGround, t: CareThings): CarePair[] {
  const found = new Map<string, CarePair>()
  const add = (clothId: string | null, supplyId: string | null) => {
    const cloth = t.cloths.find(c => c.id === clothId), supply = t.supplies.find(s => s.id === supplyId)
    if (cloth && supply) found.set(pairKey({ cloth, supply }), { cloth, supply })
  }
  for (const c of job.cloths) add(c.clothId, c.supplyId)
  for (const p of t.pieces) for (const id of [p.backingId, p.foamId, p.webId]) add(p.clothId, id)
  return [...found.values()]
}

/** The wearer's iron over a fused pair. */
export const ironBench = ({ cloth, supply }: CarePair, rules: Rules): Bench => ({
  cloth: toClothInput(cloth), supply: toSupplyInput(supply), iron: { kind: 'household', stops: [] }, cover: null, bed: 'padded',
  blendRule: rules.blend, habits: toHabits(rules), evidence: toEvidence(cloth),
})

type MendPart = Extract<CarePart, { part: 'mend' }>
const mendPart = (m: Making, fibre: FibreKey | null, resin: ResinKey | null, supply: Supply | null, backOnly: boolean): MendPart => ({
  part: 'mend', name: m.name, fibres: fibre ? [fibre] : [], resin: supply?.resin ?? resin, washC: supply?.washC ?? null,
  tumble: supply?.tumble ?? null, backOnly,
})
/** What a making leaves on the garment for good; none where it only presses. */
function mendOf(m: Making, supplies: readonly Supply[]): MendPart[] {
  const supply = supplies.find(s => s.id === m.supplyId) ?? null
  switch (m.work.kind) {
    case 'hem':
    case 'patch':
    case 'applique':
      return supply ? [mendPart(m, null, null, supply, false)] : []
    case 'motif':
      return [mendPart(m, m.work.item.fibre, m.work.item.resin, supply, m.work.item.form === 'film')]
    case 'lettering':
      return [mendPart(m, m.work.item.fibre, m.work.item.resin, supply, true)]
    case 'transfer':
      return [mendPart(m, null, m.work.resin, supply, true)]
    case 'labels':
      return [mendPart(m, null, 'polyurethane', null, true)]
    case 'crest': {
      const fused = m.work.layers.flatMap(l => (l.kind === 'fused' && l.supply !== null ? [m.supplyIds[l.supply]] : []))
      return fused.flatMap(id => supplies.filter(s => s.id === id)).map(s => mendPart(m, null, null, s, false))
    }
    default:
      return []
  }
}

/** All parts of a garment that have a say in its care. @param stays how its iron may rest, by pair; what is not there is not worked out */
export function careParts(job: JobGround, t: CareThings, stays: ReadonlyMap<string, readonly IronStay[]>): CarePart[] {
  const ids = new Set([...job.cloths.map(c => c.clothId), ...t.makings.flatMap(m => [m.clothId, m.liningId, ...m.clothIds])])
  const cloths = t.cloths.filter(c => ids.has(c.id)).map((c): CarePart => ({
    part: 'cloth', name: c.name, fibres: c.fibres.map(f => f.fibre), finishes: c.finishes,
    limit: clothLimit(toClothInput(c), t.rules.blend, toEvidence(c)),
  }))
  const backings = carePairs(job, t).map((p): CarePart => ({
    part: 'backing', name: p.supply.name, fibre: p.supply.base === 'none' ? null : p.supply.baseFibre,
    resin: p.supply.resin, washC: p.supply.washC, tumble: p.supply.tumble, stays: stays.get(pairKey(p)) ?? null,
  }))
  const trims = job.trimIds.flatMap(id => t.supplies.filter(s => s.id === id)).map((s): CarePart => ({
    part: 'trim', name: s.name, fibres: [s.baseFibre], settledC: t.settledC[s.id] ?? null,
  }))
  return [...cloths, ...backings, ...trims, ...t.makings.flatMap(m => mendOf(m, t.supplies))]
}

/** A fusible as a wash meets it; null where it carries no resin. */
export function inWash(supply: Supply, cloth: Pick<Cloth, 'finishes'> | null, wear = 1): ResinInWash | null {
  if (!supply.resin) return null
  const resin = RESINS[supply.resin]
  return {
    resin, limitC: supply.washC ?? resin.washC[1], tumble: supply.tumble ?? resin.tumble, wear,
    repellent: cloth?.finishes.includes('waterRepellent') ?? false,
  }
}

/** What washes of a supply teach, each with its own cloth. */
export function washesSeen(supply: Supply, cloths: readonly Cloth[], { swatches }: SupplyWashes): WashSeen[] {
  return swatches.flatMap((s): WashSeen[] => {
    const resin = inWash(supply, cloths.find(c => c.id === s.clothId) ?? null)
    if (!resin) return []
    return [{
      bond: bondAtGrade(s.grade), resin, rounds: s.rounds, round: { washC: s.washC, tumble: s.tumble, softener: false },
      judged: toJudged({ grade: s.after, marks: s.marks as never, readings: [] }),
    }]
  })
}

/** A bond before its first wash: as its swatch was graded, else as its leaflet would make it. */
const UNWASHED_BOND = 1.25
export const bondBefore = (grade: number | null): { bond: number, from: 'measured' | 'model' } =>
  grade === null ? { bond: UNWASHED_BOND, from: 'model' } : { bond: bondAtGrade(grade), from: 'measured' }

export const roundOf = (job: Pick<Job, 'washC' | 'tumble'>): WashRound => ({ washC: job.washC, tumble: job.tumble, softener: false })

/** Fusibles of the shelf that could take the place of one in a hotter wash: of its family, about its weight, the nearest first. */
export function insteadOf(pair: CarePair, supplies: readonly Supply[], washC: number, tumble: Job['tumble']): Supply[] {
  const order = ['no', 'low', 'yes']
  return supplies.filter((s) => {
    const w = inWash(s, pair.cloth)
    return w !== null && s.id !== pair.supply.id && s.family === pair.supply.family && w.limitC >= washC
      && order.indexOf(w.tumble) >= order.indexOf(tumble) && Math.abs(s.massGsm - pair.supply.massGsm) <= pair.supply.massGsm * 0.5
  }).sort((a, b) => Math.abs(a.massGsm - pair.supply.massGsm) - Math.abs(b.massGsm - pair.supply.massGsm))
}
