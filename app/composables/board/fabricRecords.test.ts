// @vitest-environment happy-dom
import { effectScope, ref, type EffectScope } from 'vue'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { fabric, idOf, layOut, standIn } from '../../testing/board'
import { useLibrary } from '../../stores/library'
import { useFabricRecords } from './fabricRecords'

const records = (...corners: number[]) => ({ measurements: [], preshrinkPasses: [], corners: corners.map(c => ({ soleC: c })) })
const path = (n: number, what: string) => `GET /api/fabrics/${idOf(n)}/${what}`
const settled = () => new Promise(done => setTimeout(done, 0))
let scope: EffectScope
beforeEach(() => {
  layOut()
  scope = effectScope()
})
afterEach(() => scope.stop())

describe('what was recorded of a fabric', () => {
  it('is read; a corner step that is added renews it, and the fabric whose limit it is', async () => {
    standIn({
      [path(11, 'records')]: () => records(), [path(11, '')]: () => null,
      [`POST /api/fabrics/${idOf(11)}/corners`]: body => records((body as { soleC: number }).soleC),
      [`GET /api/fabrics/${idOf(11)}`]: () => fabric({ name: 'Known by now' }),
    })
    const r = scope.run(() => useFabricRecords(() => idOf(11)))!
    expect([r.busy.value, r.records.value]).toEqual([true, null])
    await settled()
    expect([r.busy.value, r.records.value]).toEqual([false, records()])
    expect(await r.add('corners', { soleC: 150 })).toBe(true)
    expect(r.records.value).toEqual(records(150))
    expect(useLibrary().fabrics.find(f => f.id === idOf(11))!.name).toBe('Known by now')
  })
  it('what came to nothing is said, and changes nothing', async () => {
    standIn({ [path(11, 'records')]: () => records(110) })
    const r = scope.run(() => useFabricRecords(() => idOf(11)))!
    await settled()
    expect(await r.add('corners', { soleC: 150 })).toBe(false)
    expect([r.records.value, r.busy.value, r.problem.value]).toEqual([records(110), false, expect.stringContaining('nobody answers')])
  })
  it('of a fabric that lies here no more is not shown: neither late, nor until the next one is read', async () => {
    const answers = new Map<number, { come: (r: object) => void, fail: (e: Error) => void }>()
    const later = (n: number) => () => new Promise((come, fail) => { answers.set(n, { come, fail }) })
    standIn({
      [path(11, 'records')]: () => records(200), [path(12, 'records')]: later(12), [path(13, 'records')]: later(13),
      [path(14, 'records')]: later(14),
    })
    const id = ref(idOf(11)), r = scope.run(() => useFabricRecords(() => id.value))!
    await settled()
    id.value = idOf(12)
    await settled()
    expect([r.records.value, r.busy.value]).toEqual([null, true])
    id.value = idOf(13)
    await settled()
    id.value = idOf(14)
    await settled()
    answers.get(14)!.come(records(120))
    await settled()
    answers.get(12)!.come(records(90))
    answers.get(13)!.fail(new Error('too late'))
    await settled()
    expect([r.records.value, r.problem.value, r.busy.value]).toEqual([records(120), null, false])
  })
})
