import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { TYPICAL_KNOWLEDGE } from '../window'
import {
  expectedGrade, FULL_BOND_PEEL_N50, gradeResidual, judgingLogLikelihood, learn, peelForceN50, quantilesOver, simulatePull, type Judged,
  type Lesson,
} from '.'

const judged = (over: Partial<Judged> = {}): Judged => ({ grade: 3, dotsCrisp: false, overdone: false, peelN50: null, ...over })
/** A swatch whose bond depends on the sole alone: 5 % a degree. */
const simple = (logBondAtZero: number, over: Partial<Judged>): Lesson => ({
  judged: judged(over), table: { at: dialC => logBondAtZero + dialC * 0.05 },
})

describe('grades and bonds', () => {
  it('never fall as the bond rises, and stay within 0 and 5', () => {
    fc.assert(fc.property(fc.double({ min: -6, max: 4, noNaN: true }), fc.double({ min: 0, max: 2, noNaN: true }), (log, more) => {
      expect(expectedGrade(log + more)).toBeGreaterThanOrEqual(expectedGrade(log))
      expect(expectedGrade(log)).toBeGreaterThanOrEqual(0)
      expect(expectedGrade(log)).toBeLessThanOrEqual(5)
    }))
  })
  it('a full bond is about where a nail is needed', () => expect(Math.abs(gradeResidual({ grade: 3 }, Math.log(1.1)))).toBeLessThan(0.01))
  it('each grade is likeliest near the bond it means', () => {
    for (let grade = 1; grade <= 4; grade++) {
      const likeliest = Array.from({ length: 400 }, (_, i) => -3 + i / 80).reduce(
        (best, log) => (judgingLogLikelihood(judged({ grade }), log) > judgingLogLikelihood(judged({ grade }), best) ? log : best), -3,
      )
      expect(Math.round(expectedGrade(likeliest))).toBe(grade)
    }
  })
  it('no judging is impossible: an odd one costs no more than so much', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 5 }), fc.double({ min: -5, max: 3, noNaN: true }), fc.boolean(), fc.boolean(),
        (grade, log, dotsCrisp, overdone) => {
          const l = judgingLogLikelihood(judged({ grade, dotsCrisp, overdone }), log)
          expect(Number.isFinite(l)).toBe(true)
          expect(l).toBeGreaterThan(-20)
        },
      ),
    )
  })
})

describe('a simple iron', () => {
  it('three that hold too well say it runs hot; three that peel say it runs cool', () => {
    const hot = learn(
        TYPICAL_KNOWLEDGE, [5, 5, 5].map(grade => simple(0, { grade })),
      ),
      cool = learn(
        TYPICAL_KNOWLEDGE, [1, 1, 1].map(grade => simple(0, { grade })),
      )
    expect(hot.knowledge.dialC).toBeGreaterThan(3)
    expect(cool.knowledge.dialC).toBeLessThan(-3)
    expect(hot.knowledge.dialSdC).toBeLessThan(TYPICAL_KNOWLEDGE.dialSdC)
  })
  it('what a swatch cannot tell is left as it was', () => {
    const { shifts } = learn(TYPICAL_KNOWLEDGE, [simple(0, { grade: 5 })])
    const contact = shifts.find(s => s.what === 'logContact')!
    expect(Math.abs(contact.after)).toBeLessThan(0.03)
    expect(contact.afterSd / contact.beforeSd).toBeGreaterThan(0.93)
  })
  it('a pull on the scale narrows it further than the grade alone', () => {
    const byGrade = learn(TYPICAL_KNOWLEDGE, [simple(0, { grade: 3 })]),
      byPull = learn(TYPICAL_KNOWLEDGE, [simple(0, { grade: 3, peelN50: FULL_BOND_PEEL_N50 })])
    expect(byPull.knowledge.dialSdC).toBeLessThan(byGrade.knowledge.dialSdC)
  })
  it('weights make 1, and quantiles come in order', () => {
    const result = learn(TYPICAL_KNOWLEDGE, [simple(0.2, { grade: 4 })])
    expect(result.weights.reduce((s, w) => s + w, 0)).toBeCloseTo(1, 9)
    const [low, mid, high] = quantilesOver(result, d => d[0]!, [0.025, 0.5, 0.975]) as [number, number, number]
    expect(low).toBeLessThan(mid)
    expect(mid).toBeLessThan(high)
    expect(low).toBeGreaterThanOrEqual(-3 * TYPICAL_KNOWLEDGE.dialSdC)
  })
})

describe('the spring scale', () => {
  const pull = (bond: number, seed: number) => {
    const read = simulatePull(bond, seed)
    return Array.from({ length: 40 }, (_, i) => read(i * 0.2))
  }
  it('a stronger bond pulls harder, on the mean of many pulls', () => {
    const mean = (bond: number) => Array.from({ length: 30 }, (_, s) => peelForceN50(pull(bond, s))).reduce((a, b) => a + b, 0) / 30
    expect(mean(1) / FULL_BOND_PEEL_N50).toBeCloseTo(1, 0)
    expect(mean(0.3)).toBeLessThan(mean(1) * 0.5)
    expect(mean(9)).toBeLessThan(FULL_BOND_PEEL_N50 * 2.5)
  })
  it('the same seed pulls the same', () => expect(pull(1, 4)).toEqual(pull(1, 4)))
  it('slack and the end are left out of the reading', () => {
    const steady = [
      ...Array.from({ length: 10 }, (_, i) => ({ atS: i * 0.2, newtons: 1 })),
      ...Array.from({ length: 40 }, (_, i) => ({ atS: 2 + i * 0.2, newtons: 10 })),
    ]
    expect(peelForceN50(steady)).toBeCloseTo(10, 1)
  })
  it('a snatch is refused with a sentence', () => {
    expect(() => peelForceN50([{ atS: 0, newtons: 0 }, { atS: 0.2, newtons: 9 }])).toThrow(/too short/)
    expect(() => peelForceN50([])).toThrow(/too short/)
  })
})
