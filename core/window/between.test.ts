import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { enoughS, isRun, readBetween, RUN_EVERY, type Edge } from './between'

const solesC = Array.from({ length: 10 }, (_, i) => 150 + 5 * i), rows = solesC.length
const never: Edge = { bondS: Infinity, hurtS: Infinity, bond: 0.1, harm: 0.1 }
/** Edges at the soles that are run. */
const runs = (edgeAt: (soleC: number) => Partial<Edge>) => solesC.map((c, r) => isRun(r, rows) ? { ...never, ...edgeAt(c) } : null)
/** Seconds after Arrhenius: so long at 170 °C, steeper with more energy. */
const arrhenius = (s: number, perK: number) => (c: number) => s * Math.exp(perK * (1 / (c + 273.15) - 1 / (170 + 273.15)))

describe('an edge between two soles that were run', () => {
  it('the hottest and the coolest are run, and every third', () => {
    expect(solesC.map((_, r) => r).filter(r => isRun(r, rows))).toEqual([0, 3, 6, 9])
    expect(Array.from({ length: 24 }, (_, r) => r).filter(r => isRun(r, 24))).toEqual([0, 2, 5, 8, 11, 14, 17, 20, 23])
  })
  it('is read within half a percent where it follows Arrhenius', () => {
    fc.assert(fc.property(fc.double({ min: 3, max: 40, noNaN: true }), fc.integer({ min: 1000, max: 9000 }), fc.integer({ min: 0, max: 9 }),
      (s, perK, r) => {
        const at = arrhenius(s, perK), edges = runs(c => ({ bondS: at(c), hurtS: at(c) * 2 }))
        if (isRun(r, rows)) return
        const read = readBetween(edges, solesC, r)!
        expect(Math.abs(read.bondS / at(solesC[r]!) - 1)).toBeLessThan(0.005)
        expect(Math.abs(read.hurtS / at(solesC[r]!) / 2 - 1)).toBeLessThan(0.005)
      }), { seed: 6, numRuns: 200 })
  })
  it('never at both: never between them, but for what came near', () => {
    expect(readBetween(runs(() => ({ hurtS: 10 })), solesC, 4)).toMatchObject({ bondS: Infinity, hurtS: expect.closeTo(10, 9) as number })
    expect(readBetween(runs(() => ({ hurtS: 10, bond: 0.9 })), solesC, 4)).toBeNull()
  })
  it('is not read where it comes about at one and not at the other', () => {
    expect(readBetween(runs(c => ({ hurtS: 10, bondS: c > 170 ? 30 : Infinity })), solesC, 4)).toBeNull()
    expect(readBetween(runs(c => ({ hurtS: 10, bondS: c > 170 ? 30 : Infinity })), solesC, 8)).toBeNull()
  })
  it('is not read where its course turns a corner: another harm leads from here on', () => {
    const kink = (c: number) => Math.min(arrhenius(20, 500)(c), arrhenius(20, 15_000)(c))
    expect(readBetween(runs(c => ({ bondS: 10, hurtS: kink(c) })), solesC, 4)).toBeNull()
  })
  it('is not read across what moves too far', () => {
    const steep = (c: number) => 20 * Math.exp(-(c - 170) * 0.06)
    expect(readBetween(runs(c => ({ bondS: steep(c), hurtS: 10 })), solesC, 4)).toBeNull()
    expect(readBetween(runs(c => ({ bondS: steep(c) ** 0.5, hurtS: 10 })), solesC, 4)).not.toBeNull()
  })
})

describe('how long a sole has to stay down', () => {
  it('nothing hotter was run: to the end', () => {
    expect(enoughS(solesC.map(() => null), rows - 1, false)).toBe(Infinity)
  })
  it('beside a hotter one: a half longer than there and a second; between two never longer than at the cooler', () => {
    const edges = runs(c => ({ bondS: 200 - c, hurtS: 5 }))
    expect(enoughS(edges, 6, false)).toBe((200 - solesC[9]!) * 1.5 + 1)
    expect(enoughS(edges, 8, true)).toBe((200 - solesC[9]!) * 1.25 + 1)
    expect(enoughS(edges, 7, true)).toBe((200 - solesC[9]!) * 1.5 + 1)
    expect(enoughS(runs(() => ({ bondS: 20, hurtS: 5 })), 9 - RUN_EVERY + 1, true)).toBe(21)
  })
})
