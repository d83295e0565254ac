// @vitest-environment happy-dom
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { iron, standIn } from '../../testing/board'
import { readEarly, readOnce } from './early'

const shelves = (irons: () => unknown) => standIn({
  'GET /api/workroom': () => ({}), 'GET /api/fabrics': () => ({}), 'GET /api/supplies': () => ({}), 'GET /api/press-cloths': () => [],
  'GET /api/irons': irons,
})
let asked = 0
beforeEach(() => { asked = 0 })
// What nobody took would be taken for a board of another test.
afterEach(() => Promise.allSettled((['workroom', 'fabrics', 'supplies', 'irons', 'pressCloths'] as const).map(readOnce)))

describe('what a board begins with', () => {
  it('is taken as it was asked for early, once; then it is asked for anew', async () => {
    shelves(() => {
      asked++
      return [iron()]
    })
    readEarly()
    expect(asked).toBe(1)
    expect(await readOnce('irons')).toHaveLength(1)
    expect(asked).toBe(1)
    await readOnce('irons')
    expect(asked).toBe(2)
  })
  it('that failed early is asked for again by whoever needs it, and fails there if it does again', async () => {
    shelves(() => {
      asked++
      if (asked === 1) throw new Error('not yet')
      return [iron()]
    })
    readEarly()
    expect(await readOnce('irons')).toHaveLength(1)
    shelves(() => { throw new Error('never') })
    readEarly()
    await expect(readOnce('irons')).rejects.toThrow()
  })
})
