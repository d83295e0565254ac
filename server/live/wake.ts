import { QueryTypes } from 'sequelize'
import { database } from '../db/connection'

/** The channel on which every server learns that something happened in a session. */
export const CHANNEL = 'ready_cuff_session'

/** Wakes whoever watches a session, on whichever server, once the transaction that says so is kept. */
export async function wakeWatchers(sessionId: string): Promise<void> {
  await database().query('select pg_notify(:channel, :sessionId)',
    { type: QueryTypes.SELECT, replacements: { channel: CHANNEL, sessionId } })
}
