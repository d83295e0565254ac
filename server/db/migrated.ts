import { QueryTypes, type Sequelize } from 'sequelize'
import type { Health } from '#shared/schemas'
import { MIGRATIONS } from './migrations'

/** Where the names of the migrations that a database has are kept. */
export const MIGRATION_TABLE = 'migration'

/** How many migrations a database has and how many it lacks. @throws where it has none at all */
export async function migrationsOf(sequelize: Sequelize): Promise<NonNullable<Health['migrations']>> {
  const rows = await sequelize.query<{ name: string }>(`select name from ${MIGRATION_TABLE}`, { type: QueryTypes.SELECT })
  const there = new Set(rows.map(r => r.name)), done = MIGRATIONS.filter(m => there.has(m.name)).length
  return { done, pending: MIGRATIONS.length - done }
}
