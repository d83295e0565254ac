// @vitest-environment happy-dom
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { effectScope } from 'vue'
import { isPressed } from './footSwitch'

beforeEach(() => { window.localStorage.clear() })
const report = (...bytes: number[]) => new DataView(new Uint8Array(bytes).buffer)
const key = (k: string, repeat = false) => window.dispatchEvent(new KeyboardEvent('keydown', { key: k, repeat, cancelable: true }))

describe('a foot switch', () => {
  it('as a device: any bit of its report is its being down', () => {
    expect([report(0, 0), report(0, 4), report(255), report()].map(isPressed)).toEqual([false, true, true, false])
  })
  it('as a key: taken while it is on, once a press, another key after it was learned', async () => {
    const scope = effectScope(), pressed = vi.fn()
    const foot = useFootSwitch()
    scope.run(() => useFoot(pressed))
    key('PageDown')
    expect(pressed).toHaveBeenCalledTimes(0)
    foot.on.value = true
    await nextTick()
    key('PageDown')
    key('PageDown', true)
    key('x')
    expect(pressed).toHaveBeenCalledTimes(1)
    foot.learn()
    key('F8')
    expect([foot.key.value, foot.learning.value, pressed.mock.calls.length]).toEqual(['F8', false, 1])
    await nextTick()
    key('F8')
    expect(pressed).toHaveBeenCalledTimes(2)
    scope.stop()
    key('F8')
    expect(pressed).toHaveBeenCalledTimes(2)
  })
})
