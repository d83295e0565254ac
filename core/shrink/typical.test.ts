import { describe, expect, it } from 'vitest'
import { typicalShrink } from '.'

describe('what an unsettled fabric may lose', () => {
  it('by its shares, more in a knit, and something where nobody knows', () => {
    expect(typicalShrink([{ fibre: 'cotton', sharePct: 100 }], false)).toEqual({ along: 3, across: 2 })
    const blend = typicalShrink([{ fibre: 'polyester', sharePct: 65 }, { fibre: 'cotton', sharePct: 35 }], false)
    expect(blend.along).toBeCloseTo(0.65 * 0.8 + 0.35 * 3, 9)
    expect(typicalShrink([{ fibre: 'cotton', sharePct: 100 }], true).along).toBeCloseTo(4.8, 9)
    expect(typicalShrink([], false)).toEqual({ along: 2, across: 1.5 })
  })
})
