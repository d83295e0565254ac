import { layerOf, timeToReachS } from '../heat'
import { fabricLimit, type FabricLimit } from '../limit'
import { FIBRES, STEAMS_FROM_C } from '../materials'
import {
  allowedSettings, BOND_WANTED, chooseRecipe, COARSE, draftRecipe, evaluate, HARM_ALLOWED, holdPath, holdReaching, adhesiveOf, whyNone,
  type PressSetup, type Blocked, type EvaluateOptions, type IronSetting, type Recipe,
} from '../recipe'
import { planFlatten } from '../seam'
import type { FabricInput, SupplyInput } from '../stack'
import type { CauseKey } from './causes'

/** What can be done about it. */
export const REMEDIES = [
  'pressAgain', 'pressPlaces', 'renew', 'stitch', 'layFlat', 'liftAdhesive', 'steamBrush', 'brushScorch', 'evenOut', 'rinse', 'steamBack',
  'unpick', 'support', 'raisePile', 'steamStrip', 'layBack', 'none',
] as const
export type RemedyKey = (typeof REMEDIES)[number]

/** The piece that is to be saved, as far as it is known. */
export interface Patient extends Omit<PressSetup, 'supply'> {
  /** What is fused on it; null where nothing is. */
  supply: SupplyInput | null
  /** Bond it has now, as judged or computed; 0 where it fell off. */
  bond: number
  /** Brown already: a scorch that no brush takes out. */
  browned: boolean
}

/** Why nothing can be done with an iron. */
export type NoRemedy
  = { why: 'melted' } | { why: 'browned' } | { why: 'glazed' } | { why: 'dyeMoved' } | { why: 'noHeat', fumes: boolean }
    | { why: 'noSteam' } | { why: 'noWay', blocked: Blocked | null }

export interface Remedy {
  key: RemedyKey
  /** How it is pressed, worked out on this piece; null where the sole does not press. */
  recipe: Recipe | null
  /** Where the iron hovers and steams: at which setting, and for how long. */
  hover: { setting: IronSetting, forS: number } | null
  /** Harm that it may do itself, 1 = to be seen. */
  risk: number
  /** Why it cannot be undone; null where there is something to do. */
  cannot: NoRemedy | null
}

const KEY_OF: Record<CauseKey, RemedyKey> = {
  tooCool: 'pressAgain', tooShort: 'pressAgain', tooWet: 'pressAgain', tooThick: 'pressAgain', movedHot: 'pressAgain',
  washTooHot: 'pressAgain',
  missedPlaces: 'pressPlaces', soleHeldOff: 'pressPlaces', sideWrong: 'renew', overFused: 'renew', interfacingHeavy: 'renew',
  finish: 'stitch',
  shrankApart: 'layFlat', openFabric: 'liftAdhesive', webTooLarge: 'liftAdhesive', bareSole: 'steamBrush', tooHot: 'brushScorch',
  melted: 'none',
  waterMarked: 'evenOut', dripping: 'rinse', slid: 'steamBack', trimShrank: 'unpick', littleSupport: 'support', hoopStretched: 'support',
  flatSole: 'raisePile', printedThrough: 'steamStrip', peeledHot: 'layBack', dyeHeat: 'none',
}

/** What is left of a bond that let go counts for so much when it is pressed again; and at least so much is given. */
const LEFT_SHARE = 0.7, LEAST_MORE = 0.4
/** A second to spare over the least. */
const SPARE_S = 2, SHORTEST_S = 3
/** To lift an interfacing or blot adhesive it must melt within this, s. */
const MELTS_WITHIN_S = 25
const HOVER_S = 8, HOVER_PILE_S = 5

const setupOf = ({ bond: _, browned: __, ...setup }: Patient, supply: SupplyInput): PressSetup => ({ ...setup, supply })
const nothing = (cannot: NoRemedy, key: RemedyKey = 'none'): Remedy => ({ key, recipe: null, hover: null, risk: 0, cannot })
const byHand = (key: RemedyKey): Remedy => ({ key, recipe: null, hover: null, risk: 0, cannot: null })

/** Pressed again: the way that is best here, held only as long as what is missing takes. */
function again(key: RemedyKey, p: Patient, options: EvaluateOptions): Remedy {
  if (!p.supply?.adhesive) return byHand(key)
  const setup = setupOf(p, p.supply), { answers, leads: best } = chooseRecipe(setup, options)
  if (!best?.found) return nothing({ why: 'noWay', blocked: whyNone(answers) }, key)
  const { recipe } = best.found
  const more = Math.max(LEAST_MORE, BOND_WANTED - p.bond * LEFT_SHARE)
  if (recipe.passes === 2 || recipe.touches !== undefined || more >= BOND_WANTED) return { key, recipe, hover: null,
    risk: best.found.outcome.harm, cannot: null }
  const path = holdPath(setup, recipe, options)
  const neededS = holdReaching(path, path.bond.progress, more) ?? recipe.holdS
  const held = { ...recipe, holdS: Math.min(recipe.holdS, Math.max(SHORTEST_S, Math.ceil(neededS) + SPARE_S)) }
  return { key, recipe: held, hover: null, risk: evaluate(setup, held, options).harm, cannot: null }
}

/** Warmed until the adhesive melts, from the side it is lifted or blotted on: the coolest setting that does so without harm. */
function melted(key: RemedyKey, p: Patient, limit: FabricLimit, options: EvaluateOptions): Remedy {
  if (!p.supply?.adhesive) return byHand(key)
  const setup = setupOf(p, p.supply), { meltC } = adhesiveOf(setup, options), wantedC = (meltC[0] + meltC[1]) / 2
  const pressCloth = setup.pressCloth ?? 'muslin'
  for (const setting of [...allowedSettings(setup.iron.settings, limit, options.soleOffsetC)].sort((a, b) => a.meanC - b.meanC)) {
    const draft = { ...draftRecipe({ ...setup, pressCloth }, 'dry', setting, 'back', 1, 'weight'), warmS: 0, holdS: MELTS_WITHIN_S }
    const path = holdPath({ ...setup, pressCloth }, draft, { ...options, ...COARSE })
    const atS = timeToReachS(path.run, layerOf(path.run, 'adhesive')!, wantedC)
    if (atS === null) continue
    const holdS = Math.max(SHORTEST_S, Math.ceil(atS))
    // Over-fusing is no matter where the adhesive is to come off again.
    const harm = evaluate({ ...setup, pressCloth }, { ...draft, holdS, coolS: 0 }, options).flags
      .filter(f => f.kind !== 'overFused' && f.kind !== 'strikeThrough')[0]?.severity ?? 0
    if (harm <= HARM_ALLOWED && (limit.maxTouchS === null || holdS <= limit.maxTouchS))
      return { key, recipe: { ...draft, holdS, coolS: 0 }, hover: null, risk: harm, cannot: null }
  }
  return nothing({ why: 'noWay', blocked: null }, key)
}

/** Steam from an iron that does not touch: the coolest setting that steams and that the fabric withstands. */
function hovering(key: RemedyKey, p: Patient, limit: FabricLimit, options: EvaluateOptions): Remedy {
  if (limit.steam === 'no') return nothing({ why: 'noSteam' }, key)
  const offset = options.soleOffsetC ?? 0
  const setting = [...allowedSettings(p.iron.settings, limit, offset)].filter(s => s.meanC + offset >= STEAMS_FROM_C)
    .sort((a, b) => a.meanC - b.meanC)[0]
  if (!setting) return nothing({ why: 'noSteam' }, key)
  return { key, recipe: null, hover: { setting, forS: p.fabric.nap === 'pile' ? HOVER_PILE_S : HOVER_S }, risk: 0, cannot: null }
}

/** Stitched puckers, face down: stiffener soaked in where water may be, and pressed until that is dry; else as a crease is pressed out. */
function flattened(key: RemedyKey, p: Patient): Remedy {
  const { crease, recipe, harm } = planFlatten({
    fabric: p.fabric, iron: p.iron, pressCloth: p.pressCloth, surface: p.surface, blendRule: p.blendRule, evidence: p.evidence,
    house: { piecing: 'steam', cooling: 'touch', alwaysPressCloth: true }, kit: [],
  }, 'starch')
  if (crease.means === 'hover' && crease.recipe)
    return { key, recipe: null, hover: { setting: crease.recipe.setting, forS: crease.recipe.holdS }, risk: 0, cannot: null }
  if (!recipe) return nothing({ why: 'noWay', blocked: null }, key)
  return { key, recipe: { ...recipe, firstSide: 'back' }, hover: null, risk: harm, cannot: null }
}

/** Most of it glazes: it has melted a little, and no brush raises that. */
const canGlaze = (fabric: FabricInput): boolean =>
  fabric.fibres.reduce((s, f) => s + (FIBRES[f.fibre].thermoplastic ? f.sharePct : 0), 0) > 50

const OF_INTERFACING: ReadonlySet<RemedyKey> = new Set(['pressAgain', 'pressPlaces', 'layFlat', 'layBack', 'renew', 'liftAdhesive'])
/** Is what can be done about a cause worked out from the interfacing too, or from its fabric alone? */
export const needsInterfacing = (cause: CauseKey): boolean => OF_INTERFACING.has(KEY_OF[cause])

/**
 * What to do about a cause on this very piece: within what its fabric withstands, worked out like any other recipe; or, kindly, that
 * nothing undoes it.
 */
export function remedyFor(cause: CauseKey, p: Patient, options: EvaluateOptions = {}): Remedy {
  const key = KEY_OF[cause], limit = fabricLimit(p.fabric, p.blendRule, p.evidence)
  if (cause === 'melted') return nothing({ why: 'melted' })
  if (cause === 'dyeHeat') return nothing({ why: 'dyeMoved' })
  if (cause === 'tooHot' && p.browned) return nothing({ why: 'browned' })
  if ((cause === 'bareSole' || cause === 'tooHot') && canGlaze(p.fabric)) return nothing({ why: 'glazed' })
  const noHeat = limit.soleC === 0
  switch (key) {
    case 'pressAgain':
    case 'pressPlaces':
    case 'layFlat':
    case 'layBack':
      return noHeat ? nothing({ why: 'noHeat', fumes: limit.fumes }, key) : again(key, p, options)
    case 'renew':
    case 'liftAdhesive':
      return noHeat ? nothing({ why: 'noHeat', fumes: limit.fumes }, key) : melted(key, p, limit, options)
    case 'steamBrush':
    case 'steamBack':
    case 'raisePile':
    case 'steamStrip':
    case 'evenOut':
      return noHeat ? nothing({ why: 'noHeat', fumes: limit.fumes }, key) : hovering(key, p, limit, options)
    case 'support':
      return noHeat ? nothing({ why: 'noHeat', fumes: limit.fumes }, key) : flattened(key, p)
    default:
      return byHand(key)
  }
}
