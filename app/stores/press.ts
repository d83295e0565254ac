import { useLocalStorage } from '@vueuse/core'
import type { Course, Recipe } from '#core/recipe'
import { TURN_S } from '#core/recipe'
import { RESINS } from '#core/materials'
import { toRecipePayload } from '#shared/mappers'
import type { TrialBody } from '#shared/schemas'
import { useBench } from './bench'
import { useIron } from './iron'

export type StepKind = 'down' | 'turn' | 'cool'
export interface Step { kind: StepKind, forS: number, side: 'back' | 'face', pass: number }

interface Session {
  clientKey: string
  clothId: string
  supplyId: string
  ironId: string
  coverId: string | null
  clothName: string
  supplyName: string
  coverName: string | null
  bed: TrialBody['bed']
  clothLot: string
  supplyLot: string
  overSupplyIds: string[]
  planId: string | null
  scrap: number | null
  recipe: Recipe
  predicted: TrialBody['predicted']
  /** -1 before the first set-down; steps.length once cold and ready to judge. */
  at: number
  stepFrom: number
  startedAt: number | null
  events: TrialBody['events']
}

/** The steps of a recipe, in order. */
export function stepsOf(recipe: Recipe): Step[] {
  const steps: Step[] = []
  for (let pass = 0; pass < recipe.passes; pass++) {
    const side = pass === 0 ? recipe.firstSide : recipe.firstSide === 'back' ? 'face' : 'back'
    if (pass > 0) steps.push({ kind: 'turn', forS: TURN_S, side, pass })
    steps.push({ kind: 'down', forS: recipe.holdS, side, pass })
  }
  steps.push({ kind: 'cool', forS: recipe.coolS, side: recipe.firstSide, pass: recipe.passes - 1 })
  return steps
}

/**
 * A swatch being pressed. Times are read from the wall clock and the session is kept in the browser,
 * so neither a busy tab, a reload nor a lost server stops it.
 */
export const usePress = defineStore('press', () => {
  const bench = useBench()
  const iron = useIron()
  const { clockRate } = useRuntimeConfig().public
  const rate = Number(clockRate) || 1
  const session = useLocalStorage<Session | null>('ready-cuff-press', null, { serializer: { read: v => JSON.parse(v) as Session | null, write: v => JSON.stringify(v) } })
  const now = ref(Date.now())

  const steps = computed(() => session.value ? stepsOf(session.value.recipe) : [])
  const step = computed(() => session.value && session.value.at >= 0 ? steps.value[session.value.at] ?? null : null)
  const elapsedS = computed(() => session.value ? Math.max(0, (now.value - session.value.stepFrom) / 1000 * rate) : 0)
  const leftS = computed(() => step.value ? step.value.forS - elapsedS.value : 0)
  const phase = computed<'none' | 'ready' | 'running' | 'judge'>(() => {
    if (!session.value) return 'none'
    if (session.value.at < 0) return 'ready'
    return session.value.at >= steps.value.length ? 'judge' : 'running'
  })
  const moistureWords = computed(() => session.value ? { dry: 'dry', steam: 'steam shots', mist: 'mist', damp: 'cover wrung damp' }[session.value.recipe.method] : '')

  /** Takes a recipe to the clock, perhaps as a scrap of a plan. */
  function lay(recipe: Recipe, course: Course, plan: { planId: string, scrap: number } | null = null): void {
    const { cloth, supply, over, iron: hand, cover, chosen } = bench
    if (!cloth || !supply?.resin || !hand) return
    session.value = {
      clientKey: crypto.randomUUID(), clothId: cloth.id, supplyId: supply.id, ironId: hand.id, coverId: cover?.id ?? null,
      clothName: cloth.name, supplyName: supply.name, coverName: cover?.name ?? null, bed: chosen.bed,
      clothLot: cloth.lot, supplyLot: supply.lot, overSupplyIds: over.map(s => s.id), planId: plan?.planId ?? null, scrap: plan?.scrap ?? null,
      recipe: JSON.parse(JSON.stringify(recipe)) as Recipe,
      predicted: {
        bond: course.finalBond, harm: course.harm, peakC: course.peakC, windowC: [...RESINS[supply.resin].windowC],
        worst: course.harm >= 0.5 ? course.flags[0]?.kind ?? null : null,
      },
      at: -1, stepFrom: Date.now(), startedAt: null, events: [],
    }
  }

  function note(kind: TrialBody['events'][number]['kind']): void {
    const s = session.value!
    s.startedAt ??= now.value
    s.events.push({ atS: Math.round((now.value - s.startedAt) / 10 * rate) / 100, kind })
  }

  /** Down, lift, turned, cold: one key for all of them. */
  function next(): void {
    if (!session.value || phase.value === 'judge') return
    now.value = Date.now()
    if (step.value?.kind === 'down') note('lift')
    if (step.value?.kind === 'cool') note('done')
    session.value.at++
    session.value.stepFrom = now.value
    if (step.value) {
      note(step.value.kind)
      if (step.value.kind === 'down') iron.pickUp()
    }
  }

  const tick = () => { now.value = Date.now() }
  const putAway = () => { session.value = null }
  const again = () => {
    if (session.value) session.value = { ...session.value, clientKey: crypto.randomUUID(), at: -1, events: [], startedAt: null }
  }

  function trialOf(judged: Pick<TrialBody, 'grade' | 'marks' | 'markWhere' | 'note' | 'readings'>): TrialBody {
    const s = session.value!
    return {
      clientKey: s.clientKey, clothId: s.clothId, supplyId: s.supplyId, ironId: s.ironId, coverId: s.coverId, bed: s.bed,
      recipe: toRecipePayload(s.recipe), predicted: { ...s.predicted }, events: s.events.map(e => ({ ...e })), ...judged,
      clothLot: s.clothLot ?? '', supplyLot: s.supplyLot ?? '', overSupplyIds: s.overSupplyIds ?? [], planId: s.planId ?? null, scrap: s.scrap ?? null,
      pressedAt: new Date(s.startedAt ?? Date.now()).toISOString(),
    }
  }

  return { session, steps, step, phase, elapsedS, leftS, rate, moistureWords, lay, next, tick, putAway, again, trialOf }
})
