import { doubtOf } from '#core/press'

type Doubt = NonNullable<ReturnType<typeof doubtOf>>
/** How long a tab in the background may be left unlooked at: that is no break, s. */
const SELDOM_S = 90

/**
 * The wall clock as it is looked at, beside the one that nobody can set.
 * @param lookS how long between two looks is no break while the tab is before someone, s
 * @param doubted told of a machine that slept, or a clock that was set
 * @returns the moment last looked at, ms, and a look
 */
export function useWallClock(lookS: number, doubted: (doubt: Doubt) => void) {
  const nowMs = ref(Date.now())
  let lastWallMs = Date.now(), lastSteadyMs = performance.now(), wasHidden = false
  function tick(): void {
    const wallMs = Date.now(), steadyMs = performance.now()
    const expectedS = document.hidden || wasHidden ? SELDOM_S : lookS
    wasHidden = document.hidden
    const doubt = doubtOf((wallMs - lastWallMs) / 1000, (steadyMs - lastSteadyMs) / 1000, expectedS)
    lastWallMs = wallMs
    lastSteadyMs = steadyMs
    nowMs.value = wallMs
    if (doubt) doubted(doubt)
  }
  return { nowMs, tick }
}
