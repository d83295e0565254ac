// @vitest-environment happy-dom
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { FetchError } from 'ofetch'
import type { Role } from '#shared/people'
import type { Person } from '#shared/schemas'
import { layOut, standIn } from '../../testing/board'
import { usePeople, type PersonDraft } from './people'

const someone = (id: string, name: string, role: Role, version = 0): Person =>
  ({ id, name, role, version, hasPin: false, signsIn: false, putAway: false })
const orla = someone('o', 'Orla', 'owner'), bram = someone('b', 'Bram', 'maker'), nothing = { passphrase: null, pin: null }
/** A form that is filled in and saved. */
const draft = (of: Person, more: Partial<PersonDraft> = {}): PersonDraft => ({ name: of.name, role: of.role, ...nothing, ...more })
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
    const { people, busy, editing, save, problem } = usePeople()
    editing.value = 'new'
    const done = save(draft(bram))
    expect(busy.value).toBe(true)
    await done
    expect([editing.value, busy.value, problem.value]).toEqual([null, false, null])
    expect(people.value.map(p => p.name)).toEqual(['Orla', 'Bram'])
    expect(asked.map(a => a.what)).toContain('POST /api/people')
  })
  it('what was refused is said, and nobody is taken away from the list', async () => {
    let isAway = false
    standIn({
      'GET /api/people': () => [orla, bram], 'GET /api/devices': () => [], 'GET /api/audit': () => [],
      'POST /api/people': () => { throw refused() }, 'POST /api/people/b/away': () => { isAway = true },
    })
    const { people, busy, load, editing, save, problem, putAway } = usePeople()
    expect(await load()).toBe(true)
    editing.value = 'new'
    await save(draft(bram))
    expect([editing.value, problem.value, busy.value, people.value.length]).toEqual(['new', 'Name: Bram is here already.', false, 2])
    // The next that is done takes the sentence away.
    expect([await putAway('b'), isAway, problem.value]).toEqual([true, true, null])
  })
  it('who went on to another person\'s form while one is saved keeps it', async () => {
    let answer = (): void => undefined
    standIn({
      'GET /api/people': () => [orla, bram], 'GET /api/devices': () => [], 'GET /api/audit': () => [],
      'POST /api/people/b/pin': () => new Promise<void>((done) => { answer = done }),
    })
    const { editing, save } = usePeople()
    editing.value = bram
    const saved = save(draft(bram, { pin: '7391' }))
    editing.value = orla
    await vi.waitFor(() => { answer(); return saved })
    expect(editing.value).toEqual(orla)
  })
  it('only what differs is changed; where the PIN is refused the next try is made on what was changed before', async () => {
    let kept = bram, isEasy = true
    const { asked } = standIn({
      'GET /api/people': () => [orla, kept], 'GET /api/devices': () => [], 'GET /api/audit': () => [],
      'PUT /api/people/b': (body) => {
        const { role, version } = body as { role: Role, version: number }
        if (version !== kept.version) throw refused()
        kept = { ...kept, role, version: version + 1 }
      },
      'POST /api/people/b/pin': () => { if (isEasy) throw refused() },
    })
    const { editing, save, problem } = usePeople()
    editing.value = bram
    await save(draft(bram, { role: 'apprentice', pin: '1234' }))
    expect([editing.value, problem.value]).toEqual([{ ...bram, role: 'apprentice', version: 1 }, 'Name: Bram is here already.'])
    isEasy = false
    await save(draft(kept, { pin: '7391' }))
    expect([editing.value, problem.value]).toEqual([null, null])
    expect(asked.filter(a => a.what === 'PUT /api/people/b')).toHaveLength(1)
    editing.value = kept
    await save(draft(kept, { role: 'owner' }))
    expect([kept.role, kept.version, editing.value]).toEqual(['owner', 2, null])
  })
})
