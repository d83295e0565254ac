import { describe, expect, it } from 'vitest'
import { SEAM_DETAIL_KEYS, planSeamDetail, SUPPORT_KEYS, type SeamDetailAsk, type SeamDetailKey } from '#core/seam'
import type { FabricInput } from '#core/stack'
import { METRIC } from '#core/units'
import { rulesSchema } from '../schemas'
import {
  agentsSentence, beforeCutting, SEAM_DETAIL_NAME, seamDetailReason, seamDetailSentence, hemRefusal, houseReason, joinsWords,
  liningSentence,
  nestSentence,
  restSentence, stepWords, supportWords, washSentence, widthSentence,
} from '.'

const fabric = (more: Partial<FabricInput> = {}): FabricInput => ({
  fibres: [{ fibre: 'wool', sharePct: 100 }], construction: 'suiting', massGsm: 260, thicknessMm: 0.55, mayGetWet: true, nap: 'none',
  finishes: [], ...more,
})
const ask = (seamDetail: SeamDetailKey, more: Partial<SeamDetailAsk> = {}): SeamDetailAsk => ({
  seamDetail, fabric: fabric(), pressCloth: 'muslin', surface: 'padded', blendRule: 'strict', kit: SUPPORT_KEYS,
  iron: { kind: 'household', settings: [{ label: 'wool', meanC: 150, swingC: 10, origin: 'measured' }] },
  house: { piecing: 'dry', cooling: 'touch', alwaysPressCloth: false }, ...more,
})

describe('a seam detail in words', () => {
  it('the side, the motion, the seconds, the setting, the moisture, the press cloth', () => {
    expect(seamDetailSentence(planSeamDetail(ask('seamOpen')))).toMatch(
      /^From the wrong side, only the tip, along the seam: \d+\u00A0s, wool 150 °C, steam shots, under a press cloth\.$/)
    expect(seamDetailSentence(planSeamDetail(ask('pleat')), { ...METRIC, temperature: '°F' })).toContain('wool 300 °F')
  })
  it('pile and what takes no heat have sentences of their own', () => {
    const velvet = fabric({ nap: 'pile', construction: 'velvet' })
    expect(seamDetailSentence(planSeamDetail(ask('seamOpen', { fabric: velvet })))).toMatch(/^Hold the iron over it/)
    const none = planSeamDetail(ask('seamOpen', { fabric: fabric({ fibres: [{ fibre: 'polypropylene', sharePct: 100 }] }) }))
    expect(seamDetailSentence(none)).toBe('No heat on this fabric.')
  })
  it('both sides and several touches are said', () => {
    const gassed = fabric({ fibres: [{ fibre: 'polyester', sharePct: 100 }], construction: 'twill', finishes: ['gasDyedPrint'] })
    expect(seamDetailSentence(planSeamDetail(ask('seamOneSide', { fabric: gassed })))).toMatch(/, \d times, the iron away between,/)
    const cotton = fabric({ fibres: [{ fibre: 'cotton', sharePct: 100 }], construction: 'twill', massGsm: 240,
      thicknessMm: 0.48, mayGetWet: false })
    const settings = [{ label: 'cotton', meanC: 195, swingC: 10, origin: 'measured' as const }]
    expect(seamDetailSentence(planSeamDetail(ask('neckEdge', { fabric: cotton, iron: { kind: 'household',
      settings } })))).toMatch(/s a side, cotton/)
  })
  it('every seam detail has a name, and every step and reason a sentence', () => {
    for (const key of SEAM_DETAIL_KEYS) {
      const p = planSeamDetail(ask(key))
      expect(SEAM_DETAIL_NAME[key]).toMatch(/^[A-Z]/)
      for (const s of p.steps) expect(stepWords(s)).toMatch(/^[A-Z].{6,}/)
      for (const r of p.reasons) expect(seamDetailReason(r)).toMatch(/^[A-Z].{8,}\.$/)
    }
  })
  it('two of three, and which is spared', () => {
    expect(agentsSentence(['heat', 'steam'])).toBe('heat and steam, no pressure: carry the iron\'s weight; press afterwards')
    expect(agentsSentence(['heat', 'pressure'])).toContain('no steam')
    expect(agentsSentence(['steam', 'pressure'])).toContain('does not touch')
    expect(agentsSentence(['pressure'])).toBe('pressure alone')
  })
  it('what is not there has a stand-in', () => {
    expect(supportWords({ key: 'ham', standIn: null })).toBe('ham')
    expect(supportWords({ key: 'ham', standIn: 'towel' })).toBe('a rolled towel (in place of a ham)')
    expect(supportWords({ key: 'cards', standIn: 'paper' })).toBe('strips of paper (in place of a few strips of card)')
  })
  it('how long it lies', () => {
    expect(restSentence(65, 45, 'clapper')).toBe('Leave it under the clapper for 65\u00A0s: then it is below 45 °C and you can move it.')
  })
})

describe('hems, patchwork and what comes before cutting, in words', () => {
  it('a refusal says why', () => {
    expect(hemRefusal({ why: 'damages', harm: 2, bondS: 9 })).toContain('would mark this fabric')
    expect(hemRefusal({ why: 'neverBonds', bond: 0.42 })).toContain('0.4 of a bond')
    for (const why of ['noWater', 'noSteam', 'pile', 'noTape', 'noAdhesive',
      'noSettings'] as const) expect(hemRefusal({ why })).toMatch(/\.$/)
    expect(hemRefusal({ why: 'noHeat', fumes: true })).toContain('fumes')
  })
  it('a lining is held clear, or may stay', () => {
    const base = { peakC: 100, limitC: 125, holdClear: false, keepSoleOff: false }
    expect(liningSentence(base, 'Viscose')).toBe('Viscose may stay behind: it reaches 100 °C; its limit is 125 °C.')
    expect(liningSentence({ ...base, holdClear: true }, 'Acetate')).toContain('and get wet')
    expect(liningSentence({ ...base, holdClear: true, peakC: 130 }, 'Acetate')).toContain('above its limit of 125 °C')
    expect(liningSentence({ ...base, keepSoleOff: true }, 'Acetate')).toContain('keep it off')
  })
  it('how a patchwork nests', () => {
    expect(nestSentence(0, 0, true)).toBe('No seams cross.')
    expect(nestSentence(1, 0, true)).toBe('The one crossing nests.')
    expect(nestSentence(35, 0, true)).toBe('All 35 crossings nest.')
    expect(nestSentence(35, 2, false)).toBe('2 of 35 crossings cannot nest, as far as was looked.')
  })
  it('dark fabric is starched from the wrong side; what may not be wetted is not', () => {
    expect(beforeCutting('starch', 20, true, 12)[0]).toContain('from the wrong side')
    expect(beforeCutting('water', 14, true, 9)[0]).toBe('Mist it')
    expect(beforeCutting('water', null, false, 9)[1]).toContain('spray half, twice')
    expect(beforeCutting(null, null, false, null)).toHaveLength(4)
    expect(beforeCutting('water', 14, false, 9)[2]).toContain('until it is dry: 9\u00A0s at each position')
  })
  it('what the house chose, and why', () => {
    const rules = rulesSchema.parse({ seams: 'oneSide', cooling: 'touch' })
    expect(houseReason('seams', rules)).toBe('House rule: to one side. Stronger, can be top-stitched; quilts.')
    expect(houseReason('cooling', rules)).toContain('seams and hems at 45 °C')
  })
  it('joins, widths, washes', () => {
    expect([joinsWords(0), joinsWords(1), joinsWords(3)]).toEqual(['one piece covers it', '1 join', '3 joins'])
    expect(widthSentence('12 mm', 0.9)).toBe('12 mm narrower, 0.9 %.')
    expect(widthSentence('12 mm', -0.9)).toBe('12 mm wider, 0.9 %.')
    expect(widthSentence('0 mm', 0)).toBe('It has kept its width.')
    expect(washSentence(60, 30)).toContain('washed at 60 °C; the tape holds to 30 °C')
  })
})
