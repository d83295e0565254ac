import { peelForceN50, type Pull } from '#core/learn'

/** Readings from the spring scale while a strip is peeled, and the force read off them. */
export function useSpringScale() {
  const pulls = shallowRef<Pull[]>([])
  const pulling = ref(false)
  const forceN50 = ref<number | null>(null)
  const problem = ref<string | null>(null)
  let source: EventSource | null = null

  function stop(): void {
    source?.close()
    source = null
    if (!pulling.value) return
    pulling.value = false
    try {
      forceN50.value = Math.round(peelForceN50(pulls.value) * 10) / 10
      problem.value = null
    } catch (error) {
      problem.value = faultWords(error)
    }
  }
  /** @param bond the bond that the stand-in is given */
  function start(bond: number, speed: number): void {
    stop()
    pulls.value = []
    forceN50.value = problem.value = null
    pulling.value = true
    source = new EventSource(`/api/scale?bond=${bond.toFixed(3)}&speed=${speed}&seed=${Math.floor(Math.random() * 1e6)}`)
    source.onmessage = (e) => { pulls.value = [...pulls.value, JSON.parse(e.data as string) as Pull] }
    source.onerror = stop
  }
  onScopeDispose(stop)
  return { pulls, pulling, forceN50, problem, start, stop }
}
