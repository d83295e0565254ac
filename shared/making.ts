/** From what is pressed while making to what is done under the iron: the one way, for the screen and the server. */
import { boxOf, type Outline } from '#core/geometry'
import { nest, piecingOf, placesAlong, pressingTurns, type PatchArea, type Seam } from '#core/patchwork'
import { openStretches, shortenLegs, tapeCut, type Easing, type HemAsk } from '#core/hem'
import { labOf } from '#core/colour'
import { IRON_KINDS, type SurfaceKindKey, type IronKindKey } from '#core/materials'
import { stripsFor, waddingFrom, type SeamDetailAsk, type SeamDetailKey, type SupportKey } from '#core/seam'
import type { SolePlacement } from '#core/positions'
import type { FabricInput } from '#core/stack'
import { made, type Line, type MadeMaking } from './made'
import { toFabricInput, toEvidence, toSupplyInput } from './mappers'
import { operationsOfMend } from './mending'
import type { Fabric, PressCloth, Iron, Making, Rules, Supply, SpecOf } from './schemas'

/** One ply of fabric whose thickness nobody gave, mm. */
const USUAL_PLY_MM = 0.3

/** The patches of a grid as core takes them. @param plyMmOf thickness of a fabric named beside it */
export function patchesOf(spec: SpecOf<'patchwork'>, plyMmOf: (fabric: number) => number = () => USUAL_PLY_MM): PatchArea[] {
  const known = spec.colours.map(c => ({ lightness: labOf(c.hex).l, plyMm: c.fabric === null ? USUAL_PLY_MM : plyMmOf(c.fabric) }))
  return spec.patches.map(([x, y, wideMm, highMm, colour]) => ({ x, y, wideMm, highMm, ...known[colour]! }))
}

/** A plain grid: so wide each column, so high each row. */
export function plainPatches(
  columnsMm: readonly number[], rowsMm: readonly number[], colourAt: (row: number, column: number) => number,
): SpecOf<'patchwork'>['patches'] {
  const before = (sizes: readonly number[], n: number) => sizes.slice(0, n).reduce((s, v) => s + v, 0)
  return rowsMm.flatMap((h, r) => columnsMm.map((w, c): SpecOf<'patchwork'>['patches'][number] =>
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

function ofPatchwork(m: Making, spec: SpecOf<'patchwork'>): MadeMaking[] {
  const patches = patchesOf(spec), piecing = piecingOf(patches, spec.first, spec.closed)
  const { side } = nest(piecing, patches, { fixed: spec.turned, ties: spec.ties })
  const byId = new Map(piecing.seams.map(s => [s.id, s])), steps = new Map<number, Seam[]>()
  for (const t of pressingTurns(piecing, spec.open ? null : side, spec.sewnFirst))
    steps.set(t.step, [...(steps.get(t.step) ?? []), byId.get(t.seam)!])
  const ops: MadeMaking[] = []
  const last = steps.size - 1 - (spec.closed ? 1 : 0)
  for (const [step, seams] of steps) {
    const [one] = seams
    const joining = step >= last && one!.depth === 0 ? 'joining seams' : unitWords(one!, step)
    const what = spec.sewnFirst ? 'whole block' : one!.unit === 'close' ? 'closing seam' : joining
    for (let from = 0; from < seams.length; from += MOST_LINES) {
      const part = seams.slice(from, from + MOST_LINES), n = from === 0 ? '' : `.${from / MOST_LINES}`
      ops.push(made(
        m, `step${step}${n}`, `${m.name}, ${what}`, 'seam', { how: 'seamDetail', seamDetail: spec.open ? 'seamOpen' : 'seamOneSide' },
        part.map(seamLine), ops.length > 0 ? [ops.at(-1)!.id] : [],
      ))
    }
  }
  return ops
}
const unitWords = (s: Seam, step: number): string => `${s.axis === 'down' ? 'row' : 'column'} ${step + 1}`

function ofHem(m: Making, spec: SpecOf<'hem'>): MadeMaking[] {
  const turnedPlies = spec.turnMm > 0 ? 2 as const : 1 as const
  const hem = (what: string, name: string, lines: Line[]): MadeMaking =>
    ({ ...made(m, what, name, 'hem', { how: 'hem', turnedPlies }, lines), supplyId: m.supplyId })
  if (spec.task === 'shorten') {
    // Said where it cannot be.
    shortenLegs(spec.legs, spec.depthMm, spec.turnMm, spec.taper)
    return spec.legs.map((l, i) => hem(`leg${i}`, `${m.name}, ${l.name.toLowerCase()}`, [along(spec.aroundMm)]))
  }
  const stretches = openStretches(spec.stretches, spec.aroundMm)
  if (stretches.length === 0) return []
  return numbered(m, spec.count).map((name, n) => hem(`hem${n}`, name, stretches.map(r => along(r.lengthMm, 0, r.fromMm))))
}

/** So much of an ironed fabric each walk across it takes in, mm. */
const WALK_MM = 100
/** Fabric is pressed flat in walks no longer than the board, mm. */
const MOST_WALKS = 40

/** All that a making asks for under the iron. @throws RangeError where it cannot be as it stands */
export function operationsOfMaking(m: Making): MadeMaking[] {
  const { spec } = m
  switch (spec.kind) {
    case 'seamDetail':
      return numbered(m, spec.count).map((name, n) =>
        made(m, `n${n}`, name, 'seam', { how: 'seamDetail', seamDetail: spec.seamDetail }, [along(spec.lengthMm)]))
    case 'hem':
      return ofHem(m, spec)
    case 'patchwork':
      return ofPatchwork(m, spec)
    case 'strips': {
      const s = stripsFor(spec)
      return [made(
        m, 'fold', m.name, 'seam', { how: 'seamDetail', seamDetail: 'binding' },
        s.folds.map((_, i) => along(s.lengthMm, i * (spec.wideMm + 20))),
      )]
    }
    case 'wadding': {
      const w = waddingFrom(spec.top, spec.marginMm, spec.sheets)
      if (!w || w.joinsMm.length === 0) return []
      return [made(m, 'tape', m.name, 'tape', { how: 'tape' }, w.joinsMm.map((mm, i) => along(mm, i * 150)))].map(o =>
        ({ ...o, supplyId: m.supplyId }))
    }
    case 'flatten': {
      const walks = Math.min(MOST_WALKS, Math.max(1, Math.ceil(spec.lengthMm / WALK_MM)))
      return [made(
        m, 'flat', m.name, 'flatten', { how: 'flatten', body: spec.body },
        Array.from({ length: walks }, (_, i) => ({ x0: 0, y0: -i * WALK_MM, x1: spec.wideMm, y1: -i * WALK_MM })),
      )]
    }
    case 'remedy':
      return [spec.recipe
        ? { ...made(m, 'remedy', m.name, 'remedy', { how: 'remedy' }, []), supplyId: m.supplyId,
            area: boxOf({ left: 0, right: spec.wideMm, bottom: 0, top: spec.highMm }) }
        : made(m, 'remedy', m.name, 'fingers', { how: 'hand' }, [])]
    default:
      return operationsOfMend(m, spec)
  }
}

/** Of a sole's length so much moves on from one position to the next. */
export const REACH_SHARE = 0.85
const MOST_PLACEMENTS = 400
/** Where the sole is set down along lines, each from its middle outward, nose along it. */
export function placementsAlong(lines: readonly Line[], kind: IronKindKey): SolePlacement[] {
  let reachMm = IRON_KINDS[kind].soleMm[0] * REACH_SHARE
  const longMm = (l: Line) => Math.hypot(l.x1 - l.x0, l.y1 - l.y0)
  const count = () => lines.reduce((s, l) => s + Math.max(1, Math.ceil(longMm(l) / reachMm)), 0)
  // More places than can be numbered are walked in longer steps.
  while (count() > MOST_PLACEMENTS && reachMm < 1e6) reachMm *= 1.25
  return lines.flatMap((l) => {
    // Counter-clockwise from up, as a position counts.
    const mm = longMm(l), headingDeg = (Math.atan2(l.x0 - l.x1, l.y1 - l.y0) * 180 / Math.PI + 360) % 360
    return placesAlong(mm, reachMm).map(at => ({
      x: l.x0 + (l.x1 - l.x0) * at / Math.max(1e-9, mm), y: l.y0 + (l.y1 - l.y0) * at / Math.max(1e-9, mm), headingDeg,
    }))
  })
}
const AROUND_MM = 24
/** The fabric about the lines, as it is drawn. */
export function outlineAbout(lines: readonly Line[]): Outline {
  const xs = lines.flatMap(l => [l.x0, l.x1]), ys = lines.flatMap(l => [l.y0, l.y1])
  return boxOf({
    left: Math.min(...xs) - AROUND_MM, right: Math.max(...xs) + AROUND_MM, bottom: Math.min(...ys) - AROUND_MM,
    top: Math.max(...ys) + AROUND_MM,
  })
}

interface PressSetup { iron: Iron, pressCloth: PressCloth | null, surface: SurfaceKindKey, rules: Rules, kit: readonly SupportKey[] }
/** A feature of a fabric as core is asked. */
export const toSeamDetailAsk = (seamDetail: SeamDetailKey, fabric: Fabric, { iron, pressCloth, surface, rules,
  kit }: PressSetup): SeamDetailAsk => ({
  seamDetail, fabric: toFabricInput(fabric), iron: { kind: iron.kind, settings: iron.settings.map(s => ({ ...s })) },
  pressCloth: pressCloth?.kind ?? null, surface,
  blendRule: rules.blend, evidence: toEvidence(fabric), kit: [...kit],
  house: { piecing: rules.piecing, cooling: rules.cooling, alwaysPressCloth: rules.pressCloth === 'always' },
})
/** A hem as core is asked. */
export const toHemAsk = (
  fabric: Fabric, lining: Fabric | null, tape: Supply, dryTape: Supply | null, turnedPlies: 1 | 2,
  { iron, pressCloth, surface, rules }: PressSetup,
): HemAsk => ({
  fabric: toFabricInput(fabric), turnedPlies, tape: toSupplyInput(tape), dryTape: dryTape && toSupplyInput(dryTape),
  lining: lining && toFabricInput(lining), pressCloth: pressCloth?.kind ?? 'muslin', surface,
  iron: { kind: iron.kind, settings: iron.settings.map(s => ({ ...s })) }, blendRule: rules.blend, evidence: toEvidence(fabric),
  cooling: rules.cooling,
})
/** Wadding as a fabric. */
export const waddingFabric = (spec: SpecOf<'wadding'>): FabricInput => ({
  fibres: [{ fibre: spec.fibre, sharePct: 100 }], construction: 'fleece', massGsm: spec.massGsm, thicknessMm: spec.thicknessMm,
  mayGetWet: true, nap: 'none', finishes: [],
})

/** Tape of a hem in all, m, and what it is cut into. */
export function tapeOf(spec: SpecOf<'hem'>, tape?: Easing): { pieces: number, metres: number } {
  const radiusMm = spec.curve?.radiusMm ?? null
  const cuts = spec.task === 'shorten'
    ? spec.legs.flatMap(() => tapeCut([{ fromMm: 0, lengthMm: spec.aroundMm }], spec.aroundMm, radiusMm, tape))
    : tapeCut(spec.stretches, spec.aroundMm, radiusMm, tape)
  const times = spec.task === 'shorten' ? 1 : spec.count
  return { pieces: times * cuts.reduce((s, c) => s + c.pieces, 0), metres: times * cuts.reduce((s, c) => s + c.totalMm, 0) / 1000 }
}
