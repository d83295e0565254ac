import { describe, expect, it } from 'vitest'
import { placeOf } from '../place'
import { fabricKind, usualness } from './kind'
import type { MatchFabric, MatchSupply } from '.'

const fabric = (over: Partial<MatchFabric> = {}): MatchFabric => ({
  fibres: [{ fibre: 'cotton', sharePct: 100 }], construction: 'poplin', massGsm: 120, thicknessMm: 0.27, mayGetWet: true, nap: 'none',
  finishes: [], colourHex: '#ffffff', sheer: false, giveAlongPct: null, giveAcrossPct: null, bendingMm: null, ...over,
})
const supply = (over: Partial<MatchSupply> = {}): MatchSupply => ({
  id: 'a', code: 'A', name: 'A', family: 'fusible', base: 'woven', baseFibre: 'cotton', massGsm: 60, thicknessMm: 0.21,
  adhesive: 'polyamide', adhesiveGsm: 12, form: 'dots', givePct: null, bendingMm: null, colourHex: '#ffffff', moistOnly: false, washC: null,
  tumble: null, widthMm: 900, pricePerM: 6, stockM: 5, passed: 0, failed: 0, coupling: null, ...over,
})
const wool = [{ fibre: 'wool' as const, sharePct: 60 }, { fibre: 'polyester' as const, sharePct: 40 }]

describe('what kind of fabric it is', () => {
  it.each<[string, Partial<MatchFabric>, string]>([
    ['a wool coating', { fibres: wool, construction: 'coating' }, 'tailoring'],
    ['a suiting nobody knows', { fibres: [], construction: 'suiting' }, 'tailoring'],
    ['a polyester suiting', { fibres: [{ fibre: 'polyester', sharePct: 100 }], construction: 'suiting' }, 'tailoring'],
    ['a tweed', { fibres: wool, construction: 'tweed' }, 'tailoring'],
    ['wool gabardine', { fibres: wool, construction: 'gabardine' }, 'tailoring'],
    ['cotton gabardine', { construction: 'gabardine' }, 'shirting'], ['cotton flannel', { construction: 'flannel' }, 'shirting'],
    ['wool jersey', { fibres: wool, construction: 'jersey' }, 'knit'],
    ['denim that gives', { construction: 'denim', giveAcrossPct: 20 }, 'knit'], ['poplin', {}, 'shirting'],
    ['chiffon', { construction: 'voile' }, 'sheer'], ['a sheer poplin', { sheer: true }, 'sheer'],
  ])('%s', (_what, over, kind) => expect(fabricKind(fabric(over))).toBe(kind))
})

describe('what is usual', () => {
  const collar = placeOf('collar')
  it('tailoring: weft-insert and canvas first, a shirt band last', () => {
    const canvas = supply({ family: 'sewIn', baseFibre: 'wool', massGsm: 190, adhesive: null })
    expect(usualness('tailoring', collar, supply({ base: 'weftInsert' }))).toBe(1)
    expect(usualness('tailoring', collar, canvas)).toBe(1)
    expect(usualness('tailoring', collar, { ...canvas, massGsm: 60 })).toBeLessThan(0.5)
    expect(usualness('tailoring', collar, { ...canvas, baseFibre: 'cotton' })).toBeLessThan(0.5)
    expect(usualness('shirting', collar, canvas)).toBeLessThan(1)
    expect(usualness('tailoring', collar, supply())).toBeLessThan(0.4)
  })
  it('a knit goes with a knit, but where give must setting a woven one is usual too', () => {
    expect(usualness('knit', collar, supply({ base: 'knit' }))).toBe(1)
    expect(usualness('knit', collar, supply())).toBeLessThan(0.4)
    expect(usualness('knit', placeOf('waistband'), supply())).toBe(1)
  })
  it('the family of the place counts before its base; a web has none', () => {
    expect(usualness('shirting', collar, supply({ family: 'sewIn', adhesive: null }))).toBeCloseTo(0.65, 9)
    expect(usualness('shirting', placeOf('patch'), supply({ family: 'web', base: 'none' }))).toBe(1)
  })
})
