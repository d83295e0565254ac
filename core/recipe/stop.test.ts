import { describe, expect, it } from 'vitest'
import { settingAt, type IronStop } from '.'

const stop = (label: string, meanC: number, swingC: number): IronStop => ({ label, meanC, swingC, origin: 'measured' })
const stops = [stop('cotton', 196, 9), stop('silk', 118, 6), stop('wool', 154, 7)]

describe('a setting of the dial', () => {
  it('at a stop is that stop, as it is known', () => {
    expect(settingAt(stops, 154.5)).toBe(stops[2])
    expect(settingAt(stops, 153.5)).toBe(stops[2])
  })
  it('between two takes the names of both, the swing of the cooler, and is the model\'s', () => {
    expect(settingAt(stops, 170)).toEqual({ label: 'between wool and cotton', meanC: 170, swingC: 7, origin: 'model' })
    expect(settingAt(stops, 154.7).label).toBe('between wool and cotton')
    expect(settingAt(stops, 153.2).label).toBe('between silk and wool')
  })
  it('past either end says so; without a stop there is a wide swing', () => {
    expect(settingAt(stops, 210)).toMatchObject({ label: 'over cotton', swingC: 9 })
    expect(settingAt(stops, 100)).toMatchObject({ label: 'under silk', swingC: 6 })
    expect(settingAt([], 150)).toEqual({ label: 'under the dial', meanC: 150, swingC: 15, origin: 'model' })
  })
})
