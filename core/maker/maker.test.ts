import { expect, it } from 'vitest'
import { makerTroubles, type MakerFigures } from '.'

const sheet = (over: Partial<MakerFigures>): MakerFigures => ({
  adhesive: 'polyamide', instructions: 'maker', makerC: 150, makerHoldS: 12, makerMoisture: 'dry', makerPressureKPa: null, washC: 40,
  tumble: 'no', ...over,
})

it.each<[string, Partial<MakerFigures>, string[]]>([
  ['a sheet in order', {}, []],
  ['cooler than it melts', { makerC: 95 }, ['belowMelting']],
  ['the same with steam is in order', { makerC: 95, makerMoisture: 'steam' }, []],
  ['far too hot', { makerC: 215 }, ['farAboveWindow']],
  ['washed at 95', { washC: 95 }, ['washWakesIt']],
  ['tumbled hot on EVA', { adhesive: 'eva', makerC: 110, tumble: 'yes', washC: 30 }, ['tumbleWakesIt']],
  ['steam on polyethylene', { adhesive: 'ldpe', makerMoisture: 'steam' }, ['moistureIdle']],
  ['seconds meant for a press', { makerPressureKPa: 30 }, ['machineHold']],
  ['heat for a sew-in', { adhesive: null }, ['heatWithoutAdhesive']],
  ['an empty leaflet', { makerC: null, makerHoldS: null }, ['nothingOnIt']],
])('%s', (_n, over, wanted) => expect(makerTroubles(sheet(over)).map(t => t.why)).toEqual(wanted))
