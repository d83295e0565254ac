import { describe, expect, it } from 'vitest'
import { FIBRE_KEYS } from '../materials'
import { placeOf } from '../place'
import {
  fabricGivePct, matchShelf, mildCare, worstOf, supplyGivePct, washLimit, type Exclusion, type MatchQuery, type MatchSupply,
} from '.'

const supply = (over: Partial<MatchSupply> = {}): MatchSupply => ({
  id: 'a', code: 'a', name: 'A', family: 'fusible', base: 'woven', baseFibre: 'cotton', massGsm: 60, thicknessMm: 0.22,
  adhesive: 'polyamide', adhesiveGsm: 12, form: 'dots', givePct: null, bendingMm: null, colourHex: '#ffffff', moistOnly: false, washC: null,
  tumble: null, widthMm: 900, pricePerM: 6, stockM: 5, passed: 0, failed: 0, coupling: null, ...over,
})
const FABRIC: MatchQuery['fabric'] = {
  fibres: [{ fibre: 'cotton', sharePct: 100 }], construction: 'poplin', massGsm: 120, thicknessMm: 0.27, mayGetWet: true, nap: 'none',
  finishes: [], colourHex: '#eeeae0', sheer: false, giveAlongPct: null, giveAcrossPct: null, bendingMm: null,
}
const SETTINGS = [112, 148, 196].map(meanC => ({ label: `${meanC}`, meanC, swingC: 15, origin: 'typical' as const }))
const query = (over: Partial<MatchQuery> = {}, fabric: Partial<MatchQuery['fabric']> = {}): MatchQuery => ({
  fabric: { ...FABRIC, ...fabric }, blendRule: 'strict', allowance: 'inside', place: placeOf('collar'), stiffness: null, drapeKept: false,
  care: { washC: 30, tumble: 'no', dryClean: false }, iron: { kind: 'household', settings: SETTINGS }, pressCloth: 'muslin',
  surface: 'padded',
  needM2: 0, ...over,
})
const reasons = (q: MatchQuery, s: MatchSupply): Exclusion[] => matchShelf(q, [s]).excluded[0]?.reasons ?? []

describe('each reason, by itself', () => {
  it.each<[Exclusion['why'], Partial<MatchQuery>, Partial<MatchQuery['fabric']>, Partial<MatchSupply>]>([
    ['family', {}, {}, { family: 'hemTape' }],
    ['noHeat', {}, { fibres: [{ fibre: 'pvc', sharePct: 100 }] }, {}],
    ['notFusible', {}, { finishes: ['flameRetardant'] }, {}],
    ['noAdhesive', {}, {}, { adhesive: null, adhesiveGsm: 0 }],
    ['ironTooHot', { iron: { kind: 'household', settings: SETTINGS.slice(2) } }, { fibres: [{ fibre: 'acrylic', sharePct: 100 }] }, {}],
    ['noWindow', {}, { fibres: [{ fibre: 'acrylic', sharePct: 100 }] }, { adhesive: 'hdpe' }],
    ['wash', { care: { washC: 60, tumble: 'no', dryClean: false } }, {}, { adhesive: 'eva' }],
    ['tumble', { care: { washC: 30, tumble: 'yes', dryClean: false } }, {}, { tumble: 'low' }],
    ['dryClean', { care: { washC: 30, tumble: 'no', dryClean: true } }, {}, { adhesive: 'ldpe' }],
    ['giveKept', { place: placeOf('waistband') }, {}, { base: 'knit', givePct: 20 }],
    ['giveLost', { place: { ...placeOf('facing'), give: 'stay' } }, { construction: 'jersey', giveAcrossPct: 40 }, {}],
    ['strikeThrough', {}, { construction: 'voile', massGsm: 45, thicknessMm: 0.15 }, { adhesiveGsm: 20 }],
    ['grins', {}, { construction: 'voile', massGsm: 45, thicknessMm: 0.15, colourHex: '#204030' }, { adhesiveGsm: 9 }],
    ['moistOnly', {}, { mayGetWet: false }, { moistOnly: true }],
    ['crush', {}, { nap: 'pile', construction: 'velvet', massGsm: 300, thicknessMm: 1.6 }, {}],
    ['drapeLost', { drapeKept: true }, {}, { massGsm: 180, thicknessMm: 0.5 }],
  ])('%s', (why, q, fabric, s) => {
    expect(reasons(query(q, fabric), supply(s)).map(r => r.why)).toContain(why)
  })
  it('and without it, the same supply is let in', () => {
    expect(reasons(query(), supply())).toEqual([])
    expect(
      reasons(
        query({}, { nap: 'pile', construction: 'velvet', massGsm: 300, thicknessMm: 1.6 }),
        supply({ family: 'sewIn', adhesive: null, adhesiveGsm: 0 }),
      ),
    ).toEqual([])
  })
  it('a hoop stabiliser is a companion, never a candidate', () => {
    const m = matchShelf(query({ place: placeOf('embroideryGround') }), [supply({ family: 'hoop', adhesive: null, adhesiveGsm: 0 })])
    expect(m.companions).toHaveLength(1)
    expect(m.ranked.map(c => c.kind)).toEqual(['selfFabric'])
    expect(m.excluded).toEqual([])
  })
})

describe('where a limit comes from', () => {
  it('the wash: the sheet speaks for the adhesive, the base for itself, a web has none', () => {
    expect(washLimit(supply({ washC: 60 }))).toEqual({ limitC: 60, of: 'sheet' })
    expect(washLimit(supply({ adhesive: 'eva' }))).toEqual({ limitC: 30, of: 'adhesive' })
    expect(washLimit(supply({ washC: 95, baseFibre: 'silk' }))).toEqual({ limitC: 30, of: 'base' })
    expect(washLimit(supply({ base: 'none', baseFibre: 'silk', adhesive: 'polyamideWeb' }))).toEqual({ limitC: 40, of: 'adhesive' })
    expect(washLimit(supply({ family: 'sewIn', adhesive: null, washC: 60, baseFibre: 'silk' }))).toEqual({ limitC: 60, of: 'sheet' })
  })
  it('the give: measured before typical; the larger way of a fabric counts', () => {
    expect(supplyGivePct(supply({ base: 'knit' }))).toBe(20)
    expect(supplyGivePct(supply({ base: 'knit', givePct: 3 }))).toBe(3)
    expect(fabricGivePct({ ...FABRIC, giveAlongPct: 4, giveAcrossPct: 31 })).toBe(31)
    expect(fabricGivePct({ ...FABRIC, construction: 'jersey' })).toBe(20)
  })
})

describe('layers', () => {
  it('two light ones where the place asks, never two heavy ones', () => {
    const kinds = (massGsm: number, place: 'collar' | 'placket') =>
      matchShelf(query({ place: placeOf(place) }), [supply({ massGsm })]).ranked.map(c => c.kind)
    expect(kinds(50, 'collar')).toContain('double')
    expect(kinds(120, 'collar')).not.toContain('double')
    expect(kinds(50, 'placket')).not.toContain('double')
  })
  it('an interfacing over foam is stiffer than the foam, and weighs both', () => {
    const m = matchShelf(query({ place: placeOf('bagBase') }), [
      supply({ id: 'f', code: 'F', family: 'foam', base: 'nonwoven', massGsm: 190, thicknessMm: 3.5, bendingMm: 50 }), supply(),
    ])
    const foam = m.ranked.find(c => c.key === 'f')!,
      both = m.ranked.find(c => c.kind === 'overFoam')!
    expect(both.bendingMm).toBeGreaterThan(foam.bendingMm)
    expect(both.parts.find(p => p.key === 'weight')!.got).toBe(250)
  })
  it('a sewn base is held by a web, though the place names neither by itself', () => {
    const m = matchShelf(query({ place: placeOf('mat') }), [
      supply({ id: 'w', code: 'W', family: 'web', base: 'none', massGsm: 20, adhesiveGsm: 18, form: 'web' }),
      supply({ id: 's', code: 'S', family: 'sewIn', adhesive: null, adhesiveGsm: 0 }),
    ])
    expect(m.ranked.find(c => c.kind === 'withWeb')!.supplies.map(s => s.id)).toEqual(['w', 's'])
  })
  it('sewn layers slip, fused ones hold: the same interfacing is stiffer fused', () => {
    const m = matchShelf(query(), [
      supply({ id: 'x', code: 'X', bendingMm: 30 }),
      supply({ id: 'y', code: 'Y', family: 'sewIn', adhesive: null, adhesiveGsm: 0, bendingMm: 30 }),
    ])
    const c = (key: string) => m.ranked.find(r => r.key === key)!.bendingMm
    expect(c('x')).toBeGreaterThan(c('y'))
  })
  it('a learned coupling takes the place of the typical one', () => {
    const at = (coupling: number | null) => matchShelf(query(), [supply({ coupling })]).ranked.find(c => c.key === 'a')!
    expect(at(0).bendingMm).toBeLessThan(at(null).bendingMm)
    expect(at(1).bendingMm).toBeGreaterThan(at(null).bendingMm)
    expect(at(0.4).parts.find(p => p.key === 'stiffness')!.origin).toBe('measured')
  })
})

describe('parts of a score', () => {
  const value = (q: MatchQuery, s: MatchSupply, key: string) =>
    matchShelf(q, [s])
      .ranked.find(c => c.key === 'a')!
      .parts.find(p => p.key === key)!.value
  it('lie between 0 and 1, and their weights make 1', () => {
    const parts = matchShelf(query(), [supply()]).ranked[0]!.parts
    for (const p of parts) { expect(p.value).toBeGreaterThanOrEqual(0); expect(p.value).toBeLessThanOrEqual(1) }
    expect(parts.reduce((s, p) => s + p.weight, 0)).toBeCloseTo(1, 9)
  })
  it('the worst that tells takes from all of it, up to three tenths, and is named', () => {
    const [c] = matchShelf(query(), [supply({ massGsm: 110 })]).ranked.filter(r => r.key === 'a'), { key, takes } = worstOf(c!.parts)
    const sum = c!.parts.reduce((s, p) => s + p.value * p.weight, 0), worst = c!.parts.find(p => p.key === key)!
    expect(takes).toBeCloseTo(sum * 0.3 * (1 - worst.value), 12)
    expect(c!.score).toBeCloseTo(sum - takes, 12)
    for (const p of c!.parts)
      if (['stiffness', 'weight', 'give', 'show', 'usual'].includes(p.key)) expect(p.value).toBeGreaterThanOrEqual(worst.value)
  })
  it('an interfacing heavier than its fabric is marked down, but not in a bag', () => {
    expect(value(query(), supply({ massGsm: 110 }), 'weight')).toBeLessThan(value(query(), supply({ massGsm: 60 }), 'weight'))
    expect(matchShelf(query(), [supply({ massGsm: 180 })]).excluded[0]!.reasons.map(r => r.why)).toContain('tooHeavy')
    expect(matchShelf(query({ stiffness: 'firm' }), [supply({ massGsm: 180 })]).excluded).toEqual([])
    expect(value(query({ place: placeOf('bagSide') }), supply({ massGsm: 110 }), 'weight')).toBe(1)
  })
  it('the hand wanted ranks before one a class away', () => {
    expect(value(query({ stiffness: 'crisp' }), supply({ bendingMm: 33 }), 'stiffness')).toBeGreaterThan(
      value(query({ stiffness: 'rigid' }), supply({ bendingMm: 33 }), 'stiffness'),
    )
  })
  it('caught in the seam is bulkier than trimmed inside it', () => {
    expect(value(query({ allowance: 'caught' }), supply(), 'bulk')).toBeLessThan(value(query(), supply(), 'bulk'))
  })
  it('an empty shelf place counts against it', () => {
    expect(value(query(), supply({ stockM: 0 }), 'stock')).toBeLessThan(value(query(), supply({ stockM: 3 }), 'stock'))
  })
})

it('a mild wash is as mild as the most delicate fibre asks for, and never found fault with', () => {
  expect([mildCare(['cotton']), mildCare(['cotton', 'wool']), mildCare([])].map(c => c.washC)).toEqual([40, 30, 40])
  for (const fibre of FIBRE_KEYS) {
    const clashes = matchShelf(query({ care: mildCare([fibre]) }, { fibres: [{ fibre, sharePct: 100 }] }), [supply()]).clashes
    expect(clashes.filter(c => c.why === 'fabricWash' || c.why === 'fabricTumble'), fibre).toEqual([])
  }
})
