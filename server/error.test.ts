import { describe, expect, it } from 'vitest'
import { isDown } from './error'

const error = (name: string, message: string, more: object = {}) => Object.assign(new Error(message), { name, ...more })

describe('a database that is away', () => {
  it.each<[string, Error]>([
    ['refuses', error('SequelizeConnectionRefusedError', 'connect ECONNREFUSED 127.0.0.1:5432')],
    ['has no connection left', error('ConnectionAcquireTimeoutError', 'Operation timeout')],
    ['is being stopped', error('SequelizeDatabaseError', 'terminating connection', { parent: { code: '57P01' } })],
    ['is starting', error('error', 'the database system is starting up', { code: '57P03' })],
    ['broke off', error('Error', 'Connection terminated unexpectedly')],
    ['was killed', error('SequelizeDatabaseError', 'read ECONNRESET', { parent: { code: 'ECONNRESET' } })],
    ['lost its client', error('Error', 'Client has encountered a connection error and is not queryable')],
    ['took too many', error('SequelizeDatabaseError', 'sorry', { original: { code: '53300' } })],
  ])('%s', (_, e) => expect(isDown(e)).toBe(true))
  it.each<[string, Error]>([
    ['a constraint', error('SequelizeUniqueConstraintError', 'Validation error', { parent: { code: '23505' } })],
    ['a fault of ours', new TypeError('x is undefined')],
  ])('not %s', (_, e) => expect(isDown(e)).toBe(false))
})
