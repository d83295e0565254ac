import { describe, expect, it } from 'vitest'
import { isWithin, TRADE_CASES } from './cases'

describe('cases whose outcome is known in the trade', () => {
  it.each(TRADE_CASES.map(c => [`${c.section}: ${c.what}`, c] as const))('%s', (_, c) => {
    const got = c.got()
    expect(isWithin(c, got), `${String(got)}, wanted ${c.band.map(String).join(' to ')}`).toBe(true)
  })
  it('there are enough of them, each but once', () => {
    expect(TRADE_CASES.length).toBeGreaterThanOrEqual(120)
    expect(new Set(TRADE_CASES.map(c => `${c.section} ${c.what}`)).size).toBe(TRADE_CASES.length)
  })
})
