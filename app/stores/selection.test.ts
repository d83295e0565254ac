// @vitest-environment happy-dom
import { nextTick } from 'vue'
import { beforeEach, describe, expect, it } from 'vitest'
import { fabric, idOf, layOut, supply } from '../testing/board'
import { useLibrary } from './library'
import { useSelection } from './selection'

const muslin = { id: idOf(41), name: 'Muslin', kind: 'muslin' as const, version: 0 }
const drill = { id: idOf(42), name: 'Drill', kind: 'drill' as const, version: 0 }
const withHouse = (rules: object) => {
  const library = useLibrary()
  library.workroom = { ...library.workroom!, rules: { ...library.workroom!.rules, ...rules } }
}
beforeEach(() => layOut())

describe('what lies on the board', () => {
  it('nothing was taken: no fabric, the first fusible with an adhesive, the first iron, a muslin', () => {
    const library = useLibrary(), selection = useSelection()
    library.supplies = [
      supply({ id: idOf(24), family: 'fusible', adhesive: null }), supply({ id: idOf(25), family: 'hemTape' }), supply({ id: idOf(26) }),
    ]
    library.pressCloths = [drill, muslin]
    expect([selection.fabric, selection.supply?.id, selection.iron?.id, selection.pressCloth?.id])
      .toEqual([null, idOf(26), idOf(31), idOf(41)])
    expect(selection.setup).toBeNull()
    selection.chosen.fabricId = idOf(11)
    expect(selection.setup).toMatchObject({ pressCloth: 'muslin', surface: 'padded' })
  })
  it('without a muslin the first press cloth there is; without any, the bare sole', () => {
    const library = useLibrary(), selection = useSelection()
    library.pressCloths = [drill]
    expect(selection.pressCloth?.id).toBe(idOf(42))
    library.pressCloths = []
    expect(selection.pressCloth).toBeNull()
  })
  it('what was chosen is taken, a bare sole too; what is gone gives way to the usual', () => {
    const library = useLibrary(), selection = useSelection()
    library.pressCloths = [muslin, drill]
    selection.chosen.pressClothId = idOf(42)
    expect(selection.pressCloth?.id).toBe(idOf(42))
    selection.chosen.pressClothId = 'bare'
    expect(selection.pressCloth).toBeNull()
    selection.chosen.pressClothId = idOf(49)
    expect(selection.pressCloth?.id).toBe(idOf(41))
  })
  it('another interfacing or iron: the way that was chosen before is gone, and so is what lay over', () => {
    const selection = useSelection()
    selection.chosen.way = 'steam' as never
    selection.takeSupply(idOf(22), [idOf(21), idOf(29)])
    expect([selection.supply?.id, selection.over.map(s => s.id), selection.chosen.way]).toEqual([idOf(22), [idOf(21)], null])
    selection.chosen.way = 'steam' as never
    selection.takeIron(idOf(32))
    expect([selection.iron?.id, selection.chosen.way, selection.over.length]).toEqual([idOf(32), null, 1])
    selection.takeSupply(idOf(21))
    expect(selection.over).toEqual([])
  })
  it('is kept through a reload, and cleared at once', async () => {
    const selection = useSelection()
    selection.chosen.fabricId = idOf(12)
    await nextTick()
    expect(JSON.stringify(Object.values({ ...window.localStorage }))).toContain(idOf(12))
    selection.clear()
    expect(selection.chosen).toMatchObject({ fabricId: null, supplyId: null, overIds: [], surface: 'padded', pinnedId: null })
  })
})

describe('a house that irons sturdy fabrics bare', () => {
  const onto = (over: Parameters<typeof fabric>[0]) => {
    const library = useLibrary(), selection = useSelection()
    library.fabrics = [fabric({ massGsm: 140, ...over })]
    selection.chosen.fabricId = idOf(11)
    return selection.pressCloth
  }
  beforeEach(() => withHouse({ pressCloth: 'sturdyBare' }))
  it('does so with cotton and linen from 100 g/m² on', () => {
    expect(onto({})).toBeNull()
    expect(onto({ massGsm: 100 })).toBeNull()
    expect(onto({ fibres: [{ fibre: 'linen', sharePct: 60 }, { fibre: 'cotton', sharePct: 40 }] })).toBeNull()
  })
  it('not with a lighter one, a blend, an unknown one or a finished one', () => {
    for (const over of [
      { massGsm: 99 }, { fibres: [{ fibre: 'cotton' as const, sharePct: 80 }, { fibre: 'polyester' as const, sharePct: 20 }] },
      { fibres: [] }, { finishes: ['waterRepellent' as never] },
    ]) expect(onto(over)?.kind).toBe('muslin')
  })
  it('a press cloth that was chosen is used all the same', () => {
    useLibrary().pressCloths = [muslin, drill]
    useSelection().chosen.pressClothId = idOf(42)
    expect(onto({})?.kind).toBe('drill')
  })
  it('another house never', () => {
    withHouse({ pressCloth: 'always' })
    expect(onto({})?.kind).toBe('muslin')
  })
})
