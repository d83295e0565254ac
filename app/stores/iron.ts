import { useIntervalFn } from '@vueuse/core'
import { readyInS, soleNowC, soleState, type IronRest } from '#core/iron'
import type { IronStop } from '#core/recipe'
import { useBench } from './bench'

interface Dial {
  ironId: string | null
  /** One of its stops by its place, a setting between two of them, or off. */
  stop: number | IronStop | null
  /** Where the sole stood when the dial was turned, and when that was; when it was last picked up. Board time, ms. */
  fromC: number
  setAt: number
  touchedAt: number
}

/** The iron in its rest: which stop, and what the sole is estimated to be at. */
export const useIron = defineStore('iron', () => {
  const bench = useBench()
  const { clockRate } = useRuntimeConfig().public
  /** Board time runs faster when rehearsing. */
  const rate = Number(clockRate) || 1
  const dial = useKept<Dial>(
    'iron', { ironId: null, stop: null, fromC: 20, setAt: Date.now(), touchedAt: Date.now() }, { mergeDefaults: true },
  )
  const now = ref(Date.now())
  const tick = () => { now.value = Date.now() }
  useIntervalFn(tick, 1000)

  const mine = computed(() => dial.value.ironId === bench.iron?.id)
  const stop = computed<IronStop | null>(() => {
    const set = mine.value ? dial.value.stop : null
    return typeof set === 'number' ? bench.iron?.stops[set] ?? null : set
  })
  const since = (ms: number) => Math.max(0, ((now.value - ms) / 1000) * rate)
  const rest = computed<IronRest | null>(() =>
    bench.iron
      ? {
          kind: bench.iron.kind, fromC: mine.value ? dial.value.fromC : 20, targetC: stop.value?.meanC ?? null,
          swingC: stop.value?.swingC ?? 0, sinceS: mine.value ? since(dial.value.setAt) : 3600,
          idleS: mine.value ? since(dial.value.touchedAt) : 3600, shutsOffAfterS: bench.iron.shutsOffAfterS,
        }
      : null,
  )
  const soleC = computed(() => (rest.value ? soleNowC(rest.value) : 20))
  const state = computed(() => (rest.value ? soleState(rest.value) : 'off'))
  const readyIn = computed(() => (rest.value ? readyInS(rest.value) : null))

  /** Turns the dial; `null` switches off. */
  function setStop(to: number | IronStop | null): void {
    tick()
    const fromC = soleC.value
    dial.value = { ironId: bench.iron?.id ?? null, stop: to, fromC, setAt: now.value, touchedAt: now.value }
  }
  /** Picked up: its shut-off begins anew; one that had shut itself off starts warming again. */
  function pickUp(): void {
    tick()
    if (state.value === 'shutOff') setStop(dial.value.stop)
    else if (mine.value) dial.value = { ...dial.value, touchedAt: now.value }
  }

  return {
    stop,
    stopIndex: computed(() =>
      !mine.value || dial.value.stop === null ? null : typeof dial.value.stop === 'number' ? dial.value.stop : -1,
    ),
    setting: computed(() => (mine.value ? JSON.stringify(dial.value.stop) : null)), rest, soleC, state, readyIn, rate, setStop, pickUp,
    tick,
  }
})
