import { hasPassed, proofOf, type Judged, type ProofState } from '#core/learn'
import type { EvaluateOptions, Recipe } from '#core/recipe'
import { groundOf, toBench, toJudged, toKnowledge, toProofTrial } from '#shared/mappers'
import type { Page, Trial } from '#shared/schemas'
import type { Learnt, PressedLesson } from '~/workers/window.worker'
import { useBench } from './bench'
import { useLibrary } from './library'

const MOST_LESSONS = 12

/** The swatches of the cloth and backing on the board: what they prove, and what they teach. */
export const usePairing = defineStore('pairing', () => {
  const bench = useBench()
  const library = useLibrary()
  const outbox = useOutbox()
  const trials = ref<Trial[]>([])
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
    const { cloth, supply } = bench
    if (!cloth || !supply) {
      trials.value = []
      settled.value = true
      return
    }
    try {
      const page = await $fetch<Page<Trial>>('/api/pairings', { query: { clothId: cloth.id, supplyId: supply.id, size: 60 } })
      if (mine !== asked) return
      trials.value = page.rows
      total.value = page.total
      problem.value = null
    } catch (error) {
      if (mine !== asked) return
      problem.value = problemOf(error).detail
      trials.value = []
    }
    await teach(mine)
    if (mine === asked) settled.value = true
  }

  /** What is known before any swatch. */
  const known = computed(() => bench.cloth && bench.supply ? toKnowledge(bench.cloth, bench.supply, bench.iron?.stops[0]?.origin ?? 'typical') : null)

  /** Only this iron's swatches teach: another's say nothing of what this one's dial gives. */
  async function teach(mine: number): Promise<void> {
    if (!known.value || trials.value.length === 0 || !bench.supply?.resin) return
    const lessons = trials.value.filter(t => t.ironId === bench.iron?.id).slice(0, MOST_LESSONS).flatMap((t): PressedLesson[] => {
      const b = benchOfTrial(t)
      return b ? [{ bench: b, recipe: recipeOf(t), events: t.events, judged: toJudged(t) as Judged }] : []
    })
    if (lessons.length === 0) return
    const found = await windowLanes()[0]!.learn(JSON.parse(JSON.stringify(known.value)), JSON.parse(JSON.stringify(lessons)))
    if (mine === asked) learnt.value = found
  }

  const recipeOf = (t: Trial): Recipe => {
    const { format: _, ...recipe } = t.recipe
    return { ...recipe, stop: { ...recipe.stop } }
  }
  /** The bench a swatch was pressed on, as far as its things are still known here. */
  function benchOfTrial(t: Trial) {
    const iron = library.irons.find(i => i.id === t.ironId)
    const supply = library.supplies.find(s => s.id === t.supplyId)
    const cover = t.coverId ? library.covers.find(c => c.id === t.coverId) ?? null : null
    const over = t.overSupplyIds.map(id => library.supplies.find(s => s.id === id)).filter(s => s !== undefined)
    return bench.cloth && iron && supply?.resin ? toBench(bench.cloth, supply, iron, cover, t.bed, bench.blendRule, over) : null
  }

  const washesAsked = computed(() => Number(library.workshop?.rules.washes ?? '1'))
  /** Is this recipe, on this board, proved? */
  function proofFor(recipe: Recipe): ProofState {
    const { cloth, supply, iron, cover, over, chosen } = bench
    if (!cloth || !supply || !iron) return { state: 'none' }
    return proofOf(trials.value.map(toProofTrial), groundOf(recipe, cloth.lot, supply.id, supply.lot, over.map(s => s.id), iron.id, cover?.id ?? null, chosen.bed), washesAsked.value)
  }
  const passedHere = computed(() => trials.value.filter(t => hasPassed(t, washesAsked.value)))
  const liesHere = (t: Trial) => t.clothLot === bench.cloth?.lot && t.supplyLot === bench.supply?.lot && t.ironId === bench.iron?.id && t.coverId === (bench.cover?.id ?? null)
    && t.bed === bench.chosen.bed && t.overSupplyIds.join() === bench.over.map(s => s.id).join()
  /** The newest recipe that is proved on what lies on the board: it comes before any estimate. */
  const provedRecipe = computed<Recipe | null>(() => {
    const trial = passedHere.value.find(t => liesHere(t) && proofFor(recipeOf(t)).state === 'proved')
    return trial ? recipeOf(trial) : null
  })
  /** A proof there is, but not on what lies on the board now: other lots, iron, cover, bed or layers. */
  const slipped = computed(() => passedHere.value.length > 0 && !passedHere.value.some(liesHere))
  function keep(trial: Trial): void {
    trials.value = trials.value.map(t => t.id === trial.id ? trial : t)
  }

  /** What the swatches taught, as it changes a run. */
  const taught = computed<EvaluateOptions>(() => {
    if (!learnt.value || learnt.value.contradicts) return {}
    const { dialC, logContact, meltC, logRate } = learnt.value.knowledge
    return { soleOffsetC: dialC, contactFactor: Math.exp(logContact), meltShiftC: meltC, rateFactor: Math.exp(logRate) }
  })

  watch(() => [bench.cloth?.id, bench.supply?.id, bench.iron?.id, bench.cloth?.version, outbox.sentCount.value], load, { immediate: true, flush: 'sync' })
  return { trials, total, learnt, taught, settled, known, problem, slipped, provedRecipe, washesAsked, load, keep, proofFor, benchOfTrial, recipeOf }
})
