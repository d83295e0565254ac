import { describe, expect, it } from 'vitest'
import { nextOfCloth, nextOfJob, type ClothState } from '.'

const fresh: ClothState = {
  fibreKnown: true, placed: true, backed: true, pressed: 0, held: 0, passed: 0, washesLeft: null, parts: 0, cut: 0,
}
const cloth = (over: Partial<ClothState> = {}): ClothState => ({ ...fresh, ...over })

describe('what comes next for a fabric', () => {
  it.each<[string, Partial<ClothState>, ReturnType<typeof nextOfCloth>]>([
    ['an unknown fibre is found out first', { fibreKnown: false, placed: false }, { do: 'findFibre' }],
    ['unless its swatches already speak for it', { fibreKnown: false, pressed: 1, held: 1, passed: 1 }, { do: 'draw' }],
    ['without a place it goes to Match', { placed: false }, { do: 'match' }],
    ['without an interfacing too', { backed: false }, { do: 'match' }],
    ['matched, a swatch is pressed', {}, { do: 'swatch' }],
    ['one that failed is pressed again, and how many failed is said', { pressed: 2, held: 0 }, { do: 'swatchAgain', failed: 2 }],
    ['one that held is washed', { pressed: 3, held: 1, washesLeft: 2 }, { do: 'wash', left: 2 }],
    ['one that held and failed in the wash is pressed again', { pressed: 3, held: 1, washesLeft: null }, { do: 'swatchAgain', failed: 2 }],
    ['one that passed wants its pieces, whatever failed before', { pressed: 4, held: 2, passed: 1, washesLeft: 3 }, { do: 'draw' }],
    ['with its pieces drawn it is cut, and how far that is, is said', { passed: 1, parts: 6, cut: 2 }, { do: 'cut', cut: 2, parts: 6 }],
    ['with all cut it goes under the iron', { passed: 1, parts: 6, cut: 6 }, { do: 'press', parts: 6 }],
  ])('%s', (_, state, step) => {
    expect(nextOfCloth(cloth(state))).toEqual(step)
  })
})

describe('what comes next in a job', () => {
  it('is the step of the fabric that is furthest back, the earlier of two alike', () => {
    const cloths = [cloth({ pressed: 1, held: 1, passed: 1 }), cloth(), cloth({ placed: false }), cloth({ backed: false })]
    expect(nextOfJob({ done: false, cloths })).toEqual({ cloth: 2, step: { do: 'match' } })
    expect(nextOfJob({ done: false, cloths: cloths.slice(0, 2) })).toEqual({ cloth: 1, step: { do: 'swatch' } })
  })
  it('is nothing once it is done, or while it has no fabric', () => {
    expect(nextOfJob({ done: true, cloths: [cloth()] })).toBeNull()
    expect(nextOfJob({ done: false, cloths: [] })).toBeNull()
  })
})
