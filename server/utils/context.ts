import { WorkroomRow } from '../db/models'
import { database } from '../db/connection'
import { ProblemError } from './problem'

/** For whom a request works: handed by the route to every service; no service looks it up. */
export interface Context { workroomId: string }

/** How long it is remembered which workroom that is, ms: it is asked for by every request, and hardly ever changes. */
const KNOWN_MS = 2000
let known: { context: Context, untilMs: number } | null = null

/** The workroom this server works for: the oldest one kept. */
export async function contextOf(): Promise<Context> {
  if (known && known.untilMs > Date.now()) return known.context
  database()
  const row = await WorkroomRow.findOne({ attributes: ['id'], order: [['createdAt', 'ASC']] })
  if (!row)
    throw new ProblemError(503, 'No workroom yet', 'There is no workroom here yet. Open the board in a browser to begin one.')
  known = { context: { workroomId: row.id }, untilMs: Date.now() + KNOWN_MS }
  return known.context
}
