import { useIntervalFn } from '@vueuse/core'

/** A server that is away is asked so often whether it is there again. */
const ASK_AGAIN_MS = 5000
const awaySince = ref<number | null>(null)
/** When the oldest of what is shown last came from the server, ms; null while it answers. */
const copyOf = ref<number | null>(null)

/** A request was not answered, or answered by a server whose database is away. */
function silent(nowMs = Date.now()): void {
  awaySince.value ??= nowMs
}

/**
 * An answer came, from the server or out of the browser's own copies; a copy tells its age by its date.
 * @param date the answer's own, as the server wrote it
 */
function noteAnswer(isCopy: boolean, date: string | null = null, nowMs = Date.now()): void {
  if (!isCopy) {
    awaySince.value = copyOf.value = null
    return
  }
  silent(nowMs)
  const atMs = date ? Date.parse(date) : Number.NaN
  if (Number.isFinite(atMs)) copyOf.value = Math.min(copyOf.value ?? atMs, atMs)
}

/** Whether the server answers, and how old is what is shown meanwhile. */
export const useServer = () => ({ awaySince, copyOf, silent, noteAnswer })

/**
 * Asks again and again while the server is away, so that what waits for it goes on by itself.
 * @param ask any request of it: that it was answered is noticed by itself
 */
export function useAskingAgain(ask: () => Promise<unknown>): void {
  const { pause, resume } = useIntervalFn(() => { ask().catch(() => undefined) }, ASK_AGAIN_MS, { immediate: false })
  watch(awaySince, (since) => {
    if (since === null) pause()
    else resume()
  }, { immediate: true })
}

/** Calls when the server answers again after something was shown out of the copies: that may be old by now. */
export function whenFreshAgain(again: () => void): void {
  watch(copyOf, (now, before) => { if (now === null && before !== null) again() })
}
