import { createEvent, type H3Event } from 'h3'
import { IncomingMessage, ServerResponse } from 'node:http'
import { Socket } from 'node:net'
import { describe, expect, it } from 'vitest'
import { AccountRow, PersonRow, SignInRow } from '../db/models'
import { aRoom } from '../testing/room'
import { contextOf, contextOfScript } from './asking'
import { carry } from './cookie'
import { askAgainWhetherOpen } from './door'
import { keepSignedIn } from './sign-in'

/** A request with these cookies and headers, as the server gets it. */
function asked(headers: Record<string, string> = {}): H3Event {
  const req = new IncomingMessage(new Socket())
  Object.assign(req.headers, headers)
  return createEvent(req, new ServerResponse(req))
}
/** The cookie that an answer gave out. */
const given = (event: H3Event): string => String(event.node.res.getHeader('set-cookie')).split(';')[0]!

describe('for whom a request works', () => {
  it('whoever is signed in; a page laid out for somebody else is refused; ended, nobody', async () => {
    const room = await aRoom(), other = await aRoom()
    const person = await PersonRow.create({ workroomId: room.context.workroomId, name: 'Anna', nameKey: 'anna', role: 'maker' })
    await AccountRow.create({ name: 'Anna', nameKey: `anna ${person.id}`, passphrase: 'x' })
    askAgainWhetherOpen()
    const who = { personId: person.id, deviceId: null, role: 'maker' as const, signInId: null }
    const event = asked()
    await carry(event, await keepSignedIn({ workroomId: room.context.workroomId, who }, null))
    const cookie = given(event)
    expect(await contextOf(asked({ cookie }))).toMatchObject({ workroomId: room.context.workroomId, who: { personId: person.id,
      role: 'maker' } })
    expect(await contextOf(asked({ cookie, 'x-person': person.id }))).toMatchObject({ who: { personId: person.id } })
    const refused = { problem: { status: 401 } }
    await expect(contextOf(asked({ cookie, 'x-person': other.context.workroomId }))).rejects.toMatchObject(refused)
    await expect(contextOf(asked())).rejects.toMatchObject(refused)
    await expect(contextOf(asked({ cookie: `${cookie}x` }))).rejects.toMatchObject(refused)
    await SignInRow.update({ endedAt: new Date() }, { where: { personId: person.id } })
    await expect(contextOf(asked({ cookie }))).rejects.toMatchObject(refused)
  })
  it('a script says which workroom, where there are several', async () => {
    const room = await aRoom(), id = room.context.workroomId
    await aRoom()
    expect(await contextOfScript(id)).toEqual({ workroomId: id })
    await expect(contextOfScript()).rejects.toThrow(/Say which workroom/)
    await expect(contextOfScript('no such')).rejects.toThrow(/Say which workroom/)
  })
})
