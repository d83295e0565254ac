// @vitest-environment happy-dom
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { effectScope, type EffectScope } from 'vue'
import { useProbe } from './probe'

/** A stream of readings that is not there. */
class Source {
  static all: Source[] = []
  onmessage: ((e: { data: string }) => void) | null = null
  onerror: (() => void) | null = null
  isOpen = true
  constructor(readonly url: string) { Source.all.push(this) }
  close() { this.isOpen = false }
}
let scope: EffectScope
beforeEach(() => {
  Source.all = []
  vi.stubGlobal('EventSource', Source)
  scope = effectScope()
})
afterEach(() => scope.stop())
const probe = () => scope.run(() => useProbe())!
const reading = (atS: number, c: number) => ({ data: JSON.stringify({ atS, c }) })

describe('the probe on a sole', () => {
  it('nothing runs until it is begun; then readings come in their order, and stopping keeps them', () => {
    const p = probe()
    expect([p.running.value, p.readings.value]).toEqual([false, []])
    p.start('iron', 2, 10)
    const [source] = Source.all
    expect([p.running.value, source!.url.startsWith('/api/irons/iron/probe?position=2&speed=10&seed=')]).toEqual([true, true])
    source!.onmessage!(reading(1, 150))
    source!.onmessage!(reading(2, 152))
    p.stop()
    expect([p.running.value, source!.isOpen, p.readings.value.map(r => r.c)]).toEqual([false, false, [150, 152]])
  })
  it('begun again it begins from nothing, with one stream open; one that breaks off stops and keeps what came', () => {
    const p = probe()
    p.start('iron', 0, 1)
    Source.all[0]!.onmessage!(reading(1, 150))
    p.start('iron', 1, 1)
    expect([Source.all.map(s => s.isOpen), p.readings.value]).toEqual([[false, true], []])
    Source.all[1]!.onmessage!(reading(1, 90))
    Source.all[1]!.onerror!()
    expect([p.running.value, Source.all[1]!.isOpen, p.readings.value.length]).toEqual([false, false, 1])
  })
  it('readings out of a file end a stream; so does leaving the screen', () => {
    const p = probe()
    p.start('iron', 0, 1)
    p.load([{ atS: 0, c: 20 }])
    expect([p.running.value, Source.all[0]!.isOpen, p.readings.value]).toEqual([false, false, [{ atS: 0, c: 20 }]])
    p.start('iron', 0, 1)
    scope.stop()
    expect(Source.all[1]!.isOpen).toBe(false)
  })
})
