import { hasPassed, leadingSwatch, proofOf, type ProofState } from '#core/learn'
import { withCooling, type EvaluateOptions, type Recipe } from '#core/recipe'
import { optionsOf } from '#core/window'
import { isPressedOn, setupOfSwatch, proofGroundOf, toKnowledge, toLessons, toLotReading, toProofSwatch, toRecipe } from '#shared/mappers'
import type { Page, Swatch } from '#shared/schemas'
import type { Learnt } from '~/workers/api'
import { useSelection } from './selection'
import { useLibrary } from './library'

const LEARN = 'learn'

/** The swatches of the fabric and interfacing on the board: what they prove, and what they teach. */
export const usePairing = defineStore('pairing', () => {
  const selection = useSelection()
  const library = useLibrary()
  const outbox = useOutbox()
  const workers = useBoardWorkers()
  const swatches = ref<Swatch[]>([])
  const total = ref(0)
  const learnt = shallowRef<Learnt | null>(null)
  /** True once the swatches of what lies on the board have been read and learned from, or could not be. */
  const settled = ref(false)
  const problem = ref<string | null>(null)
  let asked = 0

  async function load(): Promise<void> {
    const mine = ++asked
    settled.value = false
    learnt.value = null
    const { fabric, supply } = selection
    // What was pressed of another pair proves nothing of this one, not even until its own is here.
    const [first] = swatches.value
    if (first && (first.fabricId !== fabric?.id || first.supplyId !== supply?.id)) swatches.value = []
    if (!fabric || !supply) {
      settled.value = true
      return
    }
    try {
      const page = await $fetch<Page<Swatch>>('/api/pairings', { query: { fabricId: fabric.id, supplyId: supply.id, size: 60 } })
      if (mine !== asked) return
      swatches.value = page.rows
      total.value = page.total
      problem.value = null
    } catch (error) {
      if (mine !== asked) return
      problem.value = problemOf(error).detail
      swatches.value = []
    }
    await teach(mine)
    if (mine === asked) settled.value = true
  }

  /** What is known before any swatch. */
  const known = computed(() =>
    selection.fabric && selection.supply
      ? toKnowledge(selection.fabric, selection.supply,
          selection.iron?.settings[0]?.origin ?? 'typical')
      : null,
  )
  /** What the sheet of the interfacing says of its lot. */
  const lot = computed(() => (selection.supply ? toLotReading(selection.supply) : null))
  const things = computed(() =>
    selection.fabric
      ? { fabric: selection.fabric, supplies: library.supplies, irons: library.irons, pressCloths: library.pressCloths,
          rules: selection.rules }
      : null,
  )

  async function teach(mine: number): Promise<void> {
    if (!known.value || !things.value || !selection.iron || !selection.supply?.adhesive) return
    const lessons = toLessons(swatches.value, selection.iron.id, things.value)
    if (lessons.length === 0) return
    workers.end(LEARN)
    try {
      const found = await workers.answer(LEARN, 'learn', [known.value, lessons], 3)
      if (mine === asked) learnt.value = found
    } catch (error) {
      // Without lessons the typical spreads stand; that is said, and the board goes on.
      if (mine === asked) problem.value = faultOf(error)
    }
  }

  const swatchSetup = (t: Swatch) => things.value ? setupOfSwatch(t, things.value) : null

  const washesAsked = computed(() => selection.house.washes)
  /** Is this recipe, on this board, proved? */
  function proofFor(recipe: Recipe): ProofState {
    const { fabric, supply, iron, pressCloth, over, chosen } = selection
    if (!fabric || !supply || !iron) return { state: 'none' }
    const overIds = over.map(s => s.id)
    const ground = proofGroundOf(recipe, fabric.lot, supply.id, supply.lot, overIds, iron.id, pressCloth?.id ?? null, chosen.surface)
    return proofOf(swatches.value.map(toProofSwatch), ground, washesAsked.value)
  }
  const passedHere = computed(() => swatches.value.filter(t => hasPassed(t, washesAsked.value)))
  const here = computed(() => ({
    fabricLot: selection.fabric?.lot ?? '', supplyLot: selection.supply?.lot ?? '', ironId: selection.iron?.id ?? '',
    pressClothId: selection.pressCloth?.id ?? null, surface: selection.chosen.surface, overIds: selection.over.map(s => s.id),
  }))
  const isPressedHere = (t: Swatch) => isPressedOn(t, here.value)
  /**
   * The recipe that own swatches proved on what lies on the board, or that held and is still to be washed: it comes before any estimate.
   */
  const provedRecipe = computed<Recipe | null>(() => {
    const lead = leadingSwatch(swatches.value.filter(isPressedHere), washesAsked.value)
    return lead && selection.setup ? withCooling(selection.setup, toRecipe(lead.swatch.recipe), taught.value) : null
  })
  /** A proof there is, but not on what lies on the board now: other lots, iron, press cloth, surface or layers. */
  const slipped = computed(() => passedHere.value.length > 0 && !passedHere.value.some(isPressedHere))
  function keep(swatch: Swatch): void {
    swatches.value = swatches.value.map(t => t.id === swatch.id ? swatch : t)
  }

  /** What the swatches taught, as it changes a run. */
  const taught = computed<EvaluateOptions>(() => learnt.value && !learnt.value.contradicts ? optionsOf(learnt.value.knowledge) : {})

  watch(
    () => [
      selection.fabric?.id, selection.supply?.id, selection.iron?.id, selection.iron?.version, selection.fabric?.version,
      selection.supply?.version,
      outbox.sentCount.value,
    ],
    load, { immediate: true, flush: 'sync' },
  )
  whenFreshAgain(() => { void load() })
  return {
    swatches, total, learnt, taught, settled, known, lot, problem, slipped, provedRecipe, washesAsked, load, keep, proofFor, swatchSetup,
  }
})
