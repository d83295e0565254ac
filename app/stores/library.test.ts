// @vitest-environment happy-dom
import { beforeEach, describe, expect, it } from 'vitest'
import { fabric, idOf, iron, layOut, standIn, supply } from '../testing/board'
import { useLibrary } from './library'

const page = <T>(rows: T[], total = rows.length) => ({ rows, total, page: 1, size: 100 })
function shelves(fabrics = page([fabric()]), supplies = page([supply()]), more: Record<string, () => unknown> = {}) {
  const { workroom } = useLibrary()
  return standIn({
    'GET /api/workroom': () => workroom, 'GET /api/fabrics': () => fabrics, 'GET /api/supplies': () => supplies,
    'GET /api/irons': () => [iron()], 'GET /api/press-cloths': () => [], ...more,
  })
}
beforeEach(() => layOut())

describe('what lies in the drawers', () => {
  it('is fetched, and when the irons were read is known', async () => {
    const library = useLibrary(), before = Date.now()
    shelves()
    await library.load()
    expect([library.ready, library.problem, library.fabrics.length, library.irons.map(i => i.id)]).toEqual([true, null, 1, [idOf(31)]])
    expect(library.ironsReadMs).toBeGreaterThanOrEqual(before)
  })
  it('what the whole list does not have any more is gone; beyond a first page what was fetched by itself stays', async () => {
    const library = useLibrary()
    shelves()
    await library.load()
    expect(library.fabrics.map(c => c.id)).toEqual([idOf(11)])
    library.keepFabric(fabric({ id: idOf(13), name: 'Far' }))
    shelves(page([fabric({ name: 'Renamed' })], 300))
    await library.load()
    expect(library.fabrics.map(c => [c.id, c.name])).toEqual([[idOf(11), 'Renamed'], [idOf(13), 'Far']])
  })
  it('what lies on the board is there before the board is shown, each once; what is gone stays away', async () => {
    const library = useLibrary()
    const { asked } = shelves(page([fabric()]), page([supply()]), {
      [`GET /api/fabrics/${idOf(14)}`]: () => fabric({ id: idOf(14) }),
      [`GET /api/supplies/${idOf(24)}`]: () => supply({ id: idOf(24) }),
      [`GET /api/supplies/${idOf(25)}`]: () => { throw new Error('gone') },
    })
    await library.load({ fabricId: idOf(14), supplyIds: [idOf(21), null, idOf(24), idOf(25)] })
    expect(library.fabrics.map(c => c.id).toSorted()).toEqual([idOf(11), idOf(14)])
    expect(library.supplies.map(s => s.id).toSorted()).toEqual([idOf(21), idOf(24)])
    expect([library.problem, library.ready]).toEqual([null, true])
    expect(asked.some(a => a.what.endsWith(idOf(21)))).toBe(false)
    const before = asked.length
    await library.bring(idOf(14), [idOf(24)])
    expect(asked).toHaveLength(before)
  })
  it('where the server does not answer, what was there stays and it is said', async () => {
    const library = useLibrary()
    standIn({})
    await library.load()
    expect(library.problem).toMatch(/nobody answers/)
    expect([library.ready, library.fabrics.length]).toEqual([false, 2])
    shelves()
    await library.load()
    expect([library.ready, library.problem]).toEqual([true, null])
  })
  it('a saved one takes the place of its older self, a new one is the first of its drawer', () => {
    const library = useLibrary()
    library.keepFabric(fabric({ id: idOf(12), name: 'Saved' }))
    library.keepFabric(fabric({ id: idOf(19), name: 'New' }))
    expect(library.fabrics.map(c => [c.id, c.name])).toEqual([[idOf(19), 'New'], [idOf(11), 'Poplin'], [idOf(12), 'Saved']])
    library.keepSupply(supply({ id: idOf(22), name: 'Saved' }))
    library.keepSupply(supply({ id: idOf(29), name: 'New' }))
    expect(library.supplies.map(s => [s.id, s.name])).toEqual([[idOf(29), 'New'], [idOf(21), 'Lawn'], [idOf(22), 'Saved']])
    library.keepIron(iron({ id: idOf(31), name: 'Saved' }))
    library.keepIron(iron({ id: idOf(39), name: 'New' }))
    expect(library.irons.map(i => [i.id, i.name])).toEqual([[idOf(31), 'Saved'], [idOf(32), 'Locker'], [idOf(39), 'New']])
  })
})
