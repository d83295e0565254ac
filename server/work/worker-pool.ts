import { existsSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { availableParallelism } from 'node:os'
import { Piscina } from 'piscina'
import { ProblemError } from '../utils/problem'
import type { Answer } from '../workers/answer'
import { fairQueue, QueueFull } from './queue'

/** Work that is more than a moment's goes on threads, so that no request holds the others up. */
interface Tasks {
  /** What someone waits for before a thing is kept: bodies parsed, pieces and layouts judged. */
  judge: typeof import('../workers/judge')
  /** Paper, windows, archives: minutes at the most, at a lower priority than the server itself. */
  paper: typeof import('../workers/paper')
}
export type Lane = keyof Tasks
type Task<L extends Lane, N extends keyof Tasks[L]>
  = Tasks[L][N] extends (input: infer I) => Promise<Answer<infer O>> ? { in: I, out: O } : never

const CORES = Math.max(1, Math.min(4, availableParallelism()))
/** Threads, how long one thing may take (ms), and the memory of a thread (MB). */
const LANES = {
  judge: { threads: 1, mostMs: 30_000, memoryMB: 512 },
  paper: { threads: CORES, mostMs: 30_000, memoryMB: 512 },
} as const
export const PAPER_THREADS = CORES
const MOST_WAITING = 40
const IDLE_MS = 120_000

interface Opened { pool: Piscina, queue: ReturnType<typeof fairQueue> }
const open = new Map<Lane, Opened>()

function laneOf(lane: Lane): Opened {
  const known = open.get(lane)
  if (known) return known
  const filename = [dirname(process.argv[1] ?? ''), join(process.cwd(), '.output/server'), join(process.cwd(), '.nuxt/dev')]
    .map(folder => join(folder, `workers/${lane}.mjs`))
    .find(existsSync)
  if (!filename) throw new Error(`The thread "${lane}" has not been built: run the build again.`)
  const { threads, memoryMB } = LANES[lane]
  const opened = {
    pool: new Piscina({
      filename, minThreads: lane === 'judge' ? 1 : 0, maxThreads: threads, idleTimeout: IDLE_MS, maxQueue: 1000,
      concurrentTasksPerWorker: 1,
      resourceLimits: { maxOldGenerationSizeMb: memoryMB },
    }),
    queue: fairQueue(threads, MOST_WAITING),
  }
  open.set(lane, opened)
  return opened
}

/** For whom a thing is worked out, what it is called, and what to make smaller where it takes too long. */
export interface Asked { workroomId: string, smaller: string, mostMs?: number }

const tooLong = (smaller: string, mostMs: number) => new ProblemError(
  422, 'Too much to work out',
  `This takes longer than ${Math.round(mostMs / 1000)} s, or more memory than one request may have. ${smaller}`,
)

/**
 * Works a task out on a thread of its lane, in the turn of its workroom, for no longer than it may take.
 * @throws ProblemError what the task found; 422 where it took too long or too much memory; 429 where too much waits already
 */
export async function onThread<L extends Lane, N extends keyof Tasks[L] & string>(
  lane: L, name: N, input: Task<L, N>['in'], { workroomId, smaller, mostMs = LANES[lane].mostMs }: Asked,
): Promise<Task<L, N>['out']> {
  const { pool, queue } = laneOf(lane)
  try {
    const answer = await queue.run(workroomId, async () => {
      const limit = new AbortController(), timer = setTimeout(() => limit.abort(), mostMs)
      try {
        return await pool.run(input, { name, signal: limit.signal }) as Answer<Task<L, N>['out']>
      } catch (error) {
        const { code } = error as { code?: string }
        if (limit.signal.aborted || code === 'ERR_WORKER_OUT_OF_MEMORY') throw tooLong(smaller, mostMs)
        throw error
      } finally {
        clearTimeout(timer)
      }
    })
    if ('problem' in answer) {
      const { status, title, detail, errors } = answer.problem
      throw new ProblemError(status, title, detail, { errors })
    }
    return answer.value
  } catch (error) {
    if (!(error instanceof QueueFull)) throw error
    throw new ProblemError(429, 'Too much at once',
      `${error.waiting} things are being worked out for this workroom already. Wait until some of them are there, then ask again.`)
  }
}
