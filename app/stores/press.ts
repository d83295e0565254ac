import type { IronRest } from '#core/iron'
import {
  dueOn, elapsedS as elapsedOf, followSole, frontOf, happen, phaseOf, stepOf, stepsIn, type Alongside, type BoardEvent, type PressPhase,
} from '#core/press'
import type { Course, EvaluateOptions, Recipe } from '#core/recipe'
import { begunAt, laidAgain, laidBeside, laidUp, swatchOf, type Judged, type Laid } from '#shared/laid'
import type { SwatchBody } from '#shared/schemas'
import { orderWords } from '#shared/words'
import { useSelection } from './selection'
import { useIron } from './iron'

/** How often the clock looks, and with it how long a machine may doze unnoticed, s. */
const LOOK_S = 0.1

/**
 * What is being pressed, and what lies to cool. Times are read from the wall clock and the board is kept in the browser, so neither a
 * busy tab, a reload nor a lost server stops it; the glue line is followed by the same transient as the recipe. What happens is
 * core's to decide: this only keeps it and looks at the clock.
 */
export const usePress = defineStore('press', () => {
  const selection = useSelection()
  const iron = useIron()
  const { rate } = iron
  const pieces = useStored<Laid[]>('press', [])
  /** The piece someone asked to look at. */
  const wanted = ref<string | null>(null)
  // A wall clock that was set, or a machine that slept, is noted in the press and kept.
  const { nowMs, tick } = useWallClock(LOOK_S, (doubt) => { if (running.value) put({ kind: 'doubt', doubt }) })
  const boardS = () => nowMs.value / 1000 * rate

  const laid = computed(() => frontOf(pieces.value, boardS(), wanted.value))
  const pressing = computed(() => laid.value?.pressing ?? null)
  const recipe = computed(() => pressing.value?.recipe ?? null)
  const steps = computed(() => pressing.value ? stepsIn(pressing.value) : [])
  const step = computed(() => pressing.value ? stepOf(pressing.value) : null)
  const elapsedS = computed(() => pressing.value ? elapsedOf(pressing.value, boardS()) : 0)
  const phase = computed(() => pressing.value ? phaseOf(pressing.value) : 'none')
  const running = computed(() => pieces.value.some(p => phaseOf(p.pressing) === 'running'))
  const doubts = computed(() => pressing.value?.doubts ?? [])
  /** Everything that lies to cool or is cold and not yet judged, with what is left. */
  const lying = computed(() => dueOn(pieces.value, boardS())
    .filter(d => d.step === 'cool' || d.phase === 'judge')
    .map((d) => {
      const piece = pieces.value.find(p => p.key === d.key)!
      return { ...d, fabricName: piece.fabricName, forS: stepOf(piece.pressing)?.forS ?? 1 }
    }))
  /** What the glue line has come to, while a sole is down on it. */
  const under = shallowRef<Alongside | null>(null)
  const byBond = computed(() => selection.house.clockIsBond && step.value?.kind === 'down' && under.value !== null)
  const leftS = computed(() =>
    step.value
      ? byBond.value && under.value!.bond < under.value!.wanted
        ? (under.value!.neededS ?? Infinity)
        : step.value.forS - elapsedS.value
      : 0,
  )
  /** Is this step done: by its bond where the clock counts that, else by its seconds? */
  const over = computed(
    () => step.value !== null && (byBond.value ? under.value!.bond >= under.value!.wanted : elapsedS.value >= step.value.forS),
  )
  const share = computed(() =>
    !step.value ? 0 : Math.min(1, byBond.value ? under.value!.bond / under.value!.wanted : elapsedS.value / step.value.forS),
  )

  /** What to do now. */
  const order = computed(() =>
    pressing.value && laid.value ? orderWords(phase.value as PressPhase, step.value, over.value, pressing.value) : '',
  )

  /** Takes a recipe to the clock, perhaps as a scrap of a plan. */
  function lay(recipe: Recipe, course: Course, taught: EvaluateOptions, plan: { planId: string, scrap: number } | null = null): void {
    const { fabric, supply, over: layers, iron: hand, pressCloth, chosen } = selection
    if (!fabric || !supply?.adhesive || !hand || !selection.setup) return
    const key = crypto.randomUUID()
    const piece = laidUp(key, toPlain({
      fabric, supply, over: layers, iron: hand, pressCloth, surface: chosen.surface, setup: selection.setup, recipe, course, taught, plan,
    }))
    pieces.value = laidBeside(pieces.value, piece)
    wanted.value = key
    under.value = null
  }

  function put(event: BoardEvent): void {
    pieces.value = happen(pieces.value, event, boardS()).map(p => begunAt(p, nowMs.value))
    follow()
  }
  /** The iron as it is once it has been picked up. */
  function picked(): IronRest | null {
    tick()
    iron.pickUp()
    // Another iron taken in hand meanwhile says nothing of the one this piece is pressed with.
    return iron.rest && selection.iron?.id === laid.value?.ironKey ? toPlain(iron.rest) : null
  }

  /** Down, lift, laid, turned, cold: one key for all of them. */
  function next(): void {
    if (laid.value && phase.value !== 'judge') put({ kind: 'next', key: laid.value.key, rest: picked() })
  }
  /** Lifted in the middle of a hold, for whatever called. */
  function interrupt(): void {
    if (laid.value) put({ kind: 'interrupt', key: laid.value.key, rest: picked() })
  }
  const look = (key: string) => { wanted.value = key }

  const ahead = followSole()
  function follow(): void {
    const l = laid.value
    under.value = l && step.value?.kind === 'down' ? ahead(l.pressing, l.setup, l.planned, boardS(), l.taught) : null
  }

  /** The dial was turned while a press runs: the sole goes on from there. */
  watch(() => iron.dialKey, () => {
    if (running.value && iron.rest && selection.iron) put({ kind: 'touch', ironKey: selection.iron.id, rest: toPlain(iron.rest) })
  })

  const putAway = () => { if (laid.value) put({ kind: 'away', key: laid.value.key }) }
  /** The same recipe from the start, as a swatch of its own. */
  function again(): void {
    const old = laid.value
    if (!old) return
    put({ kind: 'again', key: old.key })
    const key = crypto.randomUUID()
    pieces.value = pieces.value.map(p => (p.key === old.key ? laidAgain(p, key) : p))
    wanted.value = key
  }
  /** Keeps what was judged so far. */
  function judge(change: Partial<Judged>): void {
    const key = laid.value?.key
    pieces.value = pieces.value.map(p => (p.key === key ? { ...p, judged: { ...p.judged, ...change } } : p))
  }

  const swatchNow = (judged: Parameters<typeof swatchOf>[1]): SwatchBody => swatchOf(laid.value!, judged, Date.now())

  return {
    pieces, laid, pressing, recipe, steps, step, phase, running, lying, elapsedS, leftS, over, share, under, byBond, doubts, order, rate,
    lay, look, next, interrupt, tick, follow, putAway, again, judge, swatchOf: swatchNow,
  }
})
