import { describe, expect, it } from 'vitest'
import { z } from 'zod'
import { ENTITY_ROWS, keptForm, offcutRow, outlinePayload, recipeSchema, swatchBody, unknownForms } from '.'
import { idOf } from '../kept.fixture'

const bow: [number, number][] = [[0, 0], [10, 10], [10, 0], [0, 10]]
const long: [number, number][] = [[0, 0], [900, 0], [900, 11_880], [0, 11_880]]

describe('what is kept is never judged', () => {
  it('knows every kind of schema that a kept row is made of', () => {
    for (const [name, row] of Object.entries(ENTITY_ROWS)) expect(unknownForms(row), name).toEqual([])
  })
  it.each<[string, z.ZodType, unknown]>([
    ['an outline longer than may be drawn', outlinePayload, { rim: long, holes: [] }],
    ['one that crosses itself', outlinePayload, { rim: bow, holes: [] }],
    ['one with more holes than it may have', outlinePayload, { rim: long, holes: Array.from({ length: 30 }, () => bow) }],
    ['a moment after the years that are taken', z.object({ at: swatchBody.shape.pressedAt }), { at: '2200-01-01T00:00:00Z' }],
    ['an event of a swatch fifteen hours on', swatchBody.shape.events, [{ atS: 54_000, kind: 'done', soleC: null }]],
    ['a list of more than may be given', swatchBody.shape.doubts, Array.from({ length: 40 }, () => ({ why: 'slept', forS: 1e9 }))],
  ])('%s is refused at the door and read as it is kept', (_, schema, value) => {
    expect(schema.safeParse(value).success).toBe(false)
    expect(keptForm(schema).parse(value)).toEqual(value)
  })
  it('still knows what a thing is: kinds, whole numbers, ids, moments and versions of a payload', () => {
    const row = {
      id: idOf(1), supplyId: idOf(2), outline: { rim: long, holes: [] }, lot: 'x'.repeat(100), usedAt: null,
      createdAt: '2026-01-01T00:00:00Z',
    }
    const kept = keptForm(offcutRow)
    expect(kept.parse(row)).toEqual(row)
    for (const wrong of [{ id: 'abc' }, { outline: { rim: 'round' } }, { outline: null }, { createdAt: 'never' }, { lot: 3 }])
      expect(kept.safeParse({ ...row, ...wrong }).success, JSON.stringify(wrong)).toBe(false)
    const marks = keptForm(z.object({ n: z.number().int().max(5), kind: z.enum(['a', 'b']).default('a') }))
    expect(marks.parse({ n: 9 })).toEqual({ n: 9, kind: 'a' })
    expect([marks.safeParse({ n: 9.5 }).success, marks.safeParse({ n: 9, kind: 'c' }).success]).toEqual([false, false])
    expect(keptForm(recipeSchema).in.shape.format.parse(1)).toBe(2)
  })
  it('leaves the schema at the door as it was', () => {
    keptForm(outlinePayload)
    expect(outlinePayload.safeParse({ rim: bow, holes: [] }).success).toBe(false)
  })
})
