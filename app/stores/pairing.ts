import { hasPassed, proofOf, type ProofState } from '#core/learn'
import type { EvaluateOptions, Recipe } from '#core/recipe'
import { optionsOf } from '#core/window'
import { benchOfTrial, groundOf, toKnowledge, toLessons, toLotReading, toProofTrial, toRecipe } from '#shared/mappers'
import type { Page, Trial } from '#shared/schemas'
import type { Learnt } from '~/workers/board.worker'
import { useBench } from './bench'
import { useLibrary } from './library'

const LEARN = 'learn'

/** The swatches of the cloth and backing on the board: what they prove, and what they teach. */
export const usePairing = defineStore('pairing', () => {
  const bench = useBench()
  const library = useLibrary()
  const outbox = useOutbox()
  const workers = useBoardWorkers()
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
    // What was pressed of another pair proves nothing of this one, not even until its own is here.
    if (trials.value.some(t => t.clothId !== cloth?.id || t.supplyId !== supply?.id)) trials.value = []
    if (!cloth || !supply) {
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
  const known = computed(() =>
    bench.cloth && bench.supply ? toKnowledge(bench.cloth, bench.supply, bench.iron?.stops[0]?.origin ?? 'typical') : null,
  )
  /** What the sheet of the backing says of its lot. */
  const lot = computed(() => (bench.supply ? toLotReading(bench.supply) : null))
  const things = computed(() =>
    bench.cloth
      ? { cloth: bench.cloth, supplies: library.supplies, irons: library.irons, covers: library.covers, rules: bench.rules }
      : null,
  )

  async function teach(mine: number): Promise<void> {
    if (!known.value || !things.value || !bench.iron || !bench.supply?.resin) return
    const lessons = toLessons(trials.value, bench.iron.id, things.value)
    if (lessons.length === 0) return
    workers.end(LEARN)
    try {
      const found = await workers.ask(LEARN, remote => remote.learn(plain(known.value!), plain(lessons)), 3)
      if (mine === asked) learnt.value = found
    } catch (error) {
      // Without lessons the typical spreads stand; that is said, and the board goes on.
      if (mine === asked) problem.value = faultOf(error)
    }
  }

  const trialBench = (t: Trial) => things.value ? benchOfTrial(t, things.value) : null

  const washesAsked = computed(() => Number(bench.rules.washes))
  /** Is this recipe, on this board, proved? */
  function proofFor(recipe: Recipe): ProofState {
    const { cloth, supply, iron, cover, over, chosen } = bench
    if (!cloth || !supply || !iron) return { state: 'none' }
    const ground = groundOf(recipe, cloth.lot, supply.id, supply.lot, over.map(s => s.id), iron.id, cover?.id ?? null, chosen.bed)
    return proofOf(trials.value.map(toProofTrial), ground, washesAsked.value)
  }
  const passedHere = computed(() => trials.value.filter(t => hasPassed(t, washesAsked.value)))
  const liesHere = (t: Trial) =>
    t.clothLot === bench.cloth?.lot
    && t.supplyLot === bench.supply?.lot
    && t.ironId === bench.iron?.id
    && t.coverId === (bench.cover?.id ?? null)
    && t.bed === bench.chosen.bed
    && t.overSupplyIds.join() === bench.over.map(s => s.id).join()
  /** The newest recipe that is proved on what lies on the board: it comes before any estimate. */
  const provedRecipe = computed<Recipe | null>(() => {
    const trial = passedHere.value.find(t => liesHere(t) && proofFor(toRecipe(t.recipe)).state === 'proved')
    return trial ? toRecipe(trial.recipe) : null
  })
  /** A proof there is, but not on what lies on the board now: other lots, iron, cover, bed or layers. */
  const slipped = computed(() => passedHere.value.length > 0 && !passedHere.value.some(liesHere))
  function keep(trial: Trial): void {
    trials.value = trials.value.map(t => t.id === trial.id ? trial : t)
  }

  /** What the swatches taught, as it changes a run. */
  const taught = computed<EvaluateOptions>(() => learnt.value && !learnt.value.contradicts ? optionsOf(learnt.value.knowledge) : {})

  watch(
    () => [
      bench.cloth?.id, bench.supply?.id, bench.iron?.id, bench.iron?.version, bench.cloth?.version, bench.supply?.version,
      outbox.sentCount.value,
    ],
    load, { immediate: true, flush: 'sync' },
  )
  whenFreshAgain(() => { void load() })
  return {
    trials, total, learnt, taught, settled, known, lot, problem, slipped, provedRecipe, washesAsked, load, keep, proofFor, trialBench,
  }
})
