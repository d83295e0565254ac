import type { fitSetting } from '#core/iron'
import { runMap, type Knowledge, type Part, type WindowMap, type WindowQuestion } from '#core/window'
import type { PlainLesson } from '#shared/mappers'
import type { Context } from '../utils/context'
import { onThread, PAPER_THREADS } from '../work/worker-pool'

/** No map of a person's waits longer than this, ms. */
const LONGEST_MS = 180_000
const asked = (context: Context) => ({ ...context, smaller: 'Ask for one pass, or for fewer windows at once.' })

/** What own swatches teach, worked out on a thread: knowledge as it was where there are none. */
export const taughtOnServer = async (context: Context, knowledge: Knowledge, lessons: PlainLesson[]): Promise<Knowledge> =>
  lessons.length === 0 ? knowledge : onThread('paper', 'teach', { knowledge, lessons }, asked(context))

export const sensitivityOnServer = (context: Context, question: WindowQuestion) =>
  onThread('paper', 'sensitivity', question, asked(context))

/** Fits of dial stops, worked out on a thread: the server goes on answering meanwhile. */
export const fitOnServer = (context: Context, traces: Parameters<typeof fitSetting>[0][]): Promise<ReturnType<typeof fitSetting>[]> =>
  onThread('paper', 'fit', traces, { ...context, smaller: 'Send fewer readings at once.' })

/** The same map as the browser draws, counted on the server's threads. */
export function windowOnServer(context: Context, question: WindowQuestion, onPart?: (part: Part) => void): Promise<WindowMap | null> {
  const until = Date.now() + LONGEST_MS
  return runMap(
    question, (q, task) => onThread('paper', 'count', { question: q, task }, asked(context)), PAPER_THREADS, onPart,
    () => Date.now() > until,
  )
}
