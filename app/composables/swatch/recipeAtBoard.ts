import { choosableOf, chooseWay, sideBySide, USUAL_METHODS, type Recipe, type Way } from '#core/recipe'
import type { Answer } from '~/workers/api'

interface Found {
  answers: Ref<Answer[]>
  /** More of them are on their way. */
  searching: Ref<boolean>
  /** What own swatches taught is known. */
  settled: Ref<boolean>
  /** What own swatches proved here. */
  provedRecipe: Ref<Recipe | null>
  /** The window is looked at, where a pin is moved. */
  onWindow: Ref<boolean>
}
/** Which recipe is on the board, of those that were worked out, and which of them stand beside it. */
export function useRecipeAtBoard({ answers, searching, settled, provedRecipe, onWindow }: Found) {
  const selection = useSelection()
  const methods = computed(() => answers.value.filter(a => a.way !== 'sheet'))
  /**
   * Which recipe is on the board: chosen, proved, by the sheet, or the best worked out; nothing before the search is through, unless
   * chosen.
   */
  const chosenWay = computed<Way | null>(() => {
    const choosable = answers.value.map(a => choosableOf(a, a.score))
    const way = chooseWay(choosable, {
      wanted: selection.chosen.way, proved: provedRecipe.value?.method ?? null, moisture: selection.rules.moisture,
    })
    return searching.value && way !== selection.chosen.way ? null : way
  })
  const shown = computed(() => sideBySide(methods.value.map(a => ({ ...a, ...choosableOf(a, a.score) })), chosenWay.value))
  /** Simply: the way on the board, and the one that would be next. */
  const compared = computed(() => {
    if (!selection.isSimple || !chosenWay.value) return shown.value
    const others = shown.value.filter(a => a.way !== chosenWay.value && a.blocked === null)
    return [...shown.value.filter(a => a.way === chosenWay.value), ...others.slice(0, 1)]
  })
  const places = computed(() => Math.max(compared.value.length, selection.isSimple && chosenWay.value ? 0 : USUAL_METHODS.length))
  const besides = computed(() => (!searching.value && settled.value && !selection.isSimple
    ? methods.value.filter(a => a.blocked === null && !shown.value.some(s => s.way === a.way))
    : []))
  const chosen = computed(() => answers.value.find(a => a.way === chosenWay.value && a.blocked === null) ?? null)
  /** Own swatches come first: until another way is chosen, the recipe they proved is on the board. */
  const proved = computed(() => selection.chosen.way === null || selection.chosen.way === provedRecipe.value?.method
    ? provedRecipe.value
    : null)
  /** The recipe at the pin: the chosen way's, until the pin is moved. */
  const pinned = ref<Recipe | null>(null)
  watch(() => JSON.stringify(selection.setup), () => { pinned.value = null })
  const fromSearch = computed(() => chosen.value?.recipe ?? answers.value.find(a => a.recipe)?.recipe ?? null)
  const pinRecipe = computed({
    get: () => pinned.value ?? proved.value ?? fromSearch.value,
    set: (r) => {
      pinned.value = r
      if (r && answers.value.some(a => a.way === r.method && a.blocked === null)) selection.chosen.way = r.method
    },
  })
  /** What is written over the board and pressed: the pin's recipe on the window, the way's elsewhere. */
  const atBoard = computed(() => {
    if (onWindow.value) return pinRecipe.value
    if (pinned.value && pinned.value.method === chosen.value?.method) return pinned.value
    return proved.value ?? chosen.value?.recipe ?? null
  })

  function choose(way: Way): void {
    selection.chosen.way = way
    pinned.value = null
  }
  /** Takes back what a swatch proved, pinned to the very recipe. */
  function pin(recipe: Recipe): void {
    selection.chosen.way = recipe.method
    pinned.value = recipe
  }
  return { methods, chosenWay, compared, places, besides, chosen, proved, pinned, pinRecipe, atBoard, choose, pin }
}
