import { wrap, type Remote } from 'comlink'
import { createKeptAnswers } from '#core/numeric'
import type { BoardApi } from '~/workers/api'
import { createWorkerPool, Ended, type WorkerPool } from './workerPool'

/** Plain data: a worker refuses Vue's reactive wrappers. */
export const toPlain = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T

const MOST_WORKERS = 4, MOST_KEPT = 300
/** What nobody looks at yet comes after all that somebody does. */
export const LAST_OF_ALL = -1

/** What is worked out from what is asked alone: the same question has the same answer on every screen. */
type Lasting = 'way' | 'carried' | 'tack' | 'openers' | 'leading' | 'cooled' | 'learn' | 'explain' | 'remedy' | 'refine' | 'sensitivity'
  | 'plan' | 'stays' | 'stuckStays' | 'coverage' | 'seamDetail' | 'flatten' | 'hem' | 'tape' | 'stuck'
/**
 * Asks the worker, or what was kept of it: an answer is never worked out twice while it is kept.
 * @param key what a newer question of the same kind ends it with @param what by what name the worker knows it
 * @returns shared with whoever asked the same: not to be changed
 */
export type Answering = <N extends Lasting>(
  key: string, what: N, asked: Parameters<BoardApi[N]>, priority?: number,
) => Promise<ReturnType<BoardApi[N]>>
type BoardWorkers = WorkerPool<Remote<BoardApi>> & { answer: Answering }
let workers: BoardWorkers | null = null

export function answering(pool: Pick<WorkerPool<Remote<BoardApi>>, 'ask'>): Answering {
  const kept = createKeptAnswers<unknown>(MOST_KEPT)
  return async <N extends Lasting>(key: string, what: N, asked: Parameters<BoardApi[N]>, priority = 0) => {
    const plain = JSON.stringify(asked), known = kept.get(what + plain)
    if (known) return known.answer as ReturnType<BoardApi[N]>
    const work = (remote: Remote<BoardApi>) => (remote[what] as (...all: unknown[]) => Promise<unknown>)(...JSON.parse(plain) as unknown[])
    const answer = await pool.ask(key, work, priority)
    kept.keep(what + plain, answer)
    return answer as ReturnType<BoardApi[N]>
  }
}

function start() {
  const worker = new Worker(new URL('../../workers/board.worker.ts', import.meta.url), { type: 'module' })
  const remote = wrap<BoardApi>(worker) as Remote<BoardApi>
  const failed = new Promise<Error>((resolve) => {
    worker.onerror = e => resolve(new Error(e.message || 'The computation stopped with a fault.'))
    worker.onmessageerror = () => resolve(new Error('The computation sent something that cannot be read.'))
  })
  return { remote, failed, end: () => worker.terminate() }
}

/** All the board's heavy work, on no more than one thread a core. */
export function useBoardWorkers(): BoardWorkers {
  if (!workers) {
    const pool = createWorkerPool(workerCount(), start)
    workers = { ...pool, answer: answering(pool) }
  }
  return workers
}
export const workerCount = (): number => Math.min(MOST_WORKERS, Math.max(1, navigator.hardwareConcurrency || 2))

/** A fault of a computation as a sentence; null where it was only ended. */
export const faultOf = (error: unknown): string | null =>
  error instanceof Ended ? null : `Working this out stopped with a fault: ${error instanceof Error ? error.message : String(error)}`
