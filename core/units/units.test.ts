import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { fromUnit, readLengthMm, toUnit, withUnit, type Unit } from '.'

describe('display units', () => {
  it('there and back again is the same figure', () => {
    const unit = fc.constantFrom<Unit>('mm', 'cm', 'in', '°C', '°F', 'g/m²', 'oz/yd²', 'kPa', 'psi')
    fc.assert(
      fc.property(fc.double({ min: -500, max: 5000, noNaN: true }), unit, (v, u) => {
        expect(fromUnit(toUnit(v, u), u)).toBeCloseTo(v, 8)
      }),
    )
  })
  it.each([
    [25.4, 'in', 1],
    [100, '°F', 212],
    [33.9057, 'oz/yd²', 1],
    [6.89476, 'psi', 1],
  ] as const)('%d metric is %s %d', (m, u, s) => {
    expect(toUnit(m, u)).toBeCloseTo(s, 4)
  })
  it('is written with its unit', () => expect(withUnit(142.4, '°C')).toBe('142 °C'))
})

describe('lengths as people write them', () => {
  it.each<[string, 'mm' | 'cm' | 'in', number]>([
    ['38', 'mm', 38],
    ['38,5', 'mm', 38.5],
    ['3.5 cm', 'mm', 35],
    ['5 3/8', 'in', 136.525],
    ['5-3/8"', 'mm', 136.525],
    ['¾ in', 'cm', 19.05],
    ['5½', 'in', 139.7],
    ['3/8', 'in', 9.525],
    [' 12  mm ', 'in', 12],
    ['1.2m', 'mm', 1200],
    ['-4', 'mm', -4],
    ['0', 'cm', 0],
  ])('%s in %s is %d mm', (text, unit, mm) => expect(readLengthMm(text, unit)).toBeCloseTo(mm, 9))
  it.each(['', 'five', '5 3/0', '5.5 3/8', '3/', '1,2,3', '5 ft', '5 3', '1e3', '--4'])('%s is none', text =>
    expect(readLengthMm(text, 'mm')).toBeNull(),
  )
})
