import { useIntervalFn } from '@vueuse/core'
import { readyInS, soleNowC, soleState, type IronRest } from '#core/iron'
import type { IronSetting } from '#core/recipe'
import { useSelection } from './selection'
import { useLibrary } from './library'

interface Dial {
  /** One of its settings by its place, a setting between two of them, or off. */
  setting: number | IronSetting | null
  /** Where the sole stood when the dial was turned, and when that was; when it was last picked up. Board time, ms. */
  fromC: number
  setAt: number
  touchedAt: number
}
const ROOM_C = 20, LONG_AGO_S = 3600

/** The irons of the workroom: what each dial is set to, and what its sole is estimated to be at. The one in hand stands in its rest. */
export const useIron = defineStore('iron', () => {
  const selection = useSelection()
  const library = useLibrary()
  const { clockRate } = useRuntimeConfig().public
  /** Board time runs faster when rehearsing. */
  const rate = Number(clockRate) || 1
  const dials = useStored<Record<string, Dial>>('dials', {})
  const now = ref(Date.now())
  const tick = () => { now.value = Date.now() }
  useIntervalFn(tick, 1000)

  const ironOf = (id: string) => library.irons.find(i => i.id === id) ?? null
  const since = (ms: number) => Math.max(0, ((now.value - ms) / 1000) * rate)
  function settingOf(id: string): IronSetting | null {
    const set = dials.value[id]?.setting ?? null
    return typeof set === 'number' ? ironOf(id)?.settings[set] ?? null : set
  }
  /** The state of an iron now; null where there is no such iron. */
  function restOf(id: string): IronRest | null {
    const iron = ironOf(id), dial = dials.value[id]
    if (!iron) return null
    const setting = settingOf(id)
    return {
      kind: iron.kind, fromC: dial?.fromC ?? ROOM_C, targetC: setting?.meanC ?? null, swingC: setting?.swingC ?? 0,
      sinceS: dial ? since(dial.setAt) : LONG_AGO_S, idleS: dial ? since(dial.touchedAt) : LONG_AGO_S, shutsOffAfterS: iron.shutsOffAfterS,
    }
  }
  /** Turns an iron's dial; `null` switches it off. */
  function chooseSettingOf(id: string, to: number | IronSetting | null): void {
    tick()
    const rest = restOf(id)
    dials.value = {
      ...dials.value, [id]: { setting: to, fromC: rest ? soleNowC(rest) : ROOM_C, setAt: now.value, touchedAt: now.value },
    }
  }
  /** Picked up: its shut-off begins anew; one that had shut itself off starts warming again. */
  function pickUpOf(id: string): void {
    tick()
    const rest = restOf(id), dial = dials.value[id]
    if (!rest || !dial) return
    if (soleState(rest) === 'shutOff') chooseSettingOf(id, dial.setting)
    else dials.value = { ...dials.value, [id]: { ...dial, touchedAt: now.value } }
  }
  /** A probe on the sole says what it is at now: the estimate goes on from there. */
  function correct(id: string, soleC: number): void {
    const dial = dials.value[id]
    tick()
    if (dial) dials.value = { ...dials.value, [id]: { ...dial, fromC: soleC, setAt: now.value } }
  }

  /** A dial as another board recorded it. */
  function adopt(id: string, dial: Dial): void {
    dials.value = { ...dials.value, [id]: dial }
    tick()
  }

  const inHand = computed(() => selection.iron?.id ?? null)
  const setting = computed(() => (inHand.value ? settingOf(inHand.value) : null))
  const rest = computed(() => (inHand.value ? restOf(inHand.value) : null))
  const soleC = computed(() => (rest.value ? soleNowC(rest.value) : ROOM_C))
  const state = computed(() => (rest.value ? soleState(rest.value) : 'off'))
  const readyIn = computed(() => (rest.value ? readyInS(rest.value) : null))
  const dial = computed(() => (inHand.value ? dials.value[inHand.value]?.setting ?? null : null))

  return {
    dials, setting, settingIndex: computed(() => (typeof dial.value === 'number' ? dial.value : dial.value === null ? null : -1)),
    dialKey: computed(() => (inHand.value && dials.value[inHand.value] ? JSON.stringify(dial.value) : null)), rest, soleC, state, readyIn,
    rate, settingOf, restOf, chooseSettingOf, pickUpOf, correct, adopt, tick,
    chooseSetting: (to: number | IronSetting | null): void => { if (inHand.value) chooseSettingOf(inHand.value, to) },
    pickUp: (): void => { if (inHand.value) pickUpOf(inHand.value) },
  }
})
