import { createMap, tasksOf, type WindowMap } from './map'
import type { RowCount, RowTask, WindowQuestion } from './row'

/** Counts one part somewhere: in a browser's worker, or on a server's thread. */
export type Count = (q: WindowQuestion, task: RowTask) => Promise<RowCount>

export interface Part { map: WindowMap, done: number, of: number, cellSteps: number }

/**
 * Runs a map's tasks on so many workers at once and hands over the picture as it fills. The same whoever counts.
 * @param stopped asked before each task; true ends the run
 * @returns the finished map, or null where it was stopped
 */
export async function runMap(
  q: WindowQuestion, count: Count, workers: number, onPart: (part: Part) => void = () => undefined, stopped: () => boolean = () => false,
): Promise<WindowMap | null> {
  const tasks = tasksOf(q)
  const map = createMap(q.recipe.passes)
  const rows = new Set(tasks.map(t => t.soleC)).size
  let next = 0, done = 0, cellSteps = 0
  async function work(): Promise<void> {
    while (next < tasks.length && !stopped()) {
      const counted = await count(q, tasks[next++]!)
      map.add(counted)
      cellSteps += counted.cellSteps
      done++
      // Every row once before the first picture, then now and again.
      if (done >= rows && (done % rows === 0 || done === tasks.length) && !stopped())
        onPart({ map: map.map(), done, of: tasks.length, cellSteps })
    }
  }
  await Promise.all(Array.from({ length: workers }, work))
  return stopped() ? null : map.map()
}
