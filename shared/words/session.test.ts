import { describe, expect, it } from 'vitest'
import type { NextStep } from '#core/session'
import {
  changedSentence, clockWords, coverageSentence, finishDifference, howLine, ironCareWords, seconds, missedSentence, operationLine,
  orderQuality, sessionKeyWords, soleAsksSentence, VERDICT_SENTENCE, warningSentence, WATER_SENTENCE, whatNow,
} from '.'

const of = { kind: 'fuse' as const, placements: 4, name: 'Collar' }
const down = (over: Partial<Extract<NextStep, { do: 'down' }>> = {}): NextStep =>
  ({ do: 'down', pass: 0, placement: 2, forS: 12, again: false, ...over })

describe('what the hands are to do', () => {
  it.each<[NextStep, boolean, string]>([
    [down(), false, 'Set down: position 3 of 4'], [down({ again: true }), false, 'Set down again: position 3 of 4'],
    [down({ pass: -1 }), false, 'Warm the fabric: position 3 of 4'],
    [{ do: 'lift', pass: 0, placement: 0, forS: 12, fromS: 0 }, false, 'Hold still: position 1 of 4'],
    [{ do: 'lift', pass: 0, placement: 0, forS: 12, fromS: 0 }, true, 'Lift: position 1 of 4'], [{ do: 'turned' }, false, 'Turn it over'],
    [{ do: 'laid' }, false, 'Lay the interfacing and the press cloth on'], [{ do: 'edge' }, false, 'Cold: try its edge'],
  ])('%o', (step, over, words) => expect(whatNow(step, of, over)).toBe(words))
  it('of one place there is no number', () => expect(whatNow(down({ placement: 0 }), { ...of, placements: 1 }, false)).toBe('Set down'))
  it('paper is peeled, a stiff mat sewn', () => {
    expect(whatNow({ do: 'hand', forS: 0 }, { ...of, kind: 'peel' }, false)).toMatch(/^Peel/)
    expect(whatNow({ do: 'hand', forS: 0 }, { ...of, kind: 'sew' }, false)).toMatch(/^Sew/)
  })
  it('every step but waiting says what the key does', () => {
    const steps: NextStep[] = [down(), { do: 'turned' }, { do: 'hand', forS: 0 }]
    expect(steps.map(sessionKeyWords)).toEqual(['down', 'it is turned', 'done'])
  })
  it('setting, moisture, press cloth and side are in one line; turned over the other side is up', () => {
    const setting = { label: 'wool', meanC: 154, swingC: 5, origin: 'measured' as const }
    const r = { setting, method: 'mist' as const, firstSide: 'back' as const, pressureKPa: 3 }
    const up = (pass: number, pressClothName: string | null) => ({ kind: 'fuse' as const, pass, pressClothName })
    expect(howLine(r, up(0, 'Washed muslin'))).toBe('wool 154 °C, mist, washed muslin, interfacing side up')
    expect(howLine(r, up(1, null))).toBe('wool 154 °C, mist, bare iron, face up')
    expect([0, 1].map(pass => howLine({ ...r, method: 'dryMist' }, up(pass, null)).split(', ')[1])).toEqual(['dry', 'mist'])
    expect(whatNow({ do: 'turned' }, { ...of, method: 'dryMist' }, false)).toBe('Turn it over, spray it lightly, cover it')
    expect(howLine({ ...r, firstSide: 'face' }, up(1, null))).toContain('interfacing side up')
    expect(howLine(r, { ...up(0, null), kind: 'preshrink' })).toMatch(/bare iron, the fabric alone$/)
    expect(howLine(r, { ...up(0, null), kind: 'trim' })).toMatch(/the trim alone$/)
    for (const kind of ['seam', 'hem', 'flatten', 'tape'] as const) {
      expect(howLine(r, { ...up(0, null), kind })).toMatch(/from the wrong side$/)
      expect(howLine(r, { ...up(1, null), kind })).toMatch(/from the right side$/)
    }
  })
  it('over pile the iron is held, never set down', () => {
    const setting = { label: 'wool', meanC: 154, swingC: 5, origin: 'measured' as const }
    const r = { setting, method: 'steam' as const, firstSide: 'back' as const, pressureKPa: 0.01 }
    expect(howLine(r, { kind: 'seam', pass: 0, pressClothName: null })).toContain('held over it, touching nothing')
    expect(whatNow(down(), { ...of, kind: 'seam', hovers: true }, false)).toMatch(/^Hold it over, steaming/)
    expect(whatNow({ do: 'hand', forS: 30 }, { ...of, kind: 'fingers' }, false)).toMatch(/^Fingers/)
  })
})

describe('figures', () => {
  it('a clock, and minutes', () => {
    expect([clockWords(0), clockWords(65.4), clockWords(-4), clockWords(3600)]).toEqual(['0:00', '1:05', '0:00', '60:00'])
    // Rounded as it is in words: one moment has one figure.
    expect([clockWords(784.6), seconds(784.6).replace(/\s/g, ' '), clockWords(59.7)]).toEqual(['13:05', '13 min 5 s', '1:00'])
    // Never a minute of sixty seconds.
    expect([80, 89.4, 89.6, 119.4, 119.7, 125].map(s => seconds(s).replaceAll('\u00A0', ' ')))
      .toEqual(['80 s', '89 s', '1 min 30 s', '1 min 59 s', '2 min', '2 min 5 s'])
  })
  it('positions against their bound, and what is left bare', () => {
    expect(coverageSentence({ placements: 18, tips: 0, bound: 12,
      covered: 1 })).toBe('18 positions; by area alone, 12 or more. 100 % covered.')
    expect(coverageSentence({ placements: 3, tips: 2, bound: 1, covered: 0.98765 }))
      .toBe('1 position and 2 with the tip; by area alone, 1 or more. 98.76 % covered.')
    expect(missedSentence(0.4, 1, null)).toMatch(/^One place of less than 1 cm²/)
    expect(missedSentence(12.2, 3, 'Locker iron')).toMatch(/3 places of 12 cm².*Locker iron reaches more of it/)
  })
  it('an order against its bound, and what another would change', () => {
    expect(orderQuality(600, 600, true)).toMatch(/No other order finishes sooner/)
    expect(orderQuality(660, 600, false)).toMatch(/before 10:00.*10 % longer/)
    expect(orderQuality(602, 600, false)).toMatch(/before 10:00; this one takes 2.s longer/)
    expect(orderQuality(600.2, 600, false)).toMatch(/No other order finishes sooner/)
    expect([finishDifference(-125), finishDifference(0.2)]).toEqual(['2\u00A0min 5\u00A0s sooner', 'no sooner'])
    expect(finishDifference(30)).toMatch(/30.s later/)
    const recipe = { setting: { label: 'wool', meanC: 150, swingC: 5, origin: 'typical' as const } }
    expect(operationLine({ placements: 1, recipe, standing: 'proved' }, 'Harbour', '')).toBe('1 position, wool 150 °C, Harbour, proved')
    expect(operationLine({ placements: 0, recipe: null, standing: 'hands' }, null, 'after sewing')).toBe('by hand, after sewing')
  })
  it('what changed since a session was planned', () => {
    expect(changedSentence({ added: 2, gone: 0, other: 1 })).toMatch(/2 added, 1 pressed differently\.$/)
    expect(changedSentence({ added: 0, gone: 0, other: 0 })).toMatch(/the pressing stays the same/)
  })
})

describe('cautions', () => {
  it('say which iron, how long, and what to do', () => {
    const left = warningSentence({ why: 'leftDown', ironId: 'i', forS: 75 }, 'Harbour iron')
    expect(left).toMatch(/Harbour iron has been down for 75.s\. Lift it now/)
    expect(warningSentence({ why: 'idle', ironId: 'i', forS: 130 }, 'Locker')).toMatch(/never shuts itself off.*2.min 10.s.*switch it off/)
    expect(soleAsksSentence({ why: 'bare', times: 1 })).toMatch(/bare iron once.*no blade/)
    expect(soleAsksSentence({ why: 'many', times: 61 })).toMatch(/^61 presses/)
    for (const words of [...Object.values(WATER_SENTENCE), ...Object.values(VERDICT_SENTENCE)]) expect(words).toMatch(/^[A-Z].*\.$/)
  })
  it('an iron says what is in it', () => {
    expect(ironCareWords({ water: 'tap', bookWater: 'tap', cleanedAt: null })).toMatch(/^Tap water, as its manual asks; no cleaning/)
    const asked = ironCareWords({ water: 'tap', bookWater: 'distilled', cleanedAt: '2026-11-20T10:00:00Z' })
    expect(asked).toMatch(/asks: distilled water; iron cleaned 20 Nov/)
    expect(ironCareWords({ water: 'none', bookWater: null, cleanedAt: null })).toMatch(/its manual is lost/)
  })
})
