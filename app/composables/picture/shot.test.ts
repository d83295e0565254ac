import { describe, expect, it, vi } from 'vitest'
import { deltaE00, labOf, appearanceOf, madePrint, paletteOf } from '#core/colour'
import { neckOf, useGarmentShot } from './garmentShot'
import { gainsOfShot, mmPerPx, shotOf, STAND_INS, standInShot } from './shot'

vi.mock('../browser/pictureIn', () => ({ addressOf: () => 'data:image/jpeg;base64,AAAA' }))
const plain = (hex: string) => madePrint({ kind: 'plain', colours: [hex], repeatMm: 10, wideMm: 50, highMm: 40, pxPerMm: 4, seed: 1 })

describe('a picture with a length on it', () => {
  it('has no size until someone says how long the line is', () => {
    const shot = shotOf(plain('#888888'), null)
    expect([mmPerPx(null), mmPerPx(shot)]).toEqual([null, null])
    // The line runs over eight tenths of it.
    expect(mmPerPx({ ...shot, lengthMm: 40 })).toBeCloseTo(40 / 160, 9)
    expect(mmPerPx({ ...shot, lengthMm: 40, line: { x0: 0, y0: 0, x1: 30, y1: 40 } })).toBeCloseTo(40 / 50, 9)
    expect(mmPerPx({ ...shot, lengthMm: 40, line: { x0: 5, y0: 5, x1: 6, y1: 5 } })).toBeNull()
  })
  it('a white card puts its colours right', () => {
    const yellowish = shotOf(plain('#d8c8a0'), 40)
    expect(gainsOfShot(yellowish)).toBeUndefined()
    const gains = gainsOfShot({ ...yellowish, white: { x: 50, y: 50 } })!
    expect(gains[2]).toBeGreaterThan(gains[0])
    expect(deltaE00(paletteOf(yellowish.picture, { gains })[0]!.lab, labOf('#f4f4f2'))).toBeLessThan(1.5)
    expect(() => gainsOfShot({ ...shotOf(plain('#060606'), 40), white: { x: 0, y: 0 } })).toThrow('too dark')
  })
  it('the camera that is not there shows what it is said to', () => {
    STAND_INS.forEach((s, i) => {
      const shot = standInShot(i), size = mmPerPx(shot)!
      expect(size * shot.picture.wide, s.name).toBeCloseTo(60, 3)
      const look = appearanceOf(shot.picture, size)
      expect(look.figureMm === null, s.name).toBe(s.kind === 'plain')
      expect(Math.min(...look.palette.map(p => deltaE00(p.lab, labOf(s.colours[0]!)))), s.name).toBeLessThan(3)
    })
  })
  it('of a garment it is kept by what is placed on it', () => {
    const one = useGarmentShot(() => 'a'), other = useGarmentShot(() => 'b'), shot = shotOf(plain('#445566'), 100)
    one.value = neckOf(shot)
    expect([one.value?.neck, other.value]).toEqual([{ x: 100, y: 16 }, null])
    one.value = null
    expect(one.value).toBeNull()
  })
})
