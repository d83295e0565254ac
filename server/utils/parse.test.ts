import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { z } from 'zod'
import { fromJson, MOST_VALUES, parse, weighed } from './parse'
import { weigh } from './weight'

const bytes = (text: string) => new TextEncoder().encode(text)
const depthOf = (v: unknown): number => (typeof v === 'object' && v !== null ? 1 + Math.max(0, ...Object.values(v).map(depthOf)) : 0)
/** What is between two commas, and in what is empty nothing. */
const commasIn = (v: unknown): number => (typeof v === 'object' && v !== null
  ? Math.max(0, Object.keys(v).length - 1) + Object.values(v).reduce((n: number, inner) => n + commasIn(inner), 0)
  : 0)

describe('how heavy a body is', () => {
  it('is known from its bytes as it would be from what it says, whatever its texts hold', () => {
    fc.assert(fc.property(fc.jsonValue({ maxDepth: 6 }), (value) => {
      expect(weigh(bytes(JSON.stringify(value)))).toEqual({ depth: depthOf(value), values: 1 + commasIn(value) })
    }), { numRuns: 300, seed: 3 })
    expect(weigh(bytes('"[[\\"[{,,"'))).toEqual({ depth: 0, values: 1 })
  })
  it.each<[string, string, RegExp]>([
    ['nested too deep', '['.repeat(200_000), /nested 200000 deep; 24 is the most/],
    ['too many figures', `[${'0,'.repeat(MOST_VALUES)}0]`, /holds 400001 figures; 400000 is the most\. Draw with fewer corners/],
  ])('%s is refused with what to make smaller', (_, text, said) => expect(() => weighed(bytes(text))).toThrow(said))
  it('what is within is let by', () => expect(() => weighed(bytes(`[${'0,'.repeat(MOST_VALUES - 1)}0]`))).not.toThrow())
  it.each([['cut off', '{"a": 1'], ['no text', '\u0000']])('%s is no JSON', (_, text) =>
    expect(() => fromJson(bytes(text))).toThrow('not readable JSON'))
  it('what cannot be kept is refused, naming where it stands', () => {
    const schema = z.object({ a: z.looseObject({}) })
    expect(() => parse(schema, { a: { b: 'x\u0000' } })).toThrow('a.b: there is a character in it that cannot be kept.')
    expect(parse(schema, { a: { b: 'x' } })).toEqual({ a: { b: 'x' } })
  })
})
