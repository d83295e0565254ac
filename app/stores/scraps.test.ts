// @vitest-environment happy-dom
import { beforeEach, describe, expect, it } from 'vitest'
import type { ScrapBody, ScrapKept } from '#shared/schemas'
import { idOf, layOut, standIn } from '../testing/board'
import { useScraps } from './scraps'

const scrap = (n: number) => ({ id: idOf(n), name: `Scrap ${n}` }) as unknown as ScrapKept
const body = { name: 'new' } as unknown as ScrapBody
beforeEach(() => layOut())

describe('the scrap box', () => {
  it('is asked for once, however many ask at once, and again when it is asked for later', async () => {
    const { asked } = standIn({ 'GET /api/scraps': () => [scrap(1)] }), scraps = useScraps()
    await Promise.all([scraps.load(), scraps.load()])
    expect([asked.length, scraps.scraps.length]).toEqual([1, 1])
    await scraps.load()
    expect(asked).toHaveLength(2)
  })
  it('what is put in lies on top; what is taken out is gone', async () => {
    standIn({
      'GET /api/scraps': () => [scrap(1), scrap(2)], 'POST /api/scraps': () => scrap(3), [`DELETE /api/scraps/${idOf(1)}`]: () => undefined,
    })
    const scraps = useScraps()
    await scraps.load()
    expect((await scraps.keep(body))?.id).toBe(idOf(3))
    await scraps.drop(idOf(1))
    expect([scraps.scraps.map(s => s.id), scraps.problem]).toEqual([[idOf(3), idOf(2)], null])
  })
  it('what is refused is said and changes nothing; what succeeds then takes the sentence away', async () => {
    const scraps = useScraps()
    standIn({ 'GET /api/scraps': () => [scrap(1)] })
    await scraps.load()
    expect(await scraps.keep(body)).toBeNull()
    expect([scraps.problem, scraps.scraps.length]).toEqual([expect.stringMatching(/nobody answers POST/), 1])
    await scraps.drop(idOf(1))
    expect([scraps.problem, scraps.scraps.length]).toEqual([expect.stringMatching(/nobody answers DELETE/), 1])
    await scraps.load()
    expect(scraps.problem).toBeNull()
    standIn({})
    await scraps.load()
    expect([scraps.problem, scraps.scraps.length]).toEqual([expect.stringMatching(/nobody answers GET/), 1])
    standIn({ 'POST /api/scraps': () => scrap(3), [`DELETE /api/scraps/${idOf(3)}`]: () => undefined })
    await scraps.keep(body)
    expect(scraps.problem).toBeNull()
    scraps.problem = 'old'
    await scraps.drop(idOf(3))
    expect(scraps.problem).toBeNull()
  })
})
