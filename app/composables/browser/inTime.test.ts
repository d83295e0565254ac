import { describe, expect, it, vi } from 'vitest'
import { impatient, NoAnswer } from './inTime'

const later = (ms: number) => new Promise<void>((done) => { setTimeout(done, ms) })

describe('a browser database that never answers', () => {
  it('is waited for once, then no more, until it answers after all, which is heard', async () => {
    const inTime = impatient(3, 10)
    const heard = vi.fn()
    let answer = (_: string) => {}
    const stuck = inTime(() => new Promise<string>((done) => { answer = done }), heard)
    await expect(stuck).rejects.toBeInstanceOf(NoAnswer)
    let asked = 0
    await expect(inTime(async () => asked++)).rejects.toBeInstanceOf(NoAnswer)
    expect([asked, heard.mock.calls.length]).toEqual([0, 0])
    answer('late')
    await later(0)
    expect(heard).toHaveBeenCalledOnce()
    expect(await inTime(async () => 'there')).toBe('there')
  })
  it('a late refusal is no late answer, yet it may be asked again', async () => {
    const inTime = impatient(3, 10)
    const heard = vi.fn()
    let refuse = (_: Error) => {}
    await expect(inTime(() => new Promise<string>((_, fail) => { refuse = fail }), heard)).rejects.toBeInstanceOf(NoAnswer)
    refuse(new Error('no'))
    await later(0)
    expect([heard.mock.calls.length, await inTime(async () => 7)]).toEqual([0, 7])
  })
  it('one that answers is believed, its faults too, and nothing of it is late', async () => {
    const inTime = impatient(10, 100)
    const heard = vi.fn()
    expect(await inTime(async () => 7, heard)).toBe(7)
    await expect(inTime(() => Promise.reject(new Error('no')), heard)).rejects.toThrow('no')
    expect(await inTime(async () => 8, heard)).toBe(8)
    expect(heard).not.toHaveBeenCalled()
  })
  it('a page that hangs itself does not blame the database', async () => {
    const inTime = impatient(10, 20)
    const answered = inTime(async () => {
      await later(1)
      return 'there'
    })
    // Ten beats long nothing on this page goes on.
    const until = performance.now() + 250
    while (performance.now() < until) { /* hangs */ }
    expect(await answered).toBe('there')
  })
})
