import { describe, expect, it } from 'vitest'
import { blob, solePath, strewn } from './harmMarks'

describe('marks on a swatch', () => {
  it('are the same every time, more of them the worse it is, and within the swatch', () => {
    expect(strewn(3, 0.5, 20, 200, 140, 8)).toEqual(strewn(3, 0.5, 20, 200, 140, 8))
    expect(strewn(3, 0.5, 20, 200, 140, 8)).toEqual(strewn(3, 1, 20, 200, 140, 8).slice(0, 10))
    expect([0, 0.01, 1].map(s => strewn(3, s, 20, 200, 140, 8).length)).toEqual([0, 1, 20])
    for (const m of strewn(9, 1, 60, 200, 140, 8)) {
      expect(m.x >= 8 && m.x <= 192 && m.y >= 8 && m.y <= 132).toBe(true)
      expect(m.r > 0 && m.r <= 8).toBe(true)
    }
  })
  it('a blob is closed about its point, an iron stands nose up', () => {
    const path = blob(5, 100, 70, 30, 0.4),
      xs = [...path.matchAll(/[MQ ]?(\d+\.\d) (\d+\.\d)/g)].map(m => [Number(m[1]), Number(m[2])] as const)
    expect(path).toMatch(/^M.*Z$/)
    for (const [x, y] of xs) expect(Math.hypot(x - 100, y - 70)).toBeLessThan(40)
    expect(solePath(100, 70, 80, 120)).toMatch(/^M100 10C.*Z$/)
  })
})
