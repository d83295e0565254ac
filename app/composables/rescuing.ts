import { bondAtGrade, PASS_GRADE, rebased, type Pressed } from '#core/learn'
import { appearanceOfPressing } from '#core/appearance'
import { washLimit } from '#core/match'
import {
  diagnose, MOST_QUESTIONS, NO_CONTEXT, type Answers, type CauseKey, type Diagnosis, type QuestionKey, type Remedy, type RescueContext,
  type Sign,
} from '#core/rescue'
import { toFabricInput, toJudged, toMatchSupply, toRecipe, toSupplyInput, toRecipePayload } from '#shared/mappers'
import { toPast, toPatient } from '#shared/rescuing'
import type { Making, RescuePast, PressSession, SessionHead, Swatch } from '#shared/schemas'
import { CAUSE_NAME, REMEDY_NAME, isSessionNote } from '#shared/words'

export const UNKNOWN_PRESSING = 'none'
const EXPLAIN = 'rescue explain', REMEDY = 'rescue remedy'
const LOOSE: readonly Sign[] = ['lifts', 'edges', 'peeledWashed']
/** A piece that lets go and was never graded has about so much of a bond left. */
const LOOSE_BOND = 0.35, WHOLE_BOND = 1
/** Sessions of a job that are looked through for where a swatch comes from. */
const LOOKED_BACK = 8
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
  /** Which pressing it comes from: a swatch of this pair, `UNKNOWN_PRESSING` where someone says so, null as it is found. */
  const swatchId = useStored<string | null>('rescue-swatch', null)
  const past = shallowRef<RescueContext['past']>({})
  const problem = ref<string | null>(null)

  /** The one that was chosen; else the newest that did not come out well. */
  const swatch = computed<Swatch | null>(() => (swatchId.value === UNKNOWN_PRESSING
    ? null
    : pairing.swatches.find(t => t.id === swatchId.value) ?? pairing.swatches.find(t => t.grade < PASS_GRADE || t.marks.length > 0
      || t.washes.some(w => w.grade < PASS_GRADE)) ?? null))
  const pressed = shallowRef<RescueContext['pressed']>(null)
  /** A pressing of which nothing is known: only its grade is known. */
  const untold = computed(() => swatch.value !== null && swatch.value.events.length === 0)
  watch(() => [swatch.value?.id, pairing.taught, selection.fabric?.id], async () => {
    pressed.value = null
    const t = swatch.value, b = t && pairing.swatchSetup(t)
    if (!t || !b || !selection.supply || t.events.length === 0) return
    const seen = rebased({ recipe: toRecipe(t.recipe), events: t.events }, b.iron.settings)
    const p: Pressed = {
      setup: b, ...seen, doubts: t.doubts, judged: toJudged(t), washedC: t.washes.length ? Math.max(...t.washes.map(w => w.washC)) : null,
      washLimitC: washLimit(toMatchSupply(selection.supply)).limitC, finished: (selection.fabric?.finishes.length ?? 0) > 0,
    }
    try {
      const [{ causes, course }, missed] = await Promise.all([
        workers.ask(EXPLAIN, remote => remote.explain(toPlain(p), toPlain(pairing.taught)), 1), missedIn(t),
      ])
      if (swatch.value?.id === t.id)
        pressed.value = { bond: course.finalBond, flags: course.flags, causes: causes.map(c => c.why), missed,
          covered: t.pressClothId !== null }
    } catch (error) {
      problem.value = faultOf(error) ?? problem.value
    }
  }, { immediate: true })
  /** Positions that its session says were missed, where it comes from one: of the very piece whose edge it was, if that is known. */
  async function missedIn(t: Swatch): Promise<number> {
    if (!jobs.job || !isSessionNote(t.note)) return 0
    try {
      const heads = await $fetch<SessionHead[]>(`/api/jobs/${jobs.job.id}/sessions`)
      const sessions = await Promise.all(heads.slice(0, LOOKED_BACK).map(h => $fetch<PressSession>(`/api/sessions/${h.id}`)))
      const edge = sessions.flatMap(r => r.events).find(e => e.key === t.clientKey)
      const session = sessions.find(r => edge && r.events.includes(edge)) ?? sessions[0]
      if (!session) return 0
      const ops = edge?.op
        ? new Set([edge.op])
        : new Set(session.operations.filter(o => o.fabricId === t.fabricId && o.supplyId === t.supplyId).map(o => o.id))
      return session.events.filter(e => e.kind === 'missed' && e.op !== null && ops.has(e.op)).length
    } catch {
      return 0
    }
  }

  const context = computed<RescueContext>(() => {
    const { fabric, supply } = selection, t = swatch.value
    return {
      ...NO_CONTEXT, fabric: fabric && toFabricInput(fabric), supply: supply?.adhesive ? toSupplyInput(supply) : null,
      pressed: pressed.value,
      past: past.value,
      settled: fabric?.prewashed ? true : null,
      washed: t && supply?.adhesive
        ? { rounds: t.washes.length, hottestC: t.washes.length ? Math.max(...t.washes.map(w => w.washC)) : 0,
            limitC: washLimit(toMatchSupply(supply)).limitC }
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
  const patient = computed(() => {
    const { fabric, iron, pressCloth, chosen, rules, supply } = selection
    if (!fabric || !iron) return null
    const loose = signs.value.some(s => LOOSE.includes(s))
    const bond = swatch.value
      ? Math.min(pressed.value?.bond ?? 5, bondAtGrade(swatch.value.washes.at(-1)?.grade ?? swatch.value.grade))
      : loose ? LOOSE_BOND : WHOLE_BOND
    const browned = appearanceOfPressing(pressed.value?.flags ?? [], null).browned >= BROWN_FROM
    return toPatient({ fabric, supply, iron, pressCloth, surface: chosen.surface, rules }, { bond, browned })
  })
  watch(() => JSON.stringify([cause.value, patient.value, pairing.taught]), async () => {
    remedy.value = null
    const c = cause.value, p = patient.value
    workers.end(REMEDY)
    if (!c || !p) return
    try {
      const found = await workers.ask(REMEDY, remote => remote.remedy(c, toPlain(p), toPlain(pairing.taught)), 1)
      if (cause.value === c) remedy.value = found
    } catch (error) {
      problem.value = faultOf(error) ?? problem.value
    }
  }, { immediate: true })

  /** Remedies of this job. */
  const ofJob = computed(() => makings.makings.filter((m): m is Making & { spec: Extract<Making['spec'], { kind: 'remedy' }> } =>
    m.spec.kind === 'remedy'))
  function take(wideMm: number, highMm: number): void {
    const r = remedy.value, c = cause.value
    if (!r || !c || r.cannot || !jobs.job) return
    makings.add({
      id: crypto.randomUUID(), name: `${REMEDY_NAME[r.key]}: ${CAUSE_NAME[c].toLowerCase()}`.slice(0, 60),
      fabricId: selection.fabric?.id ?? null,
      liningId: null, supplyId: selection.supply?.id ?? null, fabricIds: [], scrapId: null, supplyIds: [],
      spec: {
        format: 1, kind: 'remedy', signs: [...signs.value], cause: c, belief: Math.min(1, belief.value), remedy: r.key,
        recipe: r.recipe ? toRecipePayload(r.recipe) : null, wideMm, highMm, went: null,
      },
    })
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
  onScopeDispose(() => {
    workers.end(EXPLAIN)
    workers.end(REMEDY)
  })
  return {
    signs, answers, swatchId, swatch, untold, pressed, context, diagnosis, toggle, answer, back, afresh, asked, most: MOST_QUESTIONS,
    wanted, cause, belief, remedy, patient, ofJob, take, went, problem,
  }
}
