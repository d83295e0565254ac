import { describe, expect, it } from 'vitest'
import { REGIONAL_WORDS, said, spelled } from './region'

describe('words of a region', () => {
  it.each([
    ['Fibre of the wadding', 'Fiber of the batting'], ['Its colours are counted', 'Its colors are counted'],
    ['from the selvedge, 40 mm', 'from the selvage, 40 mm'], ['a button, a zip, a seam', 'a button, a zipper, a seam'],
    ['Hoop stabiliser', 'Hoop stabilizer'], ['Only this fibre', 'Only this fiber'],
  ])('%s is %s in the US', (uk, us) => {
    expect([spelled(uk, 'US'), spelled(uk, 'UK'), spelled(uk, undefined)]).toEqual([us, uk, uk])
    expect([REGIONAL_WORDS.test(uk), REGIONAL_WORDS.test(us)]).toEqual([true, false])
  })
  it('part of another word is none', () => expect(spelled('unzipped, colourfast, metrestick',
    'US')).toBe('unzipped, colourfast, metrestick'))
  it('twice is as once', () => expect(spelled(spelled('grey centre', 'US'), 'US')).toBe('gray center'))
  it('goes by the workroom', () => {
    expect(said('fibre', { length: 'in', temperature: '°F', arealMass: 'oz/yd²', region: 'US' })).toBe('fiber')
    expect(said('fibre', undefined)).toBe('fibre')
  })
})
