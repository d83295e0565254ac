import { boardSeconds, isByHand } from '#core/run'
import type { Cover, CoverQuestion } from '#core/setdown'
import type { ClothInput } from '#core/stack'
import { isPressed, type HemRefusal } from '#core/hem'
import type { StuckRefusal } from '#core/mend'
import type { Recipe } from '#core/recipe'
import type { MadeMaking } from '#shared/made'
import { operationsOfMaking, outlineAbout, printsAlong } from '#shared/making'
import { toClothInput, toRecipe } from '#shared/mappers'
import { isMend, scrapCloth, toStuckAsk } from '#shared/mending'
import { soleOf } from '#shared/pressing'
import type { Iron, Making } from '#shared/schemas'
import type { Work, WorkWay } from '~/stores/planning'

/** How one of them is pressed with an iron; no recipe where it is done without heat, or not at all. */
interface Way {
  recipe: Recipe | null
  coverKind: string | null
  touches: number
  cold: boolean
  refusal: HemRefusal | null
  mendRefusal: StuckRefusal | null
}
/** A stop within this is as hot, °C. */
const SAME_STOP_C = 6
/** An operation that is a shape, and no line along which the sole goes. */
type Covering = (q: CoverQuestion) => Promise<Cover>

/** From the makings of a job to what is planned of them under the iron. */
export function useMakingWorks(coverFor: Covering, since: () => number) {
  const bench = useBench()
  const library = useLibrary()
  const ways = useMakingWays()
  const scraps = useScraps()
  const pairs = usePairWays()
  const clothOf = (id: string | null) => library.cloths.find(c => c.id === id) ?? null
  const supplyOf = (id: string | null) => library.supplies.find(s => s.id === id) ?? null
  const tapes = () => library.supplies.filter(s => s.family === 'hemTape' && s.resin)

  async function wayOf(m: Making, made: MadeMaking, iron: Iron): Promise<Way> {
    const none: Way = { recipe: null, coverKind: null, touches: 1, cold: false, refusal: null, mendRefusal: null }
    if (made.work.how === 'tape') {
      const tape = supplyOf(m.supplyId) ?? tapes()[0]
      if (!tape) return { ...none, refusal: { why: 'noTape' } }
      const joined = await ways.join(m, tape, iron)
      if (!joined || !isPressed(joined)) return { ...none, refusal: { why: 'neverBonds', bond: joined?.bond ?? 0 } }
      return { ...none, recipe: joined.recipe, coverKind: bench.cover?.kind ?? 'muslin' }
    }
    if (made.work.how === 'tack' || made.work.how === 'stuck') return { ...none, ...await stuckWay(m, made, iron) }
    const cloth = clothOf(made.clothId ?? m.clothIds[0] ?? null)
    if (!cloth || made.work.how === 'hand') return none
    if (made.work.how === 'remedy') {
      // It was worked out for one iron; another takes it over where it has a stop as hot.
      const recipe = m.work.kind === 'remedy' && m.work.recipe ? toRecipe(m.work.recipe) : null
      const stop = recipe && iron.stops.find(s => Math.abs(s.meanC - recipe.stop.meanC) <= SAME_STOP_C)
      return recipe && stop ? { ...none, recipe: { ...recipe, stop: { ...stop } }, coverKind: bench.cover?.kind ?? 'muslin' } : none
    }
    if (made.work.how === 'backing') {
      const supply = supplyOf(made.work.supplyId)
      if (!supply) return none
      const { recipe, coverId } = await pairs.wayOf(cloth, supply, iron, 'fuse', [], since())
      return { ...none, recipe, coverKind: library.covers.find(c => c.id === coverId)?.kind ?? null }
    }
    if (made.work.how === 'hem') {
      const tape = supplyOf(m.supplyId) ?? tapes()[0]
      if (!tape) return { ...none, refusal: { why: 'noTape' } }
      const plan = await ways.hem(cloth, clothOf(m.liningId), tape, made.work.turnedPlies, iron)
      const pressed = plan.how === 'damp' ? plan : plan.dry
      return pressed
        ? { ...none, recipe: pressed.recipe, coverKind: bench.cover?.kind ?? 'muslin' }
        : { ...none, refusal: plan.how === 'refused' ? plan.because : null }
    }
    if (made.work.how === 'flatten') {
      const flat = await ways.flatten(made.work.body, cloth, iron)
      return { ...none, recipe: flat.recipe, coverKind: flat.crease.cover, cold: flat.crease.means === 'cold' }
    }
    const plan = await ways.feature(made.work.feature, cloth, iron)
    return { ...none, recipe: plan.recipe, coverKind: plan.cover, touches: plan.touches, cold: plan.means === 'cold' }
  }

  /** What is stuck on, as a cloth: the scrap, or the cloth of a shape. */
  function itemOf(m: Making, shape: number | null): ClothInput | null {
    if (m.work.kind === 'applique' && shape !== null) {
      const cloth = clothOf(m.clothIds[m.work.shapes[shape]?.cloth ?? 0] ?? null)
      return cloth && toClothInput(cloth)
    }
    const scrap = scraps.scraps.find(s => s.id === m.scrapId)
    if (scrap) return scrapCloth(scrap, clothOf(scrap.clothId))
    const own = clothOf(m.clothId)
    return own && toClothInput(own)
  }
  async function stuckWay(m: Making, made: MadeMaking, iron: Iron): Promise<Partial<Way>> {
    if (!isMend(m.work) || (made.work.how !== 'stuck' && made.work.how !== 'tack')) return {}
    const garment = clothOf(m.clothId), supply = supplyOf(m.supplyId), item = itemOf(m, made.work.shape)
    if (made.work.how === 'tack') {
      if (!item || !supply) return { mendRefusal: { why: 'noResin' } }
      const tack = await ways.tack(item, supply, iron)
      return 'recipe' in tack ? { recipe: tack.recipe } : {}
    }
    if (!garment) return {}
    const ask = toStuckAsk(m.work, { garment, item, supply, iron, cover: bench.cover, bed: bench.chosen.bed, rules: bench.rules })
    if (!ask) return { mendRefusal: { why: 'noResin' } }
    const plan = await ways.stuck(ask)
    // What is peeled hot is peeled at once: it does not lie.
    const hot = m.work.kind === 'transfer' && m.work.peel === 'hot'
    return plan.first
      ? { recipe: hot ? { ...plan.first.recipe, coolS: 0 } : plan.first.recipe, coverKind: ask.cover }
      : { mendRefusal: (plan.refused.find(r => r.because.why !== 'backOnly') ?? plan.refused[0])?.because ?? { why: 'noResin' } }
  }

  async function workOf(m: Making, made: MadeMaking, needs: readonly string[]): Promise<Work> {
    const cloth = clothOf(made.clothId ?? m.clothIds[0] ?? null)
    const each = await Promise.all(library.irons.map(async iron => ({ iron, way: await wayOf(m, made, iron) })))
    const outline = made.area ?? outlineAbout(made.lines)
    const pressed = (await Promise.all(each.map(async ({ iron, way }): Promise<WorkWay[]> => {
      if (!way.recipe) return []
      const covering = made.area
        ? await coverFor({ outline: made.area, sole: soleOf(iron.kind), keepOuts: made.keepOuts, walk: bench.rules.walk })
        : null
      const once = covering?.prints ?? printsAlong(made.lines, iron.kind)
      if (once.length === 0) return []
      const { recipe, share } = circled({ motion: made.motion, outline: made.area }, way.recipe, once, iron)
      // Where one touch may not be long all places are gone over again.
      const prints = Array.from({ length: way.touches }, () => once).flat().slice(0, 400)
      return [{
        ironId: iron.id, recipe, standing: 'estimated', predicted: null, blocked: null, bed: bench.chosen.bed,
        coverId: library.covers.find(c => c.kind === way.coverKind)?.id ?? null, prints, cover: covering, share,
        boardS: boardSeconds({ kind: made.kind, recipe, prints: prints.length }),
      }]
    }))).flat()
    const cold = pressed.length === 0 && each.some(e => e.way.cold)
    return {
      ...made, kind: cold ? 'fingers' : made.kind, needs: [...needs, ...made.needs], piece: null, clothName: cloth?.name ?? '',
      supplyName: supplyOf(made.supplyId)?.name ?? null, colourHex: cloth?.colourHex ?? '#d9d0bd', motion: made.motion, ways: pressed,
      blocked: pressed.length > 0 || cold || isByHand(made.kind) ? null : { why: 'noStops' },
      refusal: pressed.length > 0 || cold ? null : each.find(e => e.way.refusal)?.way.refusal ?? null,
      mendRefusal: pressed.length > 0 ? null : each.find(e => e.way.mendRefusal)?.way.mendRefusal ?? null,
      outline: isByHand(made.kind) ? null : outline, keepOuts: made.keepOuts,
    }
  }

  /** @param settles operations that settle a cloth, by cloth: it is settled before anything on it is pressed */
  async function worksOf(makings: readonly Making[], settles: ReadonlyMap<string, string>, cannot: { name: string, why: string }[]) {
    const all = makings.flatMap((m) => {
      try {
        return operationsOfMaking(m).map(made => ({ m, made }))
      } catch (error) {
        cannot.push({ name: m.name, why: (error as Error).message })
        return []
      }
    })
    return Promise.all(all.map(({ m, made }) => {
      const settle = made.clothId ? settles.get(made.clothId) : undefined
      return workOf(m, made, settle ? [settle] : [])
    }))
  }
  return { worksOf }
}
