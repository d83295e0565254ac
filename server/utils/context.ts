import { WorkshopRow } from '../db/models'
import { database } from '../db/connection'
import { ProblemError } from './problem'

/** For whom a request works: handed by the route to every service; no service looks it up. */
export interface Context { workshopId: string }

/** The workroom this server works for: the oldest one kept. */
export async function contextOf(): Promise<Context> {
  database()
  const row = await WorkshopRow.findOne({ attributes: ['id'], order: [['createdAt', 'ASC']] })
  if (!row)
    throw new ProblemError(503, 'No workroom yet', 'There is no workroom in this database yet: run `npm run demo`, or `npm run seed`.')
  return { workshopId: row.id }
}
