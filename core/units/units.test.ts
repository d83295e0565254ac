import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { fromUnit, toUnit, withUnit, type Unit } from '.'

describe('display units', () => {
  it('there and back again is the same figure', () => {
    const unit = fc.constantFrom<Unit>('mm', 'cm', 'in', '°C', '°F', 'g/m²', 'oz/yd²', 'kPa', 'psi')
    fc.assert(fc.property(fc.double({ min: -500, max: 5000, noNaN: true }), unit, (v, u) => {
      expect(fromUnit(toUnit(v, u), u)).toBeCloseTo(v, 8)
    }))
  })
  it.each([[25.4, 'in', 1], [100, '°F', 212], [33.9057, 'oz/yd²', 1], [6.89476, 'psi', 1]] as const)('%d metric is %s %d', (m, u, s) => {
    expect(toUnit(m, u)).toBeCloseTo(s, 4)
  })
  it('is written with its unit', () => expect(withUnit(142.4, '°C')).toBe('142 °C'))
})
