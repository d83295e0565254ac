import { setTimeout as wait } from 'node:timers/promises'

/** How readings come: one for each `stepS` until `longestS`, `speed` times as fast as the clock. */
export interface Pace { stepS: number, longestS: number, speed: number }

/**
 * Hands over one reading after the other as each falls due. The next waits until the last is taken: who listens slowly hears late,
 * but never the same moment twice nor one out of order.
 * @param read what is read at a moment, s from the beginning
 * @param signal ends it early
 */
export async function readAlong<T>(
  { stepS, longestS, speed }: Pace, read: (atS: number) => T, take: (reading: T) => Promise<void>, signal: AbortSignal,
): Promise<void> {
  const beganMs = performance.now(), last = Math.round(longestS / stepS)
  for (let i = 0; i <= last && !signal.aborted; i++) {
    // A step of 0.2 s taken 3 times is 0.6 s, not 0.6000000000000001.
    const atS = Math.round(i * stepS * 1000) / 1000
    const leftMs = beganMs + atS / speed * 1000 - performance.now()
    if (leftMs > 0) await wait(leftMs, undefined, { signal }).catch(() => undefined)
    if (!signal.aborted) await take(read(atS))
  }
}
