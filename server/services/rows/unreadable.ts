import type { ZodType } from 'zod'
import { keptForm, type EntityName, type Unreadable } from '#shared/schemas'
import { log } from '../../utils/log'

/** Rows that could not be read since this server began, by workroom; each is named once. */
const seen = new Map<string, Map<string, Unreadable>>()
const MOST_NAMED = 200

const keyOf = (u: Pick<Unreadable, 'entity' | 'id'>) => `${u.entity} ${u.id}`

export function noteUnreadable(workroomId: string, found: Unreadable): void {
  const own = seen.get(workroomId) ?? new Map<string, Unreadable>()
  seen.set(workroomId, own)
  if (own.has(keyOf(found)) || own.size >= MOST_NAMED) return
  own.set(keyOf(found), found)
  log.error({ entity: found.entity, row: found.id, field: found.why.split(':')[0] }, 'a kept row cannot be read')
}
export const unreadableOf = (workroomId: string): Unreadable[] => [...(seen.get(workroomId)?.values() ?? [])]
export const countUnreadable = (): number => [...seen.values()].reduce((n, own) => n + own.size, 0)
export const forgetUnreadable = (workroomId: string, gone: Pick<Unreadable, 'entity' | 'id'>): void => {
  seen.get(workroomId)?.delete(keyOf(gone))
}
export const forgetAllUnreadable = (workroomId: string): void => { seen.delete(workroomId) }

/** What is wrong with a row, by its own field: where within a payload is for nobody to mend by hand. */
export const whyUnreadable = ({ issues: [issue] }: { issues: readonly { path: readonly PropertyKey[], message: string }[] }): string =>
  `${String(issue?.path[0] ?? 'row')}: ${issue?.message ?? 'not readable'}`

type Kept = { workroomId: string, id?: string, name?: string | null }

/**
 * Reads kept rows by their form, without limits. One that cannot be read is named and left out: its neighbours are read all the same.
 * @param form the schema it was let in by
 */
export function rowReader<T>(entity: EntityName, form: ZodType<T>) {
  const kept = keptForm(form)
  return function read<R extends Kept>(rows: readonly R[], given: (row: R) => unknown): T[] {
    return rows.flatMap((row) => {
      const result = kept.safeParse(given(row))
      if (result.success) return [result.data]
      const { id = '', name, workroomId } = row
      noteUnreadable(workroomId, { entity, id, name: name ?? '', why: whyUnreadable(result.error) })
      return []
    })
  }
}
