// @vitest-environment happy-dom
import { beforeEach, describe, expect, it } from 'vitest'
import { effectScope, nextTick } from 'vue'
import { layOut, standIn } from '../../testing/board'
import { useBeginning, usualUnits } from './beginning'

beforeEach(() => layOut())
const open = () => effectScope().run(() => useBeginning())!

describe('units where a browser is at home', () => {
  it.each([
    ['en-US', 'in', '°F', 'US', 'USD'], ['en-GB', 'mm', '°C', 'UK', 'GBP'], ['de', 'mm', '°C', 'UK', 'EUR'],
    ['en', 'in', '°F', 'US', 'USD'],
  ])('%s', (locale, length, temperature, region, currency) => {
    expect(usualUnits(locale)).toMatchObject({ length, temperature, region, currency })
  })
})

describe('a workroom as it is begun', () => {
  it('what was filled in is found again, until it is sent', async () => {
    const b = open()
    b.draft.value.name = ' Quay lofts '
    b.toggle('supplies', 'web')
    b.toggle('pressCloths', 'organza')
    b.toggle('pressCloths', 'muslin')
    await nextTick()
    expect(open().draft.value).toMatchObject({ name: ' Quay lofts ', supplies: ['web'], pressCloths: ['organza'] })
  })
  it('is sent with its iron and the words of its dial, or without one', async () => {
    const { asked } = standIn({ 'POST /api/begin': body => ({ id: 'w', ...(body as object) }) })
    const b = open()
    b.draft.value = { ...b.draft.value, name: ' Quay ', iron: 'travel', dial: 'levels' }
    expect(await b.begin()).toMatchObject({ id: 'w' })
    b.draft.value.iron = null
    await b.begin()
    expect(asked.map(a => a.body)).toMatchObject([{ name: 'Quay', iron: { kind: 'travel', dial: 'levels' } }, { name: 'Quay', iron: null }])
    // Its name may be left out: then it bears its owner's. The passphrase is sent, and never kept here.
    b.draft.value = { ...b.draft.value, name: ' ', owner: ' Anna ' }
    b.passphrase.value = 'tangled ferry lantern'
    await b.begin()
    expect(asked.at(-1)!.body).toMatchObject({ name: 'Workroom of Anna', owner: { name: 'Anna', passphrase: 'tangled ferry lantern' } })
    expect(JSON.stringify({ ...window.localStorage })).not.toContain('lantern')
    expect(Object.keys(asked[0]!.body as object)).not.toContain('dial')
  })
  it('refused it says why, and keeps what was filled in', async () => {
    standIn({ 'POST /api/begin': () => { throw new Error('somebody was quicker') } })
    const b = open()
    b.draft.value.name = 'Quay'
    expect([await b.begin(), b.problem.value, b.draft.value.name, b.beginning.value]).toEqual([null, 'somebody was quicker', 'Quay', false])
  })
})
