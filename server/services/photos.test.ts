import sharp from 'sharp'
import { describe, expect, it } from 'vitest'
import { reencode, takeBack } from './photos'

const picture = (width: number, height: number) => sharp({ create: { width, height, channels: 3, background: '#7a5c3a' } })

describe('a picture', () => {
  it.each(['jpeg', 'png', 'webp'] as const)('%s comes out as JPEG', async (format) => {
    const { jpeg, width, height } = await reencode(await picture(80, 50).toFormat(format).toBuffer())
    expect([width, height]).toEqual([80, 50])
    expect((await sharp(jpeg).metadata()).format).toBe('jpeg')
  })
  it('large ones are made smaller, in proportion', async () => {
    const { width, height } = await reencode(await picture(3200, 1000).jpeg().toBuffer())
    expect([width, height]).toEqual([1600, 500])
  })
  it('lying ones are stood upright, and where they were taken is forgotten', async () => {
    const lying = await picture(90, 40)
      .withExif({ IFD0: { Copyright: 'someone' }, IFD3: { GPSLatitude: '1/1 2/1 3/1' } })
      .withMetadata({ orientation: 6 })
      .jpeg()
      .toBuffer()
    const { jpeg, width, height } = await reencode(lying)
    expect([width, height]).toEqual([40, 90])
    expect((await sharp(jpeg).metadata()).exif).toBeUndefined()
  })
  it('see-through ones get paper behind them', async () => {
    const clear = await sharp({ create: { width: 4, height: 4, channels: 4, background: { r: 0, g: 0, b: 0, alpha: 0 } } }).png().toBuffer()
    const { data } = await sharp((await reencode(clear)).jpeg).raw().toBuffer({ resolveWithObject: true })
    expect(data[0]).toBeGreaterThan(250)
  })
  it.each<[string, Buffer]>([
    ['words', Buffer.from('not a picture at all')],
    ['SVG', Buffer.from('<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"/>')],
    ['GIF', Buffer.from('R0lGODlhAQABAIAAAAAAAP///yH5BAEAAAAALAAAAAABAAEAAAIBRAA7', 'base64')],
  ])('%s are refused with a sentence that names the field', async (_what, bytes) => {
    await expect(reencode(bytes)).rejects.toMatchObject({
      problem: { status: 422, errors: [{ field: 'photo', message: expect.stringMatching(/^Picture: .*[.]$/) }] },
    })
  })
  it('a torn one is refused', async () => {
    const whole = await picture(400, 400).png().toBuffer()
    await expect(reencode(whole.subarray(0, whole.length - 40))).rejects.toMatchObject({ problem: { status: 422 } })
  })
})

describe('a picture that comes back in a file', () => {
  /** Packed anew it is never the same again. */
  const grainy = (width: number, height: number) => sharp({
    create: { width, height, channels: 3, background: '#7a5c3a', noise: { type: 'gaussian', mean: 120, sigma: 60 } },
  })
  it.each([[60, 60, 60], [3200, 1000, 1600]])('of %d × %d is kept to the byte where it is one of ours', async (wide, high, keptWide) => {
    const { jpeg, width } = await reencode(await grainy(wide, high).png().toBuffer())
    const back = await takeBack(jpeg)
    expect([width, back.width, back.jpeg.equals(jpeg)]).toEqual([keptWide, keptWide, true])
    expect((await reencode(jpeg)).jpeg.equals(jpeg)).toBe(false)
  })
  it('is packed anew where something hides behind it or in it', async () => {
    const { jpeg } = await reencode(await picture(60, 60).png().toBuffer())
    const behind = await takeBack(Buffer.concat([jpeg, Buffer.from('<script>')]))
    expect(behind.jpeg.includes('<script>')).toBe(false)
    const inside = await takeBack(await picture(60, 60).withExif({ IFD0: { Copyright: 'someone' } }).jpeg().toBuffer())
    expect(inside.jpeg.includes('someone')).toBe(false)
  })
})
