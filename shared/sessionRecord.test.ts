import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { hasGap, mergeEvents, wholeUpTo } from './sessionRecord'
import type { KeptSessionEvent } from './schemas'

const event = (position: number) => ({ position, key: `k${position}` }) as KeptSessionEvent
const at = (...positions: number[]) => positions.map(event)

describe('the record of a session', () => {
  it.each<[string, number[], number, boolean]>([
    ['nothing yet', [], -1, false],
    ['the first is missing', [1, 2], -1, true],
    ['whole', [0, 1, 2], 2, false],
    ['one is missing in the middle: it is asked for, and so is all behind it', [0, 1, 3, 4], 1, true],
    ['the last but one is missing', [0, 2], 0, true],
    ['two gaps: the first counts', [0, 2, 5], 0, true],
  ])('%s', (_, positions, upTo, gap) => {
    expect(wholeUpTo(at(...positions))).toBe(upTo)
    expect(hasGap(at(...positions))).toBe(gap)
  })

  it('whatever came, in whatever order and however often: each once, in order, and all behind the first gap is asked for', () => {
    const parts = fc.array(fc.array(fc.nat(12), { maxLength: 6 }), { maxLength: 6 })
    fc.assert(fc.property(parts, (batches) => {
      let known: readonly KeptSessionEvent[] = []
      const seen: number[] = []
      for (const batch of batches) {
        const { events, fresh } = mergeEvents(known, at(...batch))
        const unseen = [...new Set(batch)].filter(p => !seen.includes(p))
        expect(fresh.map(e => e.position).sort((a, b) => a - b)).toEqual(unseen.sort((a, b) => a - b))
        seen.push(...fresh.map(e => e.position))
        known = events
      }
      expect(known.map(e => e.position)).toEqual([...seen].sort((a, b) => a - b))
      const first = Array.from({ length: 14 }, (_, i) => i).find(i => !seen.includes(i))!
      expect(wholeUpTo(known)).toBe(first - 1)
      // What is asked for, everything after that, makes it whole.
      const whole = mergeEvents(known, at(...Array.from({ length: 13 }, (_, i) => i).filter(i => i > wholeUpTo(known)))).events
      expect(hasGap(whole)).toBe(false)
    }), { seed: 7, numRuns: 300 })
  })

  it('news without anything new leaves what is known as it is', () => {
    const known = at(0, 1)
    expect(mergeEvents(known, at(1, 0)).events).toBe(known)
  })
})
