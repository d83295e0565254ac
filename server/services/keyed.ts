import { UniqueConstraintError, type Model, type ModelStatic } from 'sequelize'
import { taken } from '../utils/problem'

/**
 * Adds a row once: the same key again finds it. A key that stands on a row of something else is refused, not swallowed.
 * @param clientKey made by whoever sends it; none for what is sent only once
 * @param belongs what the row must belong to, as columns
 * @returns the row, and whether it was made now
 */
export async function addOnce<M extends Model>(
  model: ModelStatic<M>, workshopId: string, clientKey: string | null, belongs: Record<string, unknown>, add: () => Promise<M>,
): Promise<{ row: M, isNew: boolean }> {
  const kept = async () => {
    const row = clientKey === null ? null : await model.findOne({ where: { workshopId, clientKey } as never })
    if (!row) return null
    if (Object.entries(belongs).some(([column, value]) => row.get(column) !== value))
      throw taken('clientKey', 'Key: it belongs to something else that is kept already. Write this one anew.')
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
