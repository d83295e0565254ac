import { randomBytes, randomUUID } from 'node:crypto'
import pg from 'pg'
import { Sequelize } from 'sequelize'
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest'
import type {} from '../testing/provided'
import { umzug } from './migrate'
import { migrationsOf } from './migrated'

/** A connection of its own: the models belong to the server's one pool. */
const connect = (url: string) => new Sequelize(url, { dialect: 'postgres', dialectModule: pg, logging: false })
const NAME = `migrate_${randomBytes(6).toString('hex')}`
let server: Sequelize, own: Sequelize
beforeAll(async () => {
  const url = inject('databaseUrl')
  server = connect(url)
  await server.query(`create database ${NAME}`)
  own = connect(new URL(`/${NAME}`, url).href)
})
afterAll(async () => {
  await own.close()
  await server.query(`drop database ${NAME} with (force)`)
  await server.close()
})

const rows = async (sql: string): Promise<Record<string, unknown>[]> => (await own.query(sql))[0] as Record<string, unknown>[]
/** Every table, column, constraint and index there is, by name. */
const shape = async (): Promise<string[]> => (await rows(`
  select table_name || '.' || column_name || ' ' || data_type as it from information_schema.columns where table_schema = current_schema()
  union select conrelid::regclass || ': ' || conname from pg_constraint where connamespace = current_schema()::regnamespace
  union select tablename || ' by ' || indexname from pg_indexes where schemaname = current_schema() order by 1`)).map(r => String(r.it))

describe('migrations', () => {
  it('go up, down to nothing, and up to the same tables again', async () => {
    await expect(migrationsOf(own)).rejects.toThrow(/migration/)
    await umzug(own).up()
    const full = await shape(), whole = { done: (await umzug(own).executed()).length, pending: 0 }
    expect(await migrationsOf(own)).toEqual(whole)
    expect(full).toContain('session_event.kind text')
    await umzug(own).down({ to: 0 })
    expect((await shape()).filter(it => !it.startsWith('migration'))).toEqual([])
    expect(await migrationsOf(own)).toEqual({ done: 0, pending: whole.done })
    await umzug(own).up()
    expect(await shape()).toEqual(full)
    expect(await migrationsOf(own)).toEqual(whole)
  }, 60_000)

  it('a session kept under the names of before is the same session under those of today, and goes back', async () => {
    const [workroom, job, session, fabric, iron] = Array.from({ length: 5 }, () => randomUUID())
    await own.query(`insert into workroom (id, name, units, rules) values ('${workroom}', 'Workroom', '{}', '{}')`)
    await own.query(`insert into job (id, workroom_id, name, garment, wash_c, tumble, dry_clean)
      values ('${job}', '${workroom}', 'Coat', 'jacket', 30, 'no', false)`)
    await own.query(`insert into press_session (id, workroom_id, job_id, pieces_version, started_at)
      values ('${session}', '${workroom}', '${job}', 0, now())`)
    const kinds = ['take', 'undo', 'takeOver', 'skip', 'down']
    for (const [position, kind] of kinds.entries())
      await own.query(`insert into session_event (session_id, workroom_id, position, key, device, at, kind, op)
        values ('${session}', '${workroom}', ${position}, '${randomUUID()}', '${randomUUID()}', now(), '${kind}', 'preshrink.${fabric}')`)
    await own.query(`insert into iron (id, workroom_id, name, kind) values ('${iron}', '${workroom}', 'Harbour', 'household')`)
    await own.query(`insert into iron_setting (iron_id, workroom_id, position, label, mean_c, swing_c, origin)
      values ('${iron}', '${workroom}', 0, 'wool', 150, 7, 'estimate')`)
    const source = async () => (await rows(`select origin from iron_setting`))[0]!.origin
    const kept = (table: string) => rows(`select kind, op from ${table} order by position`)
    await umzug(own).down({ to: '2026-11-29-names' })
    const left = await umzug(own).pending()
    expect(await migrationsOf(own)).toEqual({ done: (await umzug(own).executed()).length, pending: left.length })
    expect(left.length).toBeGreaterThan(1)
    expect(await kept('run_event')).toEqual(['take', 'back', 'over', 'out', 'down'].map(kind => ({ kind, op: `settle.${fabric}` })))
    expect((await rows('select origin from iron_stop'))[0]!.origin).toBe('model')
    await umzug(own).up()
    expect(await source()).toBe('estimate')
    expect(await kept('session_event')).toEqual(kinds.map(kind => ({ kind, op: `preshrink.${fabric}` })))
  }, 60_000)
})
