import { describe, expect, it } from 'vitest'
import { METRIC } from '#core/units'
import {
  colourReason, labelWords, badgeHeadline, placeFaultWords, placeWords, scrapBar, seenWords, sideWords, stitchStep, stitchSteps,
  stuckRefusal, supportSentence,
  whyFirst,
  whyRefused,
} from '.'

/** Figures stand close to their units. */
const loose = (text: string) => text.replaceAll('\u00A0', ' ')
const way = (side: 'item' | 'garment', holdS: number) => ({ side, recipe: { holdS } }) as never
const at = { on: 'front', downMm: 190, asideMm: 95, turnDeg: 0 } as const

describe('mending in words', () => {
  it('places as a tailor measures them', () => {
    expect(placeWords(at, true)).toBe('Its middle 190 mm below the neck edge, 95 mm to the wearer\'s left of the centre line.')
    expect(placeWords({ ...at, asideMm: -20, turnDeg: 15 }, false))
      .toBe('Its middle 190 mm below the upper edge, 20 mm to the wearer\'s right of the centre line, turned 15° to the left.')
    expect(placeWords({ ...at, asideMm: 0 }, true)).toContain('on the centre line')
    expect(placeWords(at, true, { ...METRIC, length: 'cm' })).toContain('19.0 cm')
  })
  it('what is in the way', () => {
    expect(placeFaultWords({ why: 'over', kind: 'button' })).toContain('a button: hot metal burns fingers')
    expect(placeFaultWords({ why: 'near', kind: 'zip' })).toMatch(/^A zip is so near/)
    expect(placeFaultWords({ why: 'off' })).toContain('off the garment')
  })
  it('which side comes first, and why', () => {
    const first = way('garment', 14), other = way('item', 30)
    const why = (plan: Partial<Parameters<typeof whyFirst>[0]>) =>
      loose(whyFirst({ first, other: null, because: 'onlySide', refused: [], ...plan }, false))
    expect(why({ other, because: 'quicker' })).toBe('From the inside first: the heat is through in 14 s; from the front it takes 30 s.')
    expect(why({ other: way('item', 14), because: 'quicker' })).toBe('Either side takes 14 s: from the inside first, then from the front.')
    expect(why({ first: other, other: first, because: 'asked' })).toContain('from the inside it would take 14 s')
    expect(why({ refused: [{ side: 'item', because: { why: 'backOnly' } }] }))
      .toBe('From the inside only: the iron must not touch the other side.')
    expect(why({ because: 'spares', refused: [{ side: 'item', because: { why: 'neverBonds', bond: 0.15 } }] }))
      .toBe('From the inside only; from the front the heat does not come through in a minute (15 % of a bond).')
    expect(why({ first: null })).toBe('')
    expect([sideWords('item', true), sideWords('garment', true)]).toEqual(['from the inside', 'from the right side'])
  })
  it('a badge in a line: thin from the front, thick from the inside, or as it must be', () => {
    expect(badgeHeadline('item', 'quicker')).toBe('From the front first: it is thin against its fabric.')
    expect(badgeHeadline('garment', 'spares')).toBe('From the inside first: it is thick against its fabric.')
    expect(badgeHeadline('garment', 'onlySide')).toBe('From the inside only.')
    expect(badgeHeadline('item', 'asked')).toBe('From the front first, as you asked.')
  })
  it('why not at all: the reason that says most', () => {
    expect(whyRefused({ refused: [{ side: 'item', because: { why: 'backOnly' } }, { side: 'garment', because: { why: 'noWater' } }] }))
      .toMatch(/^It must be pressed under a wet press cloth/)
    expect(stuckRefusal({ why: 'noHeat', fumes: true, of: 'garment' })).toContain('harmful fumes')
    expect(stuckRefusal({ why: 'certified' })).toContain('Ask the maker')
    expect(loose(stuckRefusal({ why: 'shortTouches', maxS: 10, bondS: 30 }))).toContain('10 s at a time')
    const all = ['noAdhesive', 'pile', 'damages'] as const
    for (const why of all) expect(stuckRefusal({ why, harm: 2, bondS: 3 } as never).length).toBeGreaterThan(10)
    expect(stuckRefusal({ why: 'noSettings', of: 'item' })).toContain('what is stuck on')
  })
  it('scraps: what speaks for one, and what against it', () => {
    expect(colourReason({ says: 'nearest', deltaE: 0.4 })).toBe('ΔE₀₀ 0.4: hardly visible')
    expect(colourReason({ says: 'figureHides', figureMm: 8 })).toContain('8 mm')
    expect(colourReason({ says: 'otherScale', ratio: 3 })).toContain('larger')
    expect(scrapBar({ why: 'tooSmall', wideMm: 40, highMm: 30 })).toBe('too small: 40 mm × 30 mm are needed')
    expect(scrapBar({ why: 'give', byPct: -12 })).toBe('gives 12 % less than the fabric')
    expect(scrapBar({ why: 'care', washC: 30 })).toContain('30 °C')
    expect([seenWords(0.5, true), seenWords(3, false)]).toEqual(['0.5 m: it shows', '3 m: invisible'])
  })
  it('crests: what is short, and the steps', () => {
    const place = { part: 0, way: 'across', byUnits: 1, risk: 1 } as const
    expect(supportSentence({ puckers: true, risk: 1, places: [place] }, () => 'Shield')).toBe(
      'It puckers: Shield pulls across more than is held there, at its sides.')
    expect(supportSentence({ puckers: false, risk: 0, places: [] }, () => '')).toContain('stays flat')
    expect(stitchStep({ do: 'leave', layerId: 'a', kind: 'tearAway', how: 'torn' }, () => 'Tear-away')).toBe(
      'Tear-away is torn away, a thumb on the stitches.')
    expect(stitchStep({ do: 'stiffen', layerId: 'a', kind: 'stiffener' }, () => 'Starch')).toContain('from the wrong side')
  })
  it('two alike are said once', () => {
    const hoop = (layerId: string) => ({ do: 'hoop', layerId, kind: 'cutAway' }) as const
    const leave = (layerId: string) => ({ do: 'leave', layerId, kind: 'cutAway', how: 'cut' }) as const
    const said = stitchSteps([hoop('a'), hoop('b'), { do: 'stitch' }, leave('a'), leave('b'), { do: 'pressFaceDown' }], () => 'Cut-away')
    expect(said).toHaveLength(4)
    expect(said[0]).toMatch(/Use two layers of it, one crosswise\.$/)
    expect(stitchSteps([hoop('a'), hoop('b')], id => id)).toHaveLength(2)
  })
  it('labels say how to find the right side', () => {
    expect(labelWords(3, 11)).toMatch(/^11 labels, 3 across, mirrored\. Press a cut corner on a scrap first/)
    expect(labelWords(1, 1)).toMatch(/^1 label,/)
  })
})
