import { afterEach, describe, expect, it } from 'vitest'
import { z } from 'zod'
import { countUnreadable, forgetAllUnreadable, forgetUnreadable, rowReader, unreadableOf } from './unreadable'

const form = z.object({ name: z.string(), massGsm: z.number({ error: 'Mass: a number.' }) })
const read = rowReader('fabrics', form)
const row = (id: string, massGsm: unknown, name: string | null = id) => ({ workroomId: 'w', id, name, massGsm })
const from = (rows: ReturnType<typeof row>[]) => read(rows, ({ name, massGsm }) => ({ name, massGsm }))

afterEach(() => forgetAllUnreadable('w'))

describe('kept rows that cannot be read', () => {
  it('are left out and named with the field that is wrong; their neighbours are read', () => {
    expect(from([row('a', 120), row('b', 'heavy', 'Drill'), row('c', 90)]).map(r => r.massGsm)).toEqual([120, 90])
    expect(unreadableOf('w')).toMatchObject([{ entity: 'fabrics', id: 'b', name: 'Drill', why: 'massGsm: Mass: a number.' }])
  })
  it('one without a name is named by nothing; found again it counts once', () => {
    from([row('b', null, null)])
    from([row('b', null, null)])
    expect(unreadableOf('w').map(u => u.name)).toEqual([''])
    expect(countUnreadable()).toBe(1)
  })
  it('are forgotten one by one or all, and those of another workroom stay', () => {
    from([row('a', null), row('b', null), { ...row('z', null), workroomId: 'other' }])
    forgetUnreadable('w', { entity: 'fabrics', id: 'a' })
    expect(unreadableOf('w').map(u => u.id)).toEqual(['b'])
    forgetAllUnreadable('w')
    expect([unreadableOf('w').length, unreadableOf('other').length]).toEqual([0, 1])
    forgetAllUnreadable('other')
  })
})
