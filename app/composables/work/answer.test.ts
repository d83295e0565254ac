import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { effectScope, nextTick, ref, type EffectScope } from 'vue'
import { useAnswer } from './answer'

/** Questions that are answered when the test says so, in any order. */
function desk() {
  const waiting: { asked: string, answer: (v: string) => void, fail: (e: Error) => void }[] = []
  const ask = (asked: string) => new Promise<string>((answer, fail) => { waiting.push({ asked, answer, fail }) })
  return { waiting, ask }
}
const settled = async () => { for (let i = 0; i < 4; i++) await nextTick() }
let scope: EffectScope
beforeEach(() => { scope = effectScope() })
afterEach(() => scope.stop())

describe('an answer', () => {
  it('belongs to what was asked last, however late the one before comes', async () => {
    const { waiting, ask } = desk(), of = ref('no lining')
    const { answer } = scope.run(() => useAnswer(() => of.value, () => ask(of.value)))!
    of.value = 'acetate lining'
    await nextTick()
    expect(waiting.map(w => w.asked)).toEqual(['no lining', 'acetate lining'])
    waiting[1]!.answer('held clear')
    await settled()
    waiting[0]!.answer('nothing behind')
    await settled()
    expect(answer.value).toBe('held clear')
  })

  it('is gone while the next is worked out, or stays where that is wished', async () => {
    const { waiting, ask } = desk(), of = ref(1)
    const { bare, kept } = scope.run(() => ({
      bare: useAnswer(() => of.value, () => ask('bare')).answer, kept: useAnswer(() => of.value, () => ask('kept'), { stays: true }).answer,
    }))!
    for (const w of waiting) w.answer(w.asked)
    await settled()
    expect([bare.value, kept.value]).toEqual(['bare', 'kept'])
    of.value = 2
    await settled()
    expect([bare.value, kept.value]).toEqual([null, 'kept'])
  })

  it('has none where there is nothing to ask', async () => {
    const of = ref<string | null>('fabric')
    const { answer } = scope.run(() => useAnswer(() => of.value, () => (of.value ? Promise.resolve(of.value) : null), { stays: true }))!
    await settled()
    expect(answer.value).toBe('fabric')
    of.value = null
    await settled()
    expect(answer.value).toBeNull()
  })

  it('that fails says why, until one comes; of what is no longer asked nothing is said', async () => {
    const { waiting, ask } = desk(), of = ref(1)
    const fault = (e: unknown) => `Not so: ${(e as Error).message}`
    const { answer, problem } = scope.run(() => useAnswer(() => of.value, () => ask(String(of.value)), { fault }))!
    of.value = 2
    await nextTick()
    waiting[0]!.fail(new Error('old'))
    await settled()
    expect(problem.value).toBeNull()
    waiting[1]!.fail(new Error('no tape'))
    await settled()
    expect([answer.value, problem.value]).toEqual([null, 'Not so: no tape'])
    of.value = 3
    await nextTick()
    waiting[2]!.answer('well')
    await settled()
    expect([answer.value, problem.value]).toEqual(['well', null])
  })

  it('that fails takes the one before with it, where that had stayed', async () => {
    const { waiting, ask } = desk(), of = ref('twill')
    const { answer } = scope.run(() => useAnswer(() => of.value, () => ask(of.value), { stays: true, fault: String }))!
    waiting[0]!.answer('14 s')
    await settled()
    of.value = 'no fabric at all'
    await nextTick()
    expect(answer.value).toBe('14 s')
    waiting[1]!.fail(new Error('no recipe'))
    await settled()
    expect(answer.value).toBeNull()
  })

  it('that cannot even be asked says why as well', async () => {
    const { problem } = scope.run(() => useAnswer(() => 1, () => { throw new RangeError('Colour: none.') }, { fault: e => String(e) }))!
    await settled()
    expect(problem.value).toBe('RangeError: Colour: none.')
  })

  it('is asked anew when something deep in it changes, and no more once its screen is gone', async () => {
    const { waiting, ask } = desk(), of = ref({ rules: { cooling: 'cold' } })
    scope.run(() => useAnswer(() => [of.value], () => ask(of.value.rules.cooling)))
    of.value.rules.cooling = 'touch'
    await nextTick()
    scope.stop()
    of.value.rules.cooling = 'cold'
    await nextTick()
    expect(waiting.map(w => w.asked)).toEqual(['cold', 'touch'])
  })
})
