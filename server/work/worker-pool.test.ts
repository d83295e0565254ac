import { mkdtempSync, mkdirSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, describe, expect, it } from 'vitest'
import { onThread } from './worker-pool'

/** Threads that do what a test asks of them, beside a program that stands where the server would. */
const folder = mkdtempSync(join(tmpdir(), 'ready-cuff-threads-')), program = process.argv[1]!
mkdirSync(join(folder, 'workers'))
writeFileSync(join(folder, 'workers/judge.mjs'), `
  export const twice = n => ({ value: 2 * n })
  const errors = [{ field: 'name', message: 'Name: taken.' }]
  export const refuse = () => ({ problem: { status: 409, title: 'Taken', detail: 'Name: taken.', errors } })
  export const fail = () => { throw new Error('of its own') }
  export const sleep = ms => new Promise(done => setTimeout(() => done({ value: ms }), ms))
  export const grow = () => { const all = []; for (;;) all.push(new Array(1e6).fill(0).map((_, i) => ({ i }))) }
`)
process.argv[1] = join(folder, 'index.mjs')
afterAll(() => {
  process.argv[1] = program
  rmSync(folder, { recursive: true, force: true })
})

/** The tasks of a test are none of the server's own. */
const ask = (name: string, input: unknown, more: { mostMs?: number, workroomId?: string } = {}): Promise<unknown> =>
  onThread('judge', name as never, input as never, { workroomId: 'w', smaller: 'Take fewer.', ...more })

describe('work on a thread', () => {
  it('answers with its value, or with the problem that it found, field by field', async () => {
    expect(await ask('twice', 21)).toBe(42)
    await expect(ask('refuse', 0)).rejects.toMatchObject({
      problem: { status: 409, title: 'Taken', detail: 'Name: taken.', errors: [{ field: 'name', message: 'Name: taken.' }] },
    })
  })
  it('a fault of its own is no fault of whoever asked', async () => {
    await expect(ask('fail', 0)).rejects.toThrow('of its own')
    await expect(ask('fail', 0)).rejects.not.toHaveProperty('problem')
  })
  it('what takes too long, or too much memory, is ended with what to do about it; the next is served', async () => {
    const tooMuch = { problem: { status: 422, detail: expect.stringMatching(/longer than 1 s, or more memory.* Take fewer\.$/) } }
    await expect(ask('sleep', 60_000, { mostMs: 800 })).rejects.toMatchObject(tooMuch)
    expect(await ask('twice', 3)).toBe(6)
    await expect(ask('grow', 0)).rejects.toMatchObject({ problem: { status: 422, detail: expect.stringContaining('longer than 30 s') } })
    expect(await ask('twice', 4)).toBe(8)
  }, 60_000)
  it('a workroom that has forty waiting is asked to wait; another is served', async () => {
    const asked = Array.from({ length: 41 }, () => ask('sleep', 5))
    await expect(ask('twice', 1)).rejects.toMatchObject({ problem: { status: 429, detail: expect.stringMatching(/^40 things .*Wait/) } })
    expect(await ask('twice', 1, { workroomId: 'other' })).toBe(2)
    expect(await Promise.all(asked)).toEqual(asked.map(() => 5))
  })
})
