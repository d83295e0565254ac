import { describe, expect, it } from 'vitest'
import { fabric } from '../kept.fixture'
import { fabricBody } from './fabric'

const refused = (massGsm: number, thicknessMm: number): string[] => {
  const { success, error } = fabricBody.safeParse({ ...fabric(), massGsm, thicknessMm })
  return success ? [] : error.issues.map(i => `${i.path.join('.')}: ${i.message}`)
}

describe('a weight and the thickness that holds it', () => {
  it.each([
    ['as light as wadding, and no lighter', 150, 10], ['as dense as can be, and no denser', 500, 0.2], ['poplin', 120, 0.27],
  ])('%s: taken', (_, massGsm, thicknessMm) => { expect(refused(massGsm, thicknessMm)).toEqual([]) })
  it('lighter or denser is refused, naming the field and both figures', () => {
    expect(refused(149, 10)).toEqual([
      'massGsm: Weight: 149 g/m² at 10 mm would be lighter than wadding. Check the units (g/m² and mm).',
    ])
    expect(refused(501, 0.2)).toEqual([
      'thicknessMm: Thickness: 501 g/m² in 0.2 mm would be denser than any fabric. Measure it again, or check the units (mm).',
    ])
  })
})
