import { describe, expect, it } from 'vitest'
import { STIFFNESSES } from '../stiffness'
import { SUPPLY_FAMILIES } from '../materials'
import { PLACE_KEYS, placeOf, PLACES } from '.'

describe('places', () => {
  it('there are twenty, each with its wishes in known words', () => {
    expect(PLACES).toHaveLength(20)
    for (const p of PLACES) {
      expect(['keep', ...STIFFNESSES]).toContain(p.stiffness)
      expect(p.families.length).toBeGreaterThan(0)
      for (const f of p.families) expect(SUPPLY_FAMILIES).toContain(f)
      expect(p.wear).toBeGreaterThan(0)
      expect(p.wear).toBeLessThanOrEqual(1)
    }
    expect(new Set(PLACES.map(p => p.name)).size).toBe(20)
  })
  it('every place lets something sewn in, so that nothing is ever without an answer', () => {
    for (const p of PLACES) expect(p.families).toContain('sewIn')
  })
  it('layers only where their families are at home', () => {
    for (const p of PLACES) {
      if (p.layers.includes('overFoam')) expect(p.families).toContain('foam')
      if (p.layers.includes('withWeb')) expect(p.families).toContain('web')
      if (p.layers.includes('double')) expect(p.families).toContain('fusible')
    }
  })
  it('is found by its key, and only by one there is', () => {
    for (const key of PLACE_KEYS) expect(placeOf(key).key).toBe(key)
    expect(() => placeOf('sporran' as never)).toThrow('no place called sporran')
  })
  it.each([
    ['bagBase', 'rigid'], ['collar', 'crisp'], ['hem', 'keep'], ['waistband', 'firm'],
  ] as const)('a %s wants it %s', (key, stiffness) => expect(placeOf(key).stiffness).toBe(stiffness))
  it.each([
    ['waistband', 'stop'], ['stay', 'stop'], ['embroideryGround', 'stop'], ['facing', 'any'],
  ] as const)('in a %s the give must %s', (key, give) => expect(placeOf(key).give).toBe(give))
})
