import { describe, expect, it } from 'vitest'
import { idOf } from '../kept.fixture'
import { unreadableCount, unreadableSentence, unreadableWithin } from '.'

describe('a row that cannot be read', () => {
  it('is named, with what is wrong with it', () => {
    const row = { entity: 'jobPieces' as const, id: idOf(1), name: 'Collar', why: 'shape: Shape: a block or an outline.' }
    expect(unreadableSentence(row)).toBe('Piece of a job "Collar": its shape cannot be read (Shape: a block or an outline).')
    expect(unreadableSentence({ ...row, name: '' })).toMatch(new RegExp(`^Piece of a job ${idOf(1)}: `))
  })
  it('is counted, one and many', () => {
    expect([unreadableCount(1), unreadableCount(3)]).toEqual([
      'One thing that is kept here cannot be read.', '3 things that are kept here cannot be read.',
    ])
    expect([unreadableWithin(1), unreadableWithin(2)].map(s => s.slice(0, 28))).toEqual([
      'One row in it cannot be read', '2 rows in it cannot be read.',
    ])
  })
})
