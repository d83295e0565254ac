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
  const supply = { massGsm: 60, thicknessMm: 0.2, base: 'cotton' as const, adhesive: 'polyamide' as const, adhesiveGsm: 12 }
  const iron = { kind: 'household' as const, settings: [{ label: 'wool', meanC: 152, swingC: 5, origin: 'measured' as const }] }
  it('a damp press cloth needs a press cloth that holds water; mist, steam and dry do not', () => {
    const bare = { iron, pressCloth: null, supply }, covered = { ...bare, pressCloth: 'muslin' as const }
    expect(barOf('damp', bare, limit)).toEqual({ why: 'noDampPressCloth' })
    expect(barOf('damp', covered, limit)).toBeNull()
    for (const method of ['dry', 'mist'] as const) expect(barOf(method, bare, limit)).toBeNull()
  })
  it('a press is used dry; what is sold for a press alone is no work for a hand', () => {
    const press = { iron: { ...iron, kind: 'heatPress' as const }, pressCloth: 'muslin' as const, supply }
    expect(barOf('steam', press, limit)).toEqual({ why: 'pressIsDry' })
    expect(barOf('dry', press, limit)).toBeNull()
    const hdpe = { ...supply, adhesive: 'hdpe' as const, grade: 'press' as const }
    expect(barOf('dry', { ...press, supply: hdpe }, limit)).toBeNull()
    expect(barOf('dry', { iron, pressCloth: 'muslin', supply: hdpe }, limit)).toEqual({ why: 'pressOnly', pressureKPa: 150 })
    const sheet = { soleC: 165, holdS: 15, moisture: 'dry' as const, pressCloth: null, pressureKPa: 99, firstSide: 'back' as const }
    expect(barOf('dry', { iron, pressCloth: 'muslin', supply: { ...supply, sheet } }, limit)).toBeNull()
  })
  it('a setting within the tolerance is taken as it is; hotter, the dial is turned down towards the limit, and no degree jumps', () => {
    const at = (meanC: number, mostC = 150) =>
      allowedSettings([setting('synthetic', 110, 5), { ...iron.settings[0]!, meanC }], { soleC: mostC, coveredC: mostC })
    expect(at(155).map(s => s.meanC)).toEqual([110, 155])
    expect(at(160).map(s => s.meanC)).toEqual([110, 152.5])
    expect(at(160)[1]).toMatchObject({ label: 'between synthetic and wool', origin: 'estimate' })
    expect(at(200).map(s => s.meanC)).toEqual([110, 150])
    for (let c = 120; c < 200; c++) expect(Math.abs(at(c + 1).at(-1)!.meanC - at(c).at(-1)!.meanC)).toBeLessThanOrEqual(40)
    for (let c = 151; c < 200; c++) expect(Math.abs(at(c + 1).at(-1)!.meanC - at(c).at(-1)!.meanC)).toBeLessThanOrEqual(1)
    expect(at(200, 114).map(s => s.meanC)).toEqual([110])
    expect(at(200, 0)).toEqual([])
  })
  it('over a press cloth what the fabric takes covered counts, and what was learned of the sole', () => {
    const own = [setting('synthetic', 110, 5), setting('wool', 150, 5)], blend = { soleC: 110, coveredC: 150 }
    expect(allowedSettings(own, blend, 0, true).map(s => s.meanC)).toEqual([110, 150])
    expect(allowedSettings(own, blend).map(s => s.meanC)).toEqual([110])
    expect(allowedSettings(own, blend, 8, true).map(s => s.meanC)).toEqual([110, 145.5])
  })
  it('a dial is not turned far under its lowest setting', () => {
    expect(allowedSettings([setting('wool', 160, 5)], { soleC: 150, coveredC: 150 }).map(s => s.meanC)).toEqual([152.5])
    expect(allowedSettings([setting('wool', 170, 5)], { soleC: 150, coveredC: 150 })).toEqual([])
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
