// @vitest-environment happy-dom
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { idOf, iron as anIron, layOut } from '../testing/board'
import { useSelection } from './selection'
import { useIron } from './iron'
import { useLibrary } from './library'

beforeEach(() => {
  vi.useFakeTimers({ now: 1_000_000_000_000, toFake: ['Date', 'setInterval', 'clearInterval'] })
  layOut()
})
afterEach(() => { vi.useRealTimers() })
const pass = (s: number) => {
  vi.advanceTimersByTime(s * 1000)
  useIron().tick()
}

describe('the iron in its rest', () => {
  it('is cold and off until its dial is turned, then warms to its setting', () => {
    const iron = useIron()
    expect([iron.state, iron.settingIndex, Math.round(iron.soleC)]).toEqual(['off', null, 20])
    iron.chooseSetting(1)
    expect([iron.state, iron.settingIndex, iron.setting!.label]).toEqual(['warming', 1, 'wool'])
    expect(iron.readyIn).toBeGreaterThan(10)
    pass(300)
    expect(iron.state).toBe('ready')
    expect(Math.abs(iron.soleC - 154)).toBeLessThan(10)
  })
  it('rehearsed, a clock that runs so many times as fast warms and shuts it off so much sooner', () => {
    layOut(10)
    const iron = useIron()
    iron.chooseSetting(1)
    pass(30)
    expect(iron.state).toBe('ready')
    pass(20)
    expect(iron.state).toBe('shutOff')
  })
  it('shuts itself off when nobody picks it up, and warms again when someone does', () => {
    const iron = useIron()
    iron.chooseSetting(1)
    pass(300)
    iron.pickUp()
    pass(479)
    expect(iron.state).toBe('ready')
    pass(30)
    expect(iron.state).toBe('shutOff')
    iron.pickUp()
    expect(['warming', 'ready']).toContain(iron.state)
  })
  it('a setting between two marks is no place on the dial', () => {
    const iron = useIron()
    iron.chooseSetting({ label: 'between silk and wool', meanC: 140, swingC: 6, origin: 'estimate' })
    expect([iron.settingIndex, iron.setting!.meanC]).toEqual([-1, 140])
  })
  it('another iron taken in hand is cold: the first one\'s dial says nothing of it', () => {
    const iron = useIron()
    iron.chooseSetting(2)
    pass(300)
    useSelection().takeIron(idOf(32))
    expect([iron.settingIndex, Math.round(iron.soleC), iron.state]).toEqual([null, 20, 'off'])
  })
  it('cools when it is switched off, from where it was', () => {
    const iron = useIron()
    iron.chooseSetting(2)
    pass(300)
    const hotC = iron.soleC
    iron.chooseSetting(null)
    pass(60)
    expect(iron.state).toBe('cooling')
    expect(iron.soleC).toBeLessThan(hotC)
    expect(iron.soleC).toBeGreaterThan(60)
  })
})

describe('the setup', () => {
  it('takes the first fusible, the first iron and muslin until someone chooses', () => {
    const selection = useSelection()
    selection.chosen.fabricId = idOf(11)
    expect([selection.supply!.id, selection.iron!.name, selection.pressCloth!.kind]).toEqual([idOf(21), 'Harbour', 'muslin'])
    expect(selection.setup!.supply.adhesive).toBe('polyamide')
  })
  it('a house that presses sturdy cotton bare does, unless a press cloth is chosen; a light or a mixed fabric is covered all the same',
    () => {
      const selection = useSelection(), library = useLibrary()
      selection.chosen.fabricId = idOf(11)
      library.workroom = { ...library.workroom!, rules: { ...library.workroom!.rules, pressCloth: 'sturdyBare' } }
      expect(selection.pressCloth).toBeNull()
      selection.chosen.pressClothId = idOf(41)
      expect(selection.pressCloth!.kind).toBe('muslin')
      selection.chosen.pressClothId = null
      library.keepFabric({ ...selection.fabric!, massGsm: 99 })
      expect(selection.pressCloth!.kind).toBe('muslin')
      library.keepFabric({ ...selection.fabric!, massGsm: 100, fibres: [{ fibre: 'cotton', sharePct: 60 }, { fibre: 'polyester',
        sharePct: 40 }] })
      expect(selection.pressCloth!.kind).toBe('muslin')
      library.keepFabric({ ...selection.fabric!, fibres: [{ fibre: 'cotton', sharePct: 60 }, { fibre: 'linen', sharePct: 40 }] })
      expect(selection.pressCloth).toBeNull()
      selection.chosen.pressClothId = 'bare'
      expect(selection.pressCloth).toBeNull()
    })
  it('another interfacing forgets the way that was chosen for the last', () => {
    const selection = useSelection()
    selection.chosen.way = 'steam'
    selection.takeSupply(idOf(22), [idOf(21)])
    expect([selection.chosen.way, selection.supply!.id, selection.over.map(s => s.id)]).toEqual([null, idOf(22), [idOf(21)]])
  })
  it('an iron that is saved anew takes the place of its older self', () => {
    const library = useLibrary()
    library.keepIron(anIron({ name: 'Harbour, mended', version: 1 }))
    expect(library.irons.map(i => i.name)).toEqual(['Harbour, mended', 'Locker'])
    library.keepIron(anIron({ id: idOf(33), name: 'Third' }))
    expect(library.irons).toHaveLength(3)
  })
})
