import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  fieldText, fromUnit, METRIC, quantityWords, readLengthMm, readQuantity, splitLengths, toUnit, withUnit, type DisplayUnits, type Quantity,
  type Unit,
} from '.'

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

describe('both systems', () => {
  const US: DisplayUnits = { length: 'in', temperature: '°F', arealMass: 'oz/yd²', region: 'US', currency: 'USD' }
  it.each<[number, Quantity, string, string]>([
    [340, 'length', '340 mm', '13 3/8 in'], [914.4, 'length', '914 mm', '36 in'], [10, 'length', '10 mm', '3/8 in'],
    [6, 'length', '6 mm', '1/4 in'], [1.6, 'length', '1.6 mm', '1/16 in'], [0.5, 'length', '0.5 mm', '1/64 in'],
    [0, 'length', '0 mm', '0 in'],
    [1.26, 'fabricLength', '1.26 m', '1 3/8 yd'], [0.27, 'thickness', '0.27 mm', '0.011 in'], [150, 'temperature', '150 °C', '300 °F'],
    [110, 'temperature', '110 °C', '230 °F'], [120, 'arealMass', '120 g/m²', '3.5 oz/yd²'], [30, 'pressure', '30 kPa', '4.4 psi'],
    [1, 'area', '1.00 m²', '1.20 yd²'],
  ])('%d of %s is %s or %s', (v, q, metric, us) => {
    expect([quantityWords(v, q), quantityWords(v, q, US)]).toEqual([metric, us])
  })
  it.each<[string, Quantity, number]>([
    ['38 mm', 'length', 38], ['1 1/2 in', 'length', 38.1], ['1.5"', 'length', 38.1], ['1½', 'length', 38.1], ['1 yd', 'length', 914.4],
    ['1 3/8', 'fabricLength', 1.25730], ['1 3/8 yd', 'fabricLength', 1.25730], ['2 m', 'fabricLength', 2], ['300', 'temperature', 148.889],
    ['300 F', 'temperature', 148.889], ['150 °C', 'temperature', 150], ['150c', 'temperature', 150], ['3.5 oz', 'arealMass', 118.670],
    ['120 gsm', 'arealMass', 120], ['120 g/m2', 'arealMass', 120], ['4.4 psi', 'pressure', 30.3369], ['2 bar', 'pressure', 200],
    ['0.011', 'thickness', 0.2794], ['0,27 mm', 'thickness', 0.27],
  ])('a workroom in inches reads %s as %s: %d', (text, q, metric) => expect(readQuantity(text, q, US)).toBeCloseTo(metric, 3))
  it.each<[string, Quantity]>([
    ['5/0 in', 'length'], ['3 1/2"', 'temperature'], ['300 in', 'temperature'], ['38 °F', 'length'], ['12 stone', 'arealMass'],
    ['', 'length'],
    ['5.5 3/8', 'length'], ['1 yd', 'arealMass'], ['hot', 'temperature'],
  ])('%s is no %s', (text, q) => expect(readQuantity(text, q, US)).toBeNull())
  it('a field gives back what was written in it, in either system', () => {
    const quantity = fc.constantFrom<Quantity>('length', 'thickness', 'fabricLength', 'temperature', 'arealMass', 'pressure', 'area')
    fc.assert(fc.property(fc.double({ min: 0, max: 3000, noNaN: true }), quantity, fc.constantFrom(US, METRIC), (v, q, units) => {
      const text = fieldText(v, q, units), again = readQuantity(text, q, units)!
      // A thirty-second of an inch, half a degree Fahrenheit, a hundredth of an ounce.
      expect(Math.abs(again - v)).toBeLessThan(0.41)
      expect(fieldText(again, q, units)).toBe(text)
    }), { seed: 11 })
  })
  it('eighths are never further off than a sixteenth of an inch, and in lowest terms', () => {
    fc.assert(fc.property(fc.double({ min: 40, max: 3000, noNaN: true }), (mm) => {
      const words = quantityWords(mm, 'length', US), fraction = /(\d+)\/(\d+)/.exec(words)
      expect(Math.abs(readQuantity(words, 'length', US)! - mm)).toBeLessThanOrEqual(25.4 / 16 + 1e-9)
      if (fraction) expect(Number(fraction[1]) % 2).toBe(1)
    }), { seed: 12 })
  })
  it.each([
    ['60, 60,90', ['60', '60', '90']], ['60 60  90', ['60', '60', '90']], ['60; 38.5 mm', ['60', '38.5 mm']],
    ['2 1/2, 2 1/2, 3', ['2 1/2', '2 1/2', '3']], ['2 1/2 2 1/2 3', ['2 1/2', '2 1/2', '3']], ['2 in 3 1/8 in', ['2 in', '3 1/8 in']],
    ['2 ½" 3"', ['2 ½"', '3"']], ['', []], [' , ', []],
  ])('several lengths in a row: %s', (text, each) => expect(splitLengths(text)).toEqual(each))
})
