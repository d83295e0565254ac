import { describe, expect, it } from 'vitest'
import { impatient, NoAnswer } from './inTime'

const later = (ms: number) => new Promise<void>((done) => { setTimeout(done, ms) })

describe('a browser database that never answers', () => {
  it('is waited for once, then no more, until it answers after all', async () => {
    const inTime = impatient(30)
    let answer = (_: string) => {}
    const stuck = inTime(() => new Promise<string>((done) => { answer = done }))
    await expect(stuck).rejects.toBeInstanceOf(NoAnswer)
    let asked = 0
    await expect(inTime(async () => asked++)).rejects.toBeInstanceOf(NoAnswer)
    expect(asked).toBe(0)
    answer('late')
    await later(0)
    expect(await inTime(async () => 'there')).toBe('there')
  })
  it('one that answers is believed, its faults too', async () => {
    const inTime = impatient(1000)
    expect(await inTime(async () => 7)).toBe(7)
    await expect(inTime(() => Promise.reject(new Error('no')))).rejects.toThrow('no')
    expect(await inTime(async () => 8)).toBe(8)
  })
})
