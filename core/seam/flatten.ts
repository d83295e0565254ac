import { IRON_KINDS } from '../materials'
import type { Recipe } from '../recipe'
import { driedS, valueAt } from '../heat'
import { runFold, type Fold } from './fold'
import { soakS, SPRAY_GSM, type Body } from './moisten'
import type { SeamDetailAsk, SeamDetailPlan } from './ask'
import { planSeamDetail } from './plan'
import { downPhase, foldHarm } from './touch'

/** Fabric pressed flat before it is cut. */
export interface FlattenPlan {
  /** How a crease is taken out of it. */
  crease: SeamDetailPlan
  /** Until what was sprayed on has soaked in, s; null where it is more than the fabric holds, or it may not be wetted. */
  soakS: number | null
  /** Until it is dry under the sole, s a place; null where nothing is sprayed on. */
  dryS: number | null
  recipe: Recipe | null
  /** What it does to the fabric itself, 1 = to be seen; 0 where the sole does not touch it. */
  harm: number
}
const LONGEST_S = 60

/** Moistened or given body, soaked in, pressed from the back until it is dry: nothing damp goes under the knife. */
export function planFlatten(ask: Omit<SeamDetailAsk, 'seamDetail'>, body: Body): FlattenPlan {
  const crease = planSeamDetail({ ...ask, seamDetail: 'crease' })
  if (!crease.recipe || crease.means !== 'iron') return { crease, soakS: null, dryS: null, recipe: crease.recipe, harm: 0 }
  const foldFor = (mistGsm: number): Fold =>
    ({ plies: [ask.fabric], pressCloth: crease.pressCloth, pressClothWaterGsm: 0, mistGsm, surface: ask.surface })
  const harmOf = (r: Recipe): number => {
    const fold = foldFor(r.mistGsm), run = runFold(fold, r.setting.meanC, [downPhase(r)])
    return valueAt(run, foldHarm(run, fold, r, ask), r.holdS)
  }
  const dryAsIs = { crease, soakS: null, dryS: null, recipe: crease.recipe, harm: harmOf(crease.recipe) }
  if (!ask.fabric.mayGetWet) return dryAsIs
  const gsm = Math.min(SPRAY_GSM[body], ask.fabric.massGsm)
  const pressureKPa = IRON_KINDS[ask.iron.kind].weightKPa
  const run = runFold(foldFor(gsm), crease.recipe.setting.meanC, [{ kind: 'down', durationS: LONGEST_S, pressureKPa }])
  const dryS = driedS(run, id => id === 'ply0' || id === 'pressCloth'), soaks = soakS(body, SPRAY_GSM[body], ask.fabric)
  if (dryS === null) return { ...dryAsIs, soakS: soaks }
  const recipe: Recipe = {
    ...crease.recipe, method: 'mist', mistGsm: gsm, steamGM2S: 0, steamS: 0, pressureKPa, firstSide: 'back',
    holdS: Math.max(crease.recipe.holdS, Math.ceil(dryS)),
  }
  return { crease, soakS: soaks, dryS, recipe, harm: harmOf(recipe) }
}
