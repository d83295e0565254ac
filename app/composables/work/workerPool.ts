/** One thing to be worked out in a worker. */
interface Job<Remote> {
  key: string
  priority: number
  work: (remote: Remote) => Promise<unknown>
  done: (value: unknown) => void
  failed: (error: Error) => void
  stale: boolean
}

/** A worker, and how it is started anew. `failed` ends when the worker itself breaks. */
export interface PoolWorker<Remote> { remote: Remote, failed: Promise<Error>, end: () => void }

/** A worker of the pool, and what it is at. */
interface Seat<Remote> { worker: PoolWorker<Remote>, job: Job<Remote> | null, broken: boolean }

/** What was asked before was ended: by a newer question, or by a person. */
export class Ended extends Error {
  constructor() {
    super('Ended: something newer was asked.')
    this.name = 'Ended'
  }
}

/** A job that has been ended is let run on so long before its worker is started anew, ms. */
const PATIENCE_MS = 400

/**
 * Works things out on so many workers: the more pressing first, in the order asked. A key that is ended drops what waits under it;
 * what already runs is disregarded, and its worker started anew if it does not come to an end soon. A worker that breaks fails its
 * job with a sentence and is replaced, so that nothing waits for ever.
 */
export function createWorkerPool<Remote>(count: number, start: () => PoolWorker<Remote>) {
  const waiting: Job<Remote>[] = []
  const seats: Seat<Remote>[] = []

  function pump(): void {
    while (waiting.length > 0) {
      let seat = seats.find(l => l.job === null)
      if (!seat && seats.length < count) seats.push(seat = seated(start()))
      if (!seat) return
      // It broke while it had nothing to do.
      if (seat.broken) seat = renew(seat)
      let first = 0
      for (let i = 1; i < waiting.length; i++) if (waiting[i]!.priority > waiting[first]!.priority) first = i
      void run(seat, waiting.splice(first, 1)[0]!)
    }
  }

  function seated(worker: PoolWorker<Remote>): Seat<Remote> {
    const seat = { worker, job: null, broken: false }
    void worker.failed.then(() => { seat.broken = true })
    return seat
  }

  async function run(seat: Seat<Remote>, job: Job<Remote>): Promise<void> {
    seat.job = job
    const { worker } = seat
    const broken = worker.failed.then((error) => { throw error })
    try {
      const value = await Promise.race([job.work(worker.remote), broken])
      if (!job.stale) job.done(value)
    } catch (error) {
      if (!job.stale) job.failed(error instanceof Error ? error : new Error(String(error)))
    }
    // A worker that was started anew meanwhile already has another job.
    if (!seats.includes(seat)) return
    seat.job = null
    if (seat.broken) renew(seat)
    pump()
  }

  function renew(seat: Seat<Remote>): Seat<Remote> {
    seat.worker.end()
    const fresh = seated(start())
    seats.splice(seats.indexOf(seat), 1, fresh)
    return fresh
  }

  /** @param key what a newer question of the same kind ends with `end(key)` */
  function ask<T>(key: string, work: (remote: Remote) => Promise<T>, priority = 0): Promise<T> {
    return new Promise<T>((resolve, reject) => {
      waiting.push({ key, priority, work, done: resolve as (v: unknown) => void, failed: reject, stale: false })
      pump()
    })
  }

  function end(key: string): void {
    for (let i = waiting.length - 1; i >= 0; i--) {
      if (waiting[i]!.key === key) waiting.splice(i, 1)[0]!.failed(new Ended())
    }
    for (const seat of seats) {
      const { job } = seat
      if (job?.key !== key || job.stale) continue
      job.stale = true
      job.failed(new Ended())
      setTimeout(() => {
        if (seat.job !== job || !seats.includes(seat)) return
        renew(seat)
        pump()
      }, PATIENCE_MS)
    }
  }

  return { ask, end, waiting: () => waiting.length, running: () => seats.filter(l => l.job).length }
}
export type WorkerPool<Remote> = ReturnType<typeof createWorkerPool<Remote>>
