import { describe, expect, it } from 'vitest'
import type { Cause, Learned } from '#core/learn'
import type { Clash, Exclusion } from '#core/match'
import { UNKNOWNS } from '#core/window'
import type { DisplayUnits } from '#core/units'
import { RULES } from '../house'
import {
  bondWords, causeSentence, clashSentence, exclusionSentence, isAgreed, learnedFigure, PROOF_CHANGE, READING_NAME, readingWords,
  scrapAsks, UNKNOWN_NAME, UNKNOWN_REMEDY,
} from '.'

const FAHRENHEIT: DisplayUnits = { length: 'in', temperature: '°F', arealMass: 'oz/yd²' }
/** What no sentence for a person may contain. */
const spoilt = /undefined|NaN|null|\[object|Infinity/

const EXCLUSIONS: Exclusion[] = [
  { why: 'family', place: 'Collar' }, { why: 'companion' }, { why: 'noHeat', fumes: true }, { why: 'noHeat', fumes: false },
  { why: 'notFusible' }, { why: 'noAdhesive' }, { why: 'ironTooHot', limitC: 110, coolestC: 148 },
  { why: 'noWindow', reachC: 96.4, meltC: 105 }, { why: 'damagedFirst', damageC: 135, neededC: 130, fibre: 'acetate' },
  { why: 'searched', blocked: { why: 'damages', flag: { kind: 'scorch', severity: 2, layer: 'fabric' }, bondHoldS: 20 } },
  { why: 'searched', blocked: { why: 'underBonded', bond: 0.4, peakC: 99, wantedC: 118, soleC: 150 } },
  { why: 'searched', blocked: { why: 'noSettings' } }, { why: 'wash', wishC: 60, limitC: 30, of: 'adhesive' },
  { why: 'wash', wishC: 60, limitC: 40, of: 'sheet' }, { why: 'wash', wishC: 60, limitC: 30, of: 'base' },
  { why: 'tumble', limit: 'no', of: 'adhesive' }, { why: 'tumble', limit: 'low', of: 'sheet' }, { why: 'dryClean' },
  { why: 'giveLost', fabricPct: 34, supplyPct: 1 }, { why: 'giveKept', supplyPct: 20 },
  { why: 'strikeThrough', openness: 0.45, adhesiveGsm: 14 }, { why: 'grins', contrast: 0.4 }, { why: 'moistOnly' }, { why: 'crush' },
  { why: 'drapeLost', bendingMm: 41.2, mostMm: 27 },
]
const CLASHES: Clash[] = [
  { why: 'fabricWash', wishC: 60, limitC: 30, fibre: 'wool' }, { why: 'rigidDrape', wantedMm: [70, 110], mostMm: 27 },
  { why: 'placeNeedsHeat', place: 'Hem' }, { why: 'shelfEmpty' },
]
const CAUSES: Cause[] = [
  { why: 'tooCool', peakC: 101, wantedC: 118 }, { why: 'tooShort', heldS: 18, askedS: 34 },
  { why: 'notEnough', bond: 0.4, holdS: 18, neededS: 35 }, { why: 'notEnough', bond: 0.4, holdS: 18, neededS: null },
  { why: 'heldWet', heldS: 14 }, { why: 'handledWarm', atC: 126, setC: 105 }, { why: 'overdone', bond: 3.4, peakC: 150 },
  { why: 'washTooHot', washC: 95, limitC: 60 }, { why: 'bonded', bond: 1.3 },
]

describe('every sentence', () => {
  const all: [string, (units?: DisplayUnits) => string][] = [
    ...EXCLUSIONS.map((e): [string, (u?: DisplayUnits) => string] => [`exclusion ${e.why}`, u => exclusionSentence(e, u)]),
    ...CLASHES.map((c): [string, (u?: DisplayUnits) => string] => [`clash ${c.why}`, u => clashSentence(c, u)]),
    ...CAUSES.map((c): [string, (u?: DisplayUnits) => string] => [`cause ${c.why}`, u => causeSentence(c, u)]),
  ]
  it.each(all)('%s: begins with a capital, ends with a stop, nothing left blank', (_what, say) => {
    for (const units of [undefined, FAHRENHEIT]) {
      const s = say(units)
      expect(s).toMatch(/^[A-Z].*[.]$/s)
      expect(s).not.toMatch(spoilt)
    }
  })
  it('in another unit it says another figure', () => {
    const hot: Exclusion = { why: 'ironTooHot', limitC: 110, coolestC: 148 }
    expect(exclusionSentence(hot)).toContain('148 °C')
    expect(exclusionSentence(hot, FAHRENHEIT)).toContain('300 °F')
    expect(exclusionSentence(hot, FAHRENHEIT)).not.toContain('°C')
    expect(causeSentence({ why: 'handledWarm', atC: 126, setC: 105 }, FAHRENHEIT)).toContain('220 °F')
  })
})

describe('names', () => {
  it('every unknown says what to do about it', () => {
    for (const u of UNKNOWNS) {
      expect(UNKNOWN_NAME[u].length).toBeGreaterThan(4)
      expect(UNKNOWN_REMEDY[u].length).toBeGreaterThan(8)
    }
  })
  it('every change of a proof and every reading has its words and unit', () => {
    for (const words of Object.values(PROOF_CHANGE)) expect(words).toMatch(/another|other/)
    for (const name of Object.values(READING_NAME)) expect(name.length).toBeGreaterThan(3)
    expect((['shrinkAlong', 'overhang', 'peel'] as const).map(kind => readingWords(kind, 12.3)))
      .toEqual(['12.3 %', '12.3 mm', '12.3 N per 50 mm'])
    expect(readingWords('overhang', 12.7, { length: 'in', temperature: '°F', arealMass: 'oz/yd²' })).toBe('1/2 in')
  })
  it('every house rule has two schools or more, each with its reason', () => {
    for (const q of Object.values(RULES)) {
      expect(q.schools.length).toBeGreaterThanOrEqual(2)
      for (const s of q.schools) expect(s.why).toMatch(/^[A-Z].*[.]$/)
      expect(new Set(q.schools.map(s => s.value)).size).toBe(q.schools.length)
    }
  })
})

describe('figures in words', () => {
  it.each<[Learned, number, number, string]>([
    ['dialC', 6.2, 2, '+6 °C ± 4 °C'], ['dialC', -3, 1.5, '−3 °C ± 3 °C'], ['logContact', Math.log(1.2), 0.1, '× 1.20 (0.98 to 1.47)'],
    ['logRate', 0, 0, '× 1.00 (1.00 to 1.00)'],
  ])('%s %d', (what, value, sd, text) => expect(learnedFigure(what, value, sd)).toBe(text))
  it('an offset in Fahrenheit is a difference, not a temperature', () =>
    expect(learnedFigure('dialC', 10, 5, FAHRENHEIT)).toBe('+20 °F ± 20 °F'))
  it.each([
    [0.1, 0, 'Too little?'], [0.5, 0, 'The edge:'], [0.97, 0.05, 'Should be right:'], [1, 0.7, 'Too much?'],
  ])('a scrap with %d to bond and %d to be hurt', (bond, damage, begins) => {
    expect(scrapAsks({ bond, damage })).toMatch(new RegExp(`^${begins.replace('?', '\\?')}`))
  })
  it('the bond predicted rises through its words', () => {
    expect([0.05, 0.4, 0.8, 1.5, 4].map(bondWords)).toEqual([
      'would fall off', 'would lift at a fingertip', 'would peel with a pull', 'should hold', 'over-fused',
    ])
  })
})

describe('where a figure turns into another word', () => {
  it('a scrap asks of too little under a quarter, of too much over a half, and is right above 85 in 100 without harm', () => {
    expect([0.24, 0.26].map(bond => scrapAsks({ bond, damage: 0 }).split(/[?:]/)[0])).toEqual(['Too little', 'The edge'])
    expect([0.5, 0.51].map(damage => scrapAsks({ bond: 0.5, damage }).split(/[?:]/)[0])).toEqual(['The edge', 'Too much'])
    expect([[0.86, 0.14], [0.85, 0.1], [0.9, 0.15]].map(([bond, damage]) => scrapAsks({ bond: bond!, damage: damage! }).split(/[?:]/)[0]))
      .toEqual(['Should be right', 'The edge', 'The edge'])
  })
  it('a grade of 3 is as predicted where a bond was, and a 2 where none was', () => {
    expect([[0.9, 3], [0.9, 2], [0.89, 2], [0.89, 3], [1.4, 5]].map(([bond, grade]) => isAgreed(bond!, grade!)))
      .toEqual([true, false, true, false, true])
  })
})
