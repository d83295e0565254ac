// @vitest-environment happy-dom
import { describe, expect, it, vi } from 'vitest'
import { MAKING_KINDS } from '#shared/making'
import type { MakingKind } from '#shared/schemas'
import { nextWords } from '#shared/words'
import { nextIn, pathOf } from '#shared/jobs'
import { job, layOut } from '../../testing/board'
import { useJobs } from '../../stores/jobs'
import { SCREENS, screenAt, type ScreenTab } from './screens'
import { comeOf, OTHER_WORK, placeOfStep, useStages } from './stages'

const of = (kind: MakingKind, pressed = false) => job({
  fabrics: [{ ...job().fabrics[0]!, place: 'hem', supplyId: null }],
  makings: [{ id: 'm', kind, name: 'Fallen hem', fabricId: job().fabrics[0]!.fabricId, pressed }],
})
/** Is there such a tab on the screen an address leads to? */
const leadsSomewhere = (to: string): boolean => {
  const [path, query] = to.split('?'), screen = screenAt(path!), tab = new URLSearchParams(query).get('tab')
  return screen !== null && (tab === null || (screen.tabs?.some(t => t.key === tab) ?? false))
}

describe('where a job goes on', () => {
  it('a hem goes to its hem, by its own words, and its path has nothing to match or to cut', () => {
    const next = nextIn(of('hem'))!
    expect([placeOfStep(next.step), nextWords(next.step)]).toEqual(['/seams?tab=hem', 'Press the hem'])
    expect(pathOf(of('hem'))).toEqual(['fabric', 'making', 'press', 'care'])
  })
  it('every kind of making, every step and every other work leads to a tab there is', () => {
    for (const kind of MAKING_KINDS) expect(leadsSomewhere(placeOfStep(nextIn(of(kind))!.step)), kind).toBe(true)
    for (const step of ['findFibre', 'match', 'swatch', 'swatchAgain', 'wash', 'draw', 'cut', 'press', 'session', 'finish'])
      expect(leadsSomewhere(placeOfStep({ do: step } as never)), step).toBe(true)
    for (const o of OTHER_WORK) expect(leadsSomewhere(o.to), o.name).toBe(true)
  })
  it('the tape is drawn out as far as it has come: to its end when it is done', () => {
    expect(comeOf(of('hem'))).toBeCloseTo(1.3 / 4, 9)
    expect(comeOf(of('hem', true))).toBeCloseTo(3.5 / 4, 9)
    expect(comeOf(job({ done: true }))).toBe(1)
  })
})

describe('the marks of the tape', () => {
  const tape = () => useStages().marks.value.map(m => [m.key, m.digit])
  it('without a job all stages, each with the digit of its place', () => {
    layOut()
    vi.stubGlobal('useRoute', () => ({ path: '/press' }))
    expect(tape()).toEqual([['fabric', 1], ['match', 2], ['swatch', 3], ['cut', 4], ['press', 5], ['care', 6]])
    expect(useStages().current.value).toBe(4)
  })
  it('of a job those that it goes through: a stage keeps its digit, a making has none', async () => {
    layOut()
    await useJobs().open(of('hem'))
    expect(tape()).toEqual([['fabric', 1], ['making', null], ['press', 5], ['care', 6]])
    expect(useStages().marks.value[1]!.name).toBe('Fallen hem')
  })
})

describe('the screens of the board', () => {
  it('a tab that names its component finds it, and no two tabs of a screen have one key', () => {
    const found = Object.keys(import.meta.glob('../../components/*/*Panel.vue'))
    for (const s of Object.values(SCREENS)) {
      const tabs: readonly ScreenTab[] = 'tabs' in s ? s.tabs : []
      for (const { panel } of tabs) if (panel) expect(found.filter(p => p.endsWith(`/${panel}.vue`)), panel).toHaveLength(1)
      expect(new Set(tabs.map(t => t.press)).size).toBe(tabs.length)
    }
  })
  it('each says what it is for in one sentence, and no two do the same', () => {
    const all = Object.values(SCREENS)
    for (const s of all) expect(s.what, s.name).toMatch(/^[A-Z][^.]+\.$/)
    expect(new Set(all.map(s => s.what)).size).toBe(all.length)
  })
  it('are found by their address, a page beneath one too', () => {
    expect(screenAt('/seams')?.key).toBe('seams')
    expect(screenAt('/guide/fabric')).toBeNull()
    expect(screenAt('/press/anything')?.key).toBe('press')
  })
})
