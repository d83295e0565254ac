import { useIntervalFn, useLocalStorage } from '@vueuse/core'
import { soleNowC, soleState, type IronRest } from '#core/iron'
import { useBench } from './bench'

interface Dial { ironId: string | null, stop: number | null, fromC: number, setAt: number }

/** The iron in its rest: which stop, and what the sole is estimated to be at. */
export const useIron = defineStore('iron', () => {
  const bench = useBench()
  const dial = useLocalStorage<Dial>('ready-cuff-iron', { ironId: null, stop: null, fromC: 20, setAt: Date.now() }, { mergeDefaults: true })
  const now = ref(Date.now())
  useIntervalFn(() => { now.value = Date.now() }, 1000)

  const mine = computed(() => dial.value.ironId === bench.iron?.id)
  const stop = computed(() => mine.value && dial.value.stop !== null ? bench.iron?.stops[dial.value.stop] ?? null : null)
  const rest = computed<IronRest | null>(() => bench.iron
    ? {
        kind: bench.iron.kind, fromC: mine.value ? dial.value.fromC : 20, targetC: stop.value?.meanC ?? null, swingC: stop.value?.swingC ?? 0,
        sinceS: mine.value ? Math.max(0, (now.value - dial.value.setAt) / 1000) : 3600, shutsOffAfterS: bench.iron.shutsOffAfterS,
      }
    : null)
  const soleC = computed(() => rest.value ? soleNowC(rest.value) : 20)
  const state = computed(() => rest.value ? soleState(rest.value) : 'off')

  /** Turns the dial; `null` switches off. Picking the iron up counts as turning it to where it is. */
  function setStop(index: number | null): void {
    const fromC = soleC.value
    now.value = Date.now()
    dial.value = { ironId: bench.iron?.id ?? null, stop: index, fromC, setAt: now.value }
  }
  const pickUp = () => { if (stop.value) setStop(dial.value.stop) }

  return { stop, stopIndex: computed(() => mine.value ? dial.value.stop : null), soleC, state, setStop, pickUp }
})
