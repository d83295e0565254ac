import { describe, expect, it, vi } from 'vitest'
import { createWorkerPool, Ended } from './workerPool'

/** Lanes whose "worker" is a number; each can be broken from outside. */
function seats(count: number) {
  const breaks: ((e: Error) => void)[] = []
  let ended = 0
  const pool = createWorkerPool<number>(count, () => {
    const n = breaks.length
    const failed = new Promise<Error>((resolve) => { breaks.push(resolve) })
    return { remote: n, failed, end: () => { ended++ } }
  })
  return { pool, breaks, ended: () => ended }
}
const later = <T>(value: T, ms = 5) => new Promise<T>((resolve) => { setTimeout(() => resolve(value), ms) })
const never = () => new Promise<never>(() => undefined)

describe('one pool for all heavy work', () => {
  it('never more workers than cores, and no worker before it is wanted', async () => {
    const { pool, breaks } = seats(2)
    expect(breaks).toHaveLength(0)
    let most = 0
    const all = Array.from({ length: 7 }, (_, i) => pool.ask('k', async () => { most = Math.max(most, pool.running()); return later(i) }))
    expect(await Promise.all(all)).toEqual([0, 1, 2, 3, 4, 5, 6])
    expect(most).toBe(2)
    expect(breaks).toHaveLength(2)
  })
  it('the more pressing first, else in the order asked', async () => {
    const { pool } = seats(1)
    const order: string[] = []
    const job = (name: string, priority: number) => pool.ask(name, async () => { order.push(name); return later(0) }, priority)
    await Promise.all([job('first', 0), job('low', 0), job('low again', 0), job('high', 2)])
    expect(order).toEqual(['first', 'high', 'low', 'low again'])
  })
  it('a newer question ends the older: what waits is dropped, what runs is disregarded', async () => {
    const { pool } = seats(1)
    const ran = vi.fn()
    const running = pool.ask('map', () => later('old', 30)), waiting = pool.ask('map', async () => { ran() })
    const other = pool.ask('other', () => later('kept'))
    pool.end('map')
    await expect(running).rejects.toBeInstanceOf(Ended)
    await expect(waiting).rejects.toBeInstanceOf(Ended)
    expect(await other).toBe('kept')
    expect(ran).not.toHaveBeenCalled()
  })
  it('one that will not come to an end is started anew, and the rest goes on', async () => {
    const { pool, ended } = seats(1)
    const stuck = pool.ask('stuck', never)
    const next = pool.ask('next', async remote => remote)
    pool.end('stuck')
    await expect(stuck).rejects.toBeInstanceOf(Ended)
    expect(await next).toBe(1)
    expect(ended()).toBe(1)
  })
  it('a fault reaches whoever asked, and the worker is used again', async () => {
    const { pool } = seats(1)
    await expect(pool.ask('k', async () => { throw new Error('divided by nothing') })).rejects.toThrow('divided by nothing')
    expect(await pool.ask('k', () => later('well'))).toBe('well')
  })
  it('a worker that breaks fails its job and is replaced: nothing waits for ever', async () => {
    const { pool, breaks, ended } = seats(1)
    const job = pool.ask('k', never)
    const after = pool.ask('k', async remote => remote)
    breaks[0]!(new Error('the worker is gone'))
    await expect(job).rejects.toThrow('gone')
    expect(await after).toBe(1)
    expect(ended()).toBe(1)
  })
  it('a worker that breaks while idle costs the next question nothing', async () => {
    const { pool, breaks, ended } = seats(1)
    expect(await pool.ask('k', async remote => remote)).toBe(0)
    breaks[0]!(new Error('the worker is gone'))
    await later(null)
    expect(await pool.ask('k', async remote => remote)).toBe(1)
    expect(ended()).toBe(1)
  })
})
