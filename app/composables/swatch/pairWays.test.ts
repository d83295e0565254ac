// @vitest-environment happy-dom
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { draftRecipe } from '#core/recipe'
import { toPressSetup } from '#shared/mappers'
import type { Swatch } from '#shared/schemas'
import { fabric, idOf, iron, layOut, standIn, supply, swatch as swatchOf } from '../../testing/board'
import { workersHere } from '../../testing/workers'
import { useSelection } from '../../stores/selection'
import { usePairWays } from './pairWays'

const here = vi.hoisted(() => ({ now: null as unknown }))
vi.mock('../work/boardWorkers', async original => ({ ...(await original<object>()), useBoardWorkers: () => here.now }))
let asked: ReturnType<typeof workersHere>['asked']
const rules = { blend: 'strict', bearing: 'lean', warm: 'no', sides: 'one', patience: '20', moisture: 'widest', cooling: 'touch' } as const
const draft = draftRecipe(toPressSetup(fabric(), supply(), iron(), null, 'padded', rules), 'dry', iron().settings[1]!, 'back', 1, 'lean')
const recipe = { ...draft, warmS: 0, holdS: 14, coolS: 30 }
const swatch = (n: number, more: Partial<Swatch> = {}): Swatch => swatchOf(n, recipe, more)
function pairings(rows: Swatch[]) {
  return standIn({ 'GET /api/pairings': () => ({ rows, total: rows.length, page: 1, size: 60 }) })
}
beforeEach(() => {
  layOut()
  const w = workersHere()
  asked = w.asked
  here.now = w.workers
})
const way = (kind: 'fuse' | 'tack' = 'fuse', since = 0, ways = usePairWays()) => ways.wayOf(fabric(), supply(), iron(), kind, [], since)

describe('how an interfacing is pressed on a fabric', () => {
  it('without swatches it is worked out, from what is typical', async () => {
    const { asked: fetched } = pairings([])
    const w = await way()
    expect([w.standing, w.recipe !== null, w.blocked, w.ironId]).toEqual(['estimated', true, null, idOf(31)])
    expect(w.predicted!.bond).toBeGreaterThan(1)
    expect(asked.find(a => a.what === 'leading')!.args[1]).toEqual({})
    expect(asked.some(a => a.what === 'learn')).toBe(false)
    expect(fetched).toHaveLength(1)
  })
  it('a swatch that held comes before anything worked out, and is lain as long as the house wants', async () => {
    pairings([swatch(71, { pressClothId: useSelection().pressCloth!.id })])
    const w = await way()
    // The house asks for a wash first.
    expect([w.standing, w.recipe!.holdS, w.recipe!.setting.meanC]).toEqual(['held', 14, 154])
    expect(asked.find(a => a.what === 'cooled')!.args[1]).toMatchObject({ holdS: 14 })
    expect([w.recipe!.coolS % 5, w.recipe!.coolS >= 15]).toEqual([0, true])
    expect(asked.some(a => a.what === 'leading')).toBe(false)
  })
  it('pressed under another press cloth it is worked out, as on the swatch stage; what was proved there is said', async () => {
    const washed = { washes: [{ grade: 4, marks: [] }] } as unknown as Partial<Swatch>
    pairings([swatch(71, washed)])
    const w = await way()
    expect([w.standing, w.recipe!.holdS === 14, asked.some(a => a.what === 'leading')]).toEqual(['stale', false, true])
    pairings([swatch(71, { ...washed, pressClothId: useSelection().pressCloth!.id })])
    expect((await way('fuse', 1)).standing).toBe('proved')
  })
  it('one with a mark proves nothing, but what it taught goes into what is worked out', async () => {
    pairings([swatch(71, { grade: 4, marks: ['shine'] }), swatch(72, { grade: 4, marks: ['shine'] })])
    const w = await way()
    expect(w.standing).toBe('estimated')
    expect(asked.filter(a => a.what === 'learn')).toHaveLength(1)
    const [, taught] = asked.find(a => a.what === 'leading')!.args as [unknown, Record<string, number>]
    expect(Object.keys(taught).length).toBeGreaterThan(0)
    expect(w.recipe).not.toBeNull()
  })
  it.each([['typical', 8], ['measured', 3]] as const)('where its settings are %s its heat is as much in doubt', async (origin, dialSdC) => {
    pairings([swatch(71, { grade: 4, marks: ['shine'] })])
    const known = iron({ settings: iron().settings.map(s => ({ ...s, origin })) })
    await usePairWays().taughtOf(fabric(), supply(), known, 0)
    expect(asked.find(a => a.what === 'learn')!.args[0]).toMatchObject({ dialSdC })
  })
  it('swatches of another iron teach nothing of this one', async () => {
    pairings([swatch(71, { ironId: idOf(32), grade: 1 })])
    const w = await way()
    expect([w.standing, asked.some(a => a.what === 'learn')]).toEqual(['estimated', false])
    expect(await usePairWays().taughtOf(fabric(), supply(), iron(), 5)).toEqual({})
  })
  it('a sew-in has nothing to learn', async () => {
    const { asked: fetched } = pairings([swatch(71)])
    expect(await usePairWays().taughtOf(fabric(), supply({ adhesive: null }), iron(), 0)).toEqual({})
    expect(fetched).toHaveLength(0)
  })
  it('known once: asked again it is not worked out again, until swatches were pressed meanwhile', async () => {
    const { asked: fetched } = pairings([])
    const ways = usePairWays()
    await way('fuse', 0, ways)
    await way('fuse', 0, ways)
    expect([asked.filter(a => a.what === 'leading').length, fetched.length]).toEqual([1, 1])
    await way('fuse', 1, ways)
    expect([asked.filter(a => a.what === 'leading').length, fetched.length]).toEqual([2, 2])
  })
  it('what failed for want of the server is asked again', async () => {
    const ways = usePairWays()
    vi.stubGlobal('$fetch', () => Promise.reject(new Error('away')))
    await expect(way('fuse', 0, ways)).rejects.toThrow('away')
    pairings([])
    expect((await way('fuse', 0, ways)).standing).toBe('estimated')
  })
  it('a web is tacked under its own paper', async () => {
    pairings([])
    const web = supply({ id: idOf(23), family: 'web', base: 'none', adhesive: 'evaWeb', massGsm: 30, adhesiveGsm: 28, thicknessMm: 0.1 })
    const w = await usePairWays().wayOf(fabric(), web, iron(), 'tack', [], 0)
    expect([w.pressClothId, asked.some(a => a.what === 'tack')]).toEqual([null, true])
  })
  it('where nothing works it says why', async () => {
    pairings([])
    const w = await usePairWays().wayOf(fabric({ fibres: [{ fibre: 'polypropylene', sharePct: 100 }] }), supply(), iron(), 'fuse', [], 0)
    expect([w.recipe, w.blocked?.why]).toEqual([null, 'noHeat'])
  })
})
