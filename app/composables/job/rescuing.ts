import { appearanceOfPressing } from '#core/appearance'
import { washLimit } from '#core/match'
import {
  diagnose, MOST_QUESTIONS, needsInterfacing, NO_CONTEXT, type Answers, type CauseKey, type Diagnosis, type QuestionKey,
  type Remedy, type RescueContext, type Sign,
} from '#core/rescue'
import { toFabricInput, toMatchSupply, toSupplyInput } from '#shared/mappers'
import { bondLeft, hottestWashC, isRemedy, remedyMaking, toPast, toPatient } from '#shared/rescuing'
import type { RescuePast } from '#shared/schemas'

const REMEDY = 'rescue remedy'
/** A scorch that its pressing made so brown is past brushing. */
const BROWN_FROM = 0.25

/** What went wrong with the piece on the board: signs, one question at a time, and what can be done. */
export function useRescuing() {
  const selection = useSelection()
  const pairing = usePairing()
  const jobs = useJobs()
  const makings = useMakings()
  const workers = useBoardWorkers()
  const outbox = useOutbox()
  const signs = useStored<Sign[]>('rescue-signs', [])
  const answers = useStored<Answers>('rescue-answers', {})
  const past = shallowRef<RescueContext['past']>({})
  const problem = ref<string | null>(null)
  const { swatches, swatchId, swatch, pressed, untold } = useFaultyPressing(problem)

  const context = computed<RescueContext>(() => {
    const { fabric, chosenSupply: supply } = selection, t = swatch.value
    return {
      ...NO_CONTEXT, fabric: fabric && toFabricInput(fabric), supply: supply?.adhesive ? toSupplyInput(supply) : null,
      pressed: pressed.value,
      past: past.value,
      preshrunk: fabric?.prewashed ? true : null,
      washed: t && supply?.adhesive
        ? { rounds: t.washes.length, hottestC: hottestWashC(t) ?? 0, limitC: washLimit(toMatchSupply(supply)).limitC }
        : null,
    }
  })
  const diagnosis = computed<Diagnosis | null>(() => (signs.value.length ? diagnose(signs.value, answers.value, context.value) : null))
  const toggle = (s: Sign): void => {
    signs.value = signs.value.includes(s) ? signs.value.filter(x => x !== s) : [...signs.value, s]
    answers.value = {}
    wanted.value = null
  }
  const answer = (q: QuestionKey, a: number | null): void => {
    answers.value = { ...answers.value, [q]: a }
    wanted.value = null
  }
  const back = (): void => {
    const last = Object.keys(answers.value).at(-1)
    if (!last) return
    const { [last as QuestionKey]: _, ...rest } = answers.value
    answers.value = rest
  }
  const afresh = (): void => {
    signs.value = []
    answers.value = {}
    wanted.value = null
  }
  const asked = computed(() => Object.keys(answers.value).length)

  /** The cause whose remedy is looked at: the likeliest, or one that was asked for. */
  const wanted = ref<CauseKey | null>(null)
  const cause = computed<CauseKey | null>(
    () => (diagnosis.value?.contradicts ? null : wanted.value ?? diagnosis.value?.beliefs[0]?.cause ?? null))
  const belief = computed(() => diagnosis.value?.beliefs.find(b => b.cause === cause.value)?.share ?? 0)
  const remedy = shallowRef<Remedy | null>(null)
  /** What has to be chosen before it can be said what can be done. */
  const missing = computed(() => {
    if (!selection.fabric) return 'fabric'
    return !selection.chosenSupply && cause.value && needsInterfacing(cause.value) ? 'interfacing' : null
  })
  const patient = computed(() => {
    const { fabric, iron, pressCloth, chosen, rules, chosenSupply: supply } = selection
    if (!fabric || !iron || missing.value) return null
    const bond = bondLeft(signs.value, swatch.value, pressed.value?.bond ?? null)
    const browned = appearanceOfPressing(pressed.value?.flags ?? [], null).browned >= BROWN_FROM
    return toPatient({ fabric, supply, iron, pressCloth, surface: chosen.surface, rules }, { bond, browned })
  })
  watch(() => JSON.stringify([cause.value, patient.value, pairing.taught]), async () => {
    remedy.value = null
    const c = cause.value, p = patient.value
    workers.end(REMEDY)
    if (!c || !p) return
    try {
      const found = await workers.answer(REMEDY, 'remedy', [c, p, pairing.taught], 1)
      if (cause.value === c) remedy.value = found
    } catch (error) {
      problem.value = faultOf(error) ?? problem.value
    }
  }, { immediate: true })

  /** Remedies of this job. */
  const ofJob = computed(() => makings.makings.filter(isRemedy))
  function take(wideMm: number, highMm: number): void {
    const r = remedy.value, c = cause.value
    if (!r || !c || r.cannot || !jobs.job) return
    const found = { cause: c, belief: belief.value, signs: signs.value }
    const on = { fabricId: selection.fabric?.id ?? null, supplyId: selection.chosenSupply?.id ?? null }
    makings.add(remedyMaking(crypto.randomUUID(), r, found, on, { wideMm, highMm }))
  }
  async function went(id: string, how: 'well' | 'partly' | 'badly'): Promise<void> {
    const m = ofJob.value.find(x => x.id === id)
    if (!m) return
    makings.put({ ...m, spec: { ...m.spec, went: m.spec.went === how ? null : how } })
    await makings.save()
    await loadPast()
  }
  async function loadPast(): Promise<void> {
    try {
      past.value = toPast(await $fetch<RescuePast>('/api/rescues'))
    } catch {
      // Without them the trade's own order stands.
    }
  }
  void loadPast()
  watch(() => jobs.job?.id, () => void makings.load(), { immediate: true })
  watch(() => outbox.sentCount.value, () => void loadPast())
  onScopeDispose(() => workers.end(REMEDY))
  return {
    signs, answers, swatches, swatchId, swatch, untold, pressed, context, diagnosis, toggle, answer, back, afresh, asked,
    most: MOST_QUESTIONS, wanted, cause, belief, remedy, missing, ofJob, take, went, problem,
  }
}
