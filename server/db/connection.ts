import pg from 'pg'
import { Sequelize } from 'sequelize'
import { initModels } from './models'
import { guardConnections, inheritTransactions } from './one-connection'

let shared: Sequelize | null = null

/** `DATABASE_URL` points at any PostgreSQL. */
export function connect(url = process.env.DATABASE_URL): Sequelize {
  if (!url)
    throw new Error('DATABASE_URL is not set: start with `npm run demo`, which runs a database of its own, or point it at a PostgreSQL.')
  inheritTransactions()
  const sequelize = new Sequelize(url, {
    dialect: 'postgres', dialectModule: pg, logging: false,
    pool: { max: 6, idle: 10_000, acquire: 10_000 },
    // Short look-ups on data that is all in memory: no parallel workers, no just-in-time compiling, indexes as cheap as they are.
    dialectOptions: { options: '-c random_page_cost=1.1 -c jit=off -c max_parallel_workers_per_gather=0' },
    define: { underscored: true, freezeTableName: true },
  })
  guardConnections(sequelize)
  initModels(sequelize)
  return sequelize
}

/** The server's one pool; it holds no other state. */
export const database = (): Sequelize => (shared ??= connect())
