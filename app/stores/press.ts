import type { IronRest } from '#core/iron'
import {
  alongside, doubtOf, dueOn, elapsedS as elapsedOf, frontOf, happen, newPressing, phaseOf, plannedBond, soleReadings, stepOf, stepsIn,
  type Alongside, type BoardEvent, type BoardPiece, type PressPhase,
} from '#core/press'
import type { PressSetup, Course, EvaluateOptions, Recipe } from '#core/recipe'
import { adhesiveOf } from '#core/recipe'
import { toRecipePayload } from '#shared/mappers'
import type { SwatchBody } from '#shared/schemas'
import { orderWords } from '#shared/words'
import { useSelection } from './selection'
import { useIron } from './iron'

/** What was judged so far, kept until the swatch is. */
export interface Judged {
  grade: number | null
  marks: SwatchBody['marks']
  where: Partial<Record<SwatchBody['marks'][number], string>>
  measured: Partial<Record<SwatchBody['readings'][number]['kind'], number | undefined>>
  note: string
}
const UNJUDGED: Judged = { grade: null, marks: [], where: {}, measured: {}, note: '' }

/** A press as the board keeps it: what lies under the iron, and the session itself. */
interface Laid extends BoardPiece {
  fabricId: string
  supplyId: string
  ironId: string
  pressClothId: string | null
  fabricName: string
  supplyName: string
  pressClothName: string | null
  surface: SwatchBody['surface']
  fabricLot: string
  supplyLot: string
  overSupplyIds: string[]
  planId: string | null
  scrap: number | null
  predicted: SwatchBody['predicted']
  /** The setup and what was learned when it was laid up, and the bond each hold is meant to come to. */
  setup: PressSetup
  taught: EvaluateOptions
  planned: number[]
  judged: Judged
  /** Wall time of the first touch, ms. */
  startedAt: number | null
}

/** How often the clock looks, and with it how long a machine may doze unnoticed, s. */
const LOOK_S = 0.1, SELDOM_S = 90

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
  const nowMs = ref(Date.now())
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
    const b = toPlain(selection.setup), r = toPlain(recipe), t = toPlain(taught)
    const key = crypto.randomUUID()
    const piece: Laid = {
      key, ironKey: hand.id, fabricId: fabric.id, supplyId: supply.id, ironId: hand.id, pressClothId: pressCloth?.id ?? null,
      fabricName: fabric.name, supplyName: supply.name, pressClothName: pressCloth?.name ?? null, surface: chosen.surface,
      fabricLot: fabric.lot,
      supplyLot: supply.lot, overSupplyIds: layers.map(s => s.id), planId: plan?.planId ?? null, scrap: plan?.scrap ?? null,
      predicted: {
        bond: course.finalBond, harm: course.harm, peakC: course.peakC, windowC: [...adhesiveOf(b, t).windowC],
        worst: course.harm >= 0.5 ? (course.flags[0]?.kind ?? null) : null,
      },
      setup: b, taught: t, planned: plannedBond(b, r, t), judged: toPlain(UNJUDGED), pressing: newPressing(r), startedAt: null,
    }
    // What was laid up and not begun makes room; what runs or lies to cool stays.
    pieces.value = [...pieces.value.filter(p => phaseOf(p.pressing) !== 'ready'), piece]
    wanted.value = key
    under.value = null
  }

  function put(event: BoardEvent): void {
    pieces.value = happen(pieces.value, event, boardS())
      .map(p => (p.startedAt === null && p.pressing.startedS !== null ? { ...p, startedAt: nowMs.value } : p))
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

  function follow(): void {
    const l = laid.value
    under.value = l && step.value?.kind === 'down' ? alongside(l.pressing, l.setup, l.planned, boardS(), l.taught) : null
  }

  let lastWall = Date.now(), lastSteady = performance.now(), wasHidden = false
  /** Looks at the clocks; a wall clock that was set, or a machine that slept, is noted in the press and kept. */
  function tick(): void {
    nowMs.value = Date.now()
    const steady = performance.now()
    // A tab in the background is looked after seldom: that is no break.
    const expectedS = document.hidden || wasHidden ? SELDOM_S : LOOK_S
    wasHidden = document.hidden
    const doubt = doubtOf((nowMs.value - lastWall) / 1000, (steady - lastSteady) / 1000, expectedS)
    lastWall = nowMs.value
    lastSteady = steady
    if (doubt && running.value) put({ kind: 'doubt', doubt })
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
    pieces.value = pieces.value.map(p => (p.key === old.key ? { ...p, key, judged: toPlain(UNJUDGED), startedAt: null } : p))
    wanted.value = key
  }
  /** Keeps what was judged so far. */
  function judge(change: Partial<Judged>): void {
    const key = laid.value?.key
    pieces.value = pieces.value.map(p => (p.key === key ? { ...p, judged: { ...p.judged, ...change } } : p))
  }

  function swatchOf(judged: Pick<SwatchBody, 'grade' | 'marks' | 'markWhere' | 'note' | 'readings'>): SwatchBody {
    const l = laid.value!
    const { pressing: s } = l
    const events = [...s.events, ...soleReadings(s, l.setup, l.taught)].sort((a, b) => a.atS - b.atS).slice(0, MOST_EVENTS)
    return {
      clientKey: l.key, fabricId: l.fabricId, supplyId: l.supplyId, ironId: l.ironId, pressClothId: l.pressClothId, surface: l.surface,
      recipe: toRecipePayload(s.recipe), predicted: { ...l.predicted },
      events: events.map(e => ({ atS: e.atS, kind: e.kind, soleC: e.soleC ?? null })), doubts: s.doubts.map(d => ({ ...d })), ...judged,
      fabricLot: l.fabricLot, supplyLot: l.supplyLot, overSupplyIds: l.overSupplyIds, planId: l.planId, scrap: l.scrap,
      pressedAt: new Date(l.startedAt ?? Date.now()).toISOString(),
    }
  }

  return {
    pieces, laid, pressing, recipe, steps, step, phase, running, lying, elapsedS, leftS, over, share, under, byBond, doubts, order, rate,
    lay, look, next, interrupt, tick, follow, putAway, again, judge, swatchOf,
  }
})
/** A swatch keeps no more events than this. */
const MOST_EVENTS = 200
