import { describe, expect, it } from 'vitest'
import { FIBRE_KEYS, readLabel } from '#core/materials'
import { fabricNameOf, labelProblem, asLabelSays } from './label'

describe('a label in words', () => {
  it('is read again as it was written', () => {
    for (const fibre of FIBRE_KEYS.filter(k => k !== 'metallisedCotton')) {
      const other = fibre === 'silk' ? 'wool' as const : 'silk' as const
      for (const fibres of [[{ fibre, sharePct: 100 }], [{ fibre, sharePct: 92 }, { fibre: other, sharePct: 8 }]])
        expect(readLabel(asLabelSays(fibres)), asLabelSays(fibres)).toMatchObject({ read: true, fibres })
    }
  })
  it('that cannot be read says why, and what to write', () => {
    const said = (text: string) => labelProblem(readLabel(text))
    expect(said('80 wool 20 nylon')).toBeNull()
    expect(said('80 wool 20 krypton')).toMatch(/“krypton” is no fibre we know/)
    expect(said('70 wool 20 nylon')).toBe('The shares make 90 %, not 100 %.')
    expect([said(''), said('100'), said('wool silk')].every(s => s?.includes('such as'))).toBe(true)
  })
  it('gives a fabric a name of its fibre and construction, and no word twice', () => {
    expect(fabricNameOf([{ fibre: 'polyamide6', sharePct: 20 }, { fibre: 'wool', sharePct: 80 }], 'coating')).toBe('Wool melton')
    expect(fabricNameOf([{ fibre: 'cotton', sharePct: 100 }], 'sheeting')).toBe('Sheeting cotton')
    expect(fabricNameOf([], 'twill')).toBe('Unknown drill')
  })
})
