import { describe, expect, it, vi } from 'vitest'
import type { Layout, LayoutTask } from '#core/layout'
import type { Part } from '#shared/cutting'
import type { Roll } from '#shared/spreading'
import { slowScope } from '../../testing/slowScope'
import { useSpreading } from './spreading'

const here = vi.hoisted(() => ({ now: null as unknown }))
vi.mock('../work/boardWorkers', async original => ({ ...(await original<object>()), useBoardWorkers: () => here.now }))
const at = slowScope(here)

const rim = [{ x: 0, y: 0 }, { x: 100, y: 0 }, { x: 100, y: 100 }, { x: 0, y: 100 }]
const part = (id: string): Part => ({
  id, pieceId: id, role: 'interfacing', number: 0, name: 'Front', outline: { rim, holes: [] }, grain: 'along', oneWay: false,
  marks: { notches: [], drills: [], internal: [], mirror: null },
})
const roll = (id: string, wideMm: number): Roll => ({ id, name: id, wideMm, pricePerM: null, stockM: null })
const rolls = [roll('narrow', 880), roll('wide', 1480)]
const layout = (lengthMm: number) => ({ lengthMm, placements: [], unlaid: [] }) as unknown as Layout
const begin = () => at.scope.run(() => useSpreading())!
const answerAll = async (what: string, lengthMm: (task: LayoutTask) => number) => {
  for (const w of at.slow.asked(what)) w.answer(layout(lengthMm(w.args[1] as LayoutTask)))
  await at.slow.settled()
}

describe('layouts of several garments on several rolls', () => {
  it('are all found a first time, each roll as wide as it is, each garment as often; then each is bettered for a while', async () => {
    const s = begin()
    void s.compare([part('a'), part('b')], rolls, [1, 3])
    expect(at.slow.asked('firstLayoutFor').map(w => [(w.args[1] as LayoutTask).wideMm, (w.args[1] as LayoutTask).pieces.length]))
      .toEqual([[880, 2], [880, 6], [1480, 2], [1480, 6]])
    expect(s.markerOf('wide', 3)).toBeNull()
    await answerAll('firstLayoutFor', t => 1000 * t.pieces.length / t.wideMm)
    expect([s.markerOf('wide', 3)!.layout.lengthMm, s.markerOf('wide', 3)!.isSettled]).toEqual([6000 / 1480, false])
    expect(s.progress.value).toEqual({ done: 4, of: 44 })
    for (let n = 0; n < 10; n++) await answerAll('improvedLayout', t => 900 * t.pieces.length / t.wideMm)
    expect([s.markerOf('narrow', 1)!.layout.lengthMm, s.markerOf('narrow', 1)!.isSettled]).toEqual([1800 / 880, true])
    expect([s.progress.value, at.slow.waiting.length]).toEqual([null, 0])
  })
  it('what was found of the same pieces is not looked for again; other pieces forget it', async () => {
    const s = begin()
    void s.compare([part('a')], rolls, [1])
    await answerAll('firstLayoutFor', () => 100)
    for (let n = 0; n < 10; n++) await answerAll('improvedLayout', () => 90)
    void s.compare([part('a')], rolls, [1, 2])
    expect(at.slow.asked('firstLayoutFor')).toHaveLength(2)
    expect(s.markerOf('narrow', 1)!.layout.lengthMm).toBe(90)
    void s.compare([part('b')], rolls, [1])
    await at.slow.settled()
    expect([at.slow.asked('firstLayoutFor').length, s.markerOf('narrow', 1)]).toEqual([2, null])
  })
  it('stopped, what was found stays and is gone on with when it is asked again', async () => {
    const s = begin()
    void s.compare([part('a')], rolls, [1])
    await answerAll('firstLayoutFor', () => 100)
    s.stop()
    await at.slow.settled()
    expect([s.progress.value, at.slow.waiting.length, s.problem.value]).toEqual([null, 0, null])
    expect(s.markerOf('wide', 1)!.layout.lengthMm).toBe(100)
    void s.compare([part('a')], rolls, [1])
    expect(at.slow.asked('firstLayoutFor')).toHaveLength(2)
  })
  it('nothing to lay, nothing asked; a fault is said', async () => {
    const s = begin()
    void s.compare([], rolls, [1])
    expect([at.slow.waiting.length, s.progress.value]).toEqual([0, null])
    void s.compare([part('a')], [rolls[0]!], [1])
    at.slow.asked('firstLayoutFor')[0]!.fail(new Error('no more memory'))
    await at.slow.settled()
    expect([s.problem.value, s.progress.value]).toEqual([expect.stringContaining('no more memory'), null])
  })
})
