import { randomUUID } from 'node:crypto'
import { describe, expect, it } from 'vitest'
import type { Person } from '#shared/schemas'
import { aRoom, refusal } from '../testing/room'
import type { Context } from '../utils/context'
import { addPerson, changePassphrase, choosePin, givePassphrase, givePin, listPeople } from './people'
import { signIn } from './sign-in'

const FIRST = 'tangled ferry lantern', SECOND = 'quiet copper thimble', THIRD = 'soft barley needle'
const somewhere = () => `10.0.0.${randomUUID()}`
const nameFor = (who: string) => `${who} ${randomUUID().slice(0, 8)}`
/** An owner who signs in, and a maker who has nothing to sign in by yet. */
async function ownerAndMaker() {
  const { context: { workroomId } } = await aRoom()
  const at = (p: Person): Context => ({ workroomId, who: { personId: p.id, deviceId: null, role: p.role, signInId: null } })
  const add = (who: string, role: Person['role'], passphrase: string | null) =>
    addPerson({ workroomId }, { name: nameFor(who), role, passphrase, pin: null }, somewhere())
  const owner = await add('Anna', 'owner', FIRST), maker = await add('Ben', 'maker', null)
  const kept = async () => (await listPeople({ workroomId })).find(p => p.id === maker.id)!
  const comesInBy = async (passphrase: string) =>
    await signIn({ name: maker.name, passphrase }, somewhere(), null).then(() => true, () => false)
  return { maker, asOwner: at(owner), asMaker: at(maker), kept, comesInBy }
}

describe('what one signs in by', () => {
  it('a passphrase is given by the owner, given anew, and changed by oneself: the last one counts, and all is answered', async () => {
    const { maker, asOwner, asMaker, kept, comesInBy } = await ownerAndMaker()
    expect([maker.signsIn, await comesInBy(FIRST)]).toEqual([false, false])
    expect(await givePassphrase(asOwner, maker.id, FIRST, somewhere())).toEqual(await kept())
    expect([(await kept()).signsIn, await comesInBy(FIRST)]).toEqual([true, true])
    expect(await givePassphrase(asOwner, maker.id, SECOND, somewhere())).toEqual(await kept())
    expect([await comesInBy(FIRST), await comesInBy(SECOND)]).toEqual([false, true])
    expect(await changePassphrase(asMaker, { current: SECOND, passphrase: THIRD }, somewhere())).toEqual(await kept())
    expect([await comesInBy(SECOND), await comesInBy(THIRD)]).toEqual([false, true])
  })
  it('one that is easily guessed, or her own name, is refused, and the one before still works', async () => {
    const { maker, asOwner, asMaker, comesInBy } = await ownerAndMaker()
    await givePassphrase(asOwner, maker.id, FIRST, somewhere())
    for (const easy of ['password', maker.name]) {
      expect((await refusal(givePassphrase(asOwner, maker.id, easy, somewhere()))).status).toBe(422)
      expect((await refusal(changePassphrase(asMaker, { current: FIRST, passphrase: easy }, somewhere()))).status).toBe(422)
    }
    expect(await comesInBy(FIRST)).toBe(true)
  })
  it('a PIN is given and taken away by the owner, and by oneself', async () => {
    const { maker, asOwner, asMaker, kept } = await ownerAndMaker()
    for (const set of [(pin: string | null) => givePin(asOwner, maker.id, pin), (pin: string | null) => choosePin(asMaker, pin)]) {
      expect(await set('7391')).toEqual(await kept())
      expect((await kept()).hasPin).toBe(true)
      expect((await refusal(set('4321'))).said).toContain('tried first')
      expect((await kept()).hasPin).toBe(true)
      expect(await set(null)).toEqual(await kept())
      expect((await kept()).hasPin).toBe(false)
    }
  })
})
