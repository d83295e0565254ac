import { createHmac } from 'node:crypto'
import { RateLimiterPostgres, RateLimiterRes } from 'rate-limiter-flexible'
import { database } from '../db/connection'
import { ProblemError } from '../utils/problem'
import { sealedWith } from './cookie'

const QUARTER_S = 15 * 60, HOUR_S = 3600
/** Wrong tries that are let by in a time; then one waits. */
const LIMITS = {
  /** Of one name from one address. */
  pair: { points: 8, duration: QUARTER_S },
  /** Of one address, whatever the name: a whole school may sit behind one. Not for who has signed in on this device before. */
  address: { points: 60, duration: QUARTER_S },
  /** Of one name from anywhere; the same. */
  name: { points: 40, duration: HOUR_S },
  /** Of a PIN on a device. */
  pin: { points: 5, duration: QUARTER_S },
  /** Of pairing codes from an address. */
  code: { points: 10, duration: QUARTER_S },
  /** Care cards opened by a link from one address. */
  card: { points: 120, duration: QUARTER_S },
} as const
export type Limited = keyof typeof LIMITS

const limiters = new Map<Limited, RateLimiterPostgres>()
/** Counted in the database, so that two servers count together. */
function limiterOf(kind: Limited): RateLimiterPostgres {
  const known = limiters.get(kind)
  if (known) return known
  const made = new RateLimiterPostgres({
    storeClient: database(), storeType: 'sequelize', tableName: 'attempt', tableCreated: true, keyPrefix: kind, ...LIMITS[kind],
    clearExpiredByTimeout: false,
  })
  limiters.set(kind, made)
  return made
}
/** What is counted under is a name or an address: it is kept as a stamp of this server's secret, not as it was written. */
const keyOf = (of: string): string => createHmac('sha256', `tries ${sealedWith()}`).update(of).digest('hex').slice(0, 40)

const tooMany = (ms: number) => {
  const minutes = Math.max(1, Math.ceil(ms / 60_000))
  return new ProblemError(429, 'Too many tries',
    `That was tried too often. Wait ${minutes === 1 ? 'a minute' : `${minutes} minutes`}, then try again.`)
}

/** Counts a try before it is looked at, so that many at once do not slip by. @throws ProblemError 429 where there were too many */
export async function countTry(tries: readonly (readonly [Limited, string])[]): Promise<void> {
  for (const [kind, of] of tries) {
    try {
      await limiterOf(kind).consume(keyOf(of))
    } catch (refused) {
      if (refused instanceof RateLimiterRes) throw tooMany(refused.msBeforeNext)
      throw refused
    }
  }
}
/** It was the right one: it is not counted. */
export async function forgetTries(tries: readonly (readonly [Limited, string])[]): Promise<void> {
  for (const [kind, of] of tries) {
    if (kind === 'address' || kind === 'name') await limiterOf(kind).reward(keyOf(of))
    else await limiterOf(kind).delete(keyOf(of))
  }
}
/** Counts that are over are no longer kept. */
export async function clearTries(): Promise<void> {
  await database().query('delete from attempt where expire < :now', { replacements: { now: Date.now() } })
}
