import { QueryTypes } from 'sequelize'
import { meaningOf } from '#shared/terms'
import { database } from '../../db/connection'

/** Lists count up to here; beyond, "200 and more" is said. */
const COUNTED = 200

/** One word of a search: a pattern over the `search` column, which a trigram index serves, and what else the word may mean. */
const readWord = (word: string) => ({ like: `%${word.replace(/[\\%_]/g, '\\$&')}%`, meaning: meaningOf(word) })
const wordsOf = (q: string) => q.toLowerCase().split(/\s+/).filter(Boolean).map(readWord)

/** The condition of one word: it is in the row's own text, or it is another name for what the row is. */
function wordSql(table: Finding['table'], { meaning }: ReturnType<typeof readWord>, i: number): string {
  const { fibres, constructions, families } = meaning
  const ways = [`c.search like :w${i}`]
  if (table === 'fabric') {
    if (fibres.length > 0) ways.push(`exists (select 1 from fabric_fibre f where f.fabric_id = c.id and f.fibre in (:fibres${i}))`)
    if (constructions.length > 0) ways.push(`c.construction in (:constructions${i})`)
  } else {
    if (fibres.length > 0) ways.push(`c.base_fibre in (:fibres${i})`)
    if (families.length > 0) ways.push(`c.family in (:families${i})`)
  }
  return ways.length > 1 ? `(${ways.join(' or ')})` : ways[0]!
}

interface Finding {
  workroomId: string
  table: 'fabric' | 'supply'
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
  workroomId, table, q, page, size, filters, values, extras = '',
}: Finding): Promise<{ rows: Row[], total: number }> {
  const words = wordsOf(q)
  const where = [
    'c.workroom_id = :workroomId', 'c.deleted_at is null',
    ...words.map((w, i) => wordSql(table, w, i)), ...filters,
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
    replacements: {
      ...values, workroomId, size, skip: (page - 1) * size,
      ...Object.fromEntries(words.flatMap(({ like, meaning: m }, i) => [
        [`w${i}`, like], [`fibres${i}`, m.fibres], [`constructions${i}`, m.constructions], [`families${i}`, m.families],
      ])),
    },
  },
  )
  return { rows: found?.rows ?? [], total: found?.total ?? 0 }
}
