// @vitest-environment happy-dom
import { beforeEach, describe, expect, it, vi } from 'vitest'
import type { Me } from '#shared/schemas'
import { ownScope } from '../browser/stored'
import { deviceWords, takeKeptPlace, takePlace, useWho } from './who'

const me = (role: Me['person']['role'], id = 'wick'): Me => ({
  workroom: { id: 'tidewell', name: 'Tidewell', demo: false },
  person: { id, name: 'Wick', role, hasPin: true, signsIn: false }, device: null, open: false, others: [],
})
beforeEach(() => window.localStorage.clear())

describe('who is at the board', () => {
  it('may what her role may; who may instead is said', () => {
    const { may, whoMay } = useWho()
    takePlace(me('apprentice'))
    expect([may('work'), may('manage'), may('own')]).toEqual([true, false, false])
    expect([whoMay('work'), whoMay('manage'), whoMay('own')])
      .toEqual([null, 'A maker or the owner can do this.', 'The owner can do this.'])
    takePlace(me('maker'))
    expect([may('manage'), may('own')]).toEqual([true, false])
    takePlace(me('owner'))
    expect(whoMay('own')).toBeNull()
  })
  it('has her things kept for her, and is signed in again', () => {
    const { isSignedOut } = useWho()
    isSignedOut.value = true
    takePlace(me('maker', 'bram'))
    expect([isSignedOut.value, ownScope()]).toEqual([false, 'tidewell.bram'])
  })
  it('is still known where the server is away as the board opens; what cannot be read is nobody', () => {
    takePlace(me('apprentice'))
    const { me: now, may } = useWho()
    now.value = null
    takeKeptPlace()
    expect([now.value!.person.name, may('own')]).toEqual(['Wick', false])
    now.value = null
    window.localStorage.setItem('ready-cuff/tidewell.wick/me', '{"person":')
    takeKeptPlace()
    expect(now.value).toBeNull()
    window.localStorage.setItem('ready-cuff/tidewell.wick/me', JSON.stringify(me('owner', 'somebody else')))
    takeKeptPlace()
    expect(now.value).toBeNull()
  })
  it('copies of the server\'s answers are kept for her by herself', async () => {
    const put = vi.fn(async (_: string, _answer: Response) => undefined)
    vi.stubGlobal('caches', { open: async () => ({ put }) })
    takePlace(me('maker', 'bram'))
    await vi.waitFor(() => expect(put).toHaveBeenCalled())
    expect(await put.mock.calls[0]![1].text()).toBe('tidewell.bram')
    vi.unstubAllGlobals()
  })
})

describe('a device by what its browser says', () => {
  it.each([
    ['Mozilla/5.0 (X11; Linux x86_64) AppleWebKit/537.36 (KHTML, like Gecko) Chrome/150.0 Safari/537.36', 'Chrome on Linux'],
    ['Mozilla/5.0 (iPad; CPU OS 17_0 like Mac OS X) AppleWebKit/605.1 (KHTML, like Gecko) Version/17.0 Safari/604.1', 'Safari on iPad'],
    ['Mozilla/5.0 (Macintosh; Intel Mac OS X 14.0; rv:130.0) Gecko/20100101 Firefox/130.0', 'Firefox on a Mac'],
    ['curl/8', 'A browser on a device'],
  ])('%s', (agent, words) => expect(deviceWords(agent)).toBe(words))
})
