import { fitStop } from '#core/iron'
import { learnFrom } from '#core/learn'
import { countRow, pointsOf, type Knowledge, type RowCount, type RowTask, type WindowQuestion } from '#core/window'
import type { PlainLesson } from '#shared/mappers'

let known: { key: string, points: Float64Array } | null = null

/** Counts one part of a window map on a thread of its own. */
export function count({ question, task }: { question: WindowQuestion, task: RowTask }): RowCount {
  const key = `${question.samples} ${question.seed}`
  if (known?.key !== key) known = { key, points: pointsOf(question) }
  return countRow(question, task, known.points)
}

/** What the swatches of a pairing teach; what was known before where they contradict each other. */
export function teach({ knowledge, lessons }: { knowledge: Knowledge, lessons: PlainLesson[] }): Knowledge {
  return learnFrom(knowledge, lessons).knowledge
}

/** Fits the readings of dial stops. */
export const fit = (traces: Parameters<typeof fitStop>[0][]): ReturnType<typeof fitStop>[] => traces.map(t => fitStop(t))
