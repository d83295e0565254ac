import pg from 'pg'
import { Sequelize } from 'sequelize'
import { figure } from '../utils/settings'
import { stampWhoDid } from './done-by'
import { initModels } from './models'
import { guardConnections, inheritTransactions } from './one-connection'

let shared: Sequelize | null = null

/**
 * Short look-ups on data that is all in memory: no parallel workers, no just-in-time compiling, indexes as cheap as they are. Within a
 * request no statement runs, waits for a lock, or leaves a transaction open for longer than anyone waits for an answer.
 */
function sessionOptions(limits: 'request' | 'none'): string {
  const statementMs = figure('READY_CUFF_STATEMENT_MS', 30_000), idleMs = figure('READY_CUFF_IDLE_MS', 60_000)
  const held = { statement_timeout: statementMs, lock_timeout: Math.min(20_000, statementMs), idle_in_transaction_session_timeout: idleMs }
  const usual = { random_page_cost: 1.1, jit: 'off', max_parallel_workers_per_gather: 0 }
  return Object.entries(limits === 'none' ? usual : { ...usual, ...held }).map(([name, value]) => `-c ${name}=${value}`).join(' ')
}

/** `DATABASE_URL` points at any PostgreSQL. */
export function connect(url = process.env.DATABASE_URL, limits: 'request' | 'none' = 'request'): Sequelize {
  if (!url)
    throw new Error('DATABASE_URL is not set: start with `npm run demo`, which runs a database of its own, or point it at a PostgreSQL.')
  inheritTransactions()
  const sequelize = new Sequelize(url, {
    dialect: 'postgres', dialectModule: pg, logging: false,
    pool: { max: figure('READY_CUFF_POOL', 10), idle: 10_000, acquire: 10_000 },
    dialectOptions: { keepAlive: true, options: sessionOptions(limits) },
    define: { underscored: true, freezeTableName: true },
  })
  guardConnections(sequelize)
  initModels(sequelize)
  stampWhoDid(sequelize)
  return sequelize
}

/** The server's one pool; it holds no other state. */
export const database = (): Sequelize => (shared ??= connect())
