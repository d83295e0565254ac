import { PASS_GRADE, rebased, type Pressed } from '#core/learn'
import { washLimit } from '#core/match'
import type { RescueContext } from '#core/rescue'
import { toJudged, toMatchSupply, toRecipe } from '#shared/mappers'
import { hottestWashC, missedPlaces } from '#shared/rescuing'
import type { PressSession, SessionHead, Swatch } from '#shared/schemas'
import { isSessionNote } from '#shared/words'

export const UNKNOWN_PRESSING = 'none'
const EXPLAIN = 'rescue explain'
/** Sessions of a job that are looked through for where a swatch comes from. */
const LOOKED_BACK = 8

/** The pressing that a piece with a fault comes from, and what it says of the fault. @param problem where a fault of ours is said */
export function useFaultyPressing(problem: Ref<string | null>) {
  const selection = useSelection()
  const pairing = usePairing()
  const jobs = useJobs()
  const workers = useBoardWorkers()
  /** A swatch of this pair, `UNKNOWN_PRESSING` where someone says so, null as it is found. */
  const swatchId = useStored<string | null>('rescue-swatch', null)

  /** Of the pair on the board; none as long as nobody chose its interfacing. */
  const swatches = computed<Swatch[]>(() => (selection.chosenSupply ? pairing.swatches : []))
  /** The one that was chosen; else the newest that did not come out well. */
  const swatch = computed<Swatch | null>(() => (swatchId.value === UNKNOWN_PRESSING
    ? null
    : swatches.value.find(t => t.id === swatchId.value) ?? swatches.value.find(t => t.grade < PASS_GRADE || t.marks.length > 0
      || t.washes.some(w => w.grade < PASS_GRADE)) ?? null))
  const pressed = shallowRef<RescueContext['pressed']>(null)
  /** A pressing of which nothing is known: only its grade is known. */
  const untold = computed(() => swatch.value !== null && swatch.value.events.length === 0)
  watch(() => [swatch.value?.id, pairing.taught, selection.fabric?.id], async () => {
    pressed.value = null
    const t = swatch.value, b = t && pairing.swatchSetup(t)
    if (!t || !b || !selection.chosenSupply || t.events.length === 0) return
    const seen = rebased({ recipe: toRecipe(t.recipe), events: t.events }, b.iron.settings)
    const p: Pressed = {
      setup: b, ...seen, doubts: t.doubts, judged: toJudged(t), washedC: hottestWashC(t),
      washLimitC: washLimit(toMatchSupply(selection.chosenSupply)).limitC, finished: (selection.fabric?.finishes.length ?? 0) > 0,
    }
    try {
      const [{ causes, course }, missed] = await Promise.all([
        workers.answer(EXPLAIN, 'explain', [p, pairing.taught], 1), missedIn(t),
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
      return missedPlaces(sessions, t)
    } catch {
      return 0
    }
  }
  onScopeDispose(() => workers.end(EXPLAIN))
  return { swatches, swatchId, swatch, pressed, untold }
}
