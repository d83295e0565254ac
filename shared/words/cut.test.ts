import { describe, expect, it } from 'vitest'
import { METRIC } from '#core/units'
import {
  countWords,
  cutDoneSentence,
  layoutFaultSentence,
  leastSentence,
  lengthWords,
  metresSentence,
  layersStepSentence,
  shrinkSentence,
  otherRollSentence,
  splitSentence,
  spreadWords,
  stockSentence,
  svgNoteSentence,
  svgProblemSentence,
  timesWords,
  tooWideSentence,
  turnWords,
} from '.'
import { comparedOf, leastOf, splitOf } from '../spreading'

const name = (id: string) => ({ a: 'Front', b: 'Cuff' })[id] ?? id

describe('cutting in words', () => {
  it('what is wrong with a layout names the parts', () => {
    expect(layoutFaultSentence({ why: 'overlap', ids: ['a', 'b'], areaMm2: 9 }, name)).toBe('Front overlaps Cuff: move one of them.')
    expect(layoutFaultSentence({ why: 'offRoll', id: 'b', byMm: 4.26 }, name)).toBe('Cuff reaches 4.3 mm beyond what can be cut.')
    expect(layoutFaultSentence({ why: 'tooNear', ids: ['a', 'b'] }, name)).toContain('closer than scissors need')
    expect(layoutFaultSentence({ why: 'unknown', id: 'z' }, name)).toContain('Lay it out again')
  })
  it('every trouble of a drawing has its sentence', () => {
    const problems = [
      { why: 'tooLarge', mb: 50, mostMb: 5 },
      { why: 'unreadable' },
      { why: 'noSvg' },
      { why: 'noSize' },
      { why: 'percent' },
      { why: 'unknownUnit', said: '3 ells' },
      { why: 'nothing' },
    ] as const
    const notes = [
      { why: 'pixels' },
      { why: 'text', count: 2 },
      { why: 'pictures', count: 1 },
      { why: 'copies', count: 3 },
      { why: 'open', name: 'Tail', gapMm: 12.34 },
      { why: 'crossing', name: 'Bow' },
      { why: 'tiny', name: 'Dot', mm: 1 },
      { why: 'huge', name: 'Sail', mm: 10_000 },
      { why: 'tooFine', name: 'Coast', corners: 9000 },
      { why: 'tooMany', kept: 60 },
      { why: 'marks', name: 'Lace', kept: 400, of: 612, kind: 'drills' },
    ] as const
    const all = [...problems.map(svgProblemSentence), ...notes.map(n => svgNoteSentence(n))]
    expect(new Set(all).size).toBe(all.length)
    for (const part of ['50.0 MB', '“3 ells”', 'Tail is open: its ends are 12.3 mm apart', 'Sail is 10.00 m long', '9000 corners',
      'Lace has 612 drill holes: only the first 400 were taken'])
      expect(
        all.some(s => s.includes(part)),
        part,
      ).toBe(true)
  })
  it('lengths, in the units of the house', () => {
    expect([lengthWords(741), lengthWords(2.2), lengthWords(8), lengthWords(136.5, { ...METRIC, length: 'in' })]).toEqual([
      '741 mm',
      '2.2 mm',
      '8 mm',
      '5 3/8 in',
    ])
  })
  it('what a fabric not preshrunk may cost on this very piece', () => {
    const size = { wideMm: 300, highMm: 760 },
      typical = { along: 3, across: 2 }
    expect(shrinkSentence('Poplin', null, typical, size)).toBe(
      'Poplin was never preshrunk: this piece may lose 23 mm of its length and 6 mm of its width. Preshrink it first.',
    )
    expect(shrinkSentence('Poplin', { alongPct: 1, acrossPct: 0.5, preshrunkUpToC: null }, typical, size)).toContain('cut larger by 7.6 mm')
    expect(shrinkSentence('Poplin', { alongPct: 1, acrossPct: 0.5, preshrunkUpToC: 150 }, typical, size)).toBe(
      'Poplin is preshrunk up to 150 °C: cut to size.',
    )
  })
  it('metres, money and what stays', () => {
    expect([metresSentence(0.75, 9.4), metresSentence(0.75, null)]).toEqual(['0.75 m, €7.05 at €9.40 a metre', '0.75 m'])
    expect(stockSentence(3, 0.75)).toEqual({ words: '2.25 m left in stock.', short: false, last: false })
    expect(stockSentence(1.5, 0.75)).toMatchObject({ last: true, short: false })
    expect(stockSentence(0.5, 0.75)).toEqual({ words: 'In stock: 0.50 m, 0.25 m too little.', short: true, last: false })
    expect([cutDoneSentence(0.75, 'Lawn', 2), cutDoneSentence(0.75, 'Lawn', 0)]).toEqual([
      '0.75 m of Lawn cut. 2 more offcuts kept.',
      '0.75 m of Lawn cut. No more offcuts than before.',
    ])
    expect(tooWideSentence('Band', 212, { join: true, turned: false })).toContain('212 mm wider than the roll: cut it in two')
    expect(tooWideSentence('Front', 12, { join: false, turned: true })).toBe(
      'Front is 12 mm wider than the roll, and is not joined here: take a wider supply. It would fit if turned, but off its grain.',
    )
  })
  it('how a spread is cut, and which takes least', () => {
    const lawn = { id: 'r', name: 'Lawn', wideMm: 880, pricePerM: 8, stockM: 20 }
    const two = comparedOf(lawn, 1501.2, 2, 12, 4), one = comparedOf({ ...lawn, pricePerM: null }, 741, 1, 1, 4)
    expect([spreadWords(two), spreadWords(one)]).toEqual(['6 layers of 1.55 m, cut in 2 goes', 'one layer of 0.75 m'])
    expect(leastSentence(leastOf([two])!, lawn)).toBe(
      'Cheapest: 2 garments together on Lawn, 880 mm usable width. 9.30 m, €74.40 at €8.00 a metre: 6 layers of 1.55 m, cut in 2 goes.',
    )
    expect(leastSentence(leastOf([{ ...two, isShort: true }])!, lawn)).toMatch(/cut in 2 goes\. More than is in stock\.$/)
    expect(leastSentence(leastOf([one])!, { ...lawn, pricePerM: null })).toBe(
      'Least material: one garment at a time on Lawn, 880 mm usable width. 0.75 m: one layer of 0.75 m.',
    )
  })
  it('two rolls together: how many garments from each', () => {
    const lawn = { id: 'a', name: 'Lawn', wideMm: 880, pricePerM: 8, stockM: 3 }, other = { ...lawn, id: 'b', name: 'Mull', stockM: 2 }
    const on = (roll: typeof lawn) => ({ roll, garments: 1, layoutMm: 740 })
    expect(splitSentence(splitOf([on(lawn), on(other)], 5, 4)!, id => (id === 'a' ? 'Lawn' : 'Mull'))).toBe(
      'No roll has enough alone. 3 from Lawn (2.34 m) and 2 from Mull (1.56 m): 3.90 m, €31.20. Each garment is cut whole from one roll.',
    )
    const unpriced = splitOf([on(lawn), on({ ...other, pricePerM: null as never })], 5, 4)!
    expect(splitSentence(unpriced, id => id)).not.toContain('€')
    expect(otherRollSentence('Mull', 'interfacing')).toBe('Mull: not this job\'s interfacing. Press a test swatch with it before you cut.')
    expect(otherRollSentence('Mull', 'lot')).toBe('Mull: another lot of this interfacing. Press a test swatch with it before you cut.')
    expect(otherRollSentence('Mull', null)).toBeNull()
  })
  it('how often, how turned, so many', () => {
    expect([
      timesWords({ count: 1, pair: true }),
      timesWords({ count: 2, pair: true }),
      timesWords({ count: 1, pair: false }),
      timesWords({ count: 6, pair: false }),
    ]).toEqual(['a pair, left and right', '2 pairs, left and right', 'once', '6 times'])
    expect([turnWords(0), turnWords(90), countWords(1, 'part'), countWords(3, 'copy', 'copies')]).toEqual([
      'as drawn',
      '90°',
      '1 part',
      '3 copies',
    ])
  })
  it('the steps of a stiff mat say seconds, or that its swatch does', () => {
    expect(layersStepSentence({ do: 'tack', on: 'back', s: 3 })).toBe(
      'Tack the web to the wrong side of the back, through its paper: 3 s.',
    )
    expect(layersStepSentence({ do: 'cool', s: null })).toBe('Let it cool flat: as its swatch says.')
    expect(layersStepSentence({ do: 'sew', openingMm: 61, standOffMm: 2.16 })).toContain('2.2 mm off the stiff layer; leave 65 mm open')
    expect(layersStepSentence({ do: 'hold', on: 'face', s: 6, touches: 9 })).toContain('6 s at each of 9 places')
  })
})
