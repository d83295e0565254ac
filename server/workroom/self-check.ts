import { ENTITY_ROWS, keptForm, type Unreadable } from '#shared/schemas'
import { ENTITIES } from '../db/entities'
import { transact } from '../db/transaction'
import { noteUnreadable, whyUnreadable } from '../services/rows/unreadable'
import { log } from '../utils/log'
import { rowsIn } from './write'

/** Rows looked at in one go; between two goes others are served. */
const SET = 100
const pause = () => new Promise<void>((done) => { setTimeout(done, 2) })

type Row = Record<string, unknown>

/** How a row is named to a person: by its own name, or by what it belongs to. */
const nameOf = (row: Row): string => [row.name, row.code, row.lot, row.id].find(v => typeof v === 'string' && v !== '') as string ?? ''

/**
 * Reads every kind of row of a workroom, as lists and archives would, and names those that cannot be read.
 * @returns how many rows were read, and those that could not be
 */
export async function checkKept(workroomId: string): Promise<{ rows: number, unreadable: Unreadable[] }> {
  const unreadable: Unreadable[] = []
  let rows = 0
  await transact(async (transaction) => {
    for (const entity of ENTITIES) {
      const form = keptForm(ENTITY_ROWS[entity.name])
      for await (const set of rowsIn(entity, workroomId, transaction, SET)) {
        rows += set.length
        for (const row of set) {
          const result = form.safeParse(row)
          if (result.success) continue
          const found = { entity: entity.name, id: String(row.id ?? ''), name: nameOf(row), why: whyUnreadable(result.error) }
          unreadable.push(found)
          noteUnreadable(workroomId, found)
        }
        await pause()
      }
    }
  })
  if (unreadable.length > 0) log.error({ rows, unreadable: unreadable.length }, 'some kept rows cannot be read')
  else log.info({ rows }, 'every kept row can be read')
  return { rows, unreadable }
}
