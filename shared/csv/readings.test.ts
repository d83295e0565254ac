import { describe, expect, it } from 'vitest'
import { METRIC } from '#core/units'
import { readReadings } from './readings'

const US = { ...METRIC, length: 'in', temperature: '°F' } as const
const c = (text: string, units: Parameters<typeof readReadings>[1] = METRIC) => {
  const rows = readReadings(text, units)
  return typeof rows === 'string' ? rows : rows.map(r => [r.atS, Math.round(r.c * 10) / 10])
}

describe('readings of a probe', () => {
  it.each([
    ['0 21\n10 42,5', [[0, 21], [10, 42.5]]], ['0;21\n10;42,5', [[0, 21], [10, 42.5]]], ['0\t21', [[0, 21]]],
    ['\uFEFFseconds,degrees\r\n0,21\r\n\r\n10,42.5\r\n', [[0, 21], [10, 42.5]]],
  ])('%j', (text, rows) => expect(c(text)).toEqual(rows))
  it('are in the workroom\'s own degrees', () => {
    expect(c('0 70\n10 302', US)).toEqual([[0, 21.1], [10, 150]])
    expect(c('0 70', METRIC)).toEqual([[0, 70]])
  })
  it('but a heading that names degrees decides, in either workroom', () => {
    for (const heading of ['time,°C', 'at_s,sole_c', 'seconds;Celsius', 's c']) expect(c(`${heading}\n0 150`, US)).toEqual([[0, 150]])
    for (const heading of ['time,°F', 'at_s,sole_f', 'seconds;Fahrenheit', 's F']) expect(c(`${heading}\n0 302`)).toEqual([[0, 150]])
  })
  it('what is none is named with its line and in the degrees that are meant', () => {
    expect(c('0 21\n10')).toBe('Line 2: give two numbers, seconds and °C. It says "10".')
    expect(c('0 21\nten 42', US)).toBe('Line 2: give two numbers, seconds and °F. It says "ten 42".')
    expect(c('')).toBe('This file has no readings.')
  })
})
