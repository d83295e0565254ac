import pg from 'pg'
import { database } from './connection'
import { QueryTypes } from 'sequelize'

/** Our own space among the advisory locks of a database. */
const SPACE = 0x52435546
const NUMBER = { migrations: 1, daily: 2 } as const

/** With a connection of its own: a lock lives as long as the connection that took it, so a server that is killed gives it back. */
async function withClient<T>(url: string, work: (client: pg.Client) => Promise<T>): Promise<T> {
  const client = new pg.Client({ connectionString: url, keepAlive: true })
  client.on('error', () => undefined)
  await client.connect()
  try {
    return await work(client)
  } finally {
    await client.end().catch(() => undefined)
  }
}
const isTaken = async (client: pg.Client, what: keyof typeof NUMBER): Promise<boolean> =>
  (await client.query<{ taken: boolean }>('select pg_try_advisory_lock($1, $2) as taken', [SPACE, NUMBER[what]])).rows[0]!.taken

/** Does what only one may do at a time; who comes later waits, and says so once. */
export const inTurn = <T>(url: string, what: keyof typeof NUMBER, work: () => Promise<T>, waits: () => void): Promise<T> =>
  withClient(url, async (client) => {
    if (!await isTaken(client, what)) {
      waits()
      await client.query('select pg_advisory_lock($1, $2)', [SPACE, NUMBER[what]])
    }
    return work()
  })

/** Does what one server does for all: who comes second leaves it. @returns null where another one is at it */
export const ifFree = <T>(url: string, what: keyof typeof NUMBER, work: () => Promise<T>): Promise<T | null> =>
  withClient(url, async client => (await isTaken(client, what) ? work() : null))

/** When a chore was last done, whichever server did it, ms; 0 where never. */
export async function lastDoneMs(chore: string): Promise<number> {
  const [row] = await database().query<{ done_at: Date }>(
    'select done_at from chore where name = :chore', { type: QueryTypes.SELECT, replacements: { chore } })
  return row?.done_at.getTime() ?? 0
}
export async function noteDone(chore: string): Promise<void> {
  await database().query(
    'insert into chore (name, done_at) values (:chore, now()) on conflict (name) do update set done_at = excluded.done_at',
    { type: QueryTypes.INSERT, replacements: { chore } })
}
