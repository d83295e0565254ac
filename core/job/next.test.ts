import { describe, expect, it } from 'vitest'
import { comeTo, nextOfFabric, nextOfJob, stagesOfJob, type FabricState, type JobState, type MakingState } from '.'

const fresh: FabricState = {
  fibreKnown: true, placed: true, isMakingPlace: false, backed: true, pressed: 0, held: 0, passed: 0, washesLeft: null, parts: 0, cut: 0,
}
const fabric = (over: Partial<FabricState> = {}): FabricState => ({ ...fresh, ...over })
const job = (over: Partial<JobState> = {}): JobState => ({ done: false, fabrics: [], makings: [], session: null, ...over })
const hem = (pressed = false, over: Partial<MakingState> = {}): MakingState =>
  ({ id: 'a', kind: 'hem', name: 'Fallen hem', fabric: 0, pressed, ...over })
const bare = fabric({ placed: false, backed: false }), cutAll = fabric({ passed: 1, held: 1, pressed: 1, parts: 6, cut: 6 })

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
    expect(nextOfJob(job({ fabrics }))).toEqual({ fabric: 2, step: { do: 'match' } })
    expect(nextOfJob(job({ fabrics: fabrics.slice(0, 2) }))).toEqual({ fabric: 1, step: { do: 'swatch' } })
  })
  it('is nothing once it is done, or while it has no fabric', () => {
    expect(nextOfJob(job({ done: true, fabrics: [fabric()] }))).toBeNull()
    expect(nextOfJob(job())).toBeNull()
  })
})

describe('a job that is more than interfacing', () => {
  const step = (over: Partial<JobState>) => nextOfJob(job(over))?.step
  it('with a hem alone goes to its hem, whether its fabric names a place for it or none', () => {
    expect(step({ fabrics: [bare], makings: [hem()] })).toEqual({ do: 'making', making: hem() })
    expect(step({ fabrics: [fabric({ isMakingPlace: true, pressed: 2 })], makings: [hem()] })).toEqual({ do: 'making', making: hem() })
  })
  it('with an interfaced fabric beside it does that first, up to its cutting; the hem before the rest is pressed', () => {
    expect(step({ fabrics: [fabric()], makings: [hem()] })).toEqual({ do: 'swatch' })
    expect(step({ fabrics: [cutAll], makings: [hem()] })).toEqual({ do: 'making', making: hem() })
    expect(step({ fabrics: [cutAll], makings: [hem(true)] })).toEqual({ do: 'press', parts: 6 })
  })
  it('does not forget a fabric whose pieces are drawn but that has no place yet', () => {
    expect(step({ fabrics: [fabric({ ...bare, parts: 3 })], makings: [hem()] })).toEqual({ do: 'match' })
  })
  it('finds an unknown fibre out before it is stuck on or hemmed', () => {
    expect(step({ fabrics: [fabric({ ...bare, fibreKnown: false })], makings: [hem()] })).toEqual({ do: 'findFibre' })
  })
  it('goes on with a session that is under way; closed, and all pressed, it is finished', () => {
    expect(step({ fabrics: [bare], makings: [hem()], session: 'open' })).toEqual({ do: 'session' })
    expect(step({ fabrics: [cutAll], session: 'closed' })).toEqual({ do: 'finish' })
    expect(step({ fabrics: [bare], makings: [hem(true)] })).toEqual({ do: 'finish' })
    expect(step({ fabrics: [cutAll, fabric()], session: 'closed' })).toEqual({ do: 'swatch' })
    expect(step({ done: true, fabrics: [cutAll], session: 'open' })).toBeUndefined()
  })
  it('names the fabric of what is next: of a making its own', () => {
    expect(nextOfJob(job({ fabrics: [bare, bare], makings: [hem(true), hem(false, { id: 'b', fabric: 1 })] })))
      .toEqual({ fabric: 1, step: { do: 'making', making: hem(false, { id: 'b', fabric: 1 }) } })
  })
})

describe('the path of a job', () => {
  it('has no stage that does not apply', () => {
    expect(stagesOfJob(job({ fabrics: [bare] }))).toEqual(['fabric', 'match', 'swatch', 'cut', 'press', 'care'])
    expect(stagesOfJob(job({ fabrics: [bare], makings: [hem()] }))).toEqual(['fabric', 'making', 'press', 'care'])
    expect(stagesOfJob(job({ fabrics: [bare, fabric()], makings: [hem()] })))
      .toEqual(['fabric', 'match', 'swatch', 'cut', 'making', 'press', 'care'])
  })
  it('is gone along with every step, and never beyond its end', () => {
    const path = stagesOfJob(job({ fabrics: [fabric()], makings: [hem()] }))
    const come = [
      { do: 'findFibre' }, { do: 'match' }, { do: 'swatch' }, { do: 'swatchAgain', failed: 1 }, { do: 'wash', left: 1 }, { do: 'draw' },
      { do: 'cut', cut: 0, parts: 8 }, { do: 'cut', cut: 4, parts: 8 }, { do: 'making', making: hem() }, { do: 'press', parts: 8 },
      { do: 'session' }, { do: 'finish' },
    ].map(step => comeTo(step as never, path))
    expect([...come].sort((a, b) => a - b)).toEqual(come)
    expect(new Set(come).size).toBe(come.length)
    expect(come.at(-1)).toBeLessThan(1)
  })
  it('within cutting by the share of the parts that are cut; all of them leave it at the press', () => {
    const path = stagesOfJob(job({ fabrics: [fabric()] }))
    expect(comeTo({ do: 'cut', cut: 4, parts: 8 }, path)).toBeCloseTo(3.65 / 6, 9)
    expect(comeTo({ do: 'cut', cut: 8, parts: 8 }, path)).toBeCloseTo(comeTo({ do: 'press', parts: 8 }, path), 9)
  })
})
