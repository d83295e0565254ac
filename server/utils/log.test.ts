import { describe, expect, it } from 'vitest'
import { safeError } from './log'

const said = (error: unknown) => JSON.stringify(safeError(error))

describe('what is logged of an error', () => {
  it('a fault of the database: its code and place, neither its statement nor a value of it', () => {
    const parent = Object.assign(new Error('invalid input syntax for type uuid: "Mate\'s coat"'), {
      code: '22P02', table: 'fabric', column: 'id', constraint: 'fabric_pkey', detail: 'Key (code)=(SECRET) exists',
      sql: 'select \'SECRET\'',
    })
    const more = { name: 'SequelizeDatabaseError', parent, sql: parent.sql, parameters: ['SECRET'] }
    const logged = said(Object.assign(new Error(parent.message), more))
    expect(logged).not.toMatch(/SECRET|Mate/)
    expect(JSON.parse(logged)).toMatchObject({
      type: 'SequelizeDatabaseError', codes: ['22P02'], table: 'fabric', column: 'id', constraint: 'fabric_pkey',
    })
  })
  it('a text that could not be parsed: where, not what stood in it', () => {
    let error: unknown
    try {
      JSON.parse('{"code": "SECRET"')
    } catch (e) {
      error = e
    }
    expect(said(Object.assign(error as Error, { message: 'Unexpected SECRET' }))).not.toContain('SECRET')
    expect((safeError(error) as { frames: string[] }).frames.join(' ')).toContain('log.test.ts')
  })
  it('a fault of the code keeps its words; what is no error at all is named by its kind', () => {
    expect(safeError(new TypeError('x is undefined'))).toMatchObject({ type: 'TypeError', message: 'x is undefined' })
    expect(safeError('SECRET')).toEqual({ type: 'string' })
  })
})
