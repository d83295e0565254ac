import { describe, expect, it } from 'vitest'
import { clothLimit } from '../limit'
import { allowedStops, settingAt, type IronStop } from '.'
import { barOf } from './methods'

const stop = (label: string, meanC: number, swingC: number): IronStop => ({ label, meanC, swingC, origin: 'measured' })
const stops = [stop('cotton', 196, 9), stop('silk', 118, 6), stop('wool', 154, 7)]

describe('what bars a way of pressing', () => {
  const limit = clothLimit({
    fibres: [{ fibre: 'cotton', sharePct: 100 }], construction: 'poplin', mayGetWet: true, nap: 'none', finishes: [],
  }, 'strict')
  const iron = { kind: 'household' as const, stops: [{ label: 'wool', meanC: 152, swingC: 5, origin: 'measured' as const }] }
  it('a damp press cloth needs a press cloth that holds water; mist, steam and dry do not', () => {
    expect(barOf('damp', iron, null, true, limit)).toEqual({ why: 'noDampCover' })
    expect(barOf('damp', iron, 'muslin', true, limit)).toBeNull()
    for (const method of ['dry', 'mist'] as const) expect(barOf(method, iron, null, true, limit)).toBeNull()
  })
  it('a stop that stands exactly at what the fabric bears, with its tolerance, is allowed', () => {
    const at = (meanC: number) => allowedStops([{ ...iron.stops[0]!, meanC }], limit)
    const hottest = Array.from({ length: 60 }, (_, i) => 180 + i).filter(c => at(c).length === 1).at(-1)!
    expect(hottest).toBeGreaterThanOrEqual(limit.soleC)
    expect(at(hottest + 0.01)).toHaveLength(0)
  })
})

describe('a setting of the dial', () => {
  it('at a stop is that setting, as it is known', () => {
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
