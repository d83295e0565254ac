import { heldFor, secondsCost, type IronSetting, type Recipe } from '../recipe'
import { alongHolds, pointAt, pointsOf, SKETCH, type WindowQuestion } from './drawing'
import { draw } from './unknowns'

/** One scrap worth pressing: how, and what is expected there. */
export interface PlannedScrap {
  recipe: Recipe
  bond: number
  damage: number
  /** What its answer adds to those before it, bits. */
  bits: number
}

const LEAST = 3, MOST = 6
/** A scrap that says less than this is not worth cutting, bits. */
const WORTH_BITS = 0.2
const DRAWINGS = 64
/** A scrap's seconds count a little against what it says: of two that say as much the quicker is pressed. Bits a point. */
const BITS_A_POINT = 0.01
const HOLDS_S = [6, 10, 14, 18, 22, 26, 30, 35, 40, 45, 50, 55, 60]

/**
 * The fewest scraps that would answer the question: chosen one after the other, each the one whose answer (does it bond? is
 * it hurt?) says most that the others have not said, over drawings of all that is not known. The pin itself is always one; dry against
 * moist is what people try first, so that where another method has a recipe the one that says most of it is the second.
 * @param settings that may be used; @param others recipes of other methods on this setup
 */
export function planScraps(q: WindowQuestion, settings: readonly IronSetting[], others: readonly Recipe[] = []): PlannedScrap[] {
  const few = { ...q, samples: Math.min(DRAWINGS, q.samples) }
  const points = pointsOf(few)
  const known = settings.some(s => s.label === q.recipe.setting.label) ? settings : [...settings, q.recipe.setting]
  const holds = [...new Set([...HOLDS_S, Math.round(q.recipe.holdS)])].sort((a, b) => a - b)
  const tried: Recipe[] = [...known.map(setting => ({ ...few.recipe, setting })), ...others.filter(r => r.passes === 1)]
  const candidates = tried.flatMap(recipe => holds.map(holdS => ({
    recipe: heldFor(recipe, holdS), answers: new Uint8Array(few.samples), bonded: 0, damage: 0,
  })))
  tried.forEach((recipe, s) => {
    for (let i = 0; i < few.samples; i++) {
      const { bond, harm } = alongHolds(draw(few.setup, recipe, few.knowledge, pointAt(points, i), null, SKETCH), holds)
      holds.forEach((_, h) => {
        const c = candidates[s * holds.length + h]!
        const bonds = bond[h]! >= 1, damages = harm[h]! >= 1
        c.answers[i] = (bonds ? 1 : 0) + (damages ? 2 : 0)
        if (bonds) c.bonded++
        if (damages) c.damage++
      })
    }
  })
  // Drawings that all answers so far leave alike stand in one group.
  let groups: number[] = Array.from({ length: few.samples }, () => 0)
  const entropyWith = (answers: Uint8Array | null): { bits: number, groups: number[] } => {
    const ids = new Map<number, number>(), sizes: number[] = []
    const next = groups.map((g, i) => {
      const key = g * 4 + (answers ? answers[i]! : 0)
      const id = ids.get(key) ?? sizes.push(0) - 1
      ids.set(key, id)
      sizes[id]!++
      return id
    })
    return { bits: sizes.reduce((s, n) => s - n / few.samples * Math.log2(n / few.samples), 0), groups: next }
  }
  const chosen: PlannedScrap[] = []
  let bits = 0
  const take = (c: typeof candidates[number]) => {
    const after = entropyWith(c.answers)
    chosen.push({ recipe: c.recipe, bond: c.bonded / few.samples, damage: c.damage / few.samples,
      bits: after.bits - bits })
    bits = after.bits
    groups = after.groups
  }
  take(candidates.find(c => isAlike(c.recipe, q.recipe) && c.recipe.holdS === Math.round(q.recipe.holdS))!)
  while (chosen.length < MOST) {
    let best: typeof candidates[number] | null = null, gain = -1
    const second = chosen.length === 1 && tried.length > known.length
    for (const c of candidates) {
      if (chosen.some(x => isAlike(x.recipe, c.recipe) && Math.abs(x.recipe.holdS - c.recipe.holdS) < 4)) continue
      if (second && c.recipe.method === q.recipe.method) continue
      const more = entropyWith(c.answers).bits - bits - secondsCost(c.recipe.holdS, few.setup.habits) * BITS_A_POINT
      if (more > gain + 1e-9) { best = c; gain = more }
    }
    if (!best || (gain < WORTH_BITS && chosen.length >= LEAST)) break
    take(best)
  }
  // Cooler settings first, dry before moist: the board stays dry as long as it may.
  return chosen.sort((a, b) => a.recipe.setting.meanC - b.recipe.setting.meanC
    || Number(a.recipe.method !== 'dry') - Number(b.recipe.method !== 'dry') || a.recipe.holdS - b.recipe.holdS)
}
const isAlike = (a: Recipe, b: Recipe) => a.method === b.method && a.setting.label === b.setting.label
