import { CONSTRUCTIONS, FIBRES, isProtein } from '../materials'
import { pressedS, USUAL_HABITS, type HouseHabits, type PressSetup, type Recipe } from './recipe'

/** Room to err about a recipe. */
export interface Margins {
  /** How many seconds shorter still bonds, longer still does not hurt. */
  lessS: number
  moreS: number
  /** How far the sole may be under or over its mean, °C. */
  coolerC: number
  hotterC: number
}

export type ScorePartKey = 'room' | 'seconds' | 'patience' | 'harm' | 'turning' | 'face'

/** One part of a recipe's score: the figure it was read from (°C, s, severity) and the points it gives or takes. */
export interface ScorePart { key: ScorePartKey, got: number, points: number }

/**
 * Room to err up to here counts in full, beyond it a quarter, and no more beyond the last, °C: between two safe recipes the quicker
 * wins unless its room is thin.
 */
const ENOUGH_C = 8, GENEROUS_C = 25, BEYOND_ENOUGH = 0.25
/** A second to spare is worth so many degrees; a count is off by one anyway. */
const S_AS_C = 4, COUNT_OFF_S = 1
const PER_SECOND = 0.25, PER_SECOND_OVER_PATIENCE = 0.5, PER_HARM = 4, TURNING = 1

/** Points for room to err, °C. */
export const roomPoints = (roomC: number): number =>
  Math.min(roomC, ENOUGH_C) + Math.max(0, Math.min(roomC, GENEROUS_C) - ENOUGH_C) * BEYOND_ENOUGH

/** From the right side there is more to spoil; most on what shines or is wool. Points, ours. */
const FROM_FACE = 2, FROM_SHY_FACE = 5
const faceCost = ({ construction, fibres }: PressSetup['fabric']): number =>
  CONSTRUCTIONS[construction].isSmooth || fibres.some(f => isProtein(FIBRES[f.fibre]) && f.sharePct >= 20) ? FROM_SHY_FACE : FROM_FACE

/** Points per part; a choice of ours, shown beside every recipe. */
export function scoreParts(
  setup: Pick<PressSetup, 'fabric' | 'habits'>, recipe: Recipe, margins: Pick<Margins, 'coolerC' | 'hotterC' | 'lessS' | 'moreS'>,
  harm: number,
): ScorePart[] {
  const habits = setup.habits ?? USUAL_HABITS
  const roomC = Math.min(margins.coolerC, margins.hotterC, (Math.min(margins.lessS, margins.moreS) + COUNT_OFF_S) * S_AS_C, GENEROUS_C)
  const longest = Math.max(recipe.holdS, recipe.passes === 2 ? recipe.secondS ?? recipe.holdS : 0)
  const overS = Math.max(0, longest - habits.patienceS)
  const isFromFace = recipe.firstSide === 'face' || recipe.passes === 2
  return [
    { key: 'room', got: roomC, points: roomPoints(roomC) },
    { key: 'seconds', got: pressedS(recipe), points: -pressedS(recipe) * PER_SECOND },
    { key: 'patience', got: overS, points: -overS * PER_SECOND_OVER_PATIENCE },
    { key: 'harm', got: harm, points: -harm * PER_HARM },
    { key: 'turning', got: recipe.passes - 1, points: -(recipe.passes - 1) * TURNING },
    { key: 'face', got: isFromFace ? 1 : 0, points: isFromFace ? -faceCost(setup.fabric) : 0 },
  ]
}

export const totalOf = (parts: readonly ScorePart[]): number => parts.reduce((s, p) => s + p.points, 0)

/** What a hold costs in points, for those who weigh places of the map and supplies against each other. */
export const secondsCost = (holdS: number, habits: HouseHabits = USUAL_HABITS): number =>
  holdS * PER_SECOND + Math.max(0, holdS - habits.patienceS) * PER_SECOND_OVER_PATIENCE
