// @vitest-environment happy-dom
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { coverPiece } from '#core/positions'
import type { Making, MakingSpec } from '#shared/schemas'
import { fabric, idOf, layOut, supply } from '../../testing/board'
import { workersHere } from '../../testing/workers'
import { useLibrary } from '../../stores/library'
import { useKit } from '../board/kit'
import { useMakingWays } from './makingWays'
import { useMakingWorks } from './makingWorks'

const here = vi.hoisted(() => ({ now: null as unknown }))
vi.mock('../work/boardWorkers', async original => ({ ...(await original<object>()), useBoardWorkers: () => here.now }))
let asked: ReturnType<typeof workersHere>['asked']
const making = (spec: MakingSpec, more: Partial<Making> = {}): Making =>
  ({ id: idOf(61), name: 'Thing', fabricId: idOf(11), liningId: null, supplyId: null, fabricIds: [], scrapId: null, supplyIds: [], spec,
    ...more })
const seamDetail = (key: 'seamOpen' | 'seamOneSide' | 'pleat', count = 1): MakingSpec =>
  ({ format: 1, kind: 'seamDetail', seamDetail: key, lengthMm: 500, count })
const hem: MakingSpec = {
  format: 1, kind: 'hem', task: 'fallen', depthMm: 30, turnMm: 0, aroundMm: 900, stretches: [{ fromMm: 0, lengthMm: 300 }], curve: null,
  legs: [], taper: null, count: 1,
}
const tape = supply({
  id: idOf(25), code: 'T-1', name: 'Hem tape', family: 'hemTape', base: 'none', baseFibre: 'polyamide66', massGsm: 32, thicknessMm: 0.12,
  adhesive: 'polyamideWeb', adhesiveGsm: 30, widthMm: 20,
})
const works = (all: Making[], preshrinks = new Map<string, string>()) => {
  const cannot: { name: string, why: string }[] = []
  return useMakingWorks(async q => coverPiece(q), () => 0).worksOf(all, preshrinks, cannot).then(made => ({ made, cannot }))
}
beforeEach(() => {
  layOut()
  const w = workersHere()
  asked = w.asked
  here.now = w.workers
  useLibrary().supplies = [...useLibrary().supplies, tape]
})

describe('makings in the plan', () => {
  it('a seam detail is worked out for every iron, with its positions along it and the seconds at the board', async () => {
    const { made, cannot } = await works([making(seamDetail('seamOpen', 2))])
    expect(cannot).toEqual([])
    expect(made.map(w => [w.id, w.name, w.kind, w.makingId])).toEqual([
      [`${idOf(61)}.n0`, 'Thing 1', 'seam', idOf(61)], [`${idOf(61)}.n1`, 'Thing 2', 'seam', idOf(61)],
    ])
    const [{ ways, outline, blocked, refusal }] = made as [typeof made[0]]
    expect(ways.map(w => w.ironId)).toEqual([idOf(31), idOf(32)])
    expect([blocked, refusal, outline !== null]).toEqual([null, null, true])
    for (const w of ways) {
      expect(w.placements).toHaveLength(3)
      const perPlace = w.recipe.holdS + (w.recipe.passes === 2 ? w.recipe.secondS ?? w.recipe.holdS : 0)
      expect(w.boardS).toBeGreaterThanOrEqual(3 * perPlace)
      expect([w.standing, w.predicted]).toEqual(['estimated', null])
    }
  })
  it('the same question is asked of the worker once', async () => {
    await works([making(seamDetail('seamOpen', 5))])
    // Two irons of a kind stand with the same settings: one question.
    expect(asked.filter(a => a.what === 'seamDetail')).toHaveLength(1)
  })
  it('its fabric is preshrunk before anything on it is pressed', async () => {
    const { made } = await works([making(seamDetail('pleat'))], new Map([[idOf(11), 'settle.x']]))
    expect(made[0]!.needs).toEqual(['settle.x'])
  })
  it('what takes no heat is done by hand', async () => {
    useLibrary().fabrics = [fabric({ fibres: [{ fibre: 'polypropylene', sharePct: 100 }] })]
    const { made } = await works([making(seamDetail('seamOpen'))])
    expect([made[0]!.kind, made[0]!.ways, made[0]!.blocked]).toEqual(['fingers', [], null])
  })
  it('where a press may not be long, every place is gone over so many times', async () => {
    useLibrary().fabrics = [fabric({
      fibres: [{ fibre: 'polyester', sharePct: 100 }], construction: 'twill', massGsm: 240, thicknessMm: 0.5, finishes: ['gasDyedPrint'],
    })]
    const { made } = await works([making(seamDetail('seamOneSide'))])
    const [way] = made[0]!.ways
    expect(way!.placements.length % 3).toBe(0)
    expect(way!.placements.length).toBeGreaterThan(3)
    expect(way!.placements.slice(3, 6)).toEqual(way!.placements.slice(0, 3))
    expect(way!.recipe.holdS).toBeLessThanOrEqual(5)
  })
  it('a hem takes the tape that is named, else one of the shelf, and is refused with its reason', async () => {
    const { made } = await works([making(hem, { supplyId: idOf(25) })])
    expect([made[0]!.kind, made[0]!.supplyName, made[0]!.ways[0]!.recipe.method]).toEqual(['hem', 'Hem tape', 'damp'])
    expect((await works([making(hem)])).made[0]!.ways).toHaveLength(2)
    useLibrary().fabrics = [fabric({ mayGetWet: false })]
    const wet = (await works([making(hem, { supplyId: idOf(25) })])).made[0]!
    expect([wet.ways, wet.refusal]).toEqual([[], { why: 'noWater' }])
  })
  it('a lining behind it is part of the question', async () => {
    useLibrary().fabrics = [fabric(), fabric({ id: idOf(12), fibres: [{ fibre: 'acetate', sharePct: 100 }], mayGetWet: false })]
    await works([making(hem, { supplyId: idOf(25), liningId: idOf(12) })])
    const [question] = asked.find(a => a.what === 'hem')!.args as [{ lining: { fibres: unknown } }]
    expect(question.lining.fibres).toEqual([{ fibre: 'acetate', sharePct: 100 }])
  })
  it('wadding is taped at its own heat', async () => {
    const spec: MakingSpec = {
      format: 1, kind: 'wadding', top: { wideMm: 800, highMm: 800 }, marginMm: 0, fibre: 'cotton', massGsm: 160, thicknessMm: 3,
      sheets: [{ wideMm: 800, highMm: 500 }, { wideMm: 800, highMm: 400 }],
    }
    const { made } = await works([making(spec, { supplyId: idOf(25) })])
    expect([made[0]!.kind, made[0]!.ways[0]!.recipe.method, made[0]!.ways[0]!.placements.length]).toEqual(['tape', 'dry', 5])
    useLibrary().supplies = []
    expect((await works([making(spec)])).made[0]!.refusal).toEqual({ why: 'noTape' })
  })
  it('before cutting it is held until it is dry', async () => {
    const { made } = await works([making({ format: 1, kind: 'flatten', body: 'starch', lengthMm: 200, wideMm: 1000, wideAfterMm: null })])
    expect([made[0]!.kind, made[0]!.ways[0]!.recipe.method]).toEqual(['flatten', 'mist'])
    expect(asked.some(a => a.what === 'flatten')).toBe(true)
  })
  it('what cannot be as it stands is named, and the rest is planned', async () => {
    const bad = making({ ...hem, stretches: [{ fromMm: 5000, lengthMm: 10 }] } as MakingSpec, { id: idOf(62), name: 'Bad hem' })
    const { made, cannot } = await works([bad, making(seamDetail('pleat'))])
    expect(made).toHaveLength(1)
    expect(cannot).toEqual([{ name: 'Bad hem', why: 'Come down: it begins beyond the end of the hem.' }])
  })
  it('helpers of the board change what is asked', async () => {
    const ways = useMakingWays(), { fabrics: [c], irons: [i] } = useLibrary()
    await ways.seamDetail('seamOpen', c!, i!)
    useKit().value = []
    await nextTick()
    await nextTick()
    const bare = await ways.seamDetail('seamOpen', c!, i!)
    expect(asked.filter(a => a.what === 'seamDetail')).toHaveLength(2)
    expect(bare.steps.map(s => s.do)).toContain('rest')
  })
})

describe('mends in the plan', () => {
  const item = { form: 'woven', fibre: 'polyester', massGsm: 240, thicknessMm: 0.5, adhesive: 'polyamideLow' } as const
  const place = { on: 'front', downMm: 190, asideMm: 95, turnDeg: 0 } as const
  const web = supply({
    id: idOf(26), code: 'W-1', name: 'Gossamer', family: 'web', base: 'none', baseFibre: 'polyamide66', massGsm: 15, thicknessMm: 0.07,
    adhesive: 'polyamideWeb', adhesiveGsm: 15,
  })
  const square = { rim: [[0, 0], [16, 0], [16, 12], [0, 12]] as [number, number][], holes: [] }
  const patch: MakingSpec = {
    format: 1, kind: 'hole', holes: [square], marginMm: 8, wear: 'usual', edge: 'rounded', trimMm: 1, look: null, side: 'face',
    marker: null,
    papered: false, count: 1,
  }
  const badge: MakingSpec = {
    format: 1, kind: 'badge', item, wideMm: 70, highMm: 50, place, keepOuts: [], from: 'computed', sewToo: false, smallChild: false,
    count: 1,
  }
  const transfer = (peel: 'cold' | 'hot'): MakingSpec => ({
    format: 1, kind: 'transfer', what: 'cutFilm', wideMm: 90, highMm: 70, place, keepOuts: [], adhesive: 'polyurethane', holdS: null, peel,
    washed: true, softener: false, dry: true, count: 1,
  })
  beforeEach(() => { useLibrary().supplies = [...useLibrary().supplies, web] })

  it('a patch is stuck with every iron, its positions over its own shape', async () => {
    const { made } = await works([making(patch, { supplyId: idOf(26) })])
    expect(made.map(w => [w.kind, w.supplyName, w.mendRefusal])).toEqual([['hole', 'Gossamer', null]])
    for (const w of made[0]!.ways) {
      expect(w.recipe.firstSide).toBe('back')
      expect(w.coverage!.covered).toBeGreaterThan(0.999)
      expect(w.placements.length).toBeGreaterThan(0)
    }
  })
  it('without a web it is refused with its reason; a hole that is none is named', async () => {
    expect((await works([making(patch)])).made[0]).toMatchObject({ ways: [], mendRefusal: { why: 'noAdhesive' } })
    const { cannot } = await works([making({ ...patch, holes: [] } as MakingSpec, { supplyId: idOf(26) })])
    expect(cannot).toEqual([{ name: 'Thing', why: 'Holes: mark at least one.' }])
  })
  it('a papered web is tacked first and peeled by hand', async () => {
    const { made } = await works([making({ ...patch, papered: true } as MakingSpec, { supplyId: idOf(26) })])
    expect(made.map(w => [w.kind, w.ways.length > 0, w.blocked])).toEqual(
      [['tack', true, null], ['peel', false, null], ['hole', true, null]])
  })
  it('a badge keeps off what is in its way, and is stitched by hand where a child wears it', async () => {
    const { made } = await works([making({
      ...badge, smallChild: true, keepOuts: [{ kind: 'button', downMm: 190, asideMm: 150, wideMm: 14, highMm: 14 }],
    } as MakingSpec)])
    expect(made.map(w => w.kind)).toEqual(['badge', 'stitch'])
    expect(made[0]!.keepOuts).toHaveLength(1)
    expect(made[1]).toMatchObject({ ways: [], outline: null, blocked: null })
  })
  it('what takes no heat is refused for its own reason', async () => {
    useLibrary().fabrics = [fabric({ fibres: [{ fibre: 'pvc', sharePct: 100 }] })]
    expect((await works([making(badge)])).made[0]!.mendRefusal).toEqual({ why: 'noHeat', fumes: true, of: 'garment' })
    useLibrary().fabrics = [fabric({ finishes: ['flameRetardant'] })]
    expect((await works([making(transfer('cold'))])).made[0]!.mendRefusal).toEqual({ why: 'certified' })
  })
  it('a transfer goes in circles for longer; peeled hot it does not lie', async () => {
    const [cold, hot] = await Promise.all([works([making(transfer('cold'))]), works([making(transfer('hot'))])])
    expect(cold.made[0]!.ways[0]!.share!).toBeLessThanOrEqual(1)
    expect(cold.made[0]!.ways[0]!.recipe.holdS).toBeGreaterThanOrEqual(30)
    expect(cold.made[0]!.ways[0]!.recipe.coolS).toBeGreaterThan(0)
    expect(hot.made[0]!.ways[0]!.recipe.coolS).toBe(0)
  })
})
