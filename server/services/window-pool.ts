import { existsSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { availableParallelism } from 'node:os'
import { Piscina } from 'piscina'
import type { fitStop } from '#core/iron'
import { runMap, type Knowledge, type Part, type RowCount, type WindowMap, type WindowQuestion } from '#core/window'
import type { PlainLesson } from '#shared/mappers'

const THREADS = Math.max(1, Math.min(4, availableParallelism()))
/** No map of a person's waits longer than this, ms. */
const LONGEST_MS = 60_000
let pool: Piscina | null = null

function threads(): Piscina {
  if (pool) return pool
  const filename = [dirname(process.argv[1] ?? ''), join(process.cwd(), '.output/server'), join(process.cwd(), '.nuxt/dev')]
    .map(folder => join(folder, 'workers/window.mjs'))
    .find(existsSync)
  if (!filename) throw new Error('The window thread has not been built: run the build again.')
  return (pool = new Piscina({ filename, minThreads: 0, maxThreads: THREADS, idleTimeout: 30_000, maxQueue: 4000 }))
}

/** What own swatches teach, worked out on a thread: knowledge as it was where there are none. */
export const taughtOnServer = (knowledge: Knowledge, lessons: PlainLesson[]): Promise<Knowledge> =>
  lessons.length === 0 ? Promise.resolve(knowledge) : threads().run({ knowledge, lessons }, { name: 'teach' }) as Promise<Knowledge>

/** Fits of dial stops, worked out on a thread: the server goes on answering meanwhile. */
export const fitOnServer = (traces: Parameters<typeof fitStop>[0][]): Promise<ReturnType<typeof fitStop>[]> =>
  threads().run(traces, { name: 'fit' }) as Promise<ReturnType<typeof fitStop>[]>

/** The same map as the browser draws, counted on the server's threads. */
export function windowOnServer(question: WindowQuestion, onPart?: (part: Part) => void): Promise<WindowMap | null> {
  const until = Date.now() + LONGEST_MS
  return runMap(
    question, (q, task) => threads().run({ question: q, task }, { name: 'count' }) as Promise<RowCount>, THREADS, onPart,
    () => Date.now() > until,
  )
}
