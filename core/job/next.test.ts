import { describe, expect, it } from 'vitest'
import { nextOfFabric, nextOfJob, type FabricState } from '.'

const fresh: FabricState = {
  fibreKnown: true, placed: true, backed: true, pressed: 0, held: 0, passed: 0, washesLeft: null, parts: 0, cut: 0,
}
const fabric = (over: Partial<FabricState> = {}): FabricState => ({ ...fresh, ...over })

describe('what comes next for a fabric', () => {
  it.each<[string, Partial<FabricState>, ReturnType<typeof nextOfFabric>]>([
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
    expect(nextOfFabric(fabric(state))).toEqual(step)
  })
})

describe('what comes next in a job', () => {
  it('is the step of the fabric that is furthest back, the earlier of two alike', () => {
    const fabrics = [fabric({ pressed: 1, held: 1, passed: 1 }), fabric(), fabric({ placed: false }), fabric({ backed: false })]
    expect(nextOfJob({ done: false, fabrics })).toEqual({ fabric: 2, step: { do: 'match' } })
    expect(nextOfJob({ done: false, fabrics: fabrics.slice(0, 2) })).toEqual({ fabric: 1, step: { do: 'swatch' } })
  })
  it('is nothing once it is done, or while it has no fabric', () => {
    expect(nextOfJob({ done: true, fabrics: [fabric()] })).toBeNull()
    expect(nextOfJob({ done: false, fabrics: [] })).toBeNull()
  })
})
