import { describe, expect, it } from 'vitest'
import { answering } from './boardWorkers'
import { Ended, type WorkerPool } from './workerPool'

describe('what hangs on nothing but what is asked', () => {
  /** A pool whose worker says how often it was asked. */
  function counting(work: (asked: unknown) => unknown) {
    let asked = 0
    const pool = { ask: async (_key: string, of: (remote: unknown) => Promise<unknown>) => {
      asked++
      return of({ stays: async (setup: unknown) => work(setup) })
    } } as unknown as WorkerPool<never>
    return { answer: answering(pool), asked: () => asked }
  }
  const setup = (massGsm: number) => ({ fabric: { massGsm } }) as never
  it('is worked out once, whoever asks under whatever key', async () => {
    const { answer, asked } = counting(s => [s])
    const first = await answer('care', 'stays', [setup(120)])
    expect(await answer('press', 'stays', [setup(120)], 3)).toBe(first)
    expect(asked()).toBe(1)
    expect(await answer('care', 'stays', [setup(121)])).not.toEqual(first)
    expect(asked()).toBe(2)
  })
  it('is handed over without what a worker refuses', async () => {
    const { answer } = counting(s => s)
    const wrapped = new Proxy({ fabric: { massGsm: 9 } }, {})
    expect(await answer('care', 'stays', [wrapped as never])).toEqual({ fabric: { massGsm: 9 } })
  })
  it('what was ended, or went wrong, is asked anew', async () => {
    let fails = 2
    const { answer, asked } = counting((s) => {
      if (fails-- > 0) throw fails === 1 ? new Ended() : new Error('no more memory')
      return s
    })
    await expect(answer('care', 'stays', [setup(1)])).rejects.toBeInstanceOf(Ended)
    await expect(answer('care', 'stays', [setup(1)])).rejects.toThrow('no more memory')
    expect(await answer('care', 'stays', [setup(1)])).toEqual(setup(1))
    expect(asked()).toBe(3)
  })
})
