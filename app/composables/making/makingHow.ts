import { isPressed, type HemPlan, type HemPressed, type HemRefusal } from '#core/hem'
import type { StuckRefusal } from '#core/mend'
import type { Recipe, StackShort } from '#core/recipe'
import type { FabricInput } from '#core/stack'
import { isMend, scrapFabric, toStuckAsk, type MadeMaking, type MakingHow } from '#shared/making'
import { toFabricInput, toRecipe } from '#shared/mappers'
import type { Iron, Making } from '#shared/schemas'

/** How something made is pressed with an iron; no recipe where it is done without heat, or not at all. */
export interface MakingWay {
  recipe: Recipe | null
  pressClothKind: string | null
  touches: number
  cold: boolean
  refusal: HemRefusal | null
  mendRefusal: StuckRefusal | null
}
const NONE: MakingWay = { recipe: null, pressClothKind: null, touches: 1, cold: false, refusal: null, mendRefusal: null }
/** A setting within this is as hot, °C. */
const SAME_SETTING_C = 6

type How = MakingHow['how']
type HowOf<H extends How> = Extract<MakingHow, { how: H }>
type Asked<H extends How> = (how: HowOf<H>, m: Making, made: MadeMaking, iron: Iron) => Promise<Partial<MakingWay>> | Partial<MakingWay>

/** How each thing that comes of a making is pressed with an iron. @param since changes when swatches were pressed meanwhile */
export function useMakingHow(since: () => number) {
  const selection = useSelection()
  const library = useLibrary()
  const ways = useMakingWays()
  const scraps = useScraps()
  const pairs = usePairWays()
  const fabricOf = (id: string | null) => library.fabrics.find(c => c.id === id) ?? null
  const supplyOf = (id: string | null) => library.supplies.find(s => s.id === id) ?? null
  const tapeOf = (m: Making) => supplyOf(m.supplyId) ?? library.supplies.find(s => s.family === 'hemTape' && s.adhesive) ?? null
  const onFabric = (m: Making, made: MadeMaking) => fabricOf(made.fabricId ?? m.fabricIds[0] ?? null)
  /** Where nothing says which press cloth: the one in hand, else muslin. */
  const usualCloth = () => selection.pressCloth?.kind ?? 'muslin'

  /** What is stuck on, as a fabric: the one that is named, the scrap, or the garment's own. */
  function itemOf(m: Making, itemId: string | null | undefined): FabricInput | null {
    const fabric = fabricOf(itemId === undefined ? m.fabricId : itemId)
    const scrap = itemId === undefined ? scraps.scraps.find(s => s.id === m.scrapId) : undefined
    return scrap ? scrapFabric(scrap, fabricOf(scrap.fabricId)) : fabric && toFabricInput(fabric)
  }
  const joined = (plan: HemPressed | StackShort | null): Partial<MakingWay> =>
    (plan && isPressed(plan) ? { recipe: plan.recipe, pressClothKind: usualCloth() } : { refusal: plan ?? { why: 'noHeat', fumes: false } })
  function hemmed(plan: HemPlan): Partial<MakingWay> {
    const pressed = plan.how === 'damp' ? plan : plan.dry
    return pressed
      ? { recipe: pressed.recipe, pressClothKind: usualCloth() }
      : { refusal: plan.how === 'refused' ? plan.because : null }
  }

  const BY: { [H in How]: Asked<H> } = {
    hand: () => ({}),
    tape: async ({ fabric }, m, _made, iron) => {
      const tape = tapeOf(m)
      return tape ? joined(await ways.join(fabric, tape, iron)) : { refusal: { why: 'noTape' } }
    },
    hem: async ({ turnedPlies }, m, made, iron) => {
      const fabric = onFabric(m, made), tape = tapeOf(m)
      if (!fabric) return {}
      return tape ? hemmed(await ways.hem(fabric, fabricOf(m.liningId), tape, turnedPlies, iron)) : { refusal: { why: 'noTape' } }
    },
    seamDetail: async ({ seamDetail }, m, made, iron) => {
      const fabric = onFabric(m, made)
      if (!fabric) return {}
      const plan = await ways.seamDetail(seamDetail, fabric, iron)
      return { recipe: plan.recipe, pressClothKind: plan.pressCloth, touches: plan.touches, cold: plan.means === 'cold' }
    },
    flatten: async ({ body }, m, made, iron) => {
      const fabric = onFabric(m, made)
      if (!fabric) return {}
      const flat = await ways.flatten(body, fabric, iron)
      return { recipe: flat.recipe, pressClothKind: flat.crease.pressCloth, cold: flat.crease.means === 'cold' }
    },
    interfacing: async ({ supplyId }, m, made, iron) => {
      const fabric = onFabric(m, made), supply = supplyOf(supplyId)
      if (!fabric || !supply) return {}
      const { recipe, pressClothId } = await pairs.wayOf(fabric, supply, iron, 'fuse', [], since())
      return { recipe, pressClothKind: library.pressCloths.find(c => c.id === pressClothId)?.kind ?? null }
    },
    // It was worked out for one iron; another takes it over where it has a setting as hot.
    remedy: ({ recipe: payload }, m, made, iron) => {
      const recipe = toRecipe(payload), setting = iron.settings.find(s => Math.abs(s.meanC - recipe.setting.meanC) <= SAME_SETTING_C)
      return setting && onFabric(m, made) ? { recipe: { ...recipe, setting: { ...setting } }, pressClothKind: usualCloth() } : {}
    },
    tack: async ({ itemId }, m, _made, iron) => {
      if (!isMend(m.spec)) return {}
      const item = itemOf(m, itemId), supply = supplyOf(m.supplyId)
      if (!item || !supply) return { mendRefusal: { why: 'noAdhesive' } }
      const tack = await ways.tack(item, supply, iron)
      return 'recipe' in tack ? { recipe: tack.recipe } : {}
    },
    stuck: async ({ itemId, peelsHot }, m, _made, iron) => {
      const garment = fabricOf(m.fabricId)
      if (!isMend(m.spec) || !garment) return {}
      const ask = toStuckAsk(m.spec, {
        garment, item: itemOf(m, itemId), supply: supplyOf(m.supplyId), iron, pressCloth: selection.pressCloth,
        surface: selection.chosen.surface, rules: selection.rules,
      })
      if (!ask) return { mendRefusal: { why: 'noAdhesive' } }
      const { first, refused } = await ways.stuck(ask)
      if (!first) return { mendRefusal: (refused.find(r => r.because.why !== 'backOnly') ?? refused[0])?.because ?? { why: 'noAdhesive' } }
      // What is peeled hot is peeled at once: it does not lie.
      return { recipe: peelsHot ? { ...first.recipe, coolS: 0, tableS: 0 } : first.recipe, pressClothKind: ask.pressCloth }
    },
  }
  const wayOf = async (m: Making, made: MadeMaking, iron: Iron): Promise<MakingWay> => {
    const by = BY[made.spec.how] as Asked<How>
    return { ...NONE, ...await by(made.spec as never, m, made, iron) }
  }
  return { wayOf }
}
