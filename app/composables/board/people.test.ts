// @vitest-environment happy-dom
import { beforeEach, describe, expect, it } from 'vitest'
import { FetchError } from 'ofetch'
import { layOut, standIn } from '../../testing/board'
import { usePeople } from './people'

const orla = { id: 'o', name: 'Orla', role: 'owner' }, bram = { id: 'b', name: 'Bram', role: 'maker' }
const refused = () => Object.assign(new FetchError('no'), {
  response: { status: 422 }, data: { type: 'about:blank', title: 'No', status: 422, detail: 'Name: Bram is here already.', errors: [] },
})
beforeEach(() => layOut())

describe('the people of a workroom', () => {
  it('somebody added is there at once, and it says that it was done', async () => {
    const kept: object[] = [orla]
    const { asked } = standIn({
      'GET /api/people': () => [...kept], 'GET /api/devices': () => [], 'GET /api/audit': () => [],
      'POST /api/people': (body) => { kept.push(body as object) },
    })
    const { people, busy, add, problem } = usePeople()
    const done = add({ name: 'Bram', role: 'maker', passphrase: null, pin: null })
    expect(busy.value).toBe(true)
    expect([await done, busy.value, problem.value]).toEqual([true, false, null])
    expect(people.value.map(p => p.name)).toEqual(['Orla', 'Bram'])
    expect(asked.map(a => a.what)).toContain('POST /api/people')
  })
  it('what was refused is said, and nobody is taken away from the list', async () => {
    let isAway = false
    standIn({
      'GET /api/people': () => [orla, bram], 'GET /api/devices': () => [], 'GET /api/audit': () => [],
      'POST /api/people': () => { throw refused() }, 'POST /api/people/b/away': () => { isAway = true },
    })
    const { people, busy, load, add, problem, putAway } = usePeople()
    expect(await load()).toBe(true)
    expect(await add({ name: 'Bram', role: 'maker', passphrase: null, pin: null })).toBe(false)
    expect([problem.value, busy.value, people.value.length]).toEqual(['Name: Bram is here already.', false, 2])
    // The next that is done takes the sentence away.
    expect([await putAway('b'), isAway, problem.value]).toEqual([true, true, null])
  })
})
