import { describe, expect, it } from 'vitest'
import type { H3Event } from 'h3'
import errorHandler, { isDown } from './error'

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

/** What is sent to whoever asked. */
const answer = async (e: Error) => {
  const said: { status?: number, body?: string } = {}
  const end = (body: string) => { said.body = body }
  const res = { headersSent: false, setHeader: () => undefined, end, statusCode: 0, statusMessage: '' }
  const event = { context: {}, node: { res, req: {} }, method: 'POST', path: '/api/x' } as unknown as H3Event
  await errorHandler(e, event)
  return { status: res.statusCode, ...said }
}

describe('a disk that is full', () => {
  it.each<[string, Error]>([
    ['ours', error('Error', 'write failed', { code: 'ENOSPC' })],
    ['the database\'s', error('SequelizeDatabaseError', 'could not extend file', { parent: { code: '53100' } })],
  ])('%s is 507, with a sentence', async (_, e) => {
    const { status, body } = await answer(e)
    expect(status).toBe(507)
    expect(body).toContain('The disk is full. Nothing was half-saved')
  })
  it('is not taken for the database being away', async () => {
    expect((await answer(error('SequelizeDatabaseError', 'no', { parent: { code: '57P01' } }))).status).toBe(503)
    expect((await answer(error('SequelizeDatabaseError', 'no', { parent: { code: '40P01' } }))).status).toBe(503)
  })
})

describe('what is asked wrongly', () => {
  it.each([
    [404, 'There is nothing at this address.'], [405, 'This address does not take that kind of request.'],
    [400, 'The request could not be read.'], [413, 'The request could not be read.'],
  ])('%d is answered with what is the matter', async (statusCode, detail) => {
    const { status, body } = await answer(error('Error', 'no', { statusCode }))
    expect([status, JSON.parse(body!).detail]).toEqual([statusCode, detail])
  })
  it('a fault of ours is 500, and says nothing of what went wrong inside', async () => {
    const { status, body } = await answer(error('TypeError', 'x is undefined'))
    expect(status).toBe(500)
    expect(body).toContain('Something went wrong here, not with what you entered.')
    expect(body).not.toContain('undefined')
  })
})
