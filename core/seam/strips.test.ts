import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { FABRICS, IRON } from './fabrics.fixture'
import { driedS } from '../heat'
import { foldingS, planFlatten, runFold, soakS, stripsFor, waddingFrom, type PieceSize, type StripAsk } from '.'

const ask: StripAsk = { wideMm: 60, aroundMm: 4000, corners: 4, fabricMm: 1100, bias: false, join: 'slant', seamMm: 6, fold: 'double' }

describe('strips for a binding', () => {
  it('by hand: 4 m round with four corners, 60 mm strips, slanting joins', () => {
    // 4000 + 4·60 + 4·60 = 4480; each join costs 72: (4480 − 72) ÷ (1100 − 72) = 4.29, so five strips and four joins.
    expect(stripsFor(ask)).toMatchObject({ lengthMm: 4480, count: 5, joins: 4, eachMm: 1100, fabricLongMm: 300 })
    expect(stripsFor(ask).spareMm).toBe(5 * 1100 - 4 * 72 - 4480)
    expect(stripsFor({ ...ask, join: 'straight' })).toMatchObject({ count: 5, spareMm: 5 * 1100 - 4 * 12 - 4480 })
    expect(stripsFor({ ...ask, aroundMm: 400, corners: 0 })).toMatchObject({ count: 1, joins: 0 })
  })
  it('on the bias a strip is √2 as long as the fabric is wide', () => {
    const s = stripsFor({ ...ask, bias: true })
    expect(s.eachMm).toBeCloseTo(1555.6, 1)
    expect(s.count).toBe(3)
    expect(s.fabricLongMm).toBeCloseTo(1100 + 3 * 60 * Math.SQRT2, 1)
  })
  it('joined they always reach, and one strip fewer never would', () => {
    fc.assert(fc.property(
      fc.integer({ min: 20, max: 120 }), fc.integer({ min: 100, max: 20_000 }), fc.integer({ min: 0, max: 12 }), fc.boolean(), fc.boolean(),
      (wideMm, aroundMm, corners, bias, slant) => {
        const join = slant ? 'slant' as const : 'straight' as const
        const s = stripsFor({ ...ask, wideMm, aroundMm, corners, bias, join })
        const joinMm = 12 + (slant ? wideMm : 0)
        return s.spareMm >= -1e-6 && (s.count === 1 || (s.count - 1) * s.eachMm - (s.count - 2) * joinMm < s.lengthMm + 1e-6)
      },
    ), { seed: 9, numRuns: 300 })
  })
  it('what makes no sense is named', () => {
    expect(() => stripsFor({ ...ask, wideMm: 0 })).toThrow('Strip')
    expect(() => stripsFor({ ...ask, aroundMm: -1 })).toThrow('Around')
    expect(() => stripsFor({ ...ask, fabricMm: 50 })).toThrow('Fabric')
    expect(() => stripsFor({ ...ask, corners: -1 })).toThrow('Corners')
    expect(() => stripsFor({ ...ask, fabricMm: 70, seamMm: 20 })).toThrow('Join')
  })
  it('is folded in half, edge to middle, the other edge, together: so many positions each', () => {
    const s = stripsFor(ask)
    expect(s.folds).toEqual(['half', 'edgeToMiddle', 'otherEdgeToMiddle', 'together'])
    expect(foldingS(s, 200, 5)).toBe(4 * 23 * 8)
    expect(stripsFor({ ...ask, fold: 'single' }).folds).toEqual(['half'])
  })
})

/** Fewest joins by trying every way to split, at every place where any of the sheets ends, to any depth. */
function fewest(w: number, h: number, sheets: PieceSize[]): number {
  if (sheets.some(s => (s.wideMm >= w && s.highMm >= h) || (s.highMm >= w && s.wideMm >= h))) return 0
  if (sheets.length < 2) return Infinity
  let best = Infinity
  for (let mask = 1; mask < (1 << sheets.length) - 1; mask++) {
    const [a, b] = [sheets.filter((_, i) => (mask >> i) & 1), sheets.filter((_, i) => !((mask >> i) & 1))]
    for (let at = 1; at < Math.max(w, h); at++) {
      if (at < w) best = Math.min(best, 1 + fewest(at, h, a) + fewest(w - at, h, b))
      if (at < h) best = Math.min(best, 1 + fewest(w, at, a) + fewest(w, h - at, b))
    }
  }
  return best
}

describe('wadding', () => {
  it('is larger than the top all round', () => {
    const made = waddingFrom({ wideMm: 1000, highMm: 1200 }, 50, [{ wideMm: 2000, highMm: 1500 }])!
    expect([made.wideMm, made.highMm, made.joinsMm]).toEqual([1100, 1300, []])
  })
  it('two halves are butted once, turned where that is what fits', () => {
    const made = waddingFrom({ wideMm: 900, highMm: 900 }, 50, [{ wideMm: 1000, highMm: 600 }, { wideMm: 400, highMm: 1000 }])!
    expect(made.joinsMm).toEqual([1000])
    expect(made.parts.reduce((s, p) => s + p.wideMm * p.highMm, 0)).toBe(1_000_000)
  })
  it('what does not reach is said', () => expect(waddingFrom({ wideMm: 900, highMm: 900 }, 50, [{ wideMm: 900, highMm: 900 }])).toBeNull())
  const sheetSize = fc.integer({ min: 2, max: 6 })
  it('never more joins than brute force finds; and no place twice or not at all', () => {
    fc.assert(fc.property(
      fc.integer({ min: 4, max: 7 }), fc.integer({ min: 4, max: 7 }),
      fc.array(fc.record({ wideMm: sheetSize, highMm: sheetSize }), { minLength: 1, maxLength: 4 }),
      (w, h, sheets) => {
        // In decimetres, so that a hair is nothing.
        const large = sheets.map(s => ({ wideMm: s.wideMm * 100, highMm: s.highMm * 100 }))
        const made = waddingFrom({ wideMm: w * 100, highMm: h * 100 }, 0, large)
        expect(made ? made.joinsMm.length : Infinity).toBe(fewest(w, h, sheets))
        if (!made) return
        expect(made.parts.reduce((s, p) => s + p.wideMm * p.highMm, 0)).toBeCloseTo(w * h * 10_000, 3)
        expect(new Set(made.parts.map(p => p.sheet)).size).toBe(made.parts.length)
      },
    ), { seed: 21, numRuns: 25 })
  })
  it('what makes no sense is named', () => {
    expect(() => waddingFrom({ wideMm: 0, highMm: 5 }, 0, [])).toThrow('Top')
    expect(() => waddingFrom({ wideMm: 5, highMm: 5 }, -1, [])).toThrow('Margin')
    const nine = Array.from({ length: 9 }, () => ({ wideMm: 1, highMm: 1 }))
    expect(() => waddingFrom({ wideMm: 5, highMm: 5 }, 0, nine)).toThrow('8 at the most')
  })
})

describe('moistened', () => {
  it('a light spray on cotton has soaked in after some 15 s; on what drinks less, later', () => {
    const cotton = soakS('water', 38, FABRICS.poplin)!
    expect(cotton).toBeGreaterThan(10)
    expect(cotton).toBeLessThan(20)
    expect(soakS('starch', 38, FABRICS.poplin)!).toBeGreaterThan(cotton)
    expect(soakS('water', 38, FABRICS.polyester)!).toBeGreaterThan(cotton)
    // Twice as much takes four times as long.
    expect(soakS('water', 76, FABRICS.poplin)!).toBeCloseTo(4 * cotton, 6)
  })
  it('more than the fabric holds stays on top', () => {
    expect(soakS('water', 121, FABRICS.poplin)).toBeNull()
    expect(() => soakS('water', 0, FABRICS.poplin)).toThrow('Spray')
  })
  it('is dry once the free water is gone, sooner the hotter', () => {
    const at = (c: number) => driedS(
      runFold({ plies: [FABRICS.poplin], pressCloth: null, pressClothWaterGsm: 0, mistGsm: 40, surface: 'padded' }, c, [
        { kind: 'down', durationS: 60, pressureKPa: 0.8 },
      ]),
      id => id === 'ply0')!
    expect(at(195)).toBeLessThan(at(150))
    expect(at(195)).toBeGreaterThan(0.5)
  })
})

describe('pressed flat before cutting', () => {
  const flat = (fabric: keyof typeof FABRICS, body: 'water' | 'starch' | 'sizing' = 'water') => planFlatten({
    fabric: FABRICS[fabric], iron: IRON, pressCloth: 'muslin', surface: 'padded', blendRule: 'strict', kit: [],
    house: { piecing: 'dry', cooling: 'touch', alwaysPressCloth: false },
  }, body)
  it('is held until it is dry, never less than takes the crease out', () => {
    const p = flat('poplin')
    expect(p.recipe!.method).toBe('mist')
    expect(p.recipe!.holdS).toBe(Math.max(p.crease.recipe!.holdS, Math.ceil(p.dryS!)))
    expect(p.dryS!).toBeGreaterThan(1)
    // More water takes longer.
    expect(flat('poplin', 'starch').dryS!).toBeGreaterThan(p.dryS!)
    expect(p.recipe!.firstSide).toBe('back')
  })
  it('what water marks is not sprayed, what stands no heat not pressed', () => {
    expect(flat('silk')).toMatchObject({ soakS: null, dryS: null })
    expect(flat('silk').recipe!.method).toBe('dry')
    expect(flat('film').recipe).toBeNull()
  })
})
