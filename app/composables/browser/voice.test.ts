// @vitest-environment happy-dom
import { describe, expect, it } from 'vitest'
import type { StepKind } from '#core/press'
import { spokenAt } from './voice'

describe('what is said of the seconds left', () => {
  it.each<[StepKind, number, boolean, string]>([
    ['down', 12, false, ''], ['down', 9.6, false, '10 seconds'], ['down', 9, false, ''], ['down', 4.2, false, '5 seconds'],
    ['down', 0, true, 'Lift'], ['down', -9.9, true, 'Lift'], ['down', -10, true, '10 seconds over'], ['down', -24, true, '20 seconds over'],
    ['warm', -1, true, 'Lift'], ['turn', 0, true, 'Set down'], ['cool', 0, true, 'Cold'], ['cool', 5, false, '5 seconds'],
    ['lay', 5, false, ''], ['lay', -3, true, ''],
  ])('%s with %s s left, over %s: %s', (kind, leftS, over, words) => {
    expect(spokenAt(kind, leftS, over)).toBe(words)
  })
  it('says nothing of a bond that does not come at this heat', () => {
    expect(spokenAt('down', Infinity, false)).toBe('')
  })
})
