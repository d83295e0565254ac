import { describe, expect, it } from 'vitest'
import { createKeptAnswers } from './keptAnswers'

describe('answers that are kept', () => {
  it('come back as they were given, also where the answer was that there is none', () => {
    const kept = createKeptAnswers<number | null>(4)
    expect(kept.get('a')).toBeNull()
    kept.keep('a', 1)
    kept.keep('b', null)
    expect([kept.get('a'), kept.get('b'), kept.get('c')]).toEqual([{ answer: 1 }, { answer: null }, null])
  })
  it('the one that was used longest ago is let go', () => {
    const kept = createKeptAnswers<number>(2)
    kept.keep('a', 1)
    kept.keep('b', 2)
    kept.get('a')
    kept.keep('c', 3)
    expect([kept.get('a')?.answer, kept.get('b')?.answer, kept.get('c')?.answer]).toEqual([1, undefined, 3])
    kept.keep('a', 5)
    kept.keep('d', 4)
    expect([kept.get('a')?.answer, kept.get('c')?.answer]).toEqual([5, undefined])
  })
  it('what is not kept is worked out once; what failed is worked out again', () => {
    const kept = createKeptAnswers<null | number>(2)
    let times = 0
    const counted = () => kept.of('a', () => (times++, null))
    expect([counted(), counted(), times]).toEqual([null, null, 1])
    expect(() => kept.of('b', () => { throw new Error('no answer') })).toThrow('no answer')
    expect(kept.of('b', () => 7)).toBe(7)
    kept.of('a', () => 1)
    kept.of('c', () => 2)
    expect([kept.get('a'), kept.get('b')]).toEqual([{ answer: null }, null])
  })
})
