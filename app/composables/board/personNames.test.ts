// @vitest-environment happy-dom
import { beforeEach, describe, expect, it, vi } from 'vitest'

const person = (id: string, name: string) => ({ id, name, role: 'maker', hasPin: false, signsIn: false, putAway: false, version: 0 })
let there = [person('o', 'Orla'), person('b', 'Bram')]
let asked = 0
/** A page just opened. */
async function fresh(answers = true, gate: Promise<void> = Promise.resolve()) {
  vi.resetModules()
  asked = 0
  vi.stubGlobal('$fetch', async () => {
    asked++
    await gate
    if (!answers) throw new Error('away')
    return there
  })
  const { usePersonNames } = await import('./personNames')
  return usePersonNames()
}
beforeEach(() => { there = [person('o', 'Orla'), person('b', 'Bram')] })

describe('who did it, by name', () => {
  it('is asked for once; nothing is said before it is known, and what is older says so', async () => {
    let open = () => {}
    const names = await fresh(true, new Promise<void>((done) => { open = done }))
    expect([names.by('o'), names.by(null)]).toEqual(['', ''])
    open()
    await vi.waitFor(() => expect(names.by('o')).toBe('by Orla'))
    expect([names.by('b'), names.by(null), names.by(undefined), asked])
      .toEqual(['by Bram', 'before people were kept', 'before people were kept', 1])
  })
  it('somebody who came since is asked for once more, and never said to be from before', async () => {
    const names = await fresh()
    await vi.waitFor(() => expect(names.by('o')).toBe('by Orla'))
    there = [...there, person('w', 'Wick')]
    expect(names.by('w')).toBe('')
    await vi.waitFor(() => expect(names.by('w')).toBe('by Wick'))
    expect([names.by('gone'), names.by('gone')]).toEqual(['', ''])
    await vi.waitFor(() => expect(asked).toBe(3))
    expect(names.by('gone')).toBe('')
    expect(asked).toBe(3)
  })
  it('choices are those who did something in a list, and none where it was one alone', async () => {
    const names = await fresh()
    await vi.waitFor(() => expect(names.by('o')).toBe('by Orla'))
    expect(names.among(['b', 'o', 'b', null]).map(c => c.name)).toEqual(['Everyone', 'Orla', 'Bram'])
    expect(names.among(['b', 'b', null])).toEqual([])
  })
  it('without the server nothing is said', async () => {
    const names = await fresh(false)
    await vi.waitFor(() => expect(asked).toBe(1))
    expect([names.by('o'), names.among(['o', 'b'])]).toEqual(['', []])
  })
})
