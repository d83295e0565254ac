/** A plan as it is pinned up at the board: what is done alike stands there once. */
import type { SessionOperation } from './schemas'

/** Operations that differ in nothing but which of the pieces alike they are of. */
export interface SheetEntry { operation: SessionOperation, count: number, name: string }

const LAST_NUMBER = / \d+$/
/** A piece's name without which of several it is. */
const nameOf = ({ name, numbers }: Pick<SessionOperation, 'name' | 'numbers'>): string =>
  (numbers.length === 1 ? name.replace(LAST_NUMBER, '') : name)
const likeness = ({ id: _id, needs: _needs, numbers, name, outline, keepOuts: _k, placements, predicted: _p, ...o }: SessionOperation) =>
  JSON.stringify([{ ...o, name: nameOf({ name, numbers }) }, numbers.length, placements.length, outline === null])

/** A plan's operations in its order, alike ones together where the first of them stands. */
export function sheetEntries(operations: readonly SessionOperation[]): SheetEntry[] {
  const known = new Map<string, SheetEntry>()
  for (const operation of operations) {
    const key = likeness(operation), entry = known.get(key)
    if (entry) entry.count++
    else known.set(key, { operation, count: 1, name: nameOf(operation) })
  }
  return [...known.values()]
}
