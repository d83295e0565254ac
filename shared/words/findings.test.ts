import { describe, expect, it } from 'vitest'
import type { ProofSwatch } from '#core/learn'
import { shrinkageOf } from '#core/shrink'
import type { DisplayUnits } from '#core/units'
import { cornerSentence, doneSoHere, nearestSentence, proofSentence, roomAroundSentence, safestSentence, preshrinkSentence } from '.'

const C: DisplayUnits = { length: 'mm', temperature: '°C', arealMass: 'g/m²' }
const F: DisplayUnits = { length: 'in', temperature: '°F', arealMass: 'oz/yd²' }
const swatch = { pressedAt: '2026-03-05T10:00:00Z' } as ProofSwatch

describe('findings in words', () => {
  it.each([
    [{ damageAtC: 175, stoodC: 150, smelt: true }, /^Stop:/],
    [{ damageAtC: 175, stoodC: 150, smelt: false }, /damaged at 175 °C. It took 150 °C/],
    [{ damageAtC: 90, stoodC: null, smelt: false }, /damaged at 90 °C. Even the coolest setting marked it: no heat/],
    [{ damageAtC: null, stoodC: 130, smelt: false }, /^A corner took 130 °C/],
    [{ damageAtC: null, stoodC: null, smelt: false }, /^Nothing tested/],
  ])('a corner %o', (corner, says) => expect(cornerSentence(corner, C)).toMatch(says))

  const pass = (heatC: number, after: number) => ({
    kind: 'press' as const, heatC, alongBeforeMm: 250, alongAfterMm: after, acrossBeforeMm: 250, acrossAfterMm: 250,
  })
  it.each([
    [[], 150, /^Not known yet/], [[pass(150, 240)], 150, /^Not preshrunk/],
    [[pass(150, 250), pass(150, 250)], 150, /^Preshrunk up to 150 °C\.$/],
    [[pass(150, 250), pass(150, 250)], 200, /^Preshrunk up to 150 °C, but you want 200 °C/],
  ])('settling %#', (passes, wantedC, says) => expect(preshrinkSentence(shrinkageOf(passes, wantedC), C)).toMatch(says))

  it('a proof by its day, its washes and what changed since', () => {
    expect(proofSentence({ state: 'none' })).toBeNull()
    expect(proofSentence({ state: 'proved', swatch })).toBe('Proved by the test swatch of 5 Mar.')
    expect(proofSentence({ state: 'toWash', swatch, missing: 1 })).toMatch(/one wash still/)
    expect(proofSentence({ state: 'toWash', swatch, missing: 3 })).toMatch(/3 washes still/)
    expect(proofSentence({ state: 'stale', swatch, changes: ['iron', 'pressCloth'] }))
      .toMatch(/another iron, another press cloth since the proof of 5 Mar/)
  })

  it('the map in figures, with a difference of degrees turned without the offset', () => {
    const room = { lessS: 2, moreS: 7, coolerC: 10, hotterC: 5 }
    expect(roomAroundSentence(room, C)).toMatch(/2 s shorter or 7 s longer, 10 °C cooler or 5 °C hotter/)
    expect(roomAroundSentence(room, F)).toMatch(/20 °F cooler or 9 °F hotter/)
    expect(safestSentence({ holdS: 12, soleC: 150 }, true, C)).toBe('Safest: 12 s at 150 °C.')
    expect(safestSentence({ holdS: 12, soleC: 150 }, false, F)).toBe('Safe only between the settings: 12 s at 300 °F.')
    expect(nearestSentence({ bond: 0.62, damage: 0.11, blockedBy:
      'bond' })).toMatch(/62 % likely to bond and 11 % to be damaged. The bond is/)
    expect(nearestSentence({ bond: 0.99, damage: 0.4, blockedBy: 'damage' })).toMatch(/Harm is the uncertain part/)
  })

  it('what the sheet would do here, with the share of a bond where it falls short', () => {
    expect(doneSoHere(1.2, false)).toBe('Done the same way here it should hold.')
    expect(doneSoHere(0.4, true)).toMatch(/fingertip: 40 % of a bond\.$/)
  })
})
