import { spawn } from 'node:child_process'
import type { Person } from '#shared/schemas'
import { houseCertificate } from '../scripts/lib/house.mjs'
import { folderForNow } from './folder'

export const PASSPHRASES = { orla: 'tangled ferry lantern', bram: 'quiet copper thimble', nessa: 'soft barley needle' } as const

/** Runs one of the scripts of the server's own machine on a database. @returns what it said */
export const onServer = (databaseUrl: string, script: string, args: string[], env: Record<string, string> = {}) =>
  new Promise<string>((done, fail) => {
    const child = spawn('node_modules/.bin/tsx', ['--tsconfig', 'tsconfig.scripts.json', `scripts/${script}`, ...args],
      { env: { ...process.env, DATABASE_URL: databaseUrl, ...env } })
    let said = ''
    for (const out of [child.stdout, child.stderr]) out.setEncoding('utf8').on('data', (text: string) => { said += text })
    child.on('close', status => (status === 0 ? done(said) : fail(new Error(said))))
  })

/** A certificate of an authority of its own, as the house has it. */
export const houseOf = () => houseCertificate(folderForNow('house-'), { hosts: ['board.local', 'localhost'], addresses: [] })

/** Someone who asks the server without a browser, from an address of her own; she keeps her cookie. */
export function caller(url: string, from = '10.1.0.1') {
  let cookie = ''
  async function ask(method: string, path: string, body?: unknown, more: Record<string, string> = {}) {
    const ended = new AbortController()
    const answer = await fetch(`${url}${path}`, {
      method, signal: ended.signal, redirect: 'manual',
      headers: {
        'x-forwarded-for': from, ...(cookie ? { cookie } : {}), ...(body === undefined ? {} : { 'content-type': 'application/json' }),
        ...more,
      },
      ...(body === undefined ? {} : { body: JSON.stringify(body) }),
    })
    const given = answer.headers.get('set-cookie')
    if (given) cookie = given.startsWith('ready-cuff=;') ? '' : given.split(';')[0]!
    // A stream has no end: its head says enough.
    const isStream = /event-stream/.test(answer.headers.get('content-type') ?? '')
    const text = isStream ? '' : await answer.text()
    if (isStream) ended.abort()
    return { status: answer.status, text, json: <T>() => JSON.parse(text) as T }
  }
  return {
    ask, get cookie() { return cookie },
    set cookie(c: string) { cookie = c },
    signIn: (name: string, passphrase: string) => ask('POST', '/api/sign-in', { name, passphrase }),
    get: async <T>(path: string) => (await ask('GET', path)).json<T>(),
  }
}
export type Caller = ReturnType<typeof caller>

/** Gives the demonstration's owner a passphrase, and its maker; its apprentice a PIN: from now on one has to sign in. */
export async function closeDoor(url: string) {
  const orla = caller(url)
  const people = await orla.get<Person[]>('/api/people')
  const of = (name: string) => people.find(p => p.name === name)!
  await orla.ask('POST', '/api/me/passphrase', { passphrase: PASSPHRASES.orla })
  await orla.ask('POST', `/api/people/${of('Bram').id}/passphrase`, { passphrase: PASSPHRASES.bram })
  for (const name of ['Bram', 'Wick']) await orla.ask('POST', `/api/people/${of(name).id}/pin`, { pin: '7391' })
  return { orla, people: { orla: of('Orla'), bram: of('Bram'), wick: of('Wick') } }
}
/** A board paired by a code of the owner's, with somebody at it. */
export async function atBoard(url: string, owner: Caller, personId: string, from: string): Promise<Caller> {
  const board = caller(url, from), { code } = (await owner.ask('POST', '/api/devices/codes', {})).json<{ code: string }>()
  await board.ask('POST', '/api/pair', { code, device: 'Tablet' })
  await board.ask('POST', '/api/switch', { personId, pin: '7391' })
  return board
}
