import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { nextCode } from './codes'

describe('the next code', () => {
  it('goes on counting as the workroom does', () => {
    expect(nextCode(['TW-01', 'TW-12', 'X9'], 'F')).toBe('TW-13')
    expect(nextCode(['A9', 'A8'], 'F')).toBe('A10')
    expect(nextCode(['TW-099'], 'F')).toBe('TW-100')
    expect(nextCode([], 'F')).toBe('F-01')
    expect(nextCode(['blue', 'red'], 'S')).toBe('S-01')
    expect(nextCode(['tw-1', 'TW-2', 'tw-4', 'TW-5', 'TW-3'], 'F')).toBe('TW-6')
  })
  it('is never one that is in use, in whatever letters', () => {
    fc.assert(fc.property(fc.array(fc.stringMatching(/^[a-zA-Z]{0,2}-?\d{0,3}$/), { maxLength: 40 }), (codes) => {
      const used = codes.map(c => c.trim().toLowerCase())
      expect(used).not.toContain(nextCode(codes, 'F').toLowerCase())
    }))
  })
})
