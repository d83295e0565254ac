import { isDeepStrictEqual } from 'node:util'
import { UniqueConstraintError, type Model, type ModelStatic } from 'sequelize'
import { taken } from '../../utils/problem'

/** The same as it would cross the wire: moments as text, what is undefined left out. */
const asSent = (value: unknown): unknown => (value === undefined ? null : JSON.parse(JSON.stringify(value)))
/** Is what is kept the very thing that is sent again? */
export const hasSameContent = (kept: unknown, sent: unknown): boolean => isDeepStrictEqual(asSent(kept), asSent(sent))

const another = () => taken('clientKey', 'Key: it belongs to something else that is kept already. Write this one anew.')

/**
 * Adds a row once: the same key again finds it. A key that belongs to a row with other content is refused, not swallowed.
 * @param clientKey made by whoever sends it; none for what is sent only once
 * @param content what the row bears, as columns
 * @returns the row, and whether it was made now
 */
export async function addOnce<M extends Model>(
  model: ModelStatic<M>, workroomId: string, clientKey: string | null, content: Record<string, unknown>, add: () => Promise<M>,
): Promise<{ row: M, isNew: boolean }> {
  const kept = async () => {
    const row = clientKey === null ? null : await model.findOne({ where: { workroomId, clientKey } as never })
    if (row && Object.entries(content).some(([column, value]) => !hasSameContent(row.get(column), value))) throw another()
    return row
  }
  const before = await kept()
  if (before) return { row: before, isNew: false }
  try {
    return { row: await add(), isNew: true }
  } catch (error) {
    if (!(error instanceof UniqueConstraintError)) throw error
    // It arrived twice at once, and the other one was first.
    const row = await kept()
    if (!row) throw error
    return { row, isNew: false }
  }
}
