import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { deltaE00, labOf } from '../colour'
import type { DamageKind } from '../damage'
import { bothAppearances, appearanceOfJudging, appearanceOfPressing, peeledShare, scorchedHex, seenShare, UNDAMAGED, type FabricAppearance,
  type Mark } from '.'

const flag = (kind: DamageKind, severity: number, layer: 'fabric' | 'interfacing' | 'pressCloth' = 'fabric') => ({ kind, severity, layer })
const numbers = (l: FabricAppearance) => Object.values(l).filter(v => typeof v === 'number')

describe('how a pressing looks', () => {
  it('nothing done, nothing seen; without an interfacing there are no dots', () => {
    expect(appearanceOfPressing([], null)).toEqual(UNDAMAGED)
    expect(appearanceOfPressing([], 0)).toMatchObject({ melted: 0, peeled: 1 })
    expect(appearanceOfPressing([], 1.2)).toMatchObject({ melted: 1, peeled: 0 })
  })
  it('under half of a harm nothing is seen, and never more than all of it', () => {
    fc.assert(fc.property(fc.double({ min: 0, max: 50, noNaN: true }), fc.double({ min: 0, max: 5, noNaN: true }), (s, more) => {
      expect(seenShare(s + more)).toBeGreaterThanOrEqual(seenShare(s))
      expect(seenShare(s)).toBeGreaterThanOrEqual(0)
      expect(seenShare(s)).toBeLessThanOrEqual(1)
    }), { seed: 4 })
    expect([seenShare(0.5), seenShare(1), seenShare(3)]).toEqual([0, 0.2, 1])
  })
  it.each([
    ['shine', 'shine'], ['melt', 'holed'], ['crush', 'crushed'], ['waterMark', 'rings'], ['dyeMigration', 'dyeOut'],
    ['laminate', 'bubbles'], ['shrinkage', 'shrunk'], ['strikeThrough', 'adhesiveOut'], ['overFused', 'stiff'], ['steamStretch', 'waved'],
    ['deadStretch', 'waved'],
  ] as const)('%s is seen as %s, and as nothing else', (kind, as) => {
    const appearance = appearanceOfPressing([flag(kind, 2)], null)
    expect(appearance[as]).toBeCloseTo(0.6, 6)
    expect(numbers(appearance).filter(v => v > 0)).toHaveLength(1)
  })
  it('scorch is yellow first and brown only then', () => {
    expect(appearanceOfPressing([flag('scorch', 1.5)], null)).toMatchObject({ yellowed: 0.4, browned: 0 })
    const far = appearanceOfPressing([flag('scorch', 3.6)], null)
    expect(far.yellowed).toBe(1)
    expect(far.browned).toBeCloseTo(0.8, 6)
  })
  it('of two flags of a kind the worse is seen; what the press cloth suffers is not on the fabric', () => {
    expect(appearanceOfPressing([flag('shine', 1), flag('shine', 2), flag('shine', 1.5)], null).shine).toBeCloseTo(0.6, 6)
    expect(appearanceOfPressing([flag('scorch', 3, 'pressCloth')], null)).toEqual(UNDAMAGED)
    expect(appearanceOfPressing([flag('overFused', 2, 'interfacing')], null).stiff).toBeCloseTo(0.6, 6)
  })
  it('more bond, less that lets go and fewer dots; far too much stands like a board', () => {
    fc.assert(fc.property(fc.double({ min: 0, max: 12, noNaN: true }), fc.double({ min: 0.01, max: 3, noNaN: true }), (b, more) => {
      const a = appearanceOfPressing([], b), c = appearanceOfPressing([], b + more)
      expect(c.peeled).toBeLessThanOrEqual(a.peeled)
      expect(c.melted!).toBeGreaterThanOrEqual(a.melted!)
      expect(c.stiff).toBeGreaterThanOrEqual(a.stiff)
      for (const v of [...numbers(a), ...numbers(c)]) expect(v >= 0 && v <= 1).toBe(true)
    }), { seed: 9 })
    expect(appearanceOfPressing([], 1.5).stiff).toBe(0)
    expect(appearanceOfPressing([], 9).stiff).toBe(1)
    expect([peeledShare(0.1), peeledShare(1), peeledShare(4)]).toEqual([1, 0, 0])
    expect(peeledShare(0.55)).toBeCloseTo(0.5, 6)
  })
})

describe('how a judging looks', () => {
  it('a better grade lets less go, and only the best tears the fabric', () => {
    const all = [0, 1, 2, 3, 4, 5].map(g => appearanceOfJudging(g))
    for (let g = 1; g < 6; g++) expect(all[g]!.peeled).toBeLessThanOrEqual(all[g - 1]!.peeled)
    expect(all[0]!.peeled).toBe(1)
    expect(all.map(l => l.torn)).toEqual([false, false, false, false, false, true])
    expect(() => appearanceOfJudging(6)).toThrow('from 0 to 5')
    expect(() => appearanceOfJudging(1.5)).toThrow('from 0 to 5')
  })
  it('every mark shows something of its own', () => {
    const marks: Mark[] = ['shine', 'scorch', 'bubbles', 'strikeThrough', 'waterMark', 'lostTexture', 'shrinkage', 'dotsVisible', 'stiff']
    const looks = marks.map(m => JSON.stringify(appearanceOfJudging(3, [m])))
    expect(new Set(looks).size).toBe(marks.length)
    expect(appearanceOfJudging(1, ['dotsVisible']).melted).toBe(0)
    expect(appearanceOfJudging(1).melted).toBe(1)
  })
  it('both on one piece are the worse of each', () => {
    const both = bothAppearances(appearanceOfJudging(2, ['shine']), appearanceOfJudging(4, ['scorch']))
    expect(both).toMatchObject({ shine: 0.7, yellowed: 0.7, peeled: 0.4, melted: 1, torn: false })
    expect(bothAppearances({ ...UNDAMAGED, melted: 0.2 }, UNDAMAGED).melted).toBe(0.2)
    expect(bothAppearances(UNDAMAGED, { ...UNDAMAGED, atEdges: true, torn: true })).toMatchObject({ atEdges: true, torn: true,
      melted: null })
  })
})

describe('scorched colour', () => {
  const burnt = (hex: string, yellowed: number, browned: number) => labOf(scorchedHex(hex, { yellowed, browned }))
  it('unhurt it is what it was; the worse, the further from it and the darker', () => {
    for (const hex of ['#f4efe2', '#24304a', '#7d2f37']) {
      expect(deltaE00(burnt(hex, 0, 0), labOf(hex))).toBeLessThan(0.3)
      const away = [0.3, 0.7, 1].map(y => deltaE00(burnt(hex, y, 0), labOf(hex)))
      expect(away[0]!).toBeLessThan(away[1]!)
      expect(away[1]!).toBeLessThan(away[2]!)
      expect(burnt(hex, 1, 1).l).toBeLessThan(burnt(hex, 1, 0).l)
    }
    expect(burnt('#ffffff', 1, 0).b).toBeGreaterThan(20)
  })
})
