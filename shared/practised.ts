/** Exercises that were done, as a browser keeps them and a file carries them. */
import { EXERCISES, type ExerciseKey } from '#core/practice'

/** How an exercise went, as it is kept in this browser and nowhere else. */
export interface Done { key: ExerciseKey, seed: number, near: number, passed: boolean, at: string }
export interface PracticeRecord { format: 'ready-cuff-practice', version: 1, name: string, done: Done[] }
export const NOTHING_PRACTISED: PracticeRecord = { format: 'ready-cuff-practice', version: 1, name: '', done: [] }
const MOST_DONE = 400, MOST_FILE = 200_000
const isDone = (d: unknown): d is Done => {
  const x = d as Done
  return typeof x === 'object' && x !== null && (EXERCISES as readonly string[]).includes(x.key) && Number.isInteger(x.seed)
    && typeof x.near === 'number' && x.near >= 0 && x.near <= 1 && typeof x.passed === 'boolean' && typeof x.at === 'string'
    && !Number.isNaN(Date.parse(x.at))
}
/** A sheet of exercises from a file. @throws RangeError where it is none */
export function practiceRecordFrom(text: string): PracticeRecord {
  let read: unknown = null
  try { read = JSON.parse(text) } catch { /* said below */ }
  const s = read as Partial<PracticeRecord> | null
  if (text.length > MOST_FILE || s?.format !== 'ready-cuff-practice' || s.version !== 1 || typeof s.name !== 'string'
    || !Array.isArray(s.done) || !s.done.every(isDone))
    throw new RangeError('File: this is no file of exercises. Nothing was changed.')
  return { ...NOTHING_PRACTISED, name: s.name.slice(0, 60), done: s.done.slice(-MOST_DONE) }
}
/** The best of each exercise. */
export const bestOfEach = (done: readonly Done[]): Map<ExerciseKey, { near: number, passed: boolean, times: number }> =>
  done.reduce((all, d) => {
    const before = all.get(d.key)
    return all.set(d.key, { near: Math.max(before?.near ?? 0, d.near), passed: (before?.passed ?? false) || d.passed,
      times: (before?.times ?? 0) + 1 })
  }, new Map<ExerciseKey, { near: number, passed: boolean, times: number }>())
/** One more, at the end; of very many the oldest go. */
export const practisedToo = (record: PracticeRecord, done: Done): PracticeRecord =>
  ({ ...record, done: [...record.done, done].slice(-MOST_DONE) })
