import { useNow } from '@vueuse/core'

/** A day as it is kept, of the clock on this wall: not of the one at Greenwich. */
export const dayOf = (at: Date): string =>
  [at.getFullYear(), at.getMonth() + 1, at.getDate()].map(n => String(n).padStart(2, '0')).join('-')

/** Today, on a board that stays open over midnight. */
export function useToday() {
  const now = useNow({ interval: 30_000 })
  return computed(() => dayOf(now.value))
}
