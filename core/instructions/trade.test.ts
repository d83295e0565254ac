import { describe, expect, it } from 'vitest'
import { CASES, shouldShow } from './trade'

describe('as the trade knows it: poplin, woven 60 g/m², muslin, padded board, leaned on', () => {
  it.each(shouldShow())('$what', ({ got, band }) => {
    expect(got).toBeGreaterThanOrEqual(band[0])
    expect(got).toBeLessThanOrEqual(band[1])
  })
})

describe('known outcomes, with typical values and nothing learned', () => {
  it.each(CASES.flatMap(c => c.figures().map(f => ({ ...f, what: `${c.name}: ${f.what}` }))))('$what', ({ got, band, missedBy }) => {
    // A band that is missed is said with its figure; it may not drift further.
    expect(got).toBeGreaterThanOrEqual(band[0] - (missedBy ?? 0))
    expect(got).toBeLessThanOrEqual(band[1] + (missedBy ?? 0))
  })
})
