/** What is asked of core for what is pressed along lines, and where the sole goes there: the one way, for the screen and the server. */
import { boxOf, distanceMm, type Outline, type Point } from '#core/geometry'
import { placesAlong } from '#core/patchwork'
import type { HemAsk } from '#core/hem'
import { IRON_KINDS, type SurfaceKindKey, type IronKindKey } from '#core/materials'
import type { SeamDetailAsk, SeamDetailKey, SupportKey } from '#core/seam'
import { insideLine } from '#core/cut'
import { coverPiece, type SolePlacement } from '#core/positions'
import { houseOf } from '../house'
import { soleOf } from '../pressing'
import { toFabricInput, toEvidence, toSupplyInput } from '../mappers'
import type { Fabric, PressCloth, Iron, Rules, Supply } from '../schemas'
import type { Line } from './made'

/** Of a sole's length so much moves on from one position to the next. */
export const REACH_SHARE = 0.85
const MOST_PLACEMENTS = 400
/** Where the sole is set down along a line, straight or with corners and bends, from its middle outward, its nose along it. */
function alongPath(path: readonly Point[], reachMm: number): SolePlacement[] {
  if (path.length < 2) return []
  const fromMm = [0]
  for (let i = 1; i < path.length; i++) fromMm.push(fromMm[i - 1]! + distanceMm(path[i - 1]!, path[i]!))
  const longMm = fromMm.at(-1)!, halfMm = Math.min(reachMm, longMm) / 2
  const pointAt = (mm: number): Point => {
    const i = Math.max(1, fromMm.findIndex(f => f >= mm)), [a, b] = [path[i - 1]!, path[i]!]
    const share = (mm - fromMm[i - 1]!) / Math.max(1e-9, fromMm[i]! - fromMm[i - 1]!)
    return { x: a.x + (b.x - a.x) * share, y: a.y + (b.y - a.y) * share }
  }
  return placesAlong(longMm, reachMm).map((at) => {
    // It points as the stretch under it does, not as the one bend at its middle; counter-clockwise from up, as a position counts.
    const a = pointAt(Math.max(0, at - halfMm)), b = pointAt(Math.min(longMm, at + halfMm))
    return { ...pointAt(at), headingDeg: (Math.atan2(a.x - b.x, b.y - a.y) * 180 / Math.PI + 360) % 360 }
  })
}
/** Where the sole is set down along lines, each from its middle outward, nose along it. */
export function placementsAlong(lines: readonly Line[], kind: IronKindKey): SolePlacement[] {
  let reachMm = IRON_KINDS[kind].soleMm[0] * REACH_SHARE
  const count = () => lines.reduce((s, l) => s + Math.max(1, Math.ceil(Math.hypot(l.x1 - l.x0, l.y1 - l.y0) / reachMm)), 0)
  // More places than can be numbered are walked in longer steps.
  while (count() > MOST_PLACEMENTS && reachMm < 1e6) reachMm *= 1.25
  return lines.flatMap(l => alongPath([{ x: l.x0, y: l.y0 }, { x: l.x1, y: l.y1 }], reachMm))
}
/** Where the sole is set down on a drawn line: along an open one; of a closed one on what it goes round. */
export const placementsOnLine = (line: readonly Point[], kind: IronKindKey): SolePlacement[] => {
  const within = insideLine(line)
  return within.length === 0
    ? alongPath(line, IRON_KINDS[kind].soleMm[0] * REACH_SHARE)
    : within.flatMap(outline => coverPiece({ outline, sole: soleOf(kind), keepOuts: [], walk: 'middle' }).placements)
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
  house: { piecing: rules.piecing, cooling: rules.cooling, alwaysPressCloth: houseOf(rules).isPressClothAlways },
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
