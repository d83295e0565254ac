import { describe, expect, it } from 'vitest'
import { CONSTRUCTION_KEYS, type ConstructionKey } from '../materials'
import { soleAsks, waterFault } from '.'

describe('an iron\'s own care', () => {
  it('asks for its iron to be cleaned after adhesive met it bare, or after very many presses', () => {
    expect(soleAsks({ bare: 0, fused: 59 })).toBeNull()
    expect(soleAsks({ bare: 0, fused: 60 })).toEqual({ why: 'many', times: 60 })
    expect(soleAsks({ bare: 2, fused: 2 })).toEqual({ why: 'bare', times: 2 })
  })
  it('warns of hard water in steam on pale and on shiny fabric, and of what its book does not want', () => {
    const tap = { water: 'tap' as const, bookWater: null }
    const fabric = (colourHex: string, construction: ConstructionKey = 'poplin') => ({ colourHex, construction })
    expect(waterFault(tap, 'steam', fabric('#f4f0e6'))).toBe('hardOnPale')
    const shiny = CONSTRUCTION_KEYS.filter(construction => waterFault(tap, 'steam', fabric('#20304a', construction)) === 'hardOnShiny')
    expect(shiny).toEqual(['lining', 'satin', 'dupion', 'brocade', 'taffeta'])
    expect(waterFault(tap, 'steam', fabric('#20304a'))).toBeNull()
    expect(waterFault(tap, 'damp', fabric('#f4f0e6'))).toBeNull()
    expect(waterFault({ ...tap, water: 'distilled' }, 'steam', fabric('#f4f0e6'))).toBeNull()
    expect(waterFault({ water: 'distilled', bookWater: 'tap' }, 'steam', fabric('#f4f0e6'))).toBe('otherThanBook')
  })
})
