import { X509Certificate } from 'node:crypto'
import { mkdtempSync, readFileSync, rmSync, statSync } from 'node:fs'
import { createServer, request } from 'node:https'
import type { AddressInfo } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { houseCertificate, houseNames, isGood } from './house.mjs'

let folder: string
beforeEach(() => { folder = mkdtempSync(join(tmpdir(), 'house-')) })
afterEach(() => rmSync(folder, { recursive: true }))
const DAY_MS = 86_400_000
const names = { hosts: ['board', 'board.local', 'localhost'], addresses: ['192.168.7.9'] }

describe('the board for the house', () => {
  it('is found under the machine\'s name and its addresses in the house', () => {
    const of = (address: string, internal: boolean, family = 'IPv4') => ({ address, internal, family }) as never
    expect(houseNames({ lo: [of('127.0.0.1', true)], eth: [of('192.168.7.9', false), of('fe80::1', false, 'IPv6')] }, 'Board.local'))
      .toEqual({ hosts: ['board', 'board.local', 'localhost'], addresses: ['192.168.7.9'] })
    // What no certificate can name is left out.
    expect(houseNames({}, 'Börd')).toEqual({ hosts: ['localhost'], addresses: [] })
  })
  it('has an authority that is made once, and a certificate of it for all its names; keys are for their owner alone', async () => {
    const first = await houseCertificate(folder, names), again = await houseCertificate(folder, names)
    expect(again).toEqual(first)
    expect(isGood(first.cert, first.authority, names)).toBe(true)
    for (const file of ['authority.key', 'server.key']) expect(statSync(join(folder, file)).mode & 0o077).toBe(0)
    const authority = new X509Certificate(first.authority)
    expect([authority.ca, new X509Certificate(first.cert).ca]).toEqual([true, false])
    expect(readFileSync(first.authorityFile, 'utf8')).toBe(first.authority)
  })
  it('is made anew where it is about to run out, ran out, or does not name an address; the authority stays', async () => {
    const nowMs = Date.now(), first = await houseCertificate(folder, names, nowMs)
    const later = await houseCertificate(folder, names, nowMs + 370 * DAY_MS)
    expect([later.cert === first.cert, later.authority === first.authority]).toEqual([false, true])
    expect(isGood(first.cert, first.authority, names, nowMs + 400 * DAY_MS)).toBe(false)
    const moved = await houseCertificate(folder, { ...names, addresses: ['192.168.7.10'] }, nowMs + 370 * DAY_MS)
    expect([moved.cert === later.cert, moved.authority === later.authority]).toEqual([false, true])
    // An authority that runs out before the certificate would is made anew too.
    expect((await houseCertificate(folder, names, nowMs + 3500 * DAY_MS)).authority === first.authority).toBe(false)
    expect(isGood('nonsense', first.authority, names)).toBe(false)
  })
  it('a device that trusts the authority speaks to it, one that does not refuses', async () => {
    const { cert, key, authority } = await houseCertificate(folder, names)
    const server = createServer({ cert, key }, (_, answer) => answer.end('here')).listen(0, '127.0.0.1')
    await new Promise(done => server.once('listening', done))
    const { port } = server.address() as AddressInfo
    const ask = (more: object) => new Promise<string>((done, fail) => {
      request({ host: '127.0.0.1', port, servername: 'board.local', ...more }, (answer) => {
        answer.on('data', (part: Buffer) => done(part.toString()))
      }).on('error', fail).end()
    })
    expect(await ask({ ca: authority })).toBe('here')
    await expect(ask({})).rejects.toThrow(/certificate/)
    await expect(ask({ ca: authority, servername: 'other.local' })).rejects.toThrow(/altnames/)
    server.close()
  })
})
