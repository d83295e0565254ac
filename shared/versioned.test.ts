import { describe, expect, it } from 'vitest'
import { badRowOf } from './versioned'

describe('the row that a refusal names', () => {
  it('is found by its field, in its own list alone', () => {
    expect(badRowOf('pieces', 'pieces.2.count')).toBe(2)
    expect(badRowOf('pieces', 'pieces.11')).toBe(11)
    expect(['pieces', 'pieces.count', 'makings.2', 'version', ''].map(field => badRowOf('pieces', field))).toEqual(Array(5).fill(null))
  })
})
