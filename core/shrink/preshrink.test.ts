import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { massGsmFrom, thicknessMmFrom, givePctFrom, spreadOf } from '../measure'
import { cutSizeMm, shrinkageOf, trimPreshrunkM, type PreshrinkPass } from '.'

const press = (heatC: number, along: [number, number], across: [number, number]): PreshrinkPass =>
  ({ kind: 'press', heatC, alongBeforeMm: along[0], alongAfterMm: along[1], acrossBeforeMm: across[0], acrossAfterMm: across[1] })

describe('settling, worked', () => {
  const first = press(150, [250, 244], [250, 248])
  const second = press(150, [244, 243.5], [248, 247.8])
  it('one pass: 2.4 % along, 0.8 % across, not preshrunk', () => {
    const s = shrinkageOf([first], 150)
    expect(s.passes[0]!.alongPct).toBeCloseTo(2.4)
    expect(s.passes[0]!.acrossPct).toBeCloseTo(0.8)
    expect(s.preshrunk).toBe(false)
  })
  it('the second changes under 0.5 %: preshrunk up to 150, 2.6 % in all', () => {
    const s = shrinkageOf([first, second], 150)
    expect(s).toMatchObject({ preshrunk: true, preshrunkUpToC: 150, reopenedBy: null })
    expect(s.totalAlongPct).toBeCloseTo(2.6, 1)
  })
  it('wanting 190 reopens it, visibly', () => {
    expect(shrinkageOf([first, second], 190)).toMatchObject({ preshrunk: false, preshrunkUpToC: 150, reopenedBy: 190 })
  })
  it('moving again at the same heat takes the settling back', () => {
    expect(shrinkageOf([first, second, press(150, [243.5, 240], [247.8, 247])], 150).preshrunk).toBe(false)
  })
  it('a cut of 600 mm at 2.5 % is 615.4 mm', () => expect(cutSizeMm(600, 2.5)).toBeCloseTo(615.38, 2))
  it('after cutting generously the wanted size is left', () => {
    fc.assert(fc.property(fc.double({ min: 10, max: 3000, noNaN: true }), fc.double({ min: -3, max: 20, noNaN: true }), (mm, s) => {
      expect(cutSizeMm(mm, s) * (1 - s / 100)).toBeCloseTo(mm, 6)
    }))
  })
  it('a trim is preshrunk as far as its runs go without a gap', () => {
    const runs = [{ fromM: 0, toM: 2.1, heatC: 150 }, { fromM: 2.1, toM: 4.2, heatC: 150 }, { fromM: 5, toM: 6, heatC: 150 }]
    expect(trimPreshrunkM(runs, 150)).toBeCloseTo(4.2)
    expect(trimPreshrunkM(runs, 160)).toBe(0)
  })
})

describe('measuring at home, worked', () => {
  it('3.1 g of 150 × 170 mm is 121.6 g/m²', () => expect(massGsmFrom(3.1, 150, 170)).toBeCloseTo(121.57, 1))
  it('16 layers of 4.3 mm are 0.27 mm each', () => expect(thicknessMmFrom(4.3, 16)).toBeCloseTo(0.269, 3))
  it('100 mm pulled to 118 gives 18 %', () => expect(givePctFrom(100, 118)).toBeCloseTo(18))
  it('three readings have a spread, one has none', () => {
    expect(spreadOf([120, 123, 121])).toMatchObject({ count: 3, mean: 121.33333333333333 })
    expect(spreadOf([120, 123, 121]).plusMinus).toBeCloseTo(3.79, 1)
    expect(spreadOf([120]).plusMinus).toBeNull()
  })
  it.each([[() => massGsmFrom(0, 1, 1)], [() => thicknessMmFrom(4, 1.5)], [() => givePctFrom(100, 90)], [() => spreadOf([])]])(
    'refuses nonsense', fn => expect(fn).toThrow(RangeError),
  )
})
