import { normalQuantile, seeded } from '../numeric'
import type { EvaluateOptions } from '../recipe'
import { optionsOf, TYPICAL_KNOWLEDGE } from '../window'

/** Spreads are held within this many standard deviations: a practice setup is odd, not absurd. */
const WITHIN_SD = 1.8
const MOST_SEED = 999_999

/**
 * The seed that someone typed. @throws RangeError where it is no whole number in range
 */
export function seedOf(text: string): number {
  const seed = Number(text.trim())
  if (text.trim() === '' || !Number.isInteger(seed) || seed < 0 || seed > MOST_SEED)
    throw new RangeError(`Seed: a whole number from 0 to ${MOST_SEED}.`)
  return seed
}

/** Numbers drawn for one exercise of one seed. */
export interface Drawn {
  next: () => number
  normal: (sd: number) => number
  pick: <T>(of: readonly T[]) => T
}
export function drawnFor(name: string, seed: number): Drawn {
  let mixed = seed + 1
  for (const c of name) mixed = Math.imul(mixed, 31) + c.charCodeAt(0)
  const next = seeded(mixed)
  for (let i = 0; i < 4; i++) next()
  const normal = (sd: number) => sd * Math.min(WITHIN_SD, Math.max(-WITHIN_SD, normalQuantile(next())))
  return { next, normal, pick: of => of[Math.floor(next() * of.length)]! }
}

/** What is hidden of a setup: how far its dial is off, how well things touch, and its lot. */
export interface Truth { dialC: number, logContact: number, meltC: number, logRate: number }
export function truthOf(name: string, seed: number): Truth {
  const { normal } = drawnFor(`truth of ${name}`, seed), k = TYPICAL_KNOWLEDGE
  return { dialC: normal(k.dialSdC), logContact: normal(k.contactSd), meltC: normal(k.meltSdC), logRate: normal(k.rateSd) }
}
export const hiddenOptions = (t: Truth): EvaluateOptions => optionsOf(t)
