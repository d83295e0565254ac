import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { SURFACE_KIND_KEYS, PRESS_CLOTH_KIND_KEYS, PRESS_CLOTH_KINDS, FIBRE_KEYS, FIBRES } from '../materials'
import { surfaceLayers, buildStack, fabricProperties, pressClothLayer, type FabricInput, type StackInput, type SupplyInput } from '.'

const fabric: FabricInput = {
  fibres: [{ fibre: 'cotton', sharePct: 100 }], construction: 'poplin', massGsm: 120, thicknessMm: 0.27, mayGetWet: true, nap: 'none',
  finishes: [],
}
const supply: SupplyInput = { massGsm: 60, thicknessMm: 0.25, base: 'polyester', adhesive: 'polyamide', adhesiveGsm: 12 }
const input = (over: Partial<StackInput> = {}): StackInput => ({
  fabric, supply, pressCloth: 'muslin', surface: 'padded', firstSide: 'back', pressClothWaterGsm: 0, mistGsm: 0, ...over,
})
const roles = (i: StackInput) => buildStack(i).work.map(l => l.role)

describe('what lies on what', () => {
  it('from the wrong side the interfacing meets the iron, from the right side the fabric does; the glue line is between', () => {
    expect(roles(input())).toEqual(['interfacing', 'adhesive', 'fabric'])
    expect(roles(input({ firstSide: 'face' }))).toEqual(['fabric', 'adhesive', 'interfacing'])
  })
  it('a sew-in has no glue line, no interfacing is just the fabric', () => {
    expect(roles(input({ supply: { ...supply, adhesive: null, adhesiveGsm: 0 } }))).toEqual(['interfacing', 'fabric'])
    expect(roles(input({ supply: null }))).toEqual(['fabric'])
  })
  it('a bare iron has no press cloth', () => expect(buildStack(input({ pressCloth: null })).pressCloth).toBeNull())
  it('every surface is named from the top down and stands apart', () => {
    for (const surface of SURFACE_KIND_KEYS) {
      const layers = surfaceLayers(surface)
      expect(layers.length).toBeGreaterThan(0)
      expect(new Set(layers.map(l => l.id)).size).toBe(layers.length)
      expect(layers.every(l => l.role === 'surface')).toBe(true)
    }
  })
})

describe('weights and water', () => {
  const any = fc.record({
    massGsm: fc.integer({ min: 20, max: 300 }), adhesiveGsm: fc.integer({ min: 1, max: 15 }), mistGsm: fc.integer({ min: 0, max: 200 }),
    side: fc.constantFrom<'back' | 'face'>('back', 'face'),
  })
  it('interfacing and adhesive weigh what the supply weighs', () => {
    fc.assert(fc.property(any, ({ massGsm, adhesiveGsm, side }) => {
      const work = buildStack(input({ supply: { ...supply, massGsm, adhesiveGsm }, firstSide: side })).work
      expect(work.filter(l => l.role !== 'fabric').reduce((s, l) => s + l.massGsm, 0)).toBeCloseTo(massGsm, 9)
    }))
  })
  it('a mist is shared out whole, by what each can hold, and none goes to the adhesive', () => {
    fc.assert(fc.property(any, ({ massGsm, adhesiveGsm, mistGsm, side }) => {
      const work = buildStack(input({ supply: { ...supply, massGsm, adhesiveGsm }, mistGsm, firstSide: side })).work
      expect(work.reduce((s, l) => s + l.addedWaterGsm, 0)).toBeCloseTo(mistGsm, 6)
      expect(work.find(l => l.role === 'adhesive')!.addedWaterGsm).toBe(0)
    }))
  })
  it('a film takes no water and lets none through', () => {
    const film = buildStack(input({ fabric: { ...fabric, finishes: ['filmLaminate'] }, mistGsm: 30 })).work.find(l => l.role === 'fabric')!
    expect([film.waterCapacityGsm, film.addedWaterGsm, film.vapourPasses]).toEqual([0, 0, false])
  })
  it('covers hold what they hold, and only fabric ones let steam through', () => {
    for (const kind of PRESS_CLOTH_KIND_KEYS) {
      const layer = pressClothLayer(kind, 10)
      expect(layer.waterCapacityGsm).toBe(PRESS_CLOTH_KINDS[kind].waterHoldGsm)
      expect(layer.vapourPasses).toBe(PRESS_CLOTH_KINDS[kind].vapourPasses)
      if (!layer.vapourPasses) expect(layer.regainPct).toBe(0)
    }
  })
})

describe('a blend', () => {
  it('of one fibre is that fibre', () => {
    for (const fibre of FIBRE_KEYS) expect(fabricProperties([{ fibre, sharePct: 100 }]).regainPct).toBeCloseTo(FIBRES[fibre].regainPct, 9)
  })
  it('lies between its fibres, and does not mind whether shares make 100', () => {
    fc.assert(
      fc.property(fc.constantFrom(...FIBRE_KEYS), fc.constantFrom(...FIBRE_KEYS), fc.integer({ min: 1, max: 99 }), (a, b, share) => {
        const mixed = fabricProperties([
          { fibre: a, sharePct: share }, { fibre: b, sharePct: 100 - share },
        ])
        const [low, high] = [FIBRES[a].heatCapacityJkgK, FIBRES[b].heatCapacityJkgK].sort((x, y) => x - y) as [number, number]
        expect(mixed.heatCapacityJkgK).toBeGreaterThanOrEqual(low - 1e-9)
        expect(mixed.heatCapacityJkgK).toBeLessThanOrEqual(high + 1e-9)
        const half = fabricProperties([
          { fibre: a, sharePct: share / 2 }, { fibre: b, sharePct: (100 - share) / 2 },
        ])
        expect(half.regainPct).toBeCloseTo(mixed.regainPct, 9)
      }),
    )
  })
  it('nobody knows is taken as polyester until it is known', () =>
    expect(fabricProperties([])).toEqual(fabricProperties([{ fibre: 'polyester', sharePct: 100 }])))
})
