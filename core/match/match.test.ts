import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { INTERFACING_BASES, ADHESIVE_KEYS } from '../materials'
import { placeOf, PLACE_KEYS } from '../place'
import { bestOf, heldFor, searchRecipes } from '../recipe'
import { fabricLimit } from '../limit'
import {
  setupOf, heatGround, heatVerdict, matchShelf, refineCandidate, whatIfs, withRefined, type Candidate, type MatchQuery,
  type MatchSupply,
} from '.'

const supply = (over: Partial<MatchSupply> = {}): MatchSupply => ({
  id: over.code ?? 'a', code: 'a', name: 'A', family: 'fusible', base: 'woven', baseFibre: 'cotton', massGsm: 60, thicknessMm: 0.22,
  adhesive: 'polyamide', adhesiveGsm: 12, form: 'dots', givePct: null, bendingMm: null, colourHex: '#ffffff', moistOnly: false, washC: null,
  tumble: null, widthMm: 900, pricePerM: 6, stockM: 5, passed: 0, failed: 0, coupling: null, ...over,
})
const query = (over: Partial<MatchQuery> = {}): MatchQuery => ({
  fabric: {
    fibres: [{ fibre: 'cotton', sharePct: 100 }], construction: 'poplin', massGsm: 120, thicknessMm: 0.27, mayGetWet: true, nap: 'none',
    finishes: [], colourHex: '#eeeae0', sheer: false, giveAlongPct: null, giveAcrossPct: null, bendingMm: null,
  },
  blendRule: 'strict', allowance: 'inside', place: placeOf('collar'), stiffness: null, drapeKept: false,
  care: { washC: 30, tumble: 'no', dryClean: false },
  iron: {
    kind: 'household',
    settings: [
      { label: 'synthetic', meanC: 112, swingC: 15, origin: 'typical' }, { label: 'wool', meanC: 148, swingC: 15, origin: 'typical' },
      { label: 'cotton', meanC: 196, swingC: 15, origin: 'typical' },
    ],
  },
  pressCloth: 'muslin', surface: 'padded', needM2: 0, ...over,
})
const anySupply = fc.record({
  family: fc.constantFrom('fusible', 'sewIn', 'web', 'foam', 'hemTape', 'stayTape') as fc.Arbitrary<MatchSupply['family']>,
  base: fc.constantFrom(...INTERFACING_BASES),
  baseFibre: fc.constantFrom('cotton', 'polyester', 'viscose', 'silk', 'wool') as fc.Arbitrary<MatchSupply['baseFibre']>,
  massGsm: fc.integer({ min: 15, max: 300 }), thicknessMm: fc.double({ min: 0.1, max: 2, noNaN: true }),
  adhesive: fc.constantFrom(...ADHESIVE_KEYS), adhesiveGsm: fc.integer({ min: 4, max: 30 }),
  givePct: fc.option(fc.integer({ min: 0, max: 40 })),
  washC: fc.option(fc.constantFrom(30, 40, 60, 95)),
  tumble: fc.option(fc.constantFrom('no', 'low', 'yes') as fc.Arbitrary<'no' | 'low' | 'yes'>), moistOnly: fc.boolean(),
  stockM: fc.integer({ min: 0, max: 9 }),
})
const anyShelf = fc
  .array(anySupply, { minLength: 1, maxLength: 30 })
  .map(all => all.map((s, i) => supply({ ...s, adhesive: s.family === 'sewIn' ? null : s.adhesive, id: `s${i}`, code: `C-${i}` })))
const place = fc.constantFrom(...PLACE_KEYS).map(placeOf)

describe('hard limits', () => {
  it('covering more of them never adds a candidate; only a doubled one, where no single one fits any more', () => {
    const wider = fc.constantFrom<(q: MatchQuery) => MatchQuery>(
      q => ({ ...q, care: { ...q.care, washC: q.care.washC + 20 } }),
      q => ({ ...q, care: { ...q.care, tumble: 'yes' } }),
      q => ({ ...q, care: { ...q.care, dryClean: true } }),
      q => ({ ...q, drapeKept: true }),
      q => ({ ...q, fabric: { ...q.fabric, mayGetWet: false } }),
      q => ({ ...q, evidence: { label: { ironC: 110, steam: null } } }),
      q => ({ ...q, evidence: { label: { ironC: 0, steam: false } } }),
      q => ({ ...q, fabric: { ...q.fabric, nap: 'pile' } }),
    )
    fc.assert(fc.property(anyShelf, place, wider, (shelf, p, tighten) => {
      const before = matchShelf(query({ place: p }), shelf).ranked, after = matchShelf(tighten(query({ place: p })), shelf).ranked
      const keys = new Set(before.map(c => c.key)), added = after.filter(c => !keys.has(c.key))
      expect(added.filter(c => c.kind !== 'double')).toEqual([])
      // A double that was not there before had a single one in its way, and that is gone.
      if (added.length > 0)
        expect(before.some(c => c.supplies.length === 1 && !after.some(a => a.key === c.key))).toBe(true)
    }))
  })
  it('the quick look at heat never bars what the full search can press', () => {
    let barred = 0
    const fabric = fc.record({
      fibre: fc.constantFrom('cotton', 'silk', 'polyester', 'acetate', 'wool', 'acrylic') as fc.Arbitrary<'cotton'>,
      massGsm: fc.integer({ min: 60, max: 450 }), wet: fc.boolean(),
    })
    fc.assert(
      fc.property(
        anySupply.filter(s => s.family === 'fusible'), fabric, fc.constantFrom(null, 'organza', 'drill') as fc.Arbitrary<'organza' | null>,
        (s, c, pressCloth) => {
          const one = supply(s)
          const base = query()
          const q: MatchQuery = {
            ...base, pressCloth,
            fabric: {
              ...base.fabric, fibres: [{ fibre: c.fibre, sharePct: 100 }], massGsm: c.massGsm, thicknessMm: c.massGsm / 400,
              mayGetWet: c.wet,
            },
          }
          const verdict = heatVerdict(heatGround(q, fabricLimit(q.fabric, q.blendRule)), one)
          if (verdict.open) return
          barred++
          const setup = setupOf(q, { ...matchShelf(q, []).ranked[0]!, kind: 'single', supplies: [one] })!
          expect(bestOf(searchRecipes(setup))?.found ?? null).toBeNull()
        },
      ),
      { numRuns: 60, seed: 7 },
    )
    expect(barred).toBeGreaterThanOrEqual(3)
  })
})

describe('ranking', () => {
  it('does not depend on the order of the shelf', () => {
    fc.assert(
      fc.property(
        anyShelf.chain(s => fc.tuple(fc.constant(s), fc.shuffledSubarray(s, { minLength: s.length, maxLength: s.length }))), place,
        ([shelf, shuffled], p) => {
          const view = (s: MatchSupply[]) => {
            const m = matchShelf(query({ place: p }), s)
            return [m.ranked.map(c => [c.key, c.score, c.tie]), m.excluded]
          }
          expect(view(shuffled)).toEqual(view(shelf))
        },
      ),
    )
  })
  it('always offers self fabric, gives every barred supply a reason, and loses none', () => {
    fc.assert(
      fc.property(anyShelf, place, (shelf, p) => {
        const m = matchShelf(query({ place: p }), shelf)
        expect(m.ranked.some(c => c.kind === 'selfFabric')).toBe(true)
        for (const e of m.excluded) expect(e.reasons.length).toBeGreaterThan(0)
        const seen = new Set([
          ...m.excluded.map(e => e.supply.id), ...m.ranked.filter(c => c.supplies.length === 1).map(c => c.supplies[0]!.id),
        ])
        expect(seen.size).toBe(shelf.length)
      }),
    )
  })
  it('two alike are ordered by what parts them, or by their code', () => {
    const twin = matchShelf(query(), [supply({ id: 'b', code: 'B' }), supply({ id: 'a', code: 'A' })]).ranked.filter(
      c => c.kind === 'single',
    )
    expect(twin.map(c => c.key)).toEqual(['a', 'b'])
    expect(twin[0]!.tie).toEqual({ with: 'b', by: 'code' })
    const dearer = matchShelf(query(), [supply({ id: 'a', code: 'A', pricePerM: 8 }), supply({ id: 'b', code: 'B' })]).ranked.filter(
      c => c.kind === 'single',
    )
    expect(dearer[0]).toMatchObject({ key: 'b', tie: { with: 'a', by: 'stock' } })
  })
  it('what own swatches tested stands before the full search and after it, and is what its seconds count by', () => {
    const shelf = [supply({ code: 'a' }), supply({ code: 'b', massGsm: 44, thicknessMm: 0.18 })]
    const single = (m: { ranked: readonly Candidate[] }, code: string) => m.ranked.find(c => c.key === code)!
    const plain = matchShelf(query(), shelf), worked = refineCandidate(query(), single(plain, 'a'))!
    const own = heldFor(worked.recipe!, worked.recipe!.holdS + 4), asked = query({ tested: { a: own } }), before = matchShelf(asked, shelf)
    const first = single(before, 'a')
    expect([first.recipe?.holdS, first.recipeFrom, single(before, 'b').recipe]).toEqual([own.holdS, 'tested', null])
    const after = withRefined(before, before.ranked.slice(0, 6).flatMap(c => refineCandidate(asked, c) ?? []))
    const [a, b] = [single(after, 'a'), single(after, 'b')], seconds = a.parts.find(p => p.key === 'seconds')!
    expect([a.recipe!.holdS, a.recipeFrom, seconds.got, seconds.origin]).toEqual([own.holdS, 'tested', own.holdS, 'tested'])
    expect([b.recipeFrom, b.parts.find(p => p.key === 'seconds')!.origin]).toEqual(['estimate', 'estimate'])
    expect(a.margins!.lessS).toBeGreaterThanOrEqual(worked.margins!.lessS + 3)
  })
  it('seconds that are the maker\'s own are said to be; those usual for its adhesive are worked out', () => {
    const sheet = { soleC: 150, holdS: 15, moisture: 'steam' as const, pressureKPa: 3, grade: 'hand' as const }
    const from = (more: object) => {
      const shelf = matchShelf(query(), [supply({ code: 'a', ...more })]), c = shelf.ranked.find(x => x.kind === 'single')!
      const [after] = withRefined(shelf, [refineCandidate(query(), c)!]).ranked.filter(x => x.key === c.key)
      return [after!.recipe!.holdS, after!.recipeFrom, after!.parts.find(p => p.key === 'seconds')!.origin]
    }
    expect(from({ sheet })).toEqual([15, 'maker', 'maker'])
    expect(from({})[1]).toBe('estimate')
    // The maker's seconds do not hold here: what is worked out instead is no longer the maker's.
    expect(from({ sheet: { ...sheet, holdS: 4 } }).slice(1)).toEqual(['estimate', 'estimate'])
  })
  it('own swatches move it: one that peeled falls behind one that held', () => {
    const ranked = matchShelf(query(), [
      supply({ id: 'a', code: 'A', failed: 2 }), supply({ id: 'b', code: 'B', passed: 2 }),
    ]).ranked.filter(c => c.kind === 'single')
    expect(ranked[0]!.key).toBe('b')
  })
})

describe('what else it says', () => {
  it('an empty shelf says so and still answers', () => {
    const m = matchShelf(query(), [])
    expect(m.clashes).toContainEqual({ why: 'shelfEmpty' })
    expect(m.ranked.map(c => c.kind)).toEqual(['selfFabric'])
  })
  it('metres, cost and what is short come from the sizes known', () => {
    const c = matchShelf(query({ needM2: 0.9 }), [supply({ stockM: 1 })]).ranked.find(x => x.kind === 'single')!
    expect(c.need!.metres).toBeCloseTo(1.15, 9)
    expect(c.need!.cost).toBeCloseTo(6.9, 9)
    expect(c.need!.shortM).toBeCloseTo(0.15, 9)
  })
  it('a hotter wash changes the answer where the first one stands no more', () => {
    const shelf = [
      supply({ id: 'low', code: 'L', adhesive: 'polyamideLow', washC: 30, bendingMm: 31, massGsm: 78 }),
      supply({ id: 'high', code: 'H', washC: 60, bendingMm: 20 }),
    ]
    expect(whatIfs(query(), shelf).find(w => w.change === 'hotterWash')).toMatchObject({ was: ['low'], differs: true })
  })
})

describe('parts of the score that no one sees at once', () => {
  const careOf = (wear: number, washC: number) => {
    const q = query({ place: { ...placeOf('collar'), wear } })
    return matchShelf(q, [supply({ washC })]).ranked.find(c => c.kind === 'single')!.parts.find(p => p.key === 'care')!.value
  }
  it('room to spare in the wash counts twice as much where wear is hardest', () => {
    expect(careOf(0, 40) - 0.5).toBeCloseTo(0.125, 6)
    expect(careOf(1, 40) - 0.5).toBeCloseTo(0.25, 6)
    expect(careOf(1, 30)).toBeCloseTo(0.5, 6)
  })
  it('two layers of one supply take twice its metres from the shelf', () => {
    const q = query({ needM2: 0.9, stiffness: 'firm' })
    const ranked = matchShelf(q, [supply({ massGsm: 45, stockM: 1.2, widthMm: 1000 })]).ranked
    const once = ranked.find(c => c.kind === 'single')!.need!, twice = ranked.find(c => c.kind === 'double')?.need
    expect(twice).toBeDefined()
    expect(twice!.shortM).toBeCloseTo(Math.max(0, once.metres * 2 - 1.2), 6)
    expect(twice!.cost).toBeCloseTo(once.cost! * 2, 6)
  })
})
