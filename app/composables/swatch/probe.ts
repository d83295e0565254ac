import type { Reading } from '#core/iron'

/** Readings from the probe as they come; stopping keeps them. */
export function useProbe() {
  const readings = shallowRef<Reading[]>([])
  const running = ref(false)
  let source: EventSource | null = null

  function stop(): void {
    source?.close()
    source = null
    running.value = false
  }
  function start(ironId: string, position: number, speed: number): void {
    stop()
    readings.value = []
    running.value = true
    source = new EventSource(`/api/irons/${ironId}/probe?position=${position}&speed=${speed}&seed=${Math.floor(Math.random() * 1e6)}`)
    source.onmessage = (e) => { readings.value = [...readings.value, JSON.parse(e.data as string) as Reading] }
    source.onerror = stop
  }
  const load = (given: Reading[]): void => {
    stop()
    readings.value = given
  }
  onScopeDispose(stop)
  return { readings, running, start, stop, load }
}
