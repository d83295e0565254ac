import { describe, expect, it } from 'vitest'
import { fibreCalled, meaningOf, plainWords } from './terms'

describe('other names of things', () => {
  it.each([
    ['rayon', { fibres: ['viscose'] }], ['NYLON', { fibres: ['polyamide6', 'polyamide66'] }], ['Spandex', { fibres: ['elastane'] }],
    ['batting', { families: ['foam'] }], ['iron-on', { families: ['fusible', 'transfer'] }], ['sew-in', { families: ['sewIn'] }],
    ['appliqué', { families: ['patch'] }], ['ponte', { constructions: ['doubleKnit'] }],
  ] as const)('%s', (word, means) => expect(meaningOf(word)).toMatchObject(means))
  it('its beginning is enough, but not two letters of it, and a word that nobody knows means nothing else', () => {
    expect(meaningOf('span').fibres).toEqual(['elastane'])
    const nothing = { fibres: [], constructions: [], families: [] }
    expect([meaningOf('ny'), meaningOf(''), meaningOf('zzz')]).toEqual([nothing, nothing, nothing])
  })
  it('capitals, accents and spaces do not matter', () => expect(plainWords('  CRÊPE  de Chine ')).toBe('crepe de chine'))
  it('a fibre by its second name; one that is none is none', () => {
    expect([fibreCalled('Rayon'), fibreCalled('flax'), fibreCalled('straw')]).toEqual(['viscose', 'linen', null])
  })
})
