// @vitest-environment happy-dom
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { effectScope, type EffectScope } from 'vue'
import { fabric, idOf, job, layOut, standIn, supply } from '../../testing/board'
import { paletteOpen, useFinding } from './finding'

const led: string[] = []
const beyond = { fabrics: [fabric({ id: idOf(13), code: 'C-3', name: 'Challis' })], supplies: [supply({ id: idOf(23), name: 'Gauze' })] }
let asked: ReturnType<typeof standIn>['asked']
beforeEach(() => {
  layOut()
  led.length = 0
  paletteOpen.value = false
  vi.stubGlobal('useRouter', () => ({ push: (to: string) => { led.push(to) } }))
  vi.stubGlobal('useStored', <T>(_: string, first: T) => ref(first))
  const paged = <T>(rows: T[]) => ({ rows, total: rows.length, page: 1, size: 12 });
  ({ asked } = standIn({
    'GET /api/jobs': () => paged([job()]),
    'GET /api/fabrics': (_, { q }) => { if (q === 'away') throw new Error('away'); return paged(beyond.fabrics) },
    'GET /api/supplies': () => paged(beyond.supplies),
  }))
})

let scope: EffectScope
const finding = () => {
  scope = effectScope()
  return scope.run(() => useFinding())!
}
afterEach(() => { scope.stop() })
type Found = ReturnType<typeof finding>
const group = (f: Found, id: string) => f.groups.value.find(g => g.id === id)?.items ?? []
const choose = (f: Found, id: string, label: string) => {
  const one = group(f, id).find(i => i.label === label)
  if (!one) throw new Error(`${label} is not in ${id}`)
  one.onSelect!(new Event('select'))
}

describe('finding anything from anywhere', () => {
  it('with nothing typed: what is done and where one can go; once something was chosen, that first', () => {
    const f = finding()
    expect(f.groups.value.map(g => g.id)).toEqual(['actions', 'screens'])
    f.term.value = 'pop'
    expect(f.groups.value.map(g => g.id)).toEqual([
      'jobs', 'fabrics', 'supplies', 'pieces', 'screens', 'actions', 'guide', 'shortcuts',
    ])
    paletteOpen.value = true
    choose(f, 'actions', 'New fabric')
    expect([led, paletteOpen.value]).toEqual([['/fabric?new=1'], false])
    f.term.value = '  '
    expect(f.groups.value.map(g => g.id)).toEqual(['recent', 'actions', 'screens'])
    expect(group(f, 'recent').map(i => i.label)).toEqual(['New fabric'])
  })
  it('what was used last stands first, nothing twice, six at the most', () => {
    const f = finding()
    const labels = ['New fabric', 'New job', 'New supply', 'New test swatch', 'Take a picture of a scrap', 'Make a backup']
    for (const label of [...labels, 'New job']) choose(f, 'actions', label)
    choose(f, 'screens', group(f, 'screens')[0]!.label!)
    const first = group(f, 'screens')[0]!.label
    expect(group(f, 'recent').map(i => i.label)).toEqual([first, 'New job', labels[5], labels[4], labels[3], labels[2]])
  })
  it('a fabric is laid on the board and its earlier method forgotten; a supply is opened', () => {
    const f = finding(), { chosen } = useSelection()
    Object.assign(chosen, { fabricId: idOf(11), way: 'mist' })
    f.term.value = 'm'
    choose(f, 'fabrics', 'Melton')
    expect([chosen.fabricId, chosen.way, led.at(-1)]).toEqual([idOf(12), null, '/fabric'])
    choose(f, 'supplies', 'Feather')
    expect(led.at(-1)).toBe(`/supplies?open=${idOf(22)}`)
  })
  it('the server is asked for what the board does not hold, from two letters on; away, the board\'s own is still found', async () => {
    const f = finding()
    const fabrics = () => group(f, 'fabrics').map(i => i.label)
    f.term.value = 'r'
    await new Promise(done => setTimeout(done, 200))
    expect([asked.length, fabrics()]).toEqual([0, ['Poplin', 'Melton']])
    f.term.value = ' rayon '
    await vi.waitFor(() => expect(fabrics()).toEqual(['Poplin', 'Melton', 'Challis']))
    // By another name than its own: what the server found by it is found by it here.
    expect(group(f, 'fabrics').map(i => (i as { words?: string }).words?.includes('rayon'))).toEqual([false, false, true])
    expect(group(f, 'supplies').map(i => i.label)).toContain('Gauze')
    choose(f, 'fabrics', 'Challis')
    expect(useLibrary().fabrics.map(k => k.name)).toContain('Challis')
    f.term.value = 'away'
    await vi.waitFor(() => expect(asked.filter(a => a.what === 'GET /api/fabrics').length).toBe(2))
    expect(fabrics()).toEqual(expect.arrayContaining(['Poplin', 'Melton']))
  })
  it('opened, it begins with nothing typed and has the jobs and the guide', async () => {
    const f = finding()
    f.term.value = 'hem'
    paletteOpen.value = true
    await vi.waitFor(() => expect(group(f, 'screens').length).toBeGreaterThan(0))
    expect(f.term.value).toBe('')
    f.term.value = 'hem'
    await vi.waitFor(() => expect(group(f, 'jobs').map(i => i.label)).toEqual(['Shirts']))
    await vi.waitFor(() => expect(group(f, 'guide').length).toBeGreaterThan(10))
    expect(asked.filter(a => a.what === 'GET /api/jobs').length).toBe(1)
  })
})
