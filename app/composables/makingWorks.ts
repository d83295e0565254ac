import { boardSeconds, isByHand } from '#core/session'
import type { Coverage, CoverageQuestion } from '#core/positions'
import type { FabricInput } from '#core/stack'
import { isPressed, type HemRefusal } from '#core/hem'
import type { StuckRefusal } from '#core/mend'
import type { Recipe } from '#core/recipe'
import { isMend, type MadeMaking, operationsOfMaking, outlineAbout, placementsAlong, scrapFabric, toStuckAsk } from '#shared/making'
import { toFabricInput, toRecipe } from '#shared/mappers'
import { soleOf } from '#shared/pressing'
import type { Iron, Making } from '#shared/schemas'
import type { PlannedWork, WorkWay } from '#shared/planned'

/** How one of them is pressed with an iron; no recipe where it is done without heat, or not at all. */
interface Way {
  recipe: Recipe | null
  pressClothKind: string | null
  touches: number
  cold: boolean
  refusal: HemRefusal | null
  mendRefusal: StuckRefusal | null
}
/** A setting within this is as hot, °C. */
const SAME_SETTING_C = 6
/** An operation that is a shape, and no line along which the sole goes. */
type Covering = (q: CoverageQuestion) => Promise<Coverage>

/** From the makings of a job to what is planned of them under the iron. */
export function useMakingWorks(coverageFor: Covering, since: () => number) {
  const selection = useSelection()
  const library = useLibrary()
  const ways = useMakingWays()
  const scraps = useScraps()
  const pairs = usePairWays()
  const fabricOf = (id: string | null) => library.fabrics.find(c => c.id === id) ?? null
  const supplyOf = (id: string | null) => library.supplies.find(s => s.id === id) ?? null
  const tapes = () => library.supplies.filter(s => s.family === 'hemTape' && s.adhesive)

  async function wayOf(m: Making, made: MadeMaking, iron: Iron): Promise<Way> {
    const none: Way = { recipe: null, pressClothKind: null, touches: 1, cold: false, refusal: null, mendRefusal: null }
    if (made.spec.how === 'tape') {
      const tape = supplyOf(m.supplyId) ?? tapes()[0]
      if (!tape) return { ...none, refusal: { why: 'noTape' } }
      const joined = await ways.join(made.spec.fabric, tape, iron)
      if (!joined || !isPressed(joined)) return { ...none, refusal: joined ?? { why: 'noHeat', fumes: false } }
      return { ...none, recipe: joined.recipe, pressClothKind: selection.pressCloth?.kind ?? 'muslin' }
    }
    if (made.spec.how === 'tack' || made.spec.how === 'stuck') return { ...none, ...await stuckWay(m, made, iron) }
    const fabric = fabricOf(made.fabricId ?? m.fabricIds[0] ?? null)
    if (!fabric || made.spec.how === 'hand') return none
    if (made.spec.how === 'remedy') {
      // It was worked out for one iron; another takes it over where it has a setting as hot.
      const recipe = toRecipe(made.spec.recipe)
      const setting = iron.settings.find(s => Math.abs(s.meanC - recipe.setting.meanC) <= SAME_SETTING_C)
      return setting
        ? { ...none, recipe: { ...recipe, setting: { ...setting } },
            pressClothKind: selection.pressCloth?.kind ?? 'muslin' }
        : none
    }
    if (made.spec.how === 'interfacing') {
      const supply = supplyOf(made.spec.supplyId)
      if (!supply) return none
      const { recipe, pressClothId } = await pairs.wayOf(fabric, supply, iron, 'fuse', [], since())
      return { ...none, recipe, pressClothKind: library.pressCloths.find(c => c.id === pressClothId)?.kind ?? null }
    }
    if (made.spec.how === 'hem') {
      const tape = supplyOf(m.supplyId) ?? tapes()[0]
      if (!tape) return { ...none, refusal: { why: 'noTape' } }
      const plan = await ways.hem(fabric, fabricOf(m.liningId), tape, made.spec.turnedPlies, iron)
      const pressed = plan.how === 'damp' ? plan : plan.dry
      return pressed
        ? { ...none, recipe: pressed.recipe, pressClothKind: selection.pressCloth?.kind ?? 'muslin' }
        : { ...none, refusal: plan.how === 'refused' ? plan.because : null }
    }
    if (made.spec.how === 'flatten') {
      const flat = await ways.flatten(made.spec.body, fabric, iron)
      return { ...none, recipe: flat.recipe, pressClothKind: flat.crease.pressCloth, cold: flat.crease.means === 'cold' }
    }
    const plan = await ways.seamDetail(made.spec.seamDetail, fabric, iron)
    return { ...none, recipe: plan.recipe, pressClothKind: plan.pressCloth, touches: plan.touches, cold: plan.means === 'cold' }
  }

  /** What is stuck on, as a fabric: the one that is named, the scrap, or the garment's own. */
  function itemOf(m: Making, itemId: string | null | undefined): FabricInput | null {
    if (itemId !== undefined) {
      const fabric = fabricOf(itemId)
      return fabric && toFabricInput(fabric)
    }
    const scrap = scraps.scraps.find(s => s.id === m.scrapId)
    if (scrap) return scrapFabric(scrap, fabricOf(scrap.fabricId))
    const own = fabricOf(m.fabricId)
    return own && toFabricInput(own)
  }
  async function stuckWay(m: Making, made: MadeMaking, iron: Iron): Promise<Partial<Way>> {
    if (!isMend(m.spec) || (made.spec.how !== 'stuck' && made.spec.how !== 'tack')) return {}
    const garment = fabricOf(m.fabricId), supply = supplyOf(m.supplyId), item = itemOf(m, made.spec.itemId)
    if (made.spec.how === 'tack') {
      if (!item || !supply) return { mendRefusal: { why: 'noAdhesive' } }
      const tack = await ways.tack(item, supply, iron)
      return 'recipe' in tack ? { recipe: tack.recipe } : {}
    }
    if (!garment) return {}
    const ask = toStuckAsk(m.spec, { garment, item, supply, iron, pressCloth: selection.pressCloth, surface: selection.chosen.surface,
      rules: selection.rules })
    if (!ask) return { mendRefusal: { why: 'noAdhesive' } }
    const plan = await ways.stuck(ask)
    // What is peeled hot is peeled at once: it does not lie.
    const hot = made.spec.peelsHot
    return plan.first
      ? { recipe: hot ? { ...plan.first.recipe, coolS: 0, tableS: 0 } : plan.first.recipe, pressClothKind: ask.pressCloth }
      : { mendRefusal: (plan.refused.find(r => r.because.why !== 'backOnly') ?? plan.refused[0])?.because ?? { why: 'noAdhesive' } }
  }

  async function workOf(m: Making, made: MadeMaking, needs: readonly string[]): Promise<PlannedWork> {
    const fabric = fabricOf(made.fabricId ?? m.fabricIds[0] ?? null)
    const each = await Promise.all(library.irons.map(async iron => ({ iron, way: await wayOf(m, made, iron) })))
    const outline = made.area ?? outlineAbout(made.lines)
    const pressed = (await Promise.all(each.map(async ({ iron, way }): Promise<WorkWay[]> => {
      if (!way.recipe) return []
      const covering = made.area
        ? await coverageFor({ outline: made.area, sole: soleOf(iron.kind), keepOuts: made.keepOuts, walk: selection.rules.walk })
        : null
      const once = covering?.placements ?? placementsAlong(made.lines, iron.kind)
      if (once.length === 0) return []
      const { recipe, share } = circled({ motion: made.motion, outline: made.area }, way.recipe, once, iron)
      // Where one touch may not be long all places are gone over again.
      const placements = Array.from({ length: way.touches }, () => once).flat().slice(0, 400)
      return [{
        ironId: iron.id, recipe, standing: 'estimated', predicted: null, blocked: null, surface: selection.chosen.surface,
        pressClothId: library.pressCloths.find(c => c.kind === way.pressClothKind)?.id ?? null, placements, coverage: covering, share,
        boardS: boardSeconds({ kind: made.kind, recipe, placements: placements.length }),
      }]
    }))).flat()
    const cold = pressed.length === 0 && each.some(e => e.way.cold)
    return {
      ...made, kind: cold ? 'fingers' : made.kind, needs: [...needs, ...made.needs], piece: null, fabricName: fabric?.name ?? '',
      supplyName: supplyOf(made.supplyId)?.name ?? null, colourHex: fabric?.colourHex ?? '#d9d0bd', motion: made.motion, ways: pressed,
      blocked: pressed.length > 0 || cold || isByHand(made.kind) ? null : { why: 'noSettings' },
      refusal: pressed.length > 0 || cold ? null : each.find(e => e.way.refusal)?.way.refusal ?? null,
      mendRefusal: pressed.length > 0 ? null : each.find(e => e.way.mendRefusal)?.way.mendRefusal ?? null,
      outline: isByHand(made.kind) ? null : outline, keepOuts: made.keepOuts,
    }
  }

  /** @param preshrinks operations that preshrink a fabric, by fabric: it is preshrunk before anything on it is pressed */
  async function worksOf(makings: readonly Making[], preshrinks: ReadonlyMap<string, string>, cannot: { name: string, why: string }[]) {
    const all = makings.flatMap((m) => {
      try {
        return operationsOfMaking(m).map(made => ({ m, made }))
      } catch (error) {
        cannot.push({ name: m.name, why: faultWords(error) })
        return []
      }
    })
    return Promise.all(all.map(({ m, made }) => {
      const preshrink = made.fabricId ? preshrinks.get(made.fabricId) : undefined
      return workOf(m, made, preshrink ? [preshrink] : [])
    }))
  }
  return { worksOf }
}
