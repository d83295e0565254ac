import type { H3Event } from 'h3'
import { afterEach, describe, expect, it } from 'vitest'
import { askedFrom, isSecure } from './behind'

const asked = (remoteAddress: string | undefined, headers: Record<string, string> = {}, encrypted?: boolean) =>
  ({ node: { req: { headers, socket: { remoteAddress, ...(encrypted === undefined ? {} : { encrypted }) } } } }) as unknown as H3Event
afterEach(() => { delete process.env.READY_CUFF_PROXIES })

describe('from where a request came', () => {
  it('is the other end of the connection; what it says of others is not believed', () => {
    expect(askedFrom(asked('203.0.113.7', { 'x-forwarded-for': '10.0.0.1' }))).toBe('203.0.113.7')
    expect(askedFrom(asked('::ffff:203.0.113.7'))).toBe('203.0.113.7')
    expect(askedFrom(asked(undefined))).toBe('')
    expect(isSecure(asked('203.0.113.7', { 'x-forwarded-proto': 'https' }))).toBe(false)
  })
  it('behind named proxies, the nearest that is none of them, whatever was put before it', () => {
    process.env.READY_CUFF_PROXIES = '127.0.0.1, 10.0.0.9'
    const of = (forwarded: string) => askedFrom(asked('127.0.0.1', { 'x-forwarded-for': forwarded }))
    expect(of('203.0.113.7')).toBe('203.0.113.7')
    expect(of('1.2.3.4, 203.0.113.7, 10.0.0.9')).toBe('203.0.113.7')
    expect([of(''), of('10.0.0.9')]).toEqual(['127.0.0.1', '127.0.0.1'])
    expect(askedFrom(asked('203.0.113.8', { 'x-forwarded-for': '1.2.3.4' }))).toBe('203.0.113.8')
    expect(isSecure(asked('127.0.0.1', { 'x-forwarded-proto': 'https' }))).toBe(true)
    expect(isSecure(asked('127.0.0.1', { 'x-forwarded-proto': 'http' }))).toBe(false)
  })
  it('over TLS of its own it is secure, whoever asks', () => {
    expect([isSecure(asked('203.0.113.7', {}, true)), isSecure(asked('203.0.113.7', {}, false))]).toEqual([true, false])
  })
})
