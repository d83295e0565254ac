import { randomBytes } from 'node:crypto'
import pg from 'pg'
import type { TestProject } from 'vitest/node'
import { connect } from '../../server/db/connection'
import { umzug } from '../../server/db/migrate'
import '../../server/testing/provided'

/** Does one thing in the database that is always there. */
async function atServer(url: string, sql: string): Promise<void> {
  const client = new pg.Client({ connectionString: new URL('/postgres', url).href })
  await client.connect()
  await client.query(sql).finally(() => client.end())
}

/**
 * One database for all tests of the server, each file in workrooms of its own: on the server that `READY_CUFF_TEST_DATABASE` names, or
 * on one that is started for it and taken away.
 */
export default async function setup(project: TestProject) {
  const given = process.env.READY_CUFF_TEST_DATABASE
  const { startDatabase } = await import('../lib/postgres.mjs')
  const own = given ? null : await startDatabase(`unit-${process.pid}`, { isThrowAway: true })
  const at = given ?? own!.url, name = `unit_${randomBytes(6).toString('hex')}`
  await atServer(at, `create database ${name}`)
  const url = new URL(`/${name}`, at).href
  const sequelize = connect(url, 'none')
  await umzug(sequelize).up()
  await sequelize.close()
  project.provide('databaseUrl', url)
  return async () => {
    if (own) own.remove()
    else await atServer(at, `drop database ${name} with (force)`)
  }
}
