import { describe, expect, it } from 'vitest'
import { matchShelf, refineCandidate, withRefined, type Exclusion, type Match, type MatchQuery } from '#core/match'
import { placeOf, type PlaceKey } from '#core/place'
import { toMatchCloth, toMatchSupply } from '#shared/mappers'
import { clothBody, supplyBody, type Cloth, type Supply } from '#shared/schemas'
import { DEMO_CLOTHS } from './cloths'
import { DEMO_IRONS, DEMO_SUPPLIES } from './shelf'

const SHELF = DEMO_SUPPLIES.map(s => toMatchSupply({ id: s.code, ...supplyBody.parse(s) } as Supply))
const [harbour, locker] = DEMO_IRONS as [typeof DEMO_IRONS[0], typeof DEMO_IRONS[0]]

function ask(code: string, place: PlaceKey, more: Partial<MatchQuery> = {}): Match {
  const cloth = toMatchCloth(clothBody.parse({ mayGetWet: true, nap: 'none', ...DEMO_CLOTHS.find(c => c.code === code)! }) as Cloth)
  const query: MatchQuery = {
    cloth, blendRule: 'proportional', allowance: 'inside', place: placeOf(place), hand: null, drapeKept: false, care: { washC: 30, tumble: 'no', dryClean: false },
    iron: harbour, cover: 'muslin', bed: 'padded', needM2: 0, ...more,
  }
  const match = matchShelf(query, SHELF)
  return withRefined(match, match.ranked.slice(0, 12).map(c => refineCandidate(query, c)).filter(r => r !== null))
}
const firstOf = (m: Match) => m.ranked[0]!.supplies.map(s => s.name).join(' + ') || 'self cloth'
const whyNot = (m: Match, code: string): Exclusion['why'][] => m.excluded.find(e => e.supply.code === code)?.reasons.map(r => r.why) ?? []
const WASH_40 = { washC: 40, tumble: 'no', dryClean: false } as const

/** [what, cloth, place, more, the first answer, an excluded supply, why it is out] */
const WORKED: [string, string, PlaceKey, Partial<MatchQuery>, string, string, Exclusion['why']][] = [
  ['a sheer takes a sheer, sewn in: dots would grin', 'TW-12', 'placket', {}, 'Silk organza, sew-in', 'B-12', 'grins'],
  ['silk satin that rings: two feathers, dry; a lawn that wants damp is out', 'TW-03', 'facing', { care: { washC: 30, tumble: 'no', dryClean: true } }, 'Feather nonwoven + Feather nonwoven', 'B-22', 'moistOnly'],
  ['a poplin collar, crisp, washed at 40', 'TW-01', 'collar', { care: WASH_40 }, 'Collar lawn', 'B-43', 'wash'],
  ['a poplin stand wants it firm', 'TW-01', 'stand', { care: { ...WASH_40, washC: 60 } }, 'Band stiff', 'B-12', 'wash'],
  ['a denim waistband at 60', 'TW-13', 'waistband', { care: { ...WASH_40, washC: 60 } }, 'Band stiff', 'B-33', 'giveKept'],
  ['a worsted front', 'TW-14', 'front', {}, 'Coat front, grey', 'B-99', 'noResin'],
  ['a melton front keeps close to its own weight of hand', 'TW-02', 'front', {}, 'Veil net', 'B-99', 'noResin'],
  ['a jersey facing: knit with knit, two light ones', 'TW-06', 'facing', {}, 'Two-way knit, black + Two-way knit, black', 'B-99', 'noResin'],
  ['a crest on jersey: a woven one stops the stretch', 'TW-06', 'crestGround', { care: WASH_40 }, 'Band stiff', 'B-30', 'giveKept'],
  ['velvet on a padded board: the pile bars the sole', 'TW-04', 'collar', {}, 'Chest canvas, sew-in', 'B-20', 'crush'],
  ['velvet on a needle board can be fused low', 'TW-04', 'collar', { bed: 'needle' }, 'Low-heat felt, thin + Low-heat felt, thin', 'B-21', 'noWindow'],
  ['a coated twill and an iron too hot for it', 'TW-18', 'facing', {}, 'Batiste, sew-in', 'B-12', 'ironTooHot'],
  ['cork laminate: only low-heat resin could', 'TW-07', 'bagSide', {}, 'Duck board, sew-in', 'B-21', 'noWindow'],
  ['an unknown cloth at the lowest class', 'TW-09', 'facing', { iron: locker }, 'Organdy, sew-in', 'B-21', 'noWindow'],
  ['a print gassed into polyester: ten seconds are not enough', 'TW-15', 'facing', {}, 'Silk organza, sew-in', 'B-20', 'noWindow'],
  ['a denim bag base wants a structure', 'TW-13', 'bagBase', {}, 'Low-heat bag felt + Collar lawn', 'B-30', 'giveKept'],
  ['a hem on a lined dress', 'TW-17', 'hem', {}, 'Hem tape 20 mm', 'B-12', 'family'],
  ['PVC is not heated', 'TW-08', 'placket', {}, 'Batiste, sew-in', 'B-20', 'noHeat'],
  ['a patch on bunting', 'TW-11', 'patch', {}, 'Gossamer web', 'B-60', 'strikeThrough'],
]

describe('worked matches of the Tidewell workroom', () => {
  it.each(WORKED)('%s', (_what, cloth, place, more, first, out, why) => {
    const match = ask(cloth, place, more)
    expect(firstOf(match)).toBe(first)
    expect(whyNot(match, out)).toContain(why)
  })
  it('a crest names the hoop stabilisers that go with it', () => {
    expect(ask('TW-06', 'crestGround').companions.map(s => s.code)).toEqual(['B-70', 'B-71', 'B-72'])
  })
  it('low-heat felt stays among the answers for cork, with its recipe under the lamination glue', () => {
    const felt = ask('TW-07', 'bagSide').ranked.find(c => c.supplies[0]?.code === 'B-40')
    expect(felt?.recipe?.stop.meanC).toBeLessThanOrEqual(130)
  })
  it('rigid with the drape kept: says that they contradict, and what each wish keeps out', () => {
    const match = ask('TW-01', 'collar', { hand: 'rigid', drapeKept: true, care: { washC: 60, tumble: 'low', dryClean: true } })
    expect(match.clashes.map(c => c.why)).toContain('rigidDrape')
    expect(match.wishes.find(w => w.wish === 'drapeKept')!.excludes).toBeGreaterThan(0)
    expect(match.wishes.find(w => w.wish === 'wash')!.excludes).toBeGreaterThan(0)
  })
})
