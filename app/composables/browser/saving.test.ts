// @vitest-environment happy-dom
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { FetchError } from 'ofetch'
import { ref } from 'vue'
import { idOf, layOut, standIn } from '../../testing/board'
import { useSaving } from './saving'

interface Thing { id: string, version: number, name: string }
const thing: Thing = { id: idOf(1), version: 3, name: 'Poplin' }
const refusal = (status: number, more: object = {}) => Object.assign(new FetchError('no'), {
  response: { status }, data: { type: 'about:blank', title: 'No', status, detail: `It is a ${status}.`, errors: [], ...more },
})
const form = { setErrors: vi.fn(), submit: vi.fn(async () => undefined) }
vi.mock('vue', async real => ({ ...await real<typeof import('vue')>(), useTemplateRef: () => ({ value: form }) }))

function open(of: Thing | undefined, version = of?.version ?? 0) {
  const draft = { version: ref(version), clear: vi.fn() }, saved = vi.fn(), leave = vi.fn()
  return { draft, saved, leave, ...useSaving<Thing>('/api/things', of, draft, { saved, leave }) }
}
beforeEach(() => {
  layOut()
  form.setErrors.mockClear()
  form.submit.mockClear()
})

describe('saving a form', () => {
  it('a new thing is sent to its list; its draft is forgotten', async () => {
    const { asked } = standIn({ 'POST /api/things': body => ({ ...thing, ...(body as object) }) })
    const f = open(undefined)
    await f.save({ name: 'Lawn' })
    expect(asked).toEqual([{ what: 'POST /api/things', body: { name: 'Lawn' } }])
    expect(f.saved).toHaveBeenCalledWith({ ...thing, name: 'Lawn' })
    expect([f.draft.clear.mock.calls.length, f.saving.value]).toEqual([1, false])
  })
  it('is sent once, however often it was asked for meanwhile', async () => {
    const { asked } = standIn({ 'POST /api/things': async body => ({ ...thing, ...(body as object) }) })
    const f = open(undefined)
    await Promise.all([f.save({ name: 'Lawn' }), f.save({ name: 'Lawn' })])
    expect([asked.length, f.saved.mock.calls.length]).toEqual([1, 1])
    await f.save({ name: 'Voile' })
    expect(asked).toHaveLength(2)
  })
  it('a change goes out from the version its draft was begun from, not from the one that is shown', async () => {
    const { asked } = standIn({ [`PUT /api/things/${thing.id}`]: () => thing })
    await open(thing, 2).save({ name: 'Lawn' })
    expect(asked[0]!.body).toEqual({ name: 'Lawn', version: 2 })
  })
  it('what is refused is said at its field, and what was written stays', async () => {
    standIn({ 'POST /api/things': () => { throw refusal(422, { errors: [{ field: 'name', message: 'Name: it needs a name.' }] }) } })
    const f = open(undefined)
    await f.save({ name: '' })
    expect([f.problem.value, f.theirs.value, f.draft.clear.mock.calls.length, f.saved.mock.calls.length]).toEqual([
      'It is a 422.', null, 0, 0,
    ])
    expect(form.setErrors).toHaveBeenCalledWith([{ name: 'name', message: 'Name: it needs a name.' }])
  })
  it('a server that is away is no conflict', async () => {
    standIn({ [`PUT /api/things/${thing.id}`]: () => { throw new FetchError('no') } })
    const f = open(thing)
    await f.save({ name: 'Lawn' })
    expect(f.problem.value).toMatch(/Nothing you entered is lost/)
    expect([f.theirs.value, f.saving.value]).toEqual([null, false])
  })
})

describe('two who save the same thing', () => {
  const newer = { ...thing, version: 5, name: 'Poplin, blue' }
  async function conflicting() {
    standIn({ [`PUT /api/things/${thing.id}`]: () => { throw refusal(409, { current: newer }) } })
    const f = open(thing)
    await f.save({ name: 'Lawn' })
    return f
  }
  it('the second sees both, and nothing is lost', async () => {
    const f = await conflicting()
    expect([f.theirs.value, f.draft.clear.mock.calls.length]).toEqual([newer, 0])
  })
  it('saved over knowingly, it goes out from the newer version', async () => {
    const f = await conflicting()
    f.overThem()
    expect([f.draft.version.value, f.theirs.value, form.submit.mock.calls.length]).toEqual([5, null, 1])
  })
  it('theirs taken, the draft is forgotten', async () => {
    const f = await conflicting()
    f.takeTheirs()
    expect(f.saved).toHaveBeenCalledWith(newer)
    expect(f.draft.clear).toHaveBeenCalledTimes(1)
  })
  it('thrown away, nothing is sent and the form is left', () => {
    const f = open(thing)
    f.drop()
    expect([f.draft.clear.mock.calls.length, f.leave.mock.calls.length, f.saved.mock.calls.length]).toEqual([1, 1, 0])
  })
})
