import { stiffnessAway, stiffnessOf, stiffnessRangeMm } from '../stiffness'
import { fabricLimit } from '../limit'
import { gradeOfMaker, lotOf, readLot, type LotReading } from '../instructions'
import { FIBRES } from '../materials'
import type { PressSetup, HouseHabits, MethodAnswer, Recipe, SearchOptions } from '../recipe'
import { asTested, chooseRecipe, USUAL_HABITS, whyNone } from '../recipe'
import { careStood, exclusionsOf, opennessOf } from './exclude'
import { fabricKind, usualness } from './kind'
import { fabricBendingMm, layeredBendingMm, layerings, type Layered } from './layers'
import { HEAVIEST, isFirm, isStructural, FIRM_HEAVIER, partsOf, scoreOf, secondsPart, windowPart, type Figures } from './score'
import {
  WISH_OF, type Candidate, type Clash, type Excluded, type Exclusion, type Fault, type Match, type MatchQuery, type MatchSupply,
  type Part, type Wish, type WishCost,
} from './types'
import { heatGround, heatVerdict, type HeatVerdict } from './window'

/** Keeping the drape lets the bending length grow by no more than this factor. */
const DRAPE_KEPT_FACTOR = 1.25
/** Where a place wants light body, this many times the fabric's own bending length is body enough. */
const LIMP_FACTOR = 1.6
/** From here on something is crisp beside its own fabric. */
const CRISPER_FACTOR = 1.35
/** What an interfacing may add to a fabric that has hand enough. */
const STIFFER_FACTOR = 1.35
/** Scores this near to each other are a tie. */
const TIE = 0.01
/** So many are looked at for ties. */
const EXPLAINED = 100
/** Two layers of dots strike through from here: openness × adhesive of both, g/m². */
const DOUBLED_STRIKES_GSM = 9
/** Cutting leaves about this much of a width unused. */
const CUTTING_WASTE = 1.15
const USUAL_WIDTH_MM = 900

/** The range of bending length wanted, mm. */
function wantedRangeMm(query: MatchQuery): [number, number] {
  const stiffness = query.stiffness ?? query.place.stiffness
  const c = fabricBendingMm(query.fabric)
  if (stiffness === 'keep') return [c * 0.85, c * DRAPE_KEPT_FACTOR]
  const [fromMm, toMm] = stiffnessRangeMm(stiffness)
  // A fabric already stiffer than the place asks for is not made limper by any interfacing: its own hand, a little firmer, is wanted.
  if (query.stiffness === null && c > toMm) return [c, c * STIFFER_FACTOR]
  // Crisp is crisp against the fabric: of a limp one it begins sooner.
  if (query.stiffness === null && stiffness === 'crisp') return [Math.min(fromMm, c * CRISPER_FACTOR), toMm]
  // A very limp fabric has body enough before it reaches that class; a hand asked for by name is taken at its word.
  return [query.stiffness === null && stiffness === 'light' ? Math.min(fromMm, c * LIMP_FACTOR) : fromMm, toMm]
}

function needOf(query: MatchQuery, supplies: readonly MatchSupply[]): Candidate['need'] {
  if (query.needM2 <= 0 || supplies.length === 0) return null
  const metresOf = (s: MatchSupply) => query.needM2 * CUTTING_WASTE / ((s.widthMm ?? USUAL_WIDTH_MM) / 1000)
  const metres = Math.max(...supplies.map(metresOf))
  const used = new Map<MatchSupply, number>()
  for (const s of supplies) used.set(s, (used.get(s) ?? 0) + metresOf(s))
  return {
    metres,
    cost: supplies.every(s => s.pricePerM !== null) ? supplies.reduce((sum, s) => sum + metresOf(s) * s.pricePerM!, 0) : null,
    shortM: Math.max(0, ...[...used].map(([s, m]) => m - s.stockM)),
  }
}

interface Judge {
  query: MatchQuery
  wantedMm: [number, number]
  mostDrapeMm: number
  unknownFabric: boolean
  /** What heat can do with each supply that carries adhesive. */
  verdicts: Map<MatchSupply, HeatVerdict>
}

/** What own swatches tested of an interfacing that is fused by itself; null where nothing was. */
const testedOf = (query: Pick<MatchQuery, 'tested'>, { kind, supplies }: Pick<Candidate, 'kind' | 'supplies'>): Recipe | null =>
  kind === 'single' ? query.tested?.[supplies[0]!.id] ?? null : null

function candidateOf(judge: Judge, layered: Layered): Candidate {
  const { query, wantedMm } = judge
  const glued = layered.kind === 'selfFabric' || layered.kind === 'sewIn' ? undefined : layered.supplies.find(s => s.adhesive)
  const verdict = glued ? judge.verdicts.get(glued)! : null
  const bendingMm = layeredBendingMm(query.fabric, layered)
  const measured = query.fabric.bendingMm !== null && layered.supplies.every(s => s.bendingMm !== null)
  const figures: Figures = {
    bendingMm, wantedMm, stiffnessOrigin: layered.supplies.some(s => s.coupling !== null) ? 'measured' : measured ? 'estimate' : 'typical',
    reachC: verdict?.reachC ?? null, idealC: verdict?.open ? verdict.idealC : null, unknownFabric: judge.unknownFabric,
  }
  const parts = partsOf(query, layered, figures), tested = testedOf(query, layered)
  return {
    key: layered.key, kind: layered.kind, supplies: layered.supplies, bendingMm, stiffness: stiffnessOf(bendingMm), score: scoreOf(parts),
    parts,
    faults: faultsOf(query, layered), tie: null, reachC: figures.reachC, recipe: tested,
    recipeFrom: tested ? 'tested' : 'estimate', margins: null, need: needOf(query, layered.supplies),
  }
}

/** Under this an interfacing is so little usual here that it is said. */
const UNUSUAL_UNDER = 0.4

function faultsOf(query: MatchQuery, { supplies }: Layered): Fault[] {
  const faults: Fault[] = []
  const interfacingGsm = supplies.reduce((s, x) => s + x.massGsm, 0)
  if (!isStructural(query.place) && interfacingGsm > query.fabric.massGsm * (query.place.stiffness === 'firm' ? FIRM_HEAVIER : 1))
    faults.push({ why: 'heavier', interfacingGsm, fabricGsm: query.fabric.massGsm })
  const kind = fabricKind(query.fabric)
  if (
    (kind === 'tailoring' || kind === 'knit')
    && supplies.some(s => s.family !== 'sewIn' && usualness(kind, query.place, s) < UNUSUAL_UNDER)
  )
    faults.push({ why: 'unusual', wanted: kind })
  return faults
}

const byScore = (a: Candidate, b: Candidate): number => b.score - a.score || (a.key < b.key ? -1 : 1)

/** Where two stand within a hundredth, says which part parted them. */
function explainTies(ranked: Candidate[]): void {
  for (let i = 0; i + 1 < Math.min(ranked.length, EXPLAINED); i++) {
    const a = ranked[i]!, b = ranked[i + 1]!
    if (a.score - b.score > TIE) continue
    const gains = a.parts
      .map((p, k) => ({ key: p.key, gain: p.value * p.weight - b.parts[k]!.value * b.parts[k]!.weight }))
      .sort((x, y) => y.gain - x.gain)
    a.tie = { with: b.key, by: gains[0]!.gain > 1e-9 ? gains[0]!.key : 'code' }
  }
}

const selfFabric: Layered = { key: 'self', kind: 'selfFabric', supplies: [] }

/**
 * Judges the whole shelf for a fabric in a place: what is barred and why, and the rest in order with the parts of their score.
 * Self fabric, sewn in, is always among the answers. Linear in the shelf; the order of the shelf does not matter.
 */
export function matchShelf(query: MatchQuery, shelf: readonly MatchSupply[]): Match {
  const limit = fabricLimit(query.fabric, query.blendRule, query.evidence)
  const ground = heatGround(query, limit)
  const wantedMm = wantedRangeMm(query)
  const own = fabricBendingMm(query.fabric)
  const judge: Judge = { query, wantedMm, mostDrapeMm: own * DRAPE_KEPT_FACTOR, unknownFabric: limit.provisional, verdicts: new Map() }
  const barred = new Map<MatchSupply, Exclusion[]>()
  for (const s of shelf) {
    const verdict = s.adhesive ? heatVerdict(ground, s, query) : null
    if (verdict) judge.verdicts.set(s, verdict)
    barred.set(s, exclusionsOf(query, limit, ground, s, verdict))
  }

  const ranked: Candidate[] = [candidateOf(judge, selfFabric)]
  const excluded: Excluded[] = []
  const doubles: Candidate[] = []
  for (const layered of layerings(query, shelf)) {
    const reasons = layered.supplies.flatMap(s => barred.get(s)!)
    const single = layered.supplies.length === 1
    if (reasons.length === 0 || (!single && isFamilyOnly(reasons))) {
      if (layered.kind === 'double' && isStrikingThroughDoubled(query, layered)) continue
      const candidate = candidateOf(judge, layered)
      const spoils = spoilsOf(judge, candidate, own)
      if (spoils.length === 0) {
        (layered.kind === 'double' ? doubles : ranked).push(candidate)
        continue
      }
      reasons.push(...spoils)
    }
    if (single && reasons[0]!.why !== 'companion') excluded.push({ supply: layered.supplies[0]!, reasons })
  }
  // Two layers are laid only where no single one comes to the hand that is wanted.
  if (!ranked.some(c => c.supplies.length === 1 && stiffnessAway(c.bendingMm, wantedMm) === 0)) ranked.push(...doubles)
  ranked.sort(byScore)
  explainTies(ranked)
  excluded.sort((a, b) => a.supply.code < b.supply.code ? -1 : 1)
  return {
    limit, wantedMm, fabricBendingMm: own, fabricBendingOrigin: query.fabric.bendingMm === null ? 'typical' : 'measured', ranked, excluded,
    companions:
      query.place.key === 'embroideryGround'
        ? shelf.filter(s => s.family === 'hoop' || s.family === 'stiffener').sort((a, b) => (a.code < b.code ? -1 : 1))
        : [],
    wishes: wishCosts(excluded), clashes: clashesOf(query, shelf, judge, limit.soleC),
  }
}

/** A boardy ground: its own loop is as large as this, mm; what is to stiffen it must add a fifth. Practice. */
const BOARDY_MM = 45, ADDS_FACTOR = 1.2
/** What a candidate does that no wish could want. */
function spoilsOf({ query, mostDrapeMm }: Judge, { bendingMm, supplies }: Candidate, ownMm: number): Exclusion[] {
  const out: Exclusion[] = [], interfacingGsm = supplies.reduce((s, x) => s + x.massGsm, 0), { fabric, place } = query
  if (query.drapeKept && bendingMm > mostDrapeMm) out.push({ why: 'drapeLost', bendingMm, mostMm: mostDrapeMm })
  const soft = !isFirm(query) && !isStructural(place) && place.families.includes('fusible')
  if (soft && interfacingGsm > fabric.massGsm * HEAVIEST) out.push({ why: 'tooHeavy', interfacingGsm, fabricGsm: fabric.massGsm })
  if (isFirm(query) && ownMm >= BOARDY_MM && bendingMm < ownMm * ADDS_FACTOR) out.push({ why: 'addsNothing', bendingMm, ownMm })
  return out
}

/** In a pair the partner needs no family of its own in the place: the layering is what the place asks for. */
const isFamilyOnly = (reasons: Exclusion[]): boolean => reasons.every(r => r.why === 'family')

const isStrikingThroughDoubled = (query: MatchQuery, layered: Layered): boolean =>
  opennessOf(query.fabric) * layered.supplies[0]!.adhesiveGsm * 2 > DOUBLED_STRIKES_GSM

/** For each wish: how many it keeps out that nothing else does. */
function wishCosts(excluded: Excluded[]): WishCost[] {
  const costs = new Map<Wish, WishCost>()
  for (const { supply, reasons } of excluded) {
    const wishes = new Set(reasons.map(r => WISH_OF[r.why]))
    const [only] = wishes
    if (wishes.size !== 1 || !only) continue
    const cost = costs.get(only) ?? { wish: only, excludes: 0, firstName: supply.name }
    cost.excludes++
    costs.set(only, cost)
  }
  return [...costs.values()].sort((a, b) => b.excludes - a.excludes)
}

function clashesOf(query: MatchQuery, shelf: readonly MatchSupply[], judge: Judge, soleC: number): Clash[] {
  const clashes: Clash[] = []
  const { washBy, tumbleBy } = careStood(query)
  if (washBy) clashes.push({ why: 'fabricWash', wishC: query.care.washC, fibre: washBy, limitC: FIBRES[washBy].washC })
  if (tumbleBy) clashes.push({ why: 'fabricTumble', fibre: tumbleBy, limit: FIBRES[tumbleBy].tumble as 'no' | 'low' })
  if (query.drapeKept && judge.wantedMm[0] > judge.mostDrapeMm)
    clashes.push({ why: 'rigidDrape', wantedMm: judge.wantedMm, mostMm: judge.mostDrapeMm })
  if (soleC === 0 && !query.place.families.includes('sewIn')) clashes.push({ why: 'placeNeedsHeat', place: query.place.name })
  if (shelf.length === 0) clashes.push({ why: 'shelfEmpty' })
  return clashes
}

/** The setup on which a candidate would be pressed: its layers taken as one interfacing, its adhesive as the glue line. */
export function setupOf(query: MatchQuery, candidate: Candidate): PressSetup | null {
  const glue = candidate.kind === 'sewIn' || candidate.kind === 'selfFabric' ? undefined : candidate.supplies.find(s => s.adhesive)
  if (!glue) return null
  return {
    fabric: query.fabric, iron: query.iron, pressCloth: query.pressCloth, surface: query.surface, blendRule: query.blendRule,
    evidence: query.evidence,
    habits: query.habits,
    supply: {
      massGsm: candidate.supplies.reduce((s, x) => s + x.massGsm, 0),
      thicknessMm: candidate.supplies.reduce((s, x) => s + x.thicknessMm, 0), base: glue.baseFibre, adhesive: glue.adhesive,
      adhesiveGsm: glue.adhesiveGsm, ...sheetOf(glue),
    },
  }
}

/** What a supply's sheet adds to the setup: its grade, its lot, and its recipe where it can be worked out. */
function sheetOf(s: MatchSupply): Pick<PressSetup['supply'], 'grade' | 'lot' | 'sheet'> {
  const sheet = s.sheet ?? null
  const reading: LotReading = readLot(
    { adhesive: s.adhesive!, massGsm: s.massGsm, thicknessMm: s.thicknessMm, base: s.baseFibre, adhesiveGsm: s.adhesiveGsm }, sheet,
  )
  return { grade: gradeOfMaker(sheet), lot: lotOf(reading), ...('instructions' in reading ? { sheet: reading.instructions } : {}) }
}

/** What the full recipe search makes of one candidate. */
export interface Refined {
  key: string
  recipe: Candidate['recipe']
  recipeFrom: Candidate['recipeFrom']
  margins: Candidate['margins']
  blocked: MethodAnswer['blocked']
}

/** Runs the full search for a candidate with what own swatches taught of it, or takes what they tested. Null where nothing is fused. */
export function refineCandidate(query: MatchQuery, candidate: Candidate, options: SearchOptions = {}): Refined | null {
  const setup = setupOf(query, candidate)
  if (!setup) return null
  const taught = candidate.supplies.map(s => query.taught?.[s.id]).find(t => t !== undefined)
  const tested = testedOf(query, candidate), own = tested && asTested(setup, tested, { ...taught, ...options }).found
  if (own) return { key: candidate.key, recipe: own.recipe, recipeFrom: 'tested', margins: own.margins, blocked: null }
  const { answers, leads } = chooseRecipe(setup, { ...taught, ...options })
  const found = leads?.found, isMakers = leads?.way === 'sheet' && setup.supply.sheet !== undefined
  return {
    key: candidate.key, recipe: found?.recipe ?? null, recipeFrom: isMakers ? 'maker' : 'estimate', margins: found?.margins ?? null,
    blocked: found ? null : whyNone(answers),
  }
}

/** Puts refined answers in place: real margins into the scores, and out with what the full search could not open. */
export function withRefined(match: Match, refined: readonly Refined[], habits: HouseHabits = USUAL_HABITS): Match {
  const of = new Map(refined.map(r => [r.key, r]))
  const excluded = [...match.excluded]
  const ranked: Candidate[] = []
  for (const c of match.ranked) {
    const r = of.get(c.key)
    if (!r) {
      ranked.push({ ...c })
    } else if (!r.recipe) {
      if (c.supplies.length === 1) excluded.push({ supply: c.supplies[0]!, reasons: [{ why: 'searched', blocked: r.blocked! }] })
    } else {
      const { recipe, margins, recipeFrom } = r
      const parts = c.parts.map((p): Part =>
        p.key === 'window' && !match.limit.provisional
          ? windowPart(margins!)
          : p.key === 'seconds' ? secondsPart(recipe, habits, recipeFrom) : p,
      )
      const longest = Math.max(recipe.holdS, recipe.secondS ?? 0)
      const faults: Fault[]
        = longest > habits.patienceS ? [...c.faults, { why: 'patience', holdS: longest, patienceS: habits.patienceS }] : c.faults
      ranked.push({ ...c, parts, faults, score: scoreOf(parts), recipe, recipeFrom, margins })
    }
  }
  ranked.sort(byScore)
  explainTies(ranked)
  return { ...match, ranked, excluded: excluded.sort((a, b) => a.supply.code < b.supply.code ? -1 : 1) }
}
