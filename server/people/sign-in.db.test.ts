import { randomUUID } from 'node:crypto'
import { describe, expect, it } from 'vitest'
import type { Role } from '#shared/people'
import { DeviceRow, PersonRow, SignInRow } from '../db/models'
import { aRoom, refusal } from '../testing/room'
import type { Context } from '../utils/context'
import { auditOf } from './audit'
import type { Carried } from './cookie'
import { CODE_LIVES_MS, endDevice, listDevices, newPairingCode, pair, stayAtBoard } from './devices'
import { askAgainWhetherOpen, meOf, openWorkroom } from './door'
import { addPerson, changePassphrase, changePerson, choosePin, givePassphrase, listPeople, putAway } from './people'
import { isStillIn, signIn, signOut, switchTo, whoCarries } from './sign-in'

const PASSPHRASE = 'tangled ferry lantern', DAY_MS = 86_400_000
const somewhere = () => `10.0.0.${randomUUID()}`
const nameFor = (who: string) => `${who} ${randomUUID().slice(0, 8)}`
/** A workroom with one who signs in. */
async function withPeople(role: Role = 'owner') {
  const { context } = await aRoom(), name = nameFor('Anna')
  const person = await addPerson(context, { name, role, passphrase: PASSPHRASE, pin: null }, somewhere())
  const enter = async (carried: Carried | null = null) =>
    await signIn({ name, passphrase: PASSPHRASE, device: 'A laptop' }, somewhere(), carried) as Carried
  return { context, name, person, enter }
}
const contextOf = async (carried: Carried): Promise<Context> => {
  const known = (await whoCarries(carried))!
  return { workroomId: known.workroomId, who: known.who }
}

describe('signing in', () => {
  it('however the name is written; an unknown name and a wrong passphrase are refused in the same words', async () => {
    const { context, name, person } = await withPeople('maker')
    const written = `  ${name.toUpperCase().replace(' ', ' \u200B ')} `
    const carried = await signIn({ name: written, passphrase: PASSPHRASE }, somewhere(), null) as Carried
    expect(await whoCarries(carried)).toMatchObject({ workroomId: context.workroomId, who: { personId: person.id, role: 'maker' } })
    const wrong = await refusal(signIn({ name, passphrase: 'tangled ferry lanterns' }, somewhere(), null))
    const unknown = await refusal(signIn({ name: nameFor('Nobody'), passphrase: PASSPHRASE }, somewhere(), null))
    expect(wrong).toEqual(unknown)
    expect(wrong.status).toBe(401)
  })
  it('too many wrong tries of a name from an address are stopped, the right one too; from elsewhere she still comes in', async () => {
    const { name } = await withPeople(), from = somewhere()
    const tries = await Promise.all(Array.from({ length: 20 }, () => refusal(signIn({ name, passphrase: 'wrong' }, from, null))))
    expect(tries.filter(t => t.status === 401)).toHaveLength(8)
    expect(tries.filter(t => t.status === 429)).toHaveLength(12)
    expect((await refusal(signIn({ name, passphrase: PASSPHRASE }, from, null))).said).toMatch(/Wait 15 minutes/)
    expect(await signIn({ name, passphrase: PASSPHRASE }, somewhere(), null)).toHaveProperty('signIn')
  })
  it('the right one is not counted: she may come and go', async () => {
    const { name } = await withPeople(), from = somewhere()
    for (let i = 0; i < 12; i++) expect(await signIn({ name, passphrase: PASSPHRASE }, from, null)).toHaveProperty('signIn')
  })
  it('a name that is tried from everywhere is stopped, but not on the device she has signed in on', async () => {
    const { name, enter } = await withPeople(), own = await enter()
    for (let i = 0; i < 40; i++) await refusal(signIn({ name, passphrase: 'wrong' }, somewhere(), null))
    expect((await refusal(signIn({ name, passphrase: PASSPHRASE }, somewhere(), null))).status).toBe(429)
    expect(await enter(own)).toHaveProperty('signIn')
  })
  it('who belongs to several workrooms chooses; one passphrase for all', async () => {
    const { name, context } = await withPeople(), other = await aRoom()
    await addPerson(other.context, { name, role: 'apprentice', passphrase: PASSPHRASE, pin: null }, somewhere())
    const answer = await signIn({ name, passphrase: PASSPHRASE }, somewhere(), null)
    expect('choose' in answer && answer.choose.map(c => c.id).sort()).toEqual([context.workroomId, other.context.workroomId].sort())
    const into = await signIn({ name, passphrase: PASSPHRASE, workroomId: other.context.workroomId }, somewhere(), null) as Carried
    expect(await whoCarries(into)).toMatchObject({ workroomId: other.context.workroomId, who: { role: 'apprentice' } })
    // The owner of one does not let himself into the other by giving a new passphrase.
    const person = await PersonRow.findOne({ where: { workroomId: other.context.workroomId } })
    expect((await refusal(givePassphrase(other.context, person!.id, 'another long passphrase', somewhere()))).status).toBe(409)
  })
  it('an account of another workroom is not to be had without its passphrase', async () => {
    const { name } = await withPeople(), other = await aRoom()
    expect(await refusal(addPerson(other.context, { name, role: 'maker', passphrase: 'something else entirely', pin: null }, somewhere())))
      .toMatchObject({ status: 409 })
    expect(await listPeople(other.context)).toEqual([])
  })
})

describe('a cookie', () => {
  it('is renewed after a day; the one before is good for two minutes; then whoever carries it ends them both', async () => {
    const { enter } = await withPeople(), first = await enter(), nowMs = Date.now()
    expect((await whoCarries(first, nowMs + DAY_MS / 2))!.renewed).toBeNull()
    const { renewed } = (await whoCarries(first, nowMs + DAY_MS + 1000))!
    expect(renewed).toEqual({ device: first.device, signIn: { id: first.signIn!.id, serial: 1 } })
    expect(await whoCarries(first, nowMs + DAY_MS + 60_000)).not.toBeNull()
    expect(await whoCarries(renewed!, nowMs + DAY_MS + 60_000)).not.toBeNull()
    expect(await whoCarries(first, nowMs + DAY_MS + 60_000 + 119_000)).not.toBeNull()
    expect(await whoCarries(first, nowMs + DAY_MS + 60_000 + 121_000)).toBeNull()
    expect(await whoCarries(renewed!, nowMs + DAY_MS + 200_000)).toBeNull()
  })
  it('whose renewal was lost on its way is renewed once more, however late; shown, the one before is a copy', async () => {
    const { enter } = await withPeople(), first = await enter(), nowMs = Date.now()
    const { renewed } = (await whoCarries(first, nowMs + DAY_MS + 1000))!
    const late = nowMs + DAY_MS + 3_600_000
    expect((await whoCarries(first, late))!.renewed).toEqual(renewed)
    expect(await whoCarries(renewed!, late + 1000)).not.toBeNull()
    expect(await whoCarries(first, late + 1000 + 121_000)).toBeNull()
    expect(await whoCarries(renewed!, late + 200_000)).toBeNull()
  })
  it('of two requests at once one renews it', async () => {
    const { enter } = await withPeople(), first = await enter(), at = Date.now() + DAY_MS + 1000
    const both = await Promise.all([whoCarries(first, at), whoCarries(first, at)])
    expect(both.map(k => k?.renewed ?? null).filter(Boolean)).toHaveLength(1)
    expect(both.every(k => k !== null)).toBe(true)
  })
  it('that counts ahead of its time, of another device or of a person put away is nobody\'s', async () => {
    const { context, person, enter } = await withPeople('maker'), own = await enter(), other = await enter()
    expect(await whoCarries({ ...own, device: other.device })).toBeNull()
    expect(await whoCarries(own)).not.toBeNull()
    await putAway(context, person.id, true)
    expect(await whoCarries(own)).toBeNull()
    await putAway(context, person.id, false)
    // Taken back she signs in anew.
    expect(await whoCarries(own)).toBeNull()
    const fresh = await enter()
    expect(await whoCarries({ ...fresh, signIn: { ...fresh.signIn!, serial: 3 } })).toBeNull()
    expect(await whoCarries(fresh)).toBeNull()
  })
  it('of somebody who is put away is nobody\'s, even where nothing else ended it; nor can she sign in any more', async () => {
    const { person, name, enter } = await withPeople('maker'), own = await enter()
    await PersonRow.update({ putAwayAt: new Date() }, { where: { id: person.id } })
    expect(await whoCarries(own)).toBeNull()
    const who = { personId: person.id, deviceId: own.device, role: 'maker' as const, signInId: own.signIn!.id }
    expect(await isStillIn({ workroomId: person.id, who })).toBe(false)
    expect((await refusal(signIn({ name, passphrase: PASSPHRASE }, somewhere(), null))).status).toBe(401)
  })
  it('signing out ends it, and forgets a device that was not paired; what was begun under it hears nothing more', async () => {
    const { enter } = await withPeople(), own = await enter(), context = await contextOf(own)
    expect(await isStillIn(context)).toBe(true)
    expect(await signOut(context)).toBeNull()
    expect([await whoCarries(own), await isStillIn(context)]).toEqual([null, false])
    expect((await DeviceRow.findByPk(own.device))!.endedAt).not.toBeNull()
  })
  it('a new passphrase signs her out everywhere else', async () => {
    const { name, enter } = await withPeople(), here = await enter(), there = await enter()
    const context = await contextOf(here)
    expect((await refusal(changePassphrase(context, { current: 'not it', passphrase: 'quiet copper thimble' }, somewhere()))).said)
      .toMatch(/Current passphrase/)
    await changePassphrase(context, { current: PASSPHRASE, passphrase: 'quiet copper thimble' }, somewhere())
    expect([await whoCarries(here) !== null, await whoCarries(there)]).toEqual([true, null])
    expect((await refusal(signIn({ name, passphrase: PASSPHRASE }, somewhere(), null))).status).toBe(401)
    expect(await signIn({ name, passphrase: 'quiet copper thimble' }, somewhere(), null)).toHaveProperty('signIn')
  })
})

describe('a paired board', () => {
  it('is paired by a code that lives five minutes, and once; people take over on it by their PIN', async () => {
    const { context, person, enter } = await withPeople()
    const wick = await addPerson(context, { name: 'Wick', role: 'apprentice', passphrase: null, pin: null }, somewhere())
    await choosePin({ ...context, who: { personId: wick.id, deviceId: null, role: 'apprentice', signInId: null } }, '7391')
    const { code } = await newPairingCode(await contextOf(await enter()))
    expect(code).toMatch(/^[A-Z3-9]{4}-[A-Z3-9]{4}$/)
    const board = await pair({ code: code.toLowerCase().replace('-', ' '), device: 'Tablet' }, somewhere())
    expect(board.signIn).toBeNull()
    expect((await refusal(pair({ code, device: 'Another' }, somewhere()))).said).toMatch(/That code does not work/)
    const at = await switchTo({ personId: wick.id, pin: '7391' }, board, null)
    expect(await whoCarries(at)).toMatchObject({ who: { personId: wick.id, role: 'apprentice' } })
    // Whoever has no PIN cannot be taken for by a tap, nor by an empty one.
    expect((await refusal(switchTo({ personId: person.id, pin: '' }, board, null))).status).toBe(401)
    expect((await refusal(switchTo({ personId: wick.id, pin: '7392' }, board, null))).status).toBe(401)
    // Signing out leaves the board paired.
    expect(await signOut(await contextOf(at))).toEqual({ device: board.device, signIn: null })
    expect(await switchTo({ personId: wick.id, pin: '7391' }, board, null)).toHaveProperty('signIn')
  })
  it('a code that is too old, from a clock ahead, or one of ten that were guessed, pairs nothing', async () => {
    const { context } = await withPeople(), from = somewhere(), nowMs = Date.now()
    const { code } = await newPairingCode(context)
    expect((await refusal(pair({ code, device: 'Late' }, somewhere(), nowMs + CODE_LIVES_MS + 1000))).status).toBe(422)
    expect((await refusal(pair({ code, device: 'Early' }, somewhere(), nowMs - 3_600_000))).status).toBe(422)
    const guesses = await Promise.all(Array.from({ length: 30 }, (_, i) => refusal(pair({ code: `AAAA-AAA${i}`, device: 'Guess' }, from))))
    expect([guesses.filter(g => g.status === 422).length, guesses.filter(g => g.status === 429).length]).toEqual([10, 20])
    const both = await Promise.allSettled([pair({ code, device: 'One' }, somewhere()), pair({ code, device: 'Two' }, somewhere())])
    expect(both.map(b => b.status).sort()).toEqual(['fulfilled', 'rejected'])
  })
  it('after five wrong PINs the right one waits too; a device of no board takes no PIN at all', async () => {
    const { context, person, enter } = await withPeople(), own = await enter()
    await choosePin(await contextOf(own), '7391')
    expect((await refusal(switchTo({ personId: person.id, pin: '7391' }, own, null))).said).toMatch(/not paired/)
    await stayAtBoard(await contextOf(own), own.device, 'Board')
    for (let i = 0; i < 5; i++) expect((await refusal(switchTo({ personId: person.id, pin: '0852' }, own, null))).status).toBe(401)
    expect((await refusal(switchTo({ personId: person.id, pin: '7391' }, own, null))).status).toBe(429)
    expect(context.workroomId).toBe((await DeviceRow.findByPk(own.device))!.workroomId)
  })
  it('of one workroom does not let anyone of another in', async () => {
    const { enter, person } = await withPeople(), other = await withPeople()
    const own = await enter()
    await choosePin(await contextOf(own), '7391')
    const theirs = await other.enter()
    await stayAtBoard(await contextOf(theirs), theirs.device, 'Board')
    expect((await refusal(switchTo({ personId: person.id, pin: '7391' }, theirs, null))).status).toBe(401)
    expect((await refusal(stayAtBoard(await contextOf(theirs), own.device, 'Mine now'))).status).toBe(404)
    expect((await refusal(endDevice(await contextOf(theirs), own.device))).status).toBe(404)
  })
  it('put away, whoever is signed in there is signed out', async () => {
    const { context, enter } = await withPeople(), own = await enter(), there = await enter()
    const mine = await contextOf(own)
    expect((await listDevices(mine)).map(d => [d.isThis, d.at !== null]).sort()).toEqual([[false, true], [true, true]])
    await endDevice(mine, there.device)
    expect([await whoCarries(there), await whoCarries(own) !== null]).toEqual([null, true])
    expect((await listDevices(mine)).map(d => d.id)).toEqual([own.device])
    expect((await auditOf(context)).map(a => a.what)).toContain('deviceEnded')
  })
  it('while nobody has a passphrase a tap is enough, but not for whoever has a PIN', async () => {
    const { context } = await aRoom()
    const one = await addPerson(context, { name: 'One', role: 'owner', passphrase: null, pin: null }, somewhere())
    const two = await addPerson(context, { name: 'Two', role: 'maker', passphrase: null, pin: null }, somewhere())
    await choosePin({ ...context, who: { personId: one.id, deviceId: null, role: 'owner', signInId: null } }, '7391')
    const at = await switchTo({ personId: two.id, pin: '' }, null, { workroomId: context.workroomId })
    expect(await meOf(await contextOf(at), true)).toMatchObject({ person: { name: 'Two' }, others: [{ name: 'One', asksPin: true }] })
    expect((await refusal(switchTo({ personId: one.id, pin: '' }, at, { workroomId: context.workroomId }))).status).toBe(401)
  })
})

describe('people of a workroom', () => {
  it('names that differ by case, width or letters nobody sees are one; put away, the name is free again', async () => {
    const { context } = await withPeople()
    const bram = await addPerson(context, { name: 'Bram', role: 'maker', passphrase: null, pin: null }, somewhere())
    for (const name of ['BRAM', ' bram ', 'Ｂｒａｍ', 'Br\u200Dam'])
      expect((await refusal(addPerson(context, { name, role: 'maker', passphrase: null, pin: null }, somewhere()))).status).toBe(409)
    await putAway(context, bram.id, true)
    await addPerson(context, { name: 'Bram', role: 'maker', passphrase: null, pin: null }, somewhere())
    expect((await refusal(putAway(context, bram.id, false))).status).toBe(409)
  })
  it('the last owner who signs in stays one', async () => {
    const { context, person } = await withPeople()
    expect((await refusal(putAway(context, person.id, true))).said).toMatch(/nobody would be left/)
    expect((await refusal(changePerson(context, person.id, { name: person.name, role: 'maker',
      version: person.version }))).status).toBe(422)
    // An owner without a passphrase could not come in.
    await addPerson(context, { name: 'Other', role: 'owner', passphrase: null, pin: null }, somewhere())
    expect((await refusal(putAway(context, person.id, true))).status).toBe(422)
    await addPerson(context, { name: nameFor('Third'), role: 'owner', passphrase: PASSPHRASE, pin: null }, somewhere())
    expect((await putAway(context, person.id, true)).putAway).toBe(true)
  })
  it('a change that was overtaken is refused with both; the name one signs in with keeps its letters', async () => {
    const { context, person } = await withPeople()
    await addPerson(context, { name: nameFor('Third'), role: 'owner', passphrase: PASSPHRASE, pin: null }, somewhere())
    const now = await changePerson(context, person.id, { name: person.name.toUpperCase(), role: 'maker', version: person.version })
    expect([now.name, now.role, now.version]).toEqual([person.name.toUpperCase(), 'maker', person.version + 1])
    expect((await refusal(changePerson(context, person.id, { name: person.name, role: 'owner',
      version: person.version }))).status).toBe(409)
    expect((await refusal(changePerson(context, person.id, { name: 'Else', role: 'maker',
      version: now.version }))).said).toMatch(/signs in with/)
  })
  it.each([['a common one', 'password123'], ['keys in a row', 'qwertyuiop12'], ['her own name twice', 'annaanna12'],
    ['her name and a year', 'Anna-1987-Anna'], ['one letter',
      'aaaaaaaaaaaa']])(
    '%s is refused as a passphrase', async (_, passphrase) => {
      const { context } = await aRoom()
      expect((await refusal(addPerson(context, { name: 'Anna', role: 'maker', passphrase, pin: null },
        somewhere()))).said).toMatch(/easily guessed/)
    })
  it.each(['1234', '8765', '0000', '1987', '123456'])('%s is refused as a PIN', async (pin) => {
    const { enter } = await withPeople()
    expect((await refusal(choosePin(await contextOf(await enter()), pin))).said).toMatch(/tried first/)
  })
  it('another workroom sees and changes none of them', async () => {
    const { person } = await withPeople(), other = await aRoom()
    expect(await listPeople(other.context)).toEqual([])
    for (const work of [
      () => putAway(other.context, person.id, true), () => givePassphrase(other.context, person.id, PASSPHRASE, somewhere()),
      () => changePerson(other.context, person.id, { name: 'X', role: 'maker', version: 0 }),
    ]) expect((await refusal(work())).status).toBe(404)
  })
  it('what was done is written down, the newest first; no passphrase, PIN or code among it', async () => {
    const { context, enter } = await withPeople(), own = await contextOf(await enter())
    await choosePin(own, '7391')
    const { code } = await newPairingCode(own)
    await pair({ code, device: 'Tablet' }, somewhere())
    const lines = await auditOf(context)
    expect(lines.map(l => l.what)).toEqual(['paired', 'pin', 'signedIn', 'personAdded'])
    expect(JSON.stringify(lines)).not.toMatch(new RegExp(`7391|${PASSPHRASE}|${code}`))
    expect(JSON.stringify(await SignInRow.findAll({ where: { workroomId: context.workroomId } }))).not.toContain(PASSPHRASE)
    // By the time it is answered, it is written.
    await choosePin(own, null)
    expect((await auditOf(context))[0]).toMatchObject({ what: 'pin', about: 'none' })
  })
  it('once anybody on the server has a passphrase no workroom is open any more', async () => {
    await withPeople()
    askAgainWhetherOpen()
    expect(await openWorkroom()).toBeNull()
  })
})
