import { describe, expect, it } from 'vitest'
import { connect } from '../../db/connection'
import { FabricRow, SupplyRow, SwatchEventRow } from '../../db/models'
import { columnsOf, keysOf, pick } from './columns'

connect('postgres://nobody@127.0.0.1:1/none')

describe('a row as SQL gave it', () => {
  it('is named as its model names its columns, whatever way their names are spelt', () => {
    expect(columnsOf(FabricRow, { mass_gsm: 118, label_iron_c: 200, may_get_wet: true, give_along_pct: null })).toEqual({
      massGsm: 118, labelIronC: 200, mayGetWet: true, giveAlongPct: null,
    })
    expect(columnsOf(SupplyRow, { maker_c: 150, maker_pressure_kpa: 30, wash_c: 40 })).toEqual({
      makerC: 150, makerPressureKPa: 30, washC: 40,
    })
    expect(columnsOf(SwatchEventRow, { at_s: 12.5, sole_c: 154 })).toEqual({ atS: 12.5, soleC: 154 })
  })
  it('loses what its model does not know', () => {
    expect(columnsOf(FabricRow, { name: 'Poplin', search: 'poplin tw-01', corner_c: 130 })).toEqual({ name: 'Poplin' })
  })
})

describe('some of its columns', () => {
  it('are those asked for, null among them', () => {
    expect(pick({ a: 1, b: null, c: 3 }, ['a', 'b'])).toEqual({ a: 1, b: null })
    expect(keysOf({ a: 1, b: 2 })).toEqual(['a', 'b'])
  })
})
