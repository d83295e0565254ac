import type { Count, CountTask } from './count'
import type { WindowQuestion } from './drawing'
import { createMap, firstPictureTasks, tasksOf, type WindowMap } from './map'

/** Counts one part somewhere: in a browser's worker, or on a server's thread. */
export type Counter = (q: WindowQuestion, task: CountTask) => Promise<Count>

/** The picture is handed over again after so many tasks. */
const REDRAWN = 8

export interface Part { map: WindowMap, done: number, of: number, cellSteps: number }

/**
 * Runs a map's tasks on so many workers at once and hands over the picture as it fills. The same whoever counts.
 * @param stopped asked before each task; true ends the run
 * @returns the finished map, or null where it was stopped
 */
export async function runMap(
  q: WindowQuestion, count: Counter, workers: number, onPart: (part: Part) => void = () => undefined, stopped: () => boolean = () => false,
): Promise<WindowMap | null> {
  const tasks = tasksOf(q)
  const map = createMap(q.recipe.passes)
  const first = firstPictureTasks(q)
  let next = 0, done = 0, cellSteps = 0
  async function work(): Promise<void> {
    while (next < tasks.length && !stopped()) {
      const counted = await count(q, tasks[next++]!)
      map.add(counted)
      cellSteps += counted.cellSteps
      done++
      if ((done === first || (done > first && done % REDRAWN === 0) || done === tasks.length) && !stopped())
        onPart({ map: map.map(), done, of: tasks.length, cellSteps })
    }
  }
  await Promise.all(Array.from({ length: workers }, work))
  return stopped() ? null : map.map()
}
