import { describe, expect, it } from 'vitest'
import { ref } from 'vue'
import { useOwnCode } from './ownCode'

/** A list on which some codes are taken that the board does not know of. */
function list(taken: string[]) {
  const state = { code: 'F-02' }, faultyFields = ref<string[]>([]), sent: string[] = []
  const save = async ({ code }: { code: string }) => {
    sent.push(code)
    faultyFields.value = taken.includes(code) ? ['code'] : []
  }
  return { state, sent, ...useOwnCode(state, () => ['F-01'], 'F', { save, faultyFields }) }
}

describe('a code', () => {
  it('that nobody chose makes way until one is free', async () => {
    const { keep, state, sent } = list(['F-02', 'F-03'])
    await keep({ code: 'F-02' }, false)
    expect([sent, state.code]).toEqual([['F-02', 'F-03', 'F-04'], 'F-04'])
  })
  it('that somebody chose stays, and is refused', async () => {
    const { keep, state, sent } = list(['F-02'])
    await keep({ code: 'F-02' }, true)
    expect([sent, state.code]).toEqual([['F-02'], 'F-02'])
  })
  it('is not looked for without an end', async () => {
    const { keep, sent } = list(Array.from({ length: 99 }, (_, i) => `F-${String(i).padStart(2, '0')}`))
    await keep({ code: 'F-02' }, false)
    expect(sent.length).toBeLessThan(25)
  })
})
