import { describe, expect, it } from 'vitest'
import { fabricLimit } from '../limit'
import { allowedSettings, settingAt, type IronSetting } from '.'
import { barOf } from './methods'

const setting = (label: string, meanC: number, swingC: number): IronSetting => ({ label, meanC, swingC, origin: 'measured' })
const settings = [setting('cotton', 196, 9), setting('silk', 118, 6), setting('wool', 154, 7)]

describe('what bars a way of pressing', () => {
  const limit = fabricLimit({
    fibres: [{ fibre: 'cotton', sharePct: 100 }], construction: 'poplin', mayGetWet: true, nap: 'none', finishes: [],
  }, 'strict')
  const iron = { kind: 'household' as const, settings: [{ label: 'wool', meanC: 152, swingC: 5, origin: 'measured' as const }] }
  it('a damp press cloth needs a press cloth that holds water; mist, steam and dry do not', () => {
    expect(barOf('damp', iron, null, true, limit)).toEqual({ why: 'noDampPressCloth' })
    expect(barOf('damp', iron, 'muslin', true, limit)).toBeNull()
    for (const method of ['dry', 'mist'] as const) expect(barOf(method, iron, null, true, limit)).toBeNull()
  })
  it('a setting exactly at what the fabric withstands, with its tolerance, is allowed', () => {
    const at = (meanC: number) => allowedSettings([{ ...iron.settings[0]!, meanC }], limit)
    const hottest = Array.from({ length: 60 }, (_, i) => 180 + i).filter(c => at(c).length === 1).at(-1)!
    expect(hottest).toBeGreaterThanOrEqual(limit.soleC)
    expect(at(hottest + 0.01)).toHaveLength(0)
  })
})

describe('a setting of the dial', () => {
  it('at a mark is that setting, as it is known', () => {
    expect(settingAt(settings, 154.5)).toBe(settings[2])
    expect(settingAt(settings, 153.5)).toBe(settings[2])
  })
  it('between two takes the names of both, the swing of the cooler, and is the model\'s', () => {
    expect(settingAt(settings, 170)).toEqual({ label: 'between wool and cotton', meanC: 170, swingC: 7, origin: 'estimate' })
    expect(settingAt(settings, 154.7).label).toBe('between wool and cotton')
    expect(settingAt(settings, 153.2).label).toBe('between silk and wool')
  })
  it('past either end says so; without a setting there is a wide swing', () => {
    expect(settingAt(settings, 210)).toMatchObject({ label: 'over cotton', swingC: 9 })
    expect(settingAt(settings, 100)).toMatchObject({ label: 'under silk', swingC: 6 })
    expect(settingAt([], 150)).toEqual({ label: 'under the dial', meanC: 150, swingC: 15, origin: 'estimate' })
  })
})
