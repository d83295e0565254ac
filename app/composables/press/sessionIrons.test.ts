// @vitest-environment happy-dom
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { effectScope, nextTick, shallowRef, type EffectScope } from 'vue'
import type { SessionState } from '#core/session'
import { idOf, iron, layOut } from '../../testing/board'
import { useIron } from '../../stores/iron'
import { useLibrary } from '../../stores/library'
import { useSessionIrons } from './sessionIrons'

type Report = SessionState['irons'] extends Map<string, infer R> ? R : never
const HERE = idOf(31), THERE = idOf(32), NOW_MS = 1_800_000_000_000
const report = (over: Partial<Report> = {}): Report =>
  ({ fromC: 20, targetC: 154, swingC: 7, label: 'wool', setS: NOW_MS / 1000, touchedS: NOW_MS / 1000, ...over })

let scope: EffectScope, isOpen = true
const reports = shallowRef<SessionState['irons']>(new Map())
const appended: { kind: string, what: Record<string, unknown> }[] = []
function irons() {
  scope = effectScope()
  return scope.run(() => useSessionIrons({
    reports: () => reports.value, isOpen: () => isOpen, nowS: () => NOW_MS / 1000 + 60, boardS: ms => ms / 1000, wallMs: s => s * 1000,
    append: async (kind, what) => { appended.push({ kind, what: { ...what } }) },
  }))!
}
const told = async (...all: [string, Report][]) => {
  reports.value = new Map([...reports.value, ...all])
  await nextTick()
}
beforeEach(() => {
  vi.useFakeTimers({ now: NOW_MS, toFake: ['Date'] })
  layOut()
  isOpen = true
  reports.value = new Map()
  appended.length = 0
})
afterEach(() => {
  scope.stop()
  vi.useRealTimers()
})

describe('a dial turned on another board', () => {
  it('is turned here: one of its settings, a place between two, or off', async () => {
    irons()
    const dials = () => useIron().dials
    await told([HERE, report()])
    expect(dials()[HERE]).toEqual({ setting: 1, fromC: 20, setAt: NOW_MS, touchedAt: NOW_MS })
    await told([HERE, report({ label: 'between', targetC: 170, swingC: 8, setS: NOW_MS / 1000 + 1 })])
    expect(dials()[HERE]!.setting).toEqual({ label: 'between', meanC: 170, swingC: 8, origin: 'estimate' })
    await told([HERE, report({ label: null, targetC: null, fromC: 160, setS: NOW_MS / 1000 + 2 })])
    expect([dials()[HERE]!.setting, dials()[HERE]!.fromC]).toEqual([null, 160])
    // What was told is not told back.
    expect(appended).toEqual([])
  })
  it.each([
    ['before it was turned here', -10, false], ['at the same moment, to 50 ms', 0.049, false], ['after it', 0.06, true],
  ] as const)('%s: taken over, or not', async (_, laterS, taken) => {
    const all = irons()
    useIron().chooseSettingOf(HERE, 2)
    await nextTick()
    expect(appended.map(a => [a.kind, a.what.ironId, (a.what.setting as { label: string }).label])).toEqual([['dial', HERE, 'cotton']])
    await told([HERE, report({ setS: NOW_MS / 1000 + laterS })])
    expect(useIron().dials[HERE]!.setting).toBe(taken ? 1 : 2)
    expect(all.restOf(HERE)!.targetC).toBe(154)
  })
  it('taken in hand on another board it does not shut itself off here; a moment later is no later', async () => {
    irons()
    useIron().chooseSettingOf(HERE, 1)
    await told([HERE, report({ touchedS: NOW_MS / 1000 + 0.04 })])
    expect(useIron().dials[HERE]!.touchedAt).toBe(NOW_MS)
    await told([HERE, report({ touchedS: NOW_MS / 1000 + 30 })])
    expect(useIron().dials[HERE]).toMatchObject({ setting: 1, setAt: NOW_MS, touchedAt: NOW_MS + 30_000 })
  })
  it('in a session that is closed nothing is taken over, and nothing recorded', async () => {
    isOpen = false
    irons()
    await told([HERE, report()])
    useIron().chooseSettingOf(THERE, 0)
    await nextTick()
    expect([useIron().dials[HERE], appended]).toEqual([undefined, []])
  })
})

describe('an iron of this board in a session', () => {
  it('turned, it is recorded once for the others; those with a dial when the session begins too', async () => {
    const all = irons()
    useIron().chooseSettingOf(THERE, 0)
    await nextTick()
    expect(appended).toEqual([{ kind: 'dial', what: { ironId: THERE, soleC: 20, setting: { label: 'silk', meanC: 118, swingC: 6 } } }])
    await told([THERE, report({ label: 'silk', targetC: 118, swingC: 6 })])
    expect(appended).toHaveLength(1)
    await all.recordDials()
    expect(appended.map(a => a.what.ironId)).toEqual([THERE, THERE])
  })
  it('its sole is told to a tenth; one nobody turned, or that is not here, has none', async () => {
    const all = irons()
    await told([HERE, report({ setS: NOW_MS / 1000 - 3600 })])
    const c = all.soleC(HERE)!
    expect(c).toBeGreaterThan(145)
    expect(c * 10).toBeCloseTo(Math.round(c * 10), 9)
    expect([all.soleC(THERE), all.soleC('nobody'), all.soleC(null)]).toEqual([null, null, null])
  })
  it('a probe on it puts it right here and for the others; a cleaned sole is said', async () => {
    const all = irons()
    await told([HERE, report()])
    await all.correctSole(HERE, 147.5)
    await all.markCleaned(HERE)
    expect(useIron().dials[HERE]!.fromC).toBe(147.5)
    expect(appended).toEqual([
      { kind: 'sole', what: { ironId: HERE, soleC: 147.5 } }, { kind: 'cleaned', what: { ironId: HERE } },
    ])
  })
  it('settings that are gone from the iron are a place between two', async () => {
    useLibrary().irons = [iron({ settings: [{ label: 'one', meanC: 120, swingC: 5, origin: 'typical' }] })]
    irons()
    await told([HERE, report()])
    expect(useIron().dials[HERE]!.setting).toMatchObject({ label: 'wool', meanC: 154 })
  })
})
