import { wrap, type Remote } from 'comlink'
import type { BoardApi } from '~/workers/api'
import { createWorkerPool, Ended, type WorkerPool } from './workerPool'

/** Plain data: a worker refuses Vue's reactive wrappers. */
export const toPlain = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T

const MOST_WORKERS = 4
let pool: WorkerPool<Remote<BoardApi>> | null = null

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
export function useBoardWorkers(): WorkerPool<Remote<BoardApi>> {
  return (pool ??= createWorkerPool(workerCount(), start))
}
export const workerCount = (): number => Math.min(MOST_WORKERS, Math.max(1, navigator.hardwareConcurrency || 2))

/** A fault of a computation as a sentence; null where it was only ended. */
export const faultOf = (error: unknown): string | null =>
  error instanceof Ended ? null : `Working this out stopped with a fault: ${error instanceof Error ? error.message : String(error)}`
