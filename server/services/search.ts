import { QueryTypes } from 'sequelize'
import { database } from '../db/connection'

/** Lists count up to here; beyond, "200 and more" is said. */
const COUNTED = 200

/** Each word searched for, as a pattern over the `search` column, which a trigram index serves. */
const searchPatterns = (q: string): string[] =>
  q.toLowerCase().split(/\s+/).filter(Boolean).map(w => `%${w.replace(/[\\%_]/g, '\\$&')}%`)

interface Finding {
  workshopId: string
  table: 'cloth' | 'supply'
  q: string
  page: number
  size: number
  /** Conditions on `c`, as SQL with named values; never a caller's text. */
  filters: string[]
  values: Record<string, unknown>
  /** Further columns of a listed row, as SQL beginning with a comma. */
  extras?: string
}

/** A page, the most used first, and how many there are (to 200), in one statement served by indexes. */
export async function findPage<Row>({
  workshopId, table, q, page, size, filters, values, extras = '',
}: Finding): Promise<{ rows: Row[], total: number }> {
  const words = searchPatterns(q)
  const where = [
    'c.workshop_id = :workshopId', 'c.deleted_at is null',
    ...words.map((_, i) => `c.search like :w${i}`), ...filters,
  ].join(' and ')
  const matched = `select c.id, c.used, c.code from ${table} c where ${where}`
  const [found] = await database().query<{ total: number, rows: Row[] | null }>(`
    with ${words.length > 0
      // A search looks at its matches once, for the count and the page.
      ? `matched as materialized (${matched}), counted as (select 1 from matched limit ${COUNTED})`
      // A list walks the index in order of use and stops as soon as it has enough.
      : `matched as not materialized (${matched}), counted as (select 1 from ${table} c where ${where} limit ${COUNTED})`}
    select (select count(*) from counted)::int as total,
      (select json_agg(p) from (
        select c.*${extras}
        from (select m.id from matched m order by m.used desc, m.code limit :size offset :skip) page join ${table} c on c.id = page.id
        order by c.used desc, c.code) p) as rows`,
  {
    type: QueryTypes.SELECT,
    replacements: { ...values, workshopId, size, skip: (page - 1) * size, ...Object.fromEntries(words.map((w, i) => [`w${i}`, w])) },
  },
  )
  return { rows: found?.rows ?? [], total: found?.total ?? 0 }
}
