import { PDFDocument } from 'pdf-lib'
import { describe, expect, it } from 'vitest'
import { careLimits } from '#core/care'
import { lookOf } from '../../e2e/paper'
import { careCardPdf } from './careCard'

const units = { length: 'mm', temperature: '°C', arealMass: 'g/m²' } as const
const card = (own: string) => ({ title: 'Coat: Mate\'s boat coat', workroom: 'Tidewell', limits: careLimits([]), own, units })
const pages = async (own: string, size: 'card' | 'pocket') => (await PDFDocument.load(await careCardPdf(card(own), size))).getPages()
const mm = (points: number) => points / 72 * 25.4

describe('the care card on paper', () => {
  it.each([['card', 105, 148], ['pocket', 85, 55]] as const)('a %s is %d by %d mm, on one page', async (size, wide, high) => {
    const [first, ...rest] = await pages('Brush it.', size)
    expect(rest).toEqual([])
    expect(mm(first!.getWidth())).toBeCloseTo(wide, 3)
    expect(mm(first!.getHeight())).toBeCloseTo(high, 3)
  })
  it('looks as it did', async () => {
    expect(await Promise.all((['card', 'pocket'] as const).map(async s => lookOf(await careCardPdf(card('Brush it.'), s)))))
      .toEqual(['0b617cf73d7e', '7d664f56a2cb'])
  })
  it('what does not fit goes on a further one of the same size', async () => {
    const all = await pages('Grüße from the workroom. '.repeat(16), 'pocket')
    expect(all.length).toBeGreaterThan(1)
    expect(new Set(all.map(p => p.getHeight())).size).toBe(1)
  })
})
