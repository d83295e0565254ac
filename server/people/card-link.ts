import { createHmac, timingSafeEqual } from 'node:crypto'
import { z } from 'zod'
import { idSchema } from '#shared/schemas'
import { JobRow } from '../db/models'
import type { Context } from '../utils/context'
import { notFound } from '../utils/problem'
import { audit } from './audit'
import { sealedWith } from './cookie'

/** A garment's card can be opened so long. */
const LIVES_DAYS = 730, DAY_MS = 86_400_000
/** What a link says: which card, until when. */
const linked = z.object({ w: idSchema, j: idSchema, until: z.number().int() })

const signed = (said: string): Buffer => createHmac('sha256', `care card ${sealedWith()}`).update(said).digest()

/** A link to one care card, for whoever has the garment: it opens that card and nothing else. */
export async function cardLink(context: Context, jobId: string, nowMs = Date.now()): Promise<{ token: string, until: string }> {
  const { workroomId } = context
  const job = await JobRow.findOne({ where: { id: jobId, workroomId } })
  if (!job) throw notFound('job')
  const until = nowMs + LIVES_DAYS * DAY_MS
  const said = Buffer.from(JSON.stringify({ w: workroomId, j: jobId, until })).toString('base64url')
  await audit(context, 'cardLink', job.name)
  return { token: `${said}.${signed(said).toString('base64url')}`, until: new Date(until).toISOString() }
}

/** The card a link opens. @throws ProblemError 404 where it was not signed here, was changed, or is too old */
export function cardOf(token: string, nowMs = Date.now()): { context: Context, jobId: string } {
  const gone = () => notFound('care card')
  const [said = '', by = ''] = token.split('.')
  const given = Buffer.from(by, 'base64url'), own = signed(said)
  if (given.length !== own.length || !timingSafeEqual(given, own)) throw gone()
  const { w, j, until } = linked.parse(JSON.parse(Buffer.from(said, 'base64url').toString('utf8')))
  if (until < nowMs) throw gone()
  return { context: { workroomId: w }, jobId: j }
}
