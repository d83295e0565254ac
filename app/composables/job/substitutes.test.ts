// @vitest-environment happy-dom
import { effectScope } from 'vue'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { matchShelf, type MatchQuery, type MatchSupply } from '#core/match'
import { PLACES } from '#core/place'
import type { PairPast } from '#shared/mappers'
import type { Supply } from '#shared/schemas'
import { idOf, layOut, standIn, supply } from '../../testing/board'
import { useLibrary } from '../../stores/library'
import { useSelection } from '../../stores/selection'
import { useSubstitutes } from './substitutes'

const here = vi.hoisted(() => ({ now: null as unknown }))
vi.mock('../work/boardWorkers', async original => ({ ...(await original<object>()), useBoardWorkers: () => here.now }))
const ended: string[] = []
let judged: { query: MatchQuery, shelf: MatchSupply[] } | null = null
let fails = false
function workers() {
  let shelf: MatchSupply[] = []
  const remote = {
    hold: async (_: number, all: MatchSupply[]) => { shelf = all },
    rank: async (query: MatchQuery) => {
      if (fails) throw new Error('out of memory')
      judged = { query, shelf }
      return { match: matchShelf(query, shelf) }
    },
  }
  here.now = { ask: (_: string, of: (r: typeof remote) => unknown) => of(remote), end: (key: string) => { ended.push(key) } }
}
const short = supply({ stockM: 1 })
const more = (n: number, over: Partial<Supply> = {}) => supply({ id: idOf(n), name: `Lawn ${n}`, stockM: 3, ...over })
let past: Record<string, PairPast> = {}
function shelf(supplies: Supply[]) {
  return standIn({ 'GET /api/match/shelf': (_, query) => ({ supplies: query.fabricId === idOf(11) ? supplies : [], past }) })
}
beforeEach(() => {
  layOut()
  ended.length = 0
  judged = null
  fails = false
  past = {}
  workers()
})
const look = async (supplies: Supply[], needM = 2, fabricId = idOf(11)) => {
  const { asked } = shelf(supplies), scope = effectScope(), s = scope.run(useSubstitutes)!
  await s.look(fabricId, null, short, needM)
  return { ...s, scope, asked }
}

describe('what else would do where a lot is too short', () => {
  it('of the same family, as long as it takes, the best first, three at the most', async () => {
    const { found, problem } = await look([
      short, more(22), more(23), more(24), more(25, { stockM: 1.9 }), more(26),
      more(27, { family: 'sewIn', adhesive: null }),
    ])
    expect(problem.value).toBeNull()
    expect(found.value).toHaveLength(3)
    for (const f of found.value!) expect([[22, 23, 24, 26].map(idOf).includes(f.id), f.stockM]).toEqual([true, 3])
    expect(judged!.shelf.map(s => s.id)).not.toContain(idOf(25))
  })
  it('another roll of the very same comes before what would be better', async () => {
    const better = [22, 23, 24].map(n => more(n, { massGsm: 55 }))
    past = Object.fromEntries(better.map(s => [s.id, { passed: 5, failed: 0, fusedBendingMm: null }]))
    const alone = await look(better)
    const { found } = await look([...better, more(30, { code: 'S-30', widthMm: 1500 })])
    expect(found.value!.map(f => f.id)).toEqual([idOf(30), ...alone.found.value!.slice(0, 2).map(f => f.id)])
  })
  it('a narrower one must be longer', async () => {
    const { found } = await look([more(22, { widthMm: 465 }), more(23, { widthMm: 465, stockM: 9 })])
    expect(found.value!.map(f => f.id)).toEqual([idOf(23)])
  })
  it('it is judged as on the interfacing stage: fabric, place, care, iron and house', async () => {
    await look([more(22)])
    expect(judged!.query).toMatchObject({
      fabric: { massGsm: 120 }, stiffness: null, needM2: 0, pressCloth: 'muslin', surface: 'padded', care: { washC: 40 },
      place: { key: PLACES[0]!.key }, iron: { kind: 'household' },
    })
  })
  it('without an iron, or for a fabric that is not there, nobody is asked', async () => {
    const { found, asked } = await look([more(22)], 2, idOf(19))
    expect([found.value, asked]).toEqual([null, []])
    useLibrary().irons = []
    expect(useSelection().iron).toBeNull()
    expect((await look([more(22)])).asked).toEqual([])
  })
  it('a fault is said, and gone with the next answer', async () => {
    fails = true
    const s = await look([more(22)])
    expect([s.found.value, s.problem.value]).toEqual([null, expect.stringContaining('out of memory')])
    fails = false
    await s.look(idOf(11), null, short, 2)
    expect([s.found.value?.length, s.problem.value]).toEqual([1, null])
  })
  it('what runs is ended by the next question and with the screen', async () => {
    const { scope, look: again } = await look([more(22)])
    expect(ended).toHaveLength(1)
    await again(idOf(11), null, short, 2)
    scope.stop()
    expect(ended).toHaveLength(3)
  })
})
