import { afterEach, describe, expect, it, vi } from 'vitest'
import { figure, settingsRefused, spareMB } from './settings'

afterEach(() => { vi.unstubAllEnvs() })

describe('a setting that is a whole number', () => {
  it('is the usual one where it is not set, else as it is set', () => {
    expect(figure('READY_CUFF_TRIED', 7)).toBe(7)
    vi.stubEnv('READY_CUFF_TRIED', ' 12 ')
    expect(figure('READY_CUFF_TRIED', 7)).toBe(12)
    vi.stubEnv('READY_CUFF_TRIED', '1')
    expect(figure('READY_CUFF_TRIED', 7)).toBe(1)
  })
  it.each(['many', '', '  ', '0', '-3', '2.5', 'Infinity'])('"%s" is refused, and named', (set) => {
    vi.stubEnv('READY_CUFF_TRIED', set)
    expect(() => figure('READY_CUFF_TRIED', 7)).toThrow(`READY_CUFF_TRIED is "${set}": set it to a whole number, 1 or more`)
  })
  it('nothing to spare may be set', () => {
    expect(spareMB()).toBe(50)
    vi.stubEnv('READY_CUFF_SPARE_MB', '0')
    expect(spareMB()).toBe(0)
  })
})

describe('settings that make no sense', () => {
  it('are all said, each with its sentence', () => {
    const no = (why: string) => () => { throw new Error(why) }
    expect(settingsRefused([() => 3, no('A is too short.'), () => null, no('B is none.')])).toEqual(['A is too short.', 'B is none.'])
    expect(settingsRefused([() => 3])).toEqual([])
  })
})
