import { QueryTypes } from 'sequelize'
import { expect, it } from 'vitest'
import { database } from './connection'
import { ENTITIES } from './entities'

/** Every column that the database itself knows to name another row, with whose row that is. */
const known = () => database().query<{ child: string, column: string, parent: string }>(`
  select c.conrelid::regclass::text as child, a.attname as column, c.confrelid::regclass::text as parent
  from pg_constraint c
  cross join lateral unnest(c.conkey) with ordinality as own (number, place)
  join pg_attribute a on a.attrelid = c.conrelid and a.attnum = own.number
  where c.contype = 'f' and a.attname <> 'workroom_id'`, { type: QueryTypes.SELECT })

it('what one row says of another goes along when a workroom goes out and comes in: every such column is listed, none twice', async () => {
  database()
  const tableOf = new Map(ENTITIES.map(e => [e.name, e.model.getTableName() as string]))
  const byTable = new Map(ENTITIES.map(e => [tableOf.get(e.name)!, e]))
  const found = (await known()).filter(k => byTable.has(k.child) && byTable.has(k.parent))
  expect(found.length).toBeGreaterThan(30)
  const listed = new Set(ENTITIES.flatMap(e => Object.entries(e.points ?? {}).map(([attribute, to]) => {
    const { field } = e.model.getAttributes()[attribute]!
    return `${tableOf.get(e.name)}.${field} → ${tableOf.get(to)}`
  })))
  expect(found.map(k => `${k.child}.${k.column} → ${k.parent}`).filter(k => !listed.has(k))).toEqual([])
  // What is pointed at comes before what points.
  for (const [i, e] of ENTITIES.entries())
    for (const to of Object.values(e.points ?? {})) expect(ENTITIES.findIndex(o => o.name === to)).toBeLessThan(i)
})
