import { describe, expect, it } from 'vitest'
import type { FibreKey, FinishKey } from '../materials'
import type { ClothInput } from '../stack'
import { clothLimit, type BlendRule } from '.'

const cloth = (shares: Partial<Record<FibreKey, number>>, over: Partial<ClothInput> = {}): ClothInput => ({
  fibres: Object.entries(shares).map(([fibre, sharePct]) => ({ fibre: fibre as FibreKey, sharePct: sharePct! })),
  construction: 'twill', massGsm: 200, thicknessMm: 0.4, mayGetWet: true, nap: 'none', finishes: [], ...over,
})

describe('the limit of a cloth', () => {
  it.each<[string, ClothInput, BlendRule, number]>([
    ['pure cotton', cloth({ cotton: 100 }), 'strict', 200],
    ['cotton with elastane, strict', cloth({ cotton: 97, elastane: 3 }), 'strict', 110],
    ['cotton with elastane, proportional: one class', cloth({ cotton: 97, elastane: 3 }), 'proportional', 150],
    ['poly-cotton either way', cloth({ cotton: 50, polyester: 50 }), 'proportional', 150],
    ['a trace of PVC bars heat in any school', cloth({ cotton: 95, pvc: 5 }), 'proportional', 0],
    ['a finish beats the fibre', cloth({ cotton: 100 }, { finishes: ['puCoat'] }), 'strict', 110],
    ['the lower of fibre and finish', cloth({ acrylic: 100 }, { finishes: ['filmLaminate'] }), 'strict', 110],
    ['unknown fibre starts at the lowest class', cloth({}), 'strict', 110],
  ])('%s: %#', (_n, c, rule, soleC) => {
    const limit = clothLimit(c, rule)
    expect(limit.soleC).toBe(soleC)
    expect(limit.reasons.filter(r => r.decides)).toHaveLength(1)
  })
  it('names fumes, pile, laminate and what is certified', () => {
    expect(clothLimit(cloth({ pvc: 100 }), 'strict')).toMatchObject({ fumes: true, fusible: false })
    expect(clothLimit(cloth({ cotton: 100 }, { nap: 'pile' }), 'strict')).toMatchObject({ backOnly: true, bed: 'sparesPile' })
    expect(clothLimit(cloth({ cotton: 100 }, { finishes: ['flameRetardant' as FinishKey] }), 'strict').fusible).toBe(false)
    expect(clothLimit(cloth({ silk: 100 }, { mayGetWet: false }), 'strict')).toMatchObject({ steam: 'no', water: 'no' })
  })
})
