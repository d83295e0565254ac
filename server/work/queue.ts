/** Raised where a workroom has too much waiting already. */
export class QueueFull extends Error {
  constructor(readonly waiting: number) {
    super('too much is waiting')
    this.name = 'QueueFull'
  }
}

interface Waits { start: () => void }

/**
 * A queue that is fair between workrooms: while several wait, each has its turn, so that forty sheets of one hold nobody else up by more
 * than what runs already. One that is alone may use every place.
 * @param places how many jobs run at once
 * @param mostWaiting jobs of one workroom that may wait
 */
export function fairQueue(places: number, mostWaiting: number) {
  /** In the order of their turns: whoever was served last is last. */
  const waiting = new Map<string, Waits[]>()
  let running = 0

  function next(): void {
    while (running < places) {
      const [turn] = waiting
      if (!turn) return
      const [workroom, jobs] = turn, job = jobs.shift()!
      waiting.delete(workroom)
      if (jobs.length > 0) waiting.set(workroom, jobs)
      running++
      job.start()
    }
  }

  /** Runs a job when its turn has come. @throws QueueFull where too many of this workroom wait */
  async function run<T>(workroom: string, job: () => Promise<T>): Promise<T> {
    const jobs = waiting.get(workroom) ?? []
    if (running >= places && jobs.length >= mostWaiting) throw new QueueFull(jobs.length)
    await new Promise<void>((start) => {
      jobs.push({ start })
      waiting.set(workroom, jobs)
      next()
    })
    try {
      return await job()
    } finally {
      running--
      next()
    }
  }
  return { run, counts: () => ({ running, waiting: [...waiting.values()].reduce((n, jobs) => n + jobs.length, 0) }) }
}
