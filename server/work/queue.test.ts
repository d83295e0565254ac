import { describe, expect, it } from 'vitest'
import { fairQueue, QueueFull } from './queue'

/** Jobs that end when they are told to. */
function setup() {
  const begun: string[] = [], ends = new Map<string, () => void>()
  const job = (name: string) => () => new Promise<string>((done) => {
    begun.push(name)
    ends.set(name, () => done(name))
  })
  const tick = () => new Promise<void>((done) => { setTimeout(done) })
  const end = async (name: string) => {
    ends.get(name)!()
    await tick()
  }
  return { begun, job, end, tick }
}

describe('a queue that is fair between workrooms', () => {
  it('runs no more at once than it has places, and each to its end', async () => {
    const { begun, job, end, tick } = setup(), queue = fairQueue(2, 9)
    const all = Promise.all(['a', 'b', 'c'].map(name => queue.run('one', job(name))))
    await tick()
    expect(begun).toEqual(['a', 'b'])
    expect(queue.counts()).toEqual({ running: 2, waiting: 1 })
    await end('a')
    expect(begun).toEqual(['a', 'b', 'c'])
    await end('c')
    await end('b')
    expect(await all).toEqual(['a', 'b', 'c'])
    expect(queue.counts()).toEqual({ running: 0, waiting: 0 })
  })
  it('each workroom has its turn, however many jobs another has waiting', async () => {
    const { begun, job, end, tick } = setup(), queue = fairQueue(1, 9)
    for (const name of ['a1', 'a2', 'a3']) void queue.run('a', job(name))
    for (const name of ['b1', 'b2']) void queue.run('b', job(name))
    void queue.run('c', job('c1'))
    await tick()
    for (let i = 0; i < 5; i++) await end(begun.at(-1)!)
    expect(begun).toEqual(['a1', 'a2', 'b1', 'c1', 'a3', 'b2'])
  })
  it('a workroom that has too much waiting is refused, others are not', async () => {
    const { job } = setup(), queue = fairQueue(1, 2)
    for (const name of ['1', '2', '3']) void queue.run('a', job(name))
    await expect(queue.run('a', job('4'))).rejects.toBeInstanceOf(QueueFull)
    void queue.run('b', job('5'))
    expect(queue.counts()).toEqual({ running: 1, waiting: 3 })
  })
  it('a job that fails gives its place back', async () => {
    const { begun, job, tick } = setup(), queue = fairQueue(1, 2)
    const failed = queue.run('a', () => Promise.reject(new Error('no')))
    void queue.run('b', job('next'))
    await expect(failed).rejects.toThrow('no')
    await tick()
    expect(begun).toEqual(['next'])
  })
})
