import { randomUUID } from 'node:crypto'
import { ForeignKeyConstraintError, QueryTypes } from 'sequelize'
import { ENTITY_ROWS, keptForm, type EntityName, type Unreadable } from '#shared/schemas'
import { database } from '../../db/connection'
import { ENTITIES, writtenFields } from '../../db/entities'
import { SetAsideRow } from '../../db/models'
import { transact } from '../../db/transaction'
import type { Context } from '../../utils/context'
import { invalid, notFound } from '../../utils/problem'
import { columnsOf } from '../sql/columns'
import { forgetUnreadable, unreadableOf, whyUnreadable } from './unreadable'

/** Rows of this workroom that could not be read since the server began. */
export const listUnreadable = ({ workroomId }: Context): Unreadable[] => unreadableOf(workroomId)

/**
 * Sets a row that cannot be read aside: it is kept whole, in a list of its own, and is no longer among the others.
 * @throws ProblemError 422 where it can be read, or something else belongs to it
 */
export async function setAside({ workroomId }: Context, name: EntityName, id: string): Promise<Unreadable[]> {
  const entity = ENTITIES.find(e => e.name === name)!, table = entity.model.getTableName() as string
  try {
    await transact(async () => {
      // What an operation is called is called so in other sessions too: each row is known by where it lies while it is held.
      const rows = await database().query<Record<string, unknown> & { lies_at: string }>(
        `select *, ctid::text as lies_at from ${table} where workroom_id = :workroomId and id::text = :id for no key update`,
        { type: QueryTypes.SELECT, replacements: { workroomId, id } },
      )
      if (rows.length === 0) throw notFound('row')
      const form = keptForm(ENTITY_ROWS[name]), fields = new Set(writtenFields(name))
      for (const row of rows) {
        const kept = JSON.parse(JSON.stringify(columnsOf(entity.model, row))) as Record<string, unknown>
        const result = form.safeParse(Object.fromEntries(Object.entries(kept).filter(([key]) => fields.has(key))))
        if (result.success) continue
        await SetAsideRow.create({
          id: randomUUID(), workroomId, entity: name, rowId: id, name: String(kept.name ?? kept.code ?? '').slice(0, 200),
          why: whyUnreadable(result.error).slice(0, 500), kept,
        })
        await database().query(
          `delete from ${table} where workroom_id = :workroomId and ctid = :liesAt::tid`,
          { type: QueryTypes.DELETE, replacements: { workroomId, liesAt: row.lies_at } },
        )
        return
      }
      throw invalid([{ field: 'id', message: 'Row: it can be read, so it stays where it is.' }])
    })
  } catch (error) {
    if (error instanceof ForeignKeyConstraintError)
      throw invalid([{ field: 'id', message: 'Row: something else belongs to it. Set that aside first.' }])
    throw error
  }
  forgetUnreadable(workroomId, { entity: name, id })
  return unreadableOf(workroomId)
}
