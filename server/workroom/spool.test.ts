import { mkdtemp, rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { Readable } from 'node:stream'
import fc from 'fast-check'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { spool } from './spool'

let folder: string
beforeEach(async () => { folder = await mkdtemp(join(tmpdir(), 'spool-')) })
afterEach(() => rm(folder, { recursive: true, force: true }))

/** The text in pieces of any size, cut within letters too. */
const inPieces = (text: string, size: number) => {
  const bytes = Buffer.from(text)
  return Readable.from(Array.from({ length: Math.ceil(bytes.length / size) }, (_, i) => bytes.subarray(i * size, (i + 1) * size)))
}
async function laidOut(json: unknown, size = 7) {
  const there = await spool(inPieces(typeof json === 'string' ? json : JSON.stringify(json), size), folder,
    list => (['fabrics', 'swatches'].includes(list) ? list : null))
  const all: Record<string, unknown[]> = {}
  for (const list of ['fabrics', 'swatches']) {
    all[list] = []
    for await (const row of there.rows(list)) all[list].push(row)
  }
  return { ...there, all }
}

describe('a workroom laid out on disk', () => {
  it('its head is kept, its lists are rows, other lists are left out', async () => {
    const file = {
      version: 4, workroom: { name: 'Ä', rules: { blend: 'strict' } },
      rows: { fabrics: [{ id: 1, marks: [[1, { a: null }], 'x'] }, { id: 2 }], odd: [{ a: 1 }], swatches: [] }, written: 'today',
    }
    const { head, counts, all } = await laidOut(file)
    expect(head).toEqual({ version: 4, workroom: file.workroom, written: 'today' })
    expect(counts).toEqual({ fabrics: 2 })
    expect(all).toEqual({ fabrics: file.rows.fabrics, swatches: [] })
  })
  it('whatever stands in a row comes out as it went in, however it was cut', async () => {
    await fc.assert(fc.asyncProperty(
      fc.array(fc.dictionary(fc.string(), fc.jsonValue()), { maxLength: 6 }), fc.integer({ min: 1, max: 40 }),
      async (fabrics, size) => {
        // -0 is written as 0.
        expect((await laidOut({ rows: { fabrics } }, size)).all.fabrics).toEqual(JSON.parse(JSON.stringify(fabrics)))
      },
    ), { numRuns: 60, seed: 11 })
  })
  it('a field that bears the name of the prototype is a field', async () => {
    const { all } = await laidOut('{"rows":{"fabrics":[{"__proto__":{"admin":true},"id":3}]}}')
    expect(JSON.stringify(all.fabrics)).toBe('[{"__proto__":{"admin":true},"id":3}]')
    expect(({} as { admin?: boolean }).admin).toBeUndefined()
  })
  it.each([
    ['broken off', '{"rows":{"fabrics":[{"id":1},{"id"'], ['none at all', 'hello'], ['empty', ''],
  ])('%s is refused', async (_, text) => {
    await expect(laidOut(text)).rejects.toThrow()
  })
  it.each([
    ['a list', '[1,2]'], ['a number', '42'], ['rows that are none', '{"rows":3}'], ['a list that is none', '{"rows":{"fabrics":{"a":1}}}'],
  ])(
    '%s has no rows', async (_, text) => expect((await laidOut(text)).counts).toEqual({}),
  )
  it('what is nested deeper than any workroom is refused at once, however long it is', async () => {
    const deep = (n: number) => `{"rows":{"fabrics":[${'['.repeat(n)}${']'.repeat(n)}]}}`
    expect((await laidOut(deep(30))).counts).toEqual({ fabrics: 1 })
    await expect(laidOut(deep(200_000), 65_536)).rejects.toThrow('nested deeper than 40')
  })
})
