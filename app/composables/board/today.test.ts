// @vitest-environment happy-dom
import { afterEach, beforeEach, expect, it, vi } from 'vitest'
import { effectScope } from 'vue'
import { dayOf, useToday } from './today'

const zone = process.env.TZ
beforeEach(() => vi.useFakeTimers())
afterEach(() => {
  process.env.TZ = zone
  vi.useRealTimers()
})

it.each([
  ['Pacific/Auckland', '2026-11-27T12:30:00Z', '2026-11-28'], ['America/Lima', '2026-11-28T03:00:00Z', '2026-11-27'],
  ['UTC', '2026-01-05T09:00:00Z', '2026-01-05'],
])('in %s %s is the day %s', (tz, at, day) => {
  process.env.TZ = tz
  expect(dayOf(new Date(at))).toBe(day)
})
it('becomes tomorrow while the board stays open', () => {
  process.env.TZ = 'UTC'
  vi.setSystemTime('2026-12-31T23:59:50Z')
  const scope = effectScope(), today = scope.run(useToday)!
  expect(today.value).toBe('2026-12-31')
  vi.advanceTimersByTime(60_000)
  expect(today.value).toBe('2027-01-01')
  scope.stop()
})
