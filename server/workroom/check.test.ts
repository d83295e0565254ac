import { describe, expect, it } from 'vitest'
import { idOf } from '#shared/kept.fixture'
import { checkedRow } from './check'

const offcut = {
  id: idOf(1), supplyId: idOf(2), lot: '', usedAt: null, createdAt: '2026-01-01T00:00:00Z',
  outline: { rim: [[0, 0], [900, 0], [900, 11_880], [0, 11_880]], holes: [] },
}

describe('a row of an archive', () => {
  it('is read whatever limits it passes', () => expect(checkedRow('offcuts', offcut, 0)).toEqual({ row: offcut, readable: true }))
  it('of which only a payload cannot be read comes in as it went out', () => {
    const broken = { ...offcut, outline: { rim: 'round' }, odd: 1 }
    expect(checkedRow('offcuts', broken, 0)).toEqual({ row: { ...offcut, outline: { rim: 'round' } }, readable: false })
  })
  it.each<[string, object, RegExp]>([
    ['without an id', { id: 'x' }, /File, offcut 3: .*Nothing was changed/],
    ['without its supply', { supplyId: undefined }, /File, offcut 3/],
    ['that is no row', { createdAt: 'yesterday' }, /Nothing was changed/],
    ['with a character that cannot be kept', { lot: 'a\u0000' }, /a character in it that cannot be kept/],
    ['the same within a payload', { outline: { rim: 'a\u0000' } }, /a character in it that cannot be kept/],
  ])('%s is refused, naming it', (_, over, said) => expect(() => checkedRow('offcuts', { ...offcut, ...over }, 2)).toThrow(said))
})
