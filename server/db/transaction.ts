import { Transaction } from 'sequelize'
import { codesOf, UNDONE } from './codes'
import { database } from './connection'

/**
 * How a row is held until its transaction ends: against whoever else would change it, not against rows that come to point at it. Rows are
 * held in one order: workroom, job, fabric, supply, iron, swatch, run, offcut.
 */
export const HELD = Transaction.LOCK.NO_KEY_UPDATE

const MOST_TRIES = 5
const sleep = (ms: number) => new Promise<void>((done) => { setTimeout(done, ms) })

/** Does again what the database itself undid. @param once one whole try; it must begin anew each time */
export async function again<T>(once: () => Promise<T>, pauseMs = (tries: number) => tries * (5 + Math.random() * 25)): Promise<T> {
  for (let tries = 1; ; tries++) {
    try {
      return await once()
    } catch (error) {
      if (tries >= MOST_TRIES || !codesOf(error).some(code => UNDONE.has(code))) throw error
    }
    await sleep(pauseMs(tries))
  }
}

/** A use case's transaction: all of it is kept or nothing; what the database undid because of another one is done again. */
export const transact = <T>(work: (transaction: Transaction) => Promise<T>): Promise<T> => again(() => database().transaction(work))
