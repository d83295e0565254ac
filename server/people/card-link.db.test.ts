import { describe, expect, it } from 'vitest'
import { careCard } from '../services/care'
import { aRoom, refusal } from '../testing/room'
import { cardLink, cardOf } from './card-link'

const DAY_MS = 86_400_000
const refused = (token: string, nowMs?: number) => refusal(Promise.resolve().then(() => cardOf(token, nowMs)))

describe('a link to a care card', () => {
  it('opens that card, and says nothing else of the workroom', async () => {
    const room = await aRoom(), job = await room.job([(await room.fabric()).id], { name: 'Flags' })
    const { token } = await cardLink(room.context, job.id), { context, jobId } = cardOf(token)
    expect([context, jobId]).toEqual([{ workroomId: room.context.workroomId }, job.id])
    expect((await careCard(context, jobId, { as: 'text', size: 'card' })).body).toContain('Flags')
  })
  it('changed, cut off, signed by nobody or too old it opens none', async () => {
    const room = await aRoom(), other = await aRoom()
    const job = await room.job([(await room.fabric()).id])
    const { token } = await cardLink(room.context, job.id), [said, by] = token.split('.')
    const forged = Buffer.from(JSON.stringify({ w: other.context.workroomId, j: job.id, until: Date.now() + DAY_MS })).toString('base64url')
    for (const t of ['', '.', said!, `${said}.`, `${forged}.${by}`, `${said}.${by!.slice(1)}`, token.replace('.', '')])
      expect((await refused(t)).status, t).toBe(404)
    expect((await refused(token, Date.now() + 731 * DAY_MS)).status).toBe(404)
    expect(cardOf(token, Date.now() + 729 * DAY_MS).jobId).toBe(job.id)
  })
  it('is given for a job of one\'s own workroom alone', async () => {
    const room = await aRoom(), other = await aRoom()
    expect((await refusal(cardLink(other.context, (await room.job([(await room.fabric()).id])).id))).status).toBe(404)
  })
})
