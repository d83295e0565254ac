import { describe, expect, it } from 'vitest'
import { METRIC } from '#core/units'
import { bendingWords } from '.'

describe('stiffness in words', () => {
  it.each([
    [12, 'Drape, like a silk scarf (bending length 12 mm)'], [24, 'Light body, like a cotton shirt (bending length 24 mm)'],
    [41.2, 'Crisp, like new denim (bending length 41 mm)'], [55, 'Firm, like a stiff shirt collar (bending length 55 mm)'],
    [90, 'Rigid, like writing paper (bending length 90 mm)'],
  ])('%s mm is a likeness with its figure', (mm, words) => expect(bendingWords(mm).replaceAll('\u00A0', ' ')).toBe(words))
  it('the figure is in the workroom\'s own units', () => {
    expect(bendingWords(38.1, { ...METRIC, length: 'in' })).toContain('bending length 1 1/2')
  })
})
