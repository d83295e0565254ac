import { describe, expect, it } from 'vitest'
import { boxOf } from '#core/geometry'
import type { Recipe } from '#core/recipe'
import { coverPiece } from '#core/positions'
import { iron } from './kept.fixture'
import { soleOf } from './pressing'
import { circled } from './circled'

const outline = boxOf({ left: 0, right: 220, bottom: 0, top: 150 }), i = iron()
const recipe = { holdS: 20, secondS: 10 } as Recipe
const { placements } = coverPiece({ outline, sole: soleOf(i.kind), keepOuts: [], walk: 'middle' })

describe('an iron that goes in circles', () => {
  it('held still, nothing changes', () => {
    expect(circled({ motion: 'still', outline }, recipe, placements, i)).toEqual({ recipe, share: null })
    expect(circled({ motion: 'circles', outline: null }, recipe, placements, i).share).toBeNull()
  })
  it('every part gets its seconds: both holds are longer by the same', () => {
    const { recipe: longer, share } = circled({ motion: 'circles', outline }, recipe, placements, i)
    expect(share!).toBeGreaterThan(0)
    expect(share!).toBeLessThanOrEqual(1)
    expect([longer.holdS, longer.secondS]).toEqual([Math.round(20 / share!), Math.round(10 / share!)])
    expect(circled({ motion: 'circles', outline }, { ...recipe, secondS: null }, placements, i).recipe.secondS).toBeNull()
  })
  it('no hold grows without an end', () => {
    // Set down far beside it: none of it lies under the sole.
    const { recipe: longest, share } = circled({ motion: 'circles', outline }, recipe, [{ x: 5000, y: 5000, headingDeg: 0 }], i)
    expect([share, longest.holdS]).toEqual([0.2, 100])
  })
})
