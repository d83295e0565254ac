import type { EvaluateOptions, Recipe } from '#core/recipe'
import { toRecipe, type PairPast } from '#shared/mappers'
import type { Supply } from '#shared/schemas'

/**
 * What own swatches of the fabric on the board say of each supply they were pressed with, on the iron of the board.
 * @param shelf supplies, and how often each was pressed on this fabric; null until they are there
 * @returns `taught` by supply, for what is worked out; `tested` by supply, which comes before any estimate
 */
export function useShelfLessons(shelf: Ref<{ supplies: Supply[], past: Record<string, PairPast> } | null>) {
  const selection = useSelection()
  const pairs = usePairKnowledge()
  const taught = shallowRef<Record<string, EvaluateOptions>>({})
  const tested = shallowRef<Record<string, Recipe>>({})
  const problem = ref<string | null>(null)

  async function lessonOf(supply: Supply) {
    const fabric = selection.fabric!, iron = selection.iron!, rows = await pairs.swatchesOf(fabric, supply)
    const lead = pairs.leadOf(rows, pairs.groundOf(fabric, supply, iron))
    const lesson = await pairs.taughtBy(rows, { fabric, supply, iron, supplies: shelf.value!.supplies }, `learn ${supply.id}`, 2)
    return { id: supply.id, recipe: lead ? toRecipe(lead.swatch.recipe) : null, lesson }
  }

  let asked = 0
  watch(
    () => [shelf.value, selection.iron?.id, selection.iron?.version, selection.pressCloth?.id, selection.chosen.surface],
    async () => {
      const mine = ++asked
      if (!shelf.value || !selection.fabric || !selection.iron) return
      tested.value = {}
      try {
        const found = await Promise.all(shelf.value.supplies.filter(s => s.adhesive && shelf.value!.past[s.id]).map(lessonOf))
        if (mine !== asked) return
        taught.value = Object.fromEntries(found.flatMap(f => f.lesson ? [[f.id, f.lesson] as const] : []))
        tested.value = Object.fromEntries(found.flatMap(f => f.recipe ? [[f.id, f.recipe] as const] : []))
        problem.value = null
      } catch (error) {
        if (mine === asked) problem.value = faultOf(error) ?? problemOf(error).detail
      }
    },
  )
  return { taught, tested, problem }
}
