// @vitest-environment happy-dom
import { beforeEach, describe, expect, it } from 'vitest'
import { effectScope, nextTick } from 'vue'
import { useDraft } from './draft'
import { rememberWorkroom } from './stored'

beforeEach(() => {
  window.localStorage.clear()
  rememberWorkroom('tidewell')
})
const open = <T extends object>(name: string, fresh: () => T, version?: number) => {
  const scope = effectScope()
  return { scope, ...scope.run(() => useDraft(name, fresh, version))! }
}

describe('a form that is left', () => {
  it('waits with what was written and the version it was begun from', async () => {
    const first = open('fabric-1', () => ({ name: 'Poplin' }), 3)
    expect(first.waits.value).toBe(false)
    first.state.name = 'Poplin, white'
    await nextTick()
    expect(first.waits.value).toBe(true)
    first.scope.stop()
    const again = open('fabric-1', () => ({ name: 'Someone else\'s' }), 4)
    expect([again.state.name, again.version.value, again.waits.value]).toEqual(['Poplin, white', 3, true])
  })
  it('that was only looked at leaves nothing behind', async () => {
    const looked = open('fabric-1', () => ({ name: 'Poplin' }), 3)
    await nextTick()
    looked.scope.stop()
    expect(open('fabric-1', () => ({ name: 'Newer' }), 4).state.name).toBe('Newer')
  })
  it('once saved or thrown away is gone, whatever is typed after', async () => {
    const saved = open('fabric-1', () => ({ name: 'Poplin' }))
    saved.state.name = 'x'
    await nextTick()
    saved.clear()
    saved.state.name = 'y'
    await nextTick()
    const next = open('fabric-1', () => ({ name: 'Fresh' }))
    expect([next.state.name, next.waits.value]).toEqual(['Fresh', false])
  })
  it('of one thing is not another\'s', async () => {
    const one = open('fabric-1', () => ({ name: 'a' }))
    one.state.name = 'b'
    await nextTick()
    expect(open('fabric-2', () => ({ name: 'c' })).state.name).toBe('c')
  })
})
