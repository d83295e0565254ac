import { describe, expect, it } from 'vitest'
import { compositeBendingMm } from '#core/stiffness'
import { fabricPly, supplyPly } from '#core/match'
import { fabricBody, rulesSchema, supplyBody, type Fabric, type Iron, type Supply, type Swatch } from './schemas'
import { isPressedOn, proofGroundOf, toPressSetup, toEvidence, toJudged, toKnowledge, toMatchFabric, toMatchSupply, toProofSwatch,
  toSupplyInput } from './mappers'

const ID = '00000000-0000-4000-8000-000000000000'
const fabric: Fabric = {
  id: ID, version: 0, updatedAt: '', swatchCount: 0, cornerC: null, swatches: [],
  ...fabricBody.parse({
    code: 'C', name: 'C', fibres: [{ fibre: 'cotton', sharePct: 100 }], construction: 'poplin', massGsm: 118, thicknessMm: 0.26,
    massOrigin: 'measured', mayGetWet: true, nap: 'none', colourHex: '#ffffff', lot: 'L-7',
  }),
}
const supply = (over: object = {}): Supply => ({
  id: ID, version: 0, updatedAt: '', used: 0,
  ...supplyBody.parse({
    code: 'S', name: 'S', family: 'fusible', base: 'woven', baseFibre: 'cotton', massGsm: 78, thicknessMm: 0.24, adhesive: 'polyamide',
    adhesiveGsm: 14, colourHex: '#ffffff', overhangMm: 62, ...over,
  }),
})
const iron: Iron = {
  id: ID, version: 0, updatedAt: '', name: 'I', kind: 'household', shutsOffAfterS: null, note: '',
  water: 'tap', bookWater: null, cleanedAt: null, since: { bare: 0, fused: 0 },
  settings: [{ label: 'wool', meanC: 154, swingC: 12, origin: 'measured' }],
}
const recipe = {
  format: 2 as const, warmS: 0, secondS: null, method: 'mist' as const, setting: iron.settings[0]!, firstSide: 'back' as const,
  passes: 1 as const, holdS: 38, lean: 'weight' as const, pressureKPa: 0.8, pressClothWaterGsm: 0, mistGsm: 35, steamGM2S: 0, steamS: 0,
  coolS: 20, tableS: 0,
}
const swatch: Swatch = {
  id: 'T', clientKey: ID, fabricId: ID, supplyId: 'S', ironId: 'I', pressClothId: null, surface: 'padded', recipe,
  predicted: { bond: 1, harm: 0, peakC: 120, windowC: [118, 140], worst: null }, events: [], doubts: [], grade: 4, marks: [],
  markWhere: {}, note: '', fabricLot: 'L-7', supplyLot: 'x', overSupplyIds: [], planId: null, scrap: null, readings: [],
  pressedAt: '2026-10-17T09:00:00.000Z', washes: [], photos: [], fabricName: '', supplyName: '', ironName: '', pressClothName: null,
}

describe('from what is kept to what is computed with', () => {
  it('layers over the glued one add weight and thickness, not adhesive', () => {
    expect(toSupplyInput(supply(), [supply({ massGsm: 40, thicknessMm: 0.2 })])).toEqual({
      massGsm: 118, thicknessMm: 0.44, base: 'cotton', adhesive: 'polyamide', adhesiveGsm: 14, grade: 'hand',
      lot: { rateFactor: 1, meltShiftC: 0 },
    })
  })
  it('no press cloth is the bare iron', () => expect(toPressSetup(fabric, supply(), iron, null, 'padded',
    rulesSchema.parse({})).pressCloth).toBeNull())
  it('a label that says nothing is no label', () => {
    expect(toEvidence(fabric).label).toBeNull()
    expect(toEvidence({ ...fabric, labelIronC: 110 }).label).toEqual({ ironC: 110, steam: null })
  })
  it('half of a supply\'s overhang is its bending length; none measured stays unknown', () => {
    expect(toMatchSupply(supply()).bendingMm).toBe(31)
    expect(toMatchSupply(supply({ overhangMm: null })).bendingMm).toBeNull()
  })
  it('an overhang of the fused swatch gives back the coupling it came from', () => {
    const c = toMatchFabric(fabric), plies = [fabricPly(c), supplyPly(toMatchSupply(supply()))]
    const fused = compositeBendingMm(plies, 0.35)
    expect(toMatchSupply(supply(), { passed: 1, failed: 0, fusedBendingMm: fused }, c).coupling).toBeCloseTo(0.35, 6)
    expect(toMatchSupply(supply(), { passed: 1, failed: 0, fusedBendingMm: null }, c).coupling).toBeNull()
  })
  it('only a maker\'s sheet can want it moist: a lost instructions wants nothing', () => {
    expect(toMatchSupply(supply({ instructions: 'maker', makerMoisture: 'damp', makerC: 150 })).moistOnly).toBe(true)
    expect(toMatchSupply(supply({ instructions: 'lost', makerMoisture: 'damp' })).moistOnly).toBe(false)
  })
})

describe('what swatches say', () => {
  it('marks become evidence of too little or too much', () => {
    expect(toJudged({ grade: 1, marks: ['dotsVisible'], readings: [] })).toEqual({
      grade: 1, dotsCrisp: true, overdone: false, peelN50: null,
    })
    expect(
      toJudged({
        grade: 4, marks: ['strikeThrough', 'shine'],
        readings: [
          { kind: 'peel', value: 10 }, { kind: 'peel', value: 14 }, { kind: 'overhang', value: 60 },
        ],
      }),
    ).toEqual({ grade: 4, dotsCrisp: false, overdone: true, peelN50: 12 })
  })
  it('what was measured narrows what is not known', () => {
    const measured = toKnowledge(fabric, supply({ instructions: 'maker', makerC: 150, makerHoldS: 15, makerMoisture: 'steam' }),
        'measured'),
      typical = toKnowledge({ ...fabric, massOrigin: 'typical' }, supply(), 'typical')
    for (const key of ['dialSdC', 'massSd', 'meltSdC', 'rateSd'] as const) expect(measured[key]).toBeLessThan(typical[key])
    expect(measured.thicknessSd).toBe(typical.thicknessSd)
  })
  it('a kept swatch stands on the ground it was pressed on', () => {
    expect(toProofSwatch(swatch).ground).toEqual(proofGroundOf(recipe, 'L-7', 'S', 'x', [], 'I', null, 'padded'))
    expect(proofGroundOf({ ...recipe, holdS: 5, touches: 3 }, '', 'S', '', [], 'I', null, 'padded').holdS).toBe(15)
    const on = { fabricLot: 'L-7', supplyLot: 'x', ironId: 'I', pressClothId: null, surface: 'padded', overIds: [] }
    expect(isPressedOn(swatch, on)).toBe(true)
    for (const other of [{ fabricLot: '' }, { supplyLot: '' }, { ironId: 'J' }, { pressClothId: 'C' }, { surface: 'hard' },
      { overIds: ['F'] }])
      expect(isPressedOn(swatch, { ...on, ...other })).toBe(false)
    expect(toProofSwatch(swatch).ground).toMatchObject({ settingLabel: 'wool', settingMeanC: 154, method: 'mist', holdS: 38 })
  })
})
