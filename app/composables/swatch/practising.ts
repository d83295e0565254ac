import { useIntervalFn, useTimeoutFn } from '@vueuse/core'
import {
  beginExercise, CORNER_STEPS_C, freeSetup, isAnswered, marksAfterMm, seedOf, seenAt, touchesAsked, type Attempt, type Choice,
  type ExerciseKey, type PracticeSetup,
} from '#core/practice'
import { toFabricInput, toIronInput, toSupplyInput } from '#shared/mappers'
import { NOTHING_PRACTISED, practisedToo, type PracticeRecord } from '#shared/practised'
import type { Practised } from '~/workers/api'

const ASK = 'practice'
/** The practice setup: what lies on it, how it is pressed by the clock, what it answers. */
export function usePractising() {
  const board = useSelection()
  const workers = useBoardWorkers()
  const sheet = useStored<PracticeRecord>('practice-sheet', NOTHING_PRACTISED)
  const key = useStored<ExerciseKey | 'free'>('practice-key', 'corner')
  const seedText = useStored<string>('practice-seed', '1')
  const rate = useStored<1 | 5>('practice-rate', 1)
  const problem = ref<string | null>(null)
  const exercise = shallowRef<PracticeSetup | null>(null)
  const choice = ref<Choice>({})
  const held = ref<number[]>([])
  const tries = ref<{ attempt: Attempt, practised: Practised }[]>([])
  const answer = shallowRef<Practised | null>(null)
  const judging = ref(false)
  const downAtMs = ref<number | null>(null)
  const nowMs = ref(Date.now())
  useIntervalFn(() => { if (downAtMs.value !== null) nowMs.value = Date.now() }, 100)
  const downS = computed(() => (downAtMs.value === null ? 0 : Math.max(0, nowMs.value - downAtMs.value) / 1000 * rate.value))

  /** The corner's step that the iron stands on; what lies there is left alone when something else is laid out. */
  const touching = ref<number | null>(null)
  const touchEnds = useTimeoutFn(() => {
    if (touching.value !== null) held.value = [...held.value, touching.value]
    touching.value = null
  }, () => (exercise.value?.figures.touchS ?? 20) / rate.value * 1000, { immediate: false })

  function lay(): void {
    touchEnds.stop()
    touching.value = null
    answer.value = null
    tries.value = []
    held.value = []
    choice.value = {}
    downAtMs.value = null
    workers.end(ASK)
    try {
      const seed = seedOf(seedText.value)
      problem.value = null
      if (key.value !== 'free') {
        exercise.value = beginExercise(key.value, seed)
        return
      }
      const { fabric, supply, iron } = board
      if (!fabric || !supply?.adhesive || !iron) throw new RangeError(
        'Free practice: choose a fabric and a fusible first, on the Fabric and Swatch stages.')
      exercise.value = freeSetup(seed, { fabric: toFabricInput(fabric), supply: toSupplyInput(supply),
        settings: toIronInput(iron).settings })
    } catch (error) {
      exercise.value = null
      problem.value = faultWords(error)
    }
  }
  watch([key, seedText], lay, { immediate: true })
  watch(() => (key.value === 'free' ? [board.fabric?.id, board.supply?.id] : null), () => { if (key.value === 'free') lay() })

  const complete = computed(() => exercise.value !== null && isAnswered(exercise.value, choice.value))
  const needs = computed(() => (exercise.value ? touchesAsked(exercise.value, choice.value) : 0))
  const pressable = computed(() => needs.value > 0 && complete.value && answer.value === null && held.value.length < needs.value
    && !judging.value)
  /** Down, or lift. */
  function iron(): void {
    if (downAtMs.value !== null) {
      nowMs.value = Date.now()
      held.value = [...held.value, Math.max(0.5, Math.round(downS.value * 10) / 10)]
      downAtMs.value = null
      if (held.value.length >= needs.value) void tried()
    } else if (pressable.value) {
      nowMs.value = Date.now()
      downAtMs.value = nowMs.value
    }
  }
  /** Touches a corner at a step; its touch takes as long as it takes. */
  function touch(step: number): void {
    if (answer.value || touching.value !== null) return
    touching.value = step
    touchEnds.start()
  }
  const seen = computed(() => (exercise.value?.key === 'corner'
    ? held.value.map(step => ({ step, c: CORNER_STEPS_C[step]!, flag: seenAt(exercise.value!.seed, step) }))
    : []))
  /** What a marked length measures after a try. */
  const marksMm = computed(() => (exercise.value?.key === 'braid' && held.value.length > 0 && choice.value.setting !== undefined
    ? marksAfterMm(exercise.value.seed, { choice: choice.value, heldS: held.value })
    : null))

  async function ask(attempt: Attempt): Promise<Practised | null> {
    judging.value = true
    try {
      const b = toPlain(exercise.value!), a = toPlain(attempt)
      return await workers.ask(ASK, remote => remote.practised(b, a), 2)
    } catch (error) {
      problem.value = faultOf(error) ?? problem.value
      return null
    } finally {
      judging.value = false
    }
  }
  const attemptNow = (): Attempt => ({ choice: { ...choice.value }, heldS: [...held.value] })
  /** A scrap that does not count yet where more than one may be pressed. */
  async function tried(): Promise<void> {
    if (!exercise.value) return
    if (exercise.value.key === 'braid') return
    const attempt = attemptNow(), practised = await ask(attempt)
    if (!practised) return
    tries.value = [...tries.value, { attempt, practised }]
    if (tries.value.length >= exercise.value.tries) count(practised)
  }
  function again(): void {
    held.value = []
  }
  function count(p: Practised | null = tries.value.at(-1)?.practised ?? null): void {
    if (!p || !exercise.value) return
    answer.value = p
    if (exercise.value.key === 'free') return
    const { key, seed } = exercise.value, { near, passed } = p.verdict
    sheet.value = practisedToo(sheet.value, { key, seed, near, passed, at: new Date().toISOString() })
  }
  /** Answers what is not pressed, or a trim that was preshrunk and cut. */
  async function judge(): Promise<void> {
    if (!exercise.value || answer.value || judging.value) return
    count(await ask(attemptNow()))
  }
  const nextSeed = (): void => { seedText.value = String((Number(seedText.value) || 0) + 1) }
  onScopeDispose(() => workers.end(ASK))
  return {
    sheet, key, seedText, rate, problem, exercise, choice, held, tries, answer, judging, downAtMs, downS, complete, needs, pressable, iron,
    touching, touch, seen, marksMm, again, count, judge, lay, nextSeed,
  }
}
