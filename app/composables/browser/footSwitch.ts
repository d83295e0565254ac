import { createGlobalState, useEventListener } from '@vueuse/core'

/** A switch under the foot: pressed is all it can say. */
interface FootSwitch {
  name: string
  /** @returns how to let go of it again */
  listen: (pressed: () => void) => () => void
}

/** Most foot switches type a key. This one, until another is chosen. */
const USUAL_KEY = 'PageDown'
const keyed = (key: string): FootSwitch => ({
  name: `the key ${key}`,
  listen: pressed => useEventListener(window, 'keydown', (e: KeyboardEvent) => {
    if (e.key !== key || e.repeat) return
    e.preventDefault()
    pressed()
  }, { capture: true }),
})

interface HidReport { data: DataView }
interface HidDevice extends EventTarget { productName: string, opened: boolean, open: () => Promise<void>, close: () => Promise<void> }
interface Hid { requestDevice: (o: { filters: object[] }) => Promise<HidDevice[]>, getDevices: () => Promise<HidDevice[]> }
const hid = (): Hid | null => (typeof navigator === 'undefined' ? null : ((navigator as { hid?: Hid }).hid ?? null))

/** Whether a report says that something is down: any of its bits. */
export const isPressed = (data: DataView): boolean => Array.from({ length: data.byteLength }, (_, i) => data.getUint8(i)).some(b => b !== 0)

const overHid = (device: HidDevice): FootSwitch => ({
  name: device.productName || 'the foot switch',
  listen: (pressed) => {
    let down = false
    // It is held for a while: only its going down counts.
    const onKey = (e: Event) => {
      const now = isPressed((e as unknown as HidReport).data)
      if (now && !down) pressed()
      down = now
    }
    device.addEventListener('inputreport', onKey)
    return () => device.removeEventListener('inputreport', onKey)
  },
})

/** The foot switch of this board: a key it types, or a device that the browser hands over. */
export const useFootSwitch = createGlobalState(() => {
  const key = useStored<string>('foot-key', USUAL_KEY)
  const on = useStored<boolean>('foot', false)
  const device = shallowRef<HidDevice | null>(null)
  const problem = ref<string | null>(null)
  const learning = ref(false)
  const current = computed<FootSwitch>(() => (device.value ? overHid(device.value) : keyed(key.value)))
  const canHid = hid() !== null

  /** The next key that is pressed is the switch's. */
  function learn(): void {
    learning.value = true
    const stop = useEventListener(window, 'keydown', (e: KeyboardEvent) => {
      e.preventDefault()
      e.stopPropagation()
      if (e.key !== 'Escape' && e.key !== ' ') key.value = e.key
      learning.value = false
      stop()
    }, { capture: true })
  }
  async function connect(): Promise<void> {
    try {
      const [found] = (await hid()?.requestDevice({ filters: [] })) ?? []
      if (!found) return
      if (!found.opened) await found.open()
      device.value = found
      on.value = true
      problem.value = null
    } catch {
      problem.value = 'The browser does not hand that device over. A switch that types a key works without it.'
    }
  }
  return { key, on, device, problem, learning, canHid, name: computed(() => current.value.name), current, learn, connect }
})

/** Answers to the foot switch for as long as a screen is shown. */
export function useFoot(pressed: () => void): void {
  const { on, current } = useFootSwitch()
  watchEffect((onCleanup) => {
    if (on.value) onCleanup(current.value.listen(pressed))
  })
}
