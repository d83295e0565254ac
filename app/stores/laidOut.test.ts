// @vitest-environment happy-dom
import { FetchError } from 'ofetch'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { rulesSchema, type ScrapBody, type ScrapKept } from '#shared/schemas'
import { fabric, idOf, job, layOut, standIn, supply } from '../testing/board'
import { useSelection } from './selection'
import { useJobs } from './jobs'
import { useLibrary } from './library'
import { useScraps } from './scraps'
import { useWish } from './wish'

beforeEach(() => { layOut() })
const FULL = 'Scraps: 200 are kept at the most.'
const refused = () => vi.stubGlobal('$fetch', () => Promise.reject(Object.assign(new FetchError('no'), {
  response: { status: 422 }, data: { type: 'about:blank', title: 'No', status: 422, detail: FULL, errors: [] },
})))

describe('what lies on the board', () => {
  it('without a choice a fusible with adhesive and the first iron lie there; what is chosen takes their place', () => {
    const selection = useSelection(), library = useLibrary()
    library.supplies = [supply({ id: idOf(23), family: 'sewIn', adhesive: null }), supply(), supply({ id: idOf(22) })]
    expect([selection.fabric, selection.supply!.id, selection.iron!.id, selection.setup]).toEqual([null, idOf(21), idOf(31), null])
    Object.assign(selection.chosen, { fabricId: idOf(12), supplyId: idOf(23), ironId: idOf(32), overIds: [idOf(22), idOf(99)] })
    const lies = [selection.fabric!.id, selection.supply!.id, selection.iron!.id, selection.over.map(s => s.id)]
    expect(lies).toEqual([idOf(12), idOf(23), idOf(32), [idOf(22)]])
    selection.chosen.way = { method: 'dry' } as never
    selection.takeIron(idOf(31))
    expect([selection.iron!.id, selection.chosen.way]).toEqual([idOf(31), null])
    selection.clear()
    expect([selection.fabric, selection.chosen.overIds, selection.chosen.surface]).toEqual([null, [], 'padded'])
  })
  const mixed = [{ fibre: 'cotton' as const, sharePct: 90 }, { fibre: 'polyester' as const, sharePct: 10 }]
  it.each([
    ['sturdy cotton', {}, true], ['just sturdy enough', { massGsm: 100 }, true], ['thin', { massGsm: 99 }, false],
    ['of unknown fibre', { fibres: [] }, false], ['finished', { finishes: ['puCoat' as const] }, false],
    ['with a synthetic in it', { fibres: mixed }, false],
  ])('the house lets the iron meet sturdy cotton and linen bare: %s', (_, more, bare) => {
    const selection = useSelection(), library = useLibrary()
    library.workroom = { ...library.workroom!, rules: rulesSchema.parse({ pressCloth: 'sturdyBare' }) }
    library.fabrics = [fabric(more)]
    selection.chosen.fabricId = idOf(11)
    expect(selection.pressCloth === null).toBe(bare)
    library.workroom = { ...library.workroom, rules: rulesSchema.parse({ pressCloth: 'always' }) }
    expect(selection.pressCloth?.kind).toBe('muslin')
  })
})

describe('the drawers', () => {
  const lists = (fabrics: { rows: unknown[], total: number }) => ({
    'GET /api/workroom': () => ({ ...useLibrary().workroom! }), 'GET /api/fabrics': () => fabrics,
    'GET /api/supplies': () => ({ rows: [supply()], total: 1 }), 'GET /api/irons': () => [], 'GET /api/press-cloths': () => [],
  })
  it('are filled in one go; what lies on the board and not on the first page is fetched by itself, and stays', async () => {
    const library = useLibrary()
    const { asked } = standIn({
      ...lists({ rows: [fabric()], total: 200 }), [`GET /api/fabrics/${idOf(15)}`]: () => fabric({ id: idOf(15), name: 'Far down' }),
    })
    library.fabrics = []
    library.supplies = []
    await library.load({ fabricId: idOf(15), supplyIds: [null, idOf(21)] })
    expect([library.ready, library.problem, library.fabrics.map(c => c.name)]).toEqual([true, null, ['Far down', 'Poplin']])
    expect(asked.filter(a => a.what.startsWith('GET /api/supplies/'))).toEqual([])
    await library.load()
    expect(library.fabrics.map(c => c.name)).toEqual(['Poplin', 'Far down'])
  })
  it('a list that came whole is the whole list; what is gone from the server stays away without a word', async () => {
    const library = useLibrary()
    standIn(lists({ rows: [fabric()], total: 1 }))
    await library.load({ fabricId: idOf(77), supplyIds: [] })
    expect([library.fabrics.map(c => c.id), library.problem]).toEqual([[idOf(11)], null])
  })
  it('without the server it is said, and what lay there lies there', async () => {
    const library = useLibrary()
    vi.stubGlobal('$fetch', () => Promise.reject(new Error('away')))
    await library.load()
    expect([library.problem !== null, library.fabrics.length]).toEqual([true, 2])
    library.keepSupply(supply({ name: 'Lawn, new lot' }))
    library.keepSupply(supply({ id: idOf(29), name: 'Another' }))
    library.keepFabric(fabric({ id: idOf(19), name: 'New' }))
    expect([library.supplies.map(s => s.name), library.fabrics.map(c => c.name)]).toEqual([
      ['Another', 'Lawn, new lot', 'Feather'], ['New', 'Poplin', 'Melton'],
    ])
  })
})

describe('the scrap box', () => {
  const scrap = (n: number): ScrapKept => ({ id: idOf(n), name: `S${n}` }) as ScrapKept
  it('is fetched once however many ask; what is put in lies on top, what is gone is gone; a refusal changes nothing', async () => {
    const box = useScraps()
    const { asked } = standIn({
      'GET /api/scraps': () => [scrap(1)], 'POST /api/scraps': () => scrap(2), [`DELETE /api/scraps/${idOf(1)}`]: () => undefined,
    })
    await Promise.all([box.load(), box.load()])
    expect(asked).toHaveLength(1)
    expect((await box.keep({} as ScrapBody))!.id).toBe(idOf(2))
    expect(box.scraps.map(s => s.id)).toEqual([idOf(2), idOf(1)])
    await box.drop(idOf(1))
    expect(box.scraps.map(s => s.id)).toEqual([idOf(2)])
    refused()
    expect([await box.keep({} as ScrapBody), box.problem]).toEqual([null, FULL])
    await box.drop(idOf(2))
    await box.load()
    expect([box.scraps.map(s => s.id), box.problem]).toEqual([[idOf(2)], FULL])
  })
})

describe('what is wished of an interfacing', () => {
  it('stands by fabric and place on this board, and is forgotten for the oldest once there are many', () => {
    const wish = useWish(), selection = useSelection()
    selection.chosen.fabricId = idOf(11)
    expect([wish.place.key, wish.wished.stiffness, wish.wished.care.washC]).toEqual(['collar', null, 40])
    wish.wishFor({ stiffness: 'firm' as never, care: { washC: 60, tumble: 'no', dryClean: false } })
    wish.choosePlace('cuff')
    expect([wish.place.key, wish.wished.stiffness]).toEqual(['cuff', null])
    wish.choosePlace('collar')
    expect([wish.wished.stiffness, wish.wished.care.washC]).toEqual(['firm', 60])
    selection.chosen.fabricId = idOf(12)
    expect([wish.wished.stiffness, wish.wished.care.washC]).toEqual([null, 40])
  })
  it('in a job the care is the job\'s, for all its fabrics, and the place is kept with it', async () => {
    const wish = useWish(), jobs = useJobs(), kept = job({ washC: 30 })
    const { asked } = standIn({
      [`GET /api/jobs/${idOf(51)}`]: () => kept,
      [`PUT /api/jobs/${idOf(51)}`]: body => Object.assign(kept, body, { version: kept.version + 1 }),
    })
    await jobs.open(kept)
    useSelection().chosen.fabricId = idOf(11)
    expect(wish.wished.care).toEqual({ washC: 30, tumble: 'no', dryClean: false })
    wish.wishFor({ care: { washC: 60, tumble: 'low', dryClean: false } })
    await vi.waitFor(() => expect(asked.filter(a => a.what.startsWith('PUT'))).toMatchObject([{ body: { washC: 60, tumble: 'low' } }]))
    wish.choosePlace('cuff')
    await vi.waitFor(() => expect(asked.filter(a => a.what.startsWith('PUT'))[1]).toMatchObject({ body: { fabrics: [{ place: 'cuff' }] } }))
  })
  it('places of one\'s own stand beside the built-in ones', async () => {
    const wish = useWish()
    const own = {
      id: idOf(61), name: 'Epaulette', stiffness: 'firm', give: 'stay', wear: 0.5, shows: true, inSeam: false, families: ['fusible'],
      layers: [],
      version: 0,
    }
    standIn({ 'GET /api/places': () => [own] })
    await wish.load()
    expect(wish.places.at(-1)).toMatchObject({ key: `own:${idOf(61)}`, name: 'Epaulette', give: 'stay' })
  })
})
