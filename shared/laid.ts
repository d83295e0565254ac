/** A swatch under the iron as a board keeps it: what lies there, how far it has come, and the swatch that it becomes. */
import { newPressing, phaseOf, plannedBond, soleReadings, type BoardPiece } from '#core/press'
import { adhesiveOf, type Course, type EvaluateOptions, type PressSetup, type Recipe } from '#core/recipe'
import { toRecipePayload } from './mappers'
import type { Fabric, Iron, PressCloth, Supply, SwatchBody } from './schemas'

/** What was judged so far, kept until the swatch is. */
export interface Judged {
  grade: number | null
  marks: SwatchBody['marks']
  where: Partial<Record<SwatchBody['marks'][number], string>>
  measured: Partial<Record<SwatchBody['readings'][number]['kind'], number | undefined>>
  note: string
}
const unjudged = (): Judged => ({ grade: null, marks: [], where: {}, measured: {}, note: '' })

export interface Laid extends BoardPiece {
  fabricId: string
  supplyId: string
  ironId: string
  pressClothId: string | null
  fabricName: string
  supplyName: string
  pressClothName: string | null
  surface: SwatchBody['surface']
  fabricLot: string
  supplyLot: string
  overSupplyIds: string[]
  planId: string | null
  scrap: number | null
  predicted: SwatchBody['predicted']
  /** The setup and what was learned when it was laid up, and the bond each hold is meant to come to. */
  setup: PressSetup
  taught: EvaluateOptions
  planned: number[]
  judged: Judged
  /** Wall time of the first touch, ms. */
  startedAt: number | null
}
/** What lies on the board, and the recipe that it is pressed by. */
export interface LaidUp {
  fabric: Fabric
  supply: Supply
  over: readonly Supply[]
  iron: Iron
  pressCloth: PressCloth | null
  surface: SwatchBody['surface']
  setup: PressSetup
  recipe: Recipe
  course: Course
  taught: EvaluateOptions
  /** Where it is a scrap of a plan. */
  plan: { planId: string, scrap: number } | null
}
/** A harm from here on is predicted by name. */
const WORTH_NAMING = 0.5

/** Laid up and not begun. @param key its own; the swatch will bear it */
export function laidUp(key: string, laid: LaidUp): Laid {
  const { fabric, supply, over, iron, pressCloth, surface, setup, recipe, course, taught, plan } = laid
  return {
    key, ironKey: iron.id, fabricId: fabric.id, supplyId: supply.id, ironId: iron.id, pressClothId: pressCloth?.id ?? null,
    fabricName: fabric.name, supplyName: supply.name, pressClothName: pressCloth?.name ?? null, surface, fabricLot: fabric.lot,
    supplyLot: supply.lot, overSupplyIds: over.map(s => s.id), planId: plan?.planId ?? null, scrap: plan?.scrap ?? null,
    predicted: {
      bond: course.finalBond, harm: course.harm, peakC: course.peakC, windowC: [...adhesiveOf(setup, taught).windowC],
      worst: course.harm >= WORTH_NAMING ? (course.flags[0]?.kind ?? null) : null,
    },
    setup, taught, planned: plannedBond(setup, recipe, taught), judged: unjudged(), pressing: newPressing(recipe), startedAt: null,
  }
}
/** What was laid up and not begun makes room for another; what runs or lies to cool stays. */
export const laidBeside = (pieces: readonly Laid[], piece: Laid): Laid[] =>
  [...pieces.filter(p => phaseOf(p.pressing) !== 'ready'), piece]
/** Of one that was pressed: the next one, with nothing judged of it yet. */
export const laidAgain = (l: Laid, key: string): Laid => ({ ...l, key, judged: unjudged(), startedAt: null })
/** The moment of its first touch is kept. @param nowMs wall time */
export const begunAt = (l: Laid, nowMs: number): Laid =>
  (l.startedAt === null && l.pressing.startedS !== null ? { ...l, startedAt: nowMs } : l)

/** A swatch keeps no more events than this. */
const MOST_EVENTS = 200
/** As the server keeps it. @param nowMs wall time, for one whose first touch was not seen */
export function swatchOf(
  l: Laid, judged: Pick<SwatchBody, 'grade' | 'marks' | 'markWhere' | 'note' | 'readings'>, nowMs: number,
): SwatchBody {
  const { pressing: s } = l
  const events = [...s.events, ...soleReadings(s, l.setup, l.taught)].sort((a, b) => a.atS - b.atS).slice(0, MOST_EVENTS)
  return {
    clientKey: l.key, fabricId: l.fabricId, supplyId: l.supplyId, ironId: l.ironId, pressClothId: l.pressClothId, surface: l.surface,
    recipe: toRecipePayload(s.recipe), predicted: { ...l.predicted },
    events: events.map(e => ({ atS: e.atS, kind: e.kind, soleC: e.soleC ?? null })), doubts: s.doubts.map(d => ({ ...d })), ...judged,
    fabricLot: l.fabricLot, supplyLot: l.supplyLot, overSupplyIds: l.overSupplyIds, planId: l.planId, scrap: l.scrap,
    pressedAt: new Date(l.startedAt ?? nowMs).toISOString(),
  }
}
