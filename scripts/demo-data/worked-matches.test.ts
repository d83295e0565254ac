import { describe, expect, it } from 'vitest'
import { matchShelf, refineCandidate, withRefined, type Exclusion, type Match, type MatchQuery } from '#core/match'
import { placeOf, type PlaceKey } from '#core/place'
import { COARSE } from '#core/recipe'
import { toMatchFabric, toMatchSupply } from '#shared/mappers'
import { fabricBody, supplyBody, type Fabric, type Supply } from '#shared/schemas'
import { DEMO_FABRICS } from './fabrics'
import { DEMO_IRONS, DEMO_SUPPLIES } from './supplies'

const SHELF = DEMO_SUPPLIES.map(s => toMatchSupply({ id: s.code, ...supplyBody.parse(s) } as Supply))
const [harbour, locker] = DEMO_IRONS as [typeof DEMO_IRONS[0], typeof DEMO_IRONS[0]]

/** So many of the first are searched in full, on the coarse grid: what is looked at here is who comes first. */
const REFINED = 5, MORE = 12

function ask(what: string | object, place: PlaceKey, more: Partial<MatchQuery> = {}, refined = REFINED): Match {
  const fabric = toMatchFabric(
    fabricBody.parse({
      mayGetWet: true, nap: 'none', ...(typeof what === 'string' ? DEMO_FABRICS.find(c => c.code === what)! : what),
    }) as Fabric,
  )
  const query: MatchQuery = {
    fabric, blendRule: 'proportional', allowance: 'inside', place: placeOf(place), stiffness: null, drapeKept: false,
    care: { washC: 30, tumble: 'no', dryClean: false }, iron: harbour, pressCloth: 'muslin', surface: 'padded', needM2: 0, ...more,
  }
  const match = matchShelf(query, SHELF)
  const found = match.ranked.slice(0, refined).map(c => refineCandidate(query, c, { marginMesh: COARSE })).filter(r => r !== null)
  return withRefined(match, found, query.habits)
}
const firstThree = (m: Match) => m.ranked.slice(0, 3).map(c => c.supplies.map(s => s.name).join(' + ') || 'self fabric')
const whyNot = (m: Match, code: string): Exclusion['why'][] => m.excluded.find(e => e.supply.code === code)?.reasons.map(r => r.why) ?? []
const WASH_40 = { washC: 40, tumble: 'no', dryClean: false } as const

/** [what, fabric, place, more, among the first three answers, an excluded supply, why it is out] */
const WORKED: [string, string, PlaceKey, Partial<MatchQuery>, string, string, Exclusion['why']][] = [
  ['a sheer takes a sheer, sewn in: dots would grin', 'TW-12', 'placket', {}, 'Silk organza, sew-in', 'B-12', 'grins'],
  [
    'silk satin that rings: a feather, dry; a lawn that wants damp is out', 'TW-03', 'facing',
    { care: { washC: 30, tumble: 'no', dryClean: true } }, 'Feather nonwoven', 'B-22', 'moistOnly',
  ],
  ['a poplin collar, crisp, washed at 40', 'TW-01', 'collar', { care: WASH_40 }, 'Collar lawn', 'B-43', 'wash'],
  ['a poplin stand wants it firm', 'TW-01', 'stand', { care: { ...WASH_40, washC: 60 } }, 'Band stiff', 'B-12', 'wash'],
  ['a denim waistband at 60', 'TW-13', 'waistband', { care: { ...WASH_40, washC: 60 } }, 'Band stiff', 'B-33', 'giveKept'],
  ['a worsted front is fused with a weft-insert', 'TW-14', 'front', {}, 'Coat front, grey', 'B-99', 'noAdhesive'],
  ['so is a melton front', 'TW-02', 'front', {}, 'Coat front, grey', 'B-99', 'noAdhesive'],
  [
    'a jersey facing: knit with knit', 'TW-06', 'facing', {}, 'Two-way knit, black', 'B-99',
    'noAdhesive',
  ],
  ['a crest on jersey: a woven one stops the stretch', 'TW-06', 'embroideryGround', { care: WASH_40 }, 'Band stiff', 'B-30', 'giveKept'],
  ['velvet on a padded board: the pile bars the iron', 'TW-04', 'collar', {}, 'Chest canvas, sew-in', 'B-20', 'crush'],
  ['a coated twill: a sew-in, and what wants more heat than the coat takes is out', 'TW-18', 'facing', {}, 'Batiste, sew-in', 'B-30',
    'searched'],
  ['cork laminate: only low-heat adhesive could', 'TW-07', 'bagSide', {}, 'Low-heat bag felt', 'B-22', 'moistOnly'],
  ['an unknown fabric at the lowest class is sewn', 'TW-09', 'facing', { iron: locker }, 'Organdy, sew-in', 'B-21', 'noWindow'],
  ['a denim bag base wants a structure', 'TW-13', 'bagBase', {}, 'Base board', 'B-30', 'giveKept'],
  ['a hem on a lined dress', 'TW-17', 'hem', {}, 'Hem tape 20 mm', 'B-12', 'family'],
  ['PVC is not heated', 'TW-08', 'placket', {}, 'Batiste, sew-in', 'B-20', 'noHeat'],
  ['a patch on bunting', 'TW-11', 'patch', {}, 'Gossamer web', 'B-60', 'strikeThrough'],
]

/** Three fabrics that are not the workroom's: a thin silk, a stretch denim and a wool crepe. */
const GUESTS = {
  silk: {
    code: 'G-1', name: 'Thin silk', fibres: [{ fibre: 'silk', sharePct: 100 }], construction: 'satin', massGsm: 60, thicknessMm: 0.13,
    mayGetWet: false, nap: 'none', colourHex: '#cdbfae',
  },
  denim: {
    code: 'G-2', name: 'Stretch denim',
    fibres: [
      { fibre: 'cotton', sharePct: 97 }, { fibre: 'elastane', sharePct: 3 },
    ],
    construction: 'denim', massGsm: 340, thicknessMm: 0.75, mayGetWet: true, nap: 'none', giveAcrossPct: 22, giveAlongPct: 2,
    colourHex: '#3a4a6b',
  },
  crepe: {
    code: 'G-3', name: 'Wool crepe', fibres: [{ fibre: 'wool', sharePct: 100 }], construction: 'suiting', massGsm: 210, thicknessMm: 0.5,
    mayGetWet: true, nap: 'none', giveAcrossPct: 9, giveAlongPct: 6, colourHex: '#5a2f3a',
  },
}

/** [why, fabric, place, among the first three answers, what stands behind it and why] */
const AS_A_TAILOR: [string, keyof typeof GUESTS, PlaceKey, string, (m: Match) => void][] = [
  [
    'thin silk, facing: a feather, not a lawn as heavy as the silk itself', 'silk', 'facing', 'Feather nonwoven',
    (m) => {
      expect(whyNot(m, 'B-20')).toContain('tooHeavy')
    },
  ],
  [
    'thin silk, collar, washed at 40: the silk stands 30, so a silk organza is not refused for that', 'silk', 'collar',
    'Silk organza, sew-in',
    (m) => {
      expect(whyNot(m, 'B-90')).toEqual([])
      expect(m.clashes.map(c => c.why)).toContain('fabricWash')
    },
  ],
  [
    'stretch denim, waistband: the give must stop', 'denim', 'waistband', 'Band stiff',
    m => expect(whyNot(m, 'B-33')).toContain('giveKept'),
  ],
  [
    'stretch denim, facing: knit goes with what gives', 'denim', 'facing', 'Two-way knit, black',
    m => expect(rankOf(m, 'Placket lawn')).toBeGreaterThan(4),
  ],
  [
    'wool crepe, collar: a weft-insert as in tailoring, not a shirt band', 'crepe', 'collar', 'Coat front, grey',
    (m) => {
      expect(faultsOf(m, 'Band stiff')).toContain('unusual')
      expect(m.ranked.findIndex(c => c.supplies[0]?.name === 'Band stiff')).toBeGreaterThan(2)
    },
  ],
  [
    'wool crepe, front: it gives a little, and a knit lets it', 'crepe', 'front', 'Two-way knit, black',
    m => expect(rankOf(m, 'Placket lawn')).toBeGreaterThan(5),
  ],
]
const rankOf = (m: Match, name: string): number => {
  const at = m.ranked.findIndex(c => c.supplies.length === 1 && c.supplies[0]!.name === name)
  return at < 0 ? Infinity : at
}
const faultsOf = (m: Match, name: string): string[] =>
  m.ranked.find(c => c.supplies.length === 1 && c.supplies[0]!.name === name)?.faults.map(f => f.why) ?? []

describe('worked matches of the Tidewell workroom', () => {
  it.each(WORKED)('%s', (_what, fabric, place, more, first, out, why) => {
    const match = ask(fabric, place, more, why === 'searched' ? MORE : REFINED)
    expect(firstThree(match)).toContain(first)
    expect(whyNot(match, out)).toContain(why)
  })
  it.each(AS_A_TAILOR)('%s', (_why, fabric, place, first, also) => {
    const match = ask(GUESTS[fabric], place, { care: WASH_40 })
    expect(firstThree(match)).toContain(first)
    also(match)
  })
  it('velvet on a needle board can be fused, its pile spared, by the iron\'s weight alone', () => {
    const fused = ask('TW-04', 'collar', { surface: 'needle' }).ranked.filter(c => c.recipe)
    expect(fused.length).toBeGreaterThan(0)
    for (const c of fused) expect([c.recipe!.lean, c.recipe!.firstSide]).toEqual(['weight', 'back'])
  })
  it('a print gassed into polyester is touched five seconds at a time', () => {
    const match = ask('TW-15', 'facing')
    for (const c of match.ranked) if (c.recipe) expect(Math.max(c.recipe.holdS, c.recipe.secondS ?? 0)).toBeLessThanOrEqual(5)
    // A web that melts soon is set in a few touches; the usual collar lawn takes the most there may be.
    const touches = (code: string) => match.ranked.find(c => c.supplies[0]?.code === code)?.recipe?.touches ?? Infinity
    expect(touches('B-43')).toBeLessThan(touches('B-20'))
  })
  it('a hold beyond patience is a fault that is said', () => {
    const match = ask('TW-13', 'waistband', {
      care: { ...WASH_40, washC: 60 },
      habits: { lean: true, warmFirst: true, bothSides: false, patienceS: 12, moisture: 'widest', cooling: 'touch' },
    })
    const slow = match.ranked.filter(c => c.recipe && c.recipe.holdS > 12)
    expect(slow.length).toBeGreaterThan(0)
    for (const c of slow) expect(c.faults.map(f => f.why)).toContain('patience')
  })
  it('embroidery names the hoop stabilisers that go with it', () => {
    expect(ask('TW-06', 'embroideryGround').companions.map(s => s.code)).toEqual(['B-70', 'B-71', 'B-72', 'B-73', 'B-74'])
  })
  it('low-heat felt stays among the answers for cork, with its recipe under the lamination glue', () => {
    const felt = ask('TW-07', 'bagSide').ranked.find(c => c.supplies[0]?.code === 'B-40')
    expect(felt?.recipe?.setting.meanC).toBeLessThanOrEqual(135)
  })
  it('rigid with the drape kept: says that they contradict, and what each wish keeps out', () => {
    const match = ask('TW-01', 'collar', { stiffness: 'rigid', drapeKept: true, care: { washC: 60, tumble: 'low', dryClean: true } })
    expect(match.clashes.map(c => c.why)).toContain('rigidDrape')
    expect(match.wishes.find(w => w.wish === 'drapeKept')!.excludes).toBeGreaterThan(0)
    expect(match.wishes.find(w => w.wish === 'wash')!.excludes).toBeGreaterThan(0)
  })
})
