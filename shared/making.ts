/** From what is pressed while making to what is done under the iron: the one way, for the screen and the server. */
import { boxOf, type Outline } from '#core/geometry'
import { nest, piecingOf, placesAlong, pressingTurns, type Patch, type Seam } from '#core/grid'
import { openRuns, shortenLegs, tapeCut, type HemAsk } from '#core/hem'
import { labOf } from '#core/colour'
import { IRON_KINDS, type BedKindKey, type IronKindKey } from '#core/materials'
import { stripsFor, waddingFrom, type FeatureAsk, type FeatureKey, type SupportKey } from '#core/seam'
import type { Print } from '#core/setdown'
import type { ClothInput } from '#core/stack'
import { made, type Line, type MadeMaking } from './made'
import { toClothInput, toEvidence, toSupplyInput } from './mappers'
import { operationsOfMend } from './mending'
import type { Cloth, Cover, Iron, Making, Rules, Supply, WorkOf } from './schemas'

/** One ply of cloth whose thickness nobody gave, mm. */
const USUAL_PLY_MM = 0.3

/** The patches of a grid as core takes them. @param plyMmOf thickness of a cloth named beside it */
export function patchesOf(work: WorkOf<'grid'>, plyMmOf: (cloth: number) => number = () => USUAL_PLY_MM): Patch[] {
  const known = work.colours.map(c => ({ lightness: labOf(c.hex).l, plyMm: c.cloth === null ? USUAL_PLY_MM : plyMmOf(c.cloth) }))
  return work.patches.map(([x, y, wideMm, highMm, colour]) => ({ x, y, wideMm, highMm, ...known[colour]! }))
}

/** A plain grid: so wide each column, so high each row. */
export function plainPatches(
  columnsMm: readonly number[], rowsMm: readonly number[], colourAt: (row: number, column: number) => number,
): WorkOf<'grid'>['patches'] {
  const before = (sizes: readonly number[], n: number) => sizes.slice(0, n).reduce((s, v) => s + v, 0)
  return rowsMm.flatMap((h, r) => columnsMm.map((w, c): WorkOf<'grid'>['patches'][number] =>
    [before(columnsMm, c), before(rowsMm, r), w, h, colourAt(r, c)]))
}

const along = (lengthMm: number, x = 0, y = 0): Line => ({ x0: x, y0: y, x1: x, y1: y + lengthMm })
const seamLine = (s: Seam): Line => s.axis === 'down'
  ? { x0: s.atMm, y0: -s.fromMm, x1: s.atMm, y1: -s.toMm }
  : { x0: s.fromMm, y0: -s.atMm, x1: s.toMm, y1: -s.atMm }

const numbered = (m: Pick<Making, 'name'>, count: number): string[] =>
  Array.from({ length: count }, (_, n) => (count > 1 ? `${m.name} ${n + 1}` : m.name))

/** Seams laid beside each other go under the iron as one as long as they are of one unit. */
const MOST_LINES = 60

function ofGrid(m: Making, work: WorkOf<'grid'>): MadeMaking[] {
  const patches = patchesOf(work), piecing = piecingOf(patches, work.first, work.closed)
  const { side } = nest(piecing, patches, { fixed: work.turned, ties: work.ties })
  const byId = new Map(piecing.seams.map(s => [s.id, s])), steps = new Map<number, Seam[]>()
  for (const t of pressingTurns(piecing, work.open ? null : side)) steps.set(t.step, [...(steps.get(t.step) ?? []), byId.get(t.seam)!])
  const ops: MadeMaking[] = []
  const last = steps.size - 1 - (work.closed ? 1 : 0)
  for (const [step, seams] of steps) {
    const [one] = seams
    const what = one!.unit === 'close' ? 'closing seam' : step >= last && one!.depth === 0 ? 'joining seams' : unitWords(one!, step)
    for (let from = 0; from < seams.length; from += MOST_LINES) {
      const part = seams.slice(from, from + MOST_LINES), n = from === 0 ? '' : `.${from / MOST_LINES}`
      ops.push(made(
        m, `step${step}${n}`, `${m.name}, ${what}`, 'seam', { how: 'feature', feature: work.open ? 'seamOpen' : 'seamOneSide' },
        part.map(seamLine), ops.length > 0 ? [ops.at(-1)!.id] : [],
      ))
    }
  }
  return ops
}
const unitWords = (s: Seam, step: number): string => `${s.axis === 'down' ? 'row' : 'column'} ${step + 1}`

function ofHem(m: Making, work: WorkOf<'hem'>): MadeMaking[] {
  const turnedPlies = work.turnMm > 0 ? 2 as const : 1 as const
  const hem = (what: string, name: string, lines: Line[]): MadeMaking =>
    ({ ...made(m, what, name, 'hem', { how: 'hem', turnedPlies }, lines), supplyId: m.supplyId })
  if (work.task === 'shorten') {
    // Said where it cannot be.
    shortenLegs(work.legs, work.depthMm, work.turnMm, work.taper)
    return work.legs.map((l, i) => hem(`leg${i}`, `${m.name}, ${l.name.toLowerCase()}`, [along(work.aroundMm)]))
  }
  const runs = openRuns(work.runs, work.aroundMm)
  if (runs.length === 0) return []
  return numbered(m, work.count).map((name, n) => hem(`hem${n}`, name, runs.map(r => along(r.lengthMm, 0, r.fromMm))))
}

/** So much of an ironed cloth each walk across it takes in, mm. */
const WALK_MM = 100
/** Cloth is pressed flat in walks no longer than the board, mm. */
const MOST_WALKS = 40

/** All that a making asks for under the iron. @throws RangeError where it cannot be as it stands */
export function operationsOfMaking(m: Making): MadeMaking[] {
  const { work } = m
  switch (work.kind) {
    case 'feature':
      return numbered(m, work.count).map((name, n) =>
        made(m, `n${n}`, name, 'seam', { how: 'feature', feature: work.feature }, [along(work.lengthMm)]))
    case 'hem':
      return ofHem(m, work)
    case 'grid':
      return ofGrid(m, work)
    case 'strips': {
      const s = stripsFor(work)
      return [made(
        m, 'fold', m.name, 'seam', { how: 'feature', feature: 'binding' },
        s.folds.map((_, i) => along(s.lengthMm, i * (work.wideMm + 20))),
      )]
    }
    case 'wadding': {
      const w = waddingFrom(work.top, work.marginMm, work.sheets)
      if (!w || w.joinsMm.length === 0) return []
      return [made(m, 'tape', m.name, 'tape', { how: 'tape' }, w.joinsMm.map((mm, i) => along(mm, i * 150)))].map(o =>
        ({ ...o, supplyId: m.supplyId }))
    }
    case 'flatten': {
      const walks = Math.min(MOST_WALKS, Math.max(1, Math.ceil(work.lengthMm / WALK_MM)))
      return [made(
        m, 'flat', m.name, 'flatten', { how: 'flatten', body: work.body },
        Array.from({ length: walks }, (_, i) => ({ x0: 0, y0: -i * WALK_MM, x1: work.wideMm, y1: -i * WALK_MM })),
      )]
    }
    case 'remedy':
      return [work.recipe
        ? { ...made(m, 'remedy', m.name, 'remedy', { how: 'remedy' }, []), supplyId: m.supplyId,
            area: boxOf({ left: 0, right: work.wideMm, bottom: 0, top: work.highMm }) }
        : made(m, 'remedy', m.name, 'fingers', { how: 'hand' }, [])]
    default:
      return operationsOfMend(m, work)
  }
}

/** Of a sole's length so much moves on from one set-down to the next. */
export const REACH_SHARE = 0.85
const MOST_PRINTS = 400
/** Where the sole is set down along lines, each from its middle outward, nose along it. */
export function printsAlong(lines: readonly Line[], kind: IronKindKey): Print[] {
  let reachMm = IRON_KINDS[kind].soleMm[0] * REACH_SHARE
  const longMm = (l: Line) => Math.hypot(l.x1 - l.x0, l.y1 - l.y0)
  const count = () => lines.reduce((s, l) => s + Math.max(1, Math.ceil(longMm(l) / reachMm)), 0)
  // More places than can be numbered are walked in longer steps.
  while (count() > MOST_PRINTS && reachMm < 1e6) reachMm *= 1.25
  return lines.flatMap((l) => {
    // Counter-clockwise from up, as a set-down counts.
    const mm = longMm(l), headingDeg = (Math.atan2(l.x0 - l.x1, l.y1 - l.y0) * 180 / Math.PI + 360) % 360
    return placesAlong(mm, reachMm).map(at => ({
      x: l.x0 + (l.x1 - l.x0) * at / Math.max(1e-9, mm), y: l.y0 + (l.y1 - l.y0) * at / Math.max(1e-9, mm), headingDeg,
    }))
  })
}
const AROUND_MM = 24
/** The cloth about the lines, as it is drawn. */
export function outlineAbout(lines: readonly Line[]): Outline {
  const xs = lines.flatMap(l => [l.x0, l.x1]), ys = lines.flatMap(l => [l.y0, l.y1])
  return boxOf({
    left: Math.min(...xs) - AROUND_MM, right: Math.max(...xs) + AROUND_MM, bottom: Math.min(...ys) - AROUND_MM,
    top: Math.max(...ys) + AROUND_MM,
  })
}

interface Bench { iron: Iron, cover: Cover | null, bed: BedKindKey, rules: Rules, kit: readonly SupportKey[] }
/** A feature of a cloth as core is asked. */
export const toFeatureAsk = (feature: FeatureKey, cloth: Cloth, { iron, cover, bed, rules, kit }: Bench): FeatureAsk => ({
  feature, cloth: toClothInput(cloth), iron: { kind: iron.kind, stops: iron.stops.map(s => ({ ...s })) }, cover: cover?.kind ?? null, bed,
  blendRule: rules.blend, evidence: toEvidence(cloth), kit: [...kit],
  house: { piecing: rules.piecing, cooling: rules.cooling, alwaysCover: rules.cover === 'always' },
})
/** A hem as core is asked. */
export const toHemAsk = (
  cloth: Cloth, lining: Cloth | null, tape: Supply, dryTape: Supply | null, turnedPlies: 1 | 2, { iron, cover, bed, rules }: Bench,
): HemAsk => ({
  cloth: toClothInput(cloth), turnedPlies, tape: toSupplyInput(tape), dryTape: dryTape && toSupplyInput(dryTape),
  lining: lining && toClothInput(lining), cover: cover?.kind ?? 'muslin', bed,
  iron: { kind: iron.kind, stops: iron.stops.map(s => ({ ...s })) }, blendRule: rules.blend, evidence: toEvidence(cloth),
  cooling: rules.cooling,
})
/** Wadding as a cloth. */
export const waddingCloth = (work: WorkOf<'wadding'>): ClothInput => ({
  fibres: [{ fibre: work.fibre, sharePct: 100 }], construction: 'fleece', massGsm: work.massGsm, thicknessMm: work.thicknessMm,
  mayGetWet: true, nap: 'none', finishes: [],
})

/** Tape of a hem in all, m, and what it is cut into. */
export function tapeOf(work: WorkOf<'hem'>): { pieces: number, metres: number } {
  const radiusMm = work.curve?.radiusMm ?? null
  const cuts = work.task === 'shorten'
    ? work.legs.flatMap(() => tapeCut([{ fromMm: 0, lengthMm: work.aroundMm }], work.aroundMm, radiusMm))
    : tapeCut(work.runs, work.aroundMm, radiusMm)
  const times = work.task === 'shorten' ? 1 : work.count
  return { pieces: times * cuts.reduce((s, c) => s + c.pieces, 0), metres: times * cuts.reduce((s, c) => s + c.totalMm, 0) / 1000 }
}
