import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { BED_KIND_KEYS, COVER_KIND_KEYS, COVER_KINDS, FIBRE_KEYS, FIBRES } from '../materials'
import { bedLayers, buildStack, clothProperties, coverLayer, type ClothInput, type StackInput, type SupplyInput } from '.'

const cloth: ClothInput = {
  fibres: [{ fibre: 'cotton', sharePct: 100 }], construction: 'poplin', massGsm: 120, thicknessMm: 0.27, mayGetWet: true, nap: 'none',
  finishes: [],
}
const supply: SupplyInput = { massGsm: 60, thicknessMm: 0.25, base: 'polyester', resin: 'polyamide', resinGsm: 12 }
const input = (over: Partial<StackInput> = {}): StackInput => ({
  cloth, supply, cover: 'muslin', bed: 'padded', firstSide: 'back', coverWaterGsm: 0, mistGsm: 0, ...over,
})
const roles = (i: StackInput) => buildStack(i).work.map(l => l.role)

describe('what lies on what', () => {
  it('from the wrong side the interfacing meets the iron, from the right side the fabric does; the glue line is between', () => {
    expect(roles(input())).toEqual(['backing', 'resin', 'cloth'])
    expect(roles(input({ firstSide: 'face' }))).toEqual(['cloth', 'resin', 'backing'])
  })
  it('a sew-in has no glue line, no interfacing is just the fabric', () => {
    expect(roles(input({ supply: { ...supply, resin: null, resinGsm: 0 } }))).toEqual(['backing', 'cloth'])
    expect(roles(input({ supply: null }))).toEqual(['cloth'])
  })
  it('a bare iron has no press cloth', () => expect(buildStack(input({ cover: null })).cover).toBeNull())
  it('every bed is named from the top down and stands apart', () => {
    for (const bed of BED_KIND_KEYS) {
      const layers = bedLayers(bed)
      expect(layers.length).toBeGreaterThan(0)
      expect(new Set(layers.map(l => l.id)).size).toBe(layers.length)
      expect(layers.every(l => l.role === 'bed')).toBe(true)
    }
  })
})

describe('weights and water', () => {
  const any = fc.record({
    massGsm: fc.integer({ min: 20, max: 300 }), resinGsm: fc.integer({ min: 1, max: 15 }), mistGsm: fc.integer({ min: 0, max: 200 }),
    side: fc.constantFrom<'back' | 'face'>('back', 'face'),
  })
  it('interfacing and adhesive weigh what the supply weighs', () => {
    fc.assert(fc.property(any, ({ massGsm, resinGsm, side }) => {
      const work = buildStack(input({ supply: { ...supply, massGsm, resinGsm }, firstSide: side })).work
      expect(work.filter(l => l.role !== 'cloth').reduce((s, l) => s + l.massGsm, 0)).toBeCloseTo(massGsm, 9)
    }))
  })
  it('a mist is shared out whole, by what each can hold, and none goes to the adhesive', () => {
    fc.assert(fc.property(any, ({ massGsm, resinGsm, mistGsm, side }) => {
      const work = buildStack(input({ supply: { ...supply, massGsm, resinGsm }, mistGsm, firstSide: side })).work
      expect(work.reduce((s, l) => s + l.addedWaterGsm, 0)).toBeCloseTo(mistGsm, 6)
      expect(work.find(l => l.role === 'resin')!.addedWaterGsm).toBe(0)
    }))
  })
  it('a film takes no water and lets none through', () => {
    const film = buildStack(input({ cloth: { ...cloth, finishes: ['filmLaminate'] }, mistGsm: 30 })).work.find(l => l.role === 'cloth')!
    expect([film.waterCapacityGsm, film.addedWaterGsm, film.vapourPasses]).toEqual([0, 0, false])
  })
  it('covers hold what they hold, and only fabric ones let steam through', () => {
    for (const kind of COVER_KIND_KEYS) {
      const layer = coverLayer(kind, 10)
      expect(layer.waterCapacityGsm).toBe(COVER_KINDS[kind].waterHoldGsm)
      expect(layer.vapourPasses).toBe(COVER_KINDS[kind].vapourPasses)
      if (!layer.vapourPasses) expect(layer.regainPct).toBe(0)
    }
  })
})

describe('a blend', () => {
  it('of one fibre is that fibre', () => {
    for (const fibre of FIBRE_KEYS) expect(clothProperties([{ fibre, sharePct: 100 }]).regainPct).toBeCloseTo(FIBRES[fibre].regainPct, 9)
  })
  it('lies between its fibres, and does not mind whether shares make 100', () => {
    fc.assert(
      fc.property(fc.constantFrom(...FIBRE_KEYS), fc.constantFrom(...FIBRE_KEYS), fc.integer({ min: 1, max: 99 }), (a, b, share) => {
        const mixed = clothProperties([
          { fibre: a, sharePct: share }, { fibre: b, sharePct: 100 - share },
        ])
        const [low, high] = [FIBRES[a].heatCapacityJkgK, FIBRES[b].heatCapacityJkgK].sort((x, y) => x - y) as [number, number]
        expect(mixed.heatCapacityJkgK).toBeGreaterThanOrEqual(low - 1e-9)
        expect(mixed.heatCapacityJkgK).toBeLessThanOrEqual(high + 1e-9)
        const half = clothProperties([
          { fibre: a, sharePct: share / 2 }, { fibre: b, sharePct: (100 - share) / 2 },
        ])
        expect(half.regainPct).toBeCloseTo(mixed.regainPct, 9)
      }),
    )
  })
  it('nobody knows is taken as polyester until it is known', () =>
    expect(clothProperties([])).toEqual(clothProperties([{ fibre: 'polyester', sharePct: 100 }])))
})
