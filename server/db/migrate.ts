import type { QueryInterface, Sequelize } from 'sequelize'
import { SequelizeStorage, Umzug } from 'umzug'
import { MIGRATIONS } from './migrations'
import { MIGRATION_TABLE } from './migrated'

/** Takes a database up and down. Only scripts load it: it costs the server a quarter of a second of its start. */
export const umzug = (sequelize: Sequelize): Umzug<QueryInterface> => new Umzug({
  migrations: MIGRATIONS.map(m => ({
    name: m.name,
    up: () => sequelize.transaction(transaction => m.up({ query: sql => sequelize.query(sql, { transaction }) })),
    down: () => sequelize.transaction(transaction => m.down({ query: sql => sequelize.query(sql, { transaction }) })),
  })),
  context: sequelize.getQueryInterface(),
  storage: new SequelizeStorage({ sequelize, tableName: MIGRATION_TABLE }),
  logger: undefined,
})
