import { leadingSwatch } from '#core/learn'
import type { EvaluateOptions, Recipe } from '#core/recipe'
import { optionsOf } from '#core/window'
import { isPressedOn, toKnowledge, toLessons, toRecipe, type PairPast } from '#shared/mappers'
import type { Page, Supply, Swatch } from '#shared/schemas'

/** Swatches of a pairing that are looked through. */
const LOOKED_AT = 60

/**
 * What own swatches of the fabric on the board say of each supply they were pressed with, on the iron of the board.
 * @param shelf supplies, and how often each was pressed on this fabric; null until they are there
 * @returns `taught` by supply, for what is worked out; `tested` by supply, which comes before any estimate
 */
export function useShelfLessons(shelf: Ref<{ supplies: Supply[], past: Record<string, PairPast> } | null>) {
  const selection = useSelection()
  const library = useLibrary()
  const workers = useBoardWorkers()
  const taught = shallowRef<Record<string, EvaluateOptions>>({})
  const tested = shallowRef<Record<string, Recipe>>({})
  const problem = ref<string | null>(null)

  function testedOn(supply: Supply, rows: Swatch[]): Recipe | null {
    const on = {
      fabricLot: selection.fabric!.lot, supplyLot: supply.lot, ironId: selection.iron!.id, pressClothId: selection.pressCloth?.id ?? null,
      surface: selection.chosen.surface, overIds: [],
    }
    const lead = leadingSwatch(rows.filter(t => isPressedOn(t, on)), selection.house.washes)
    return lead ? toRecipe(lead.swatch.recipe) : null
  }
  async function lessonOf(supply: Supply) {
    const fabric = selection.fabric!, iron = selection.iron!
    const { irons, pressCloths } = library, things = { fabric, supplies: shelf.value!.supplies, irons, pressCloths, rules: selection.rules }
    const { rows } = await $fetch<Page<Swatch>>('/api/pairings', { query: { fabricId: fabric.id, supplyId: supply.id, size: LOOKED_AT } })
    const own = toLessons(rows, iron.id, things), recipe = testedOn(supply, rows)
    if (own.length === 0) return { id: supply.id, recipe, lesson: null }
    const known = toPlain(toKnowledge(fabric, supply, iron.settings[0]?.origin ?? 'typical'))
    const learnt = await workers.ask(`learn ${supply.id}`, remote => remote.learn(known, toPlain(own)), 2)
    return { id: supply.id, recipe, lesson: learnt.contradicts ? null : optionsOf(learnt.knowledge) }
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
