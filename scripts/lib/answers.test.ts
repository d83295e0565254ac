import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { createServer, type Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterEach, describe, expect, it } from 'vitest'
import { endedWords, untilAnswered } from './answers.mjs'
import { freePort } from './run.mjs'

let server: Server | null = null
afterEach(() => { server?.close() })
const listening = (status: number, port = 0) => new Promise<number>((done) => {
  server = createServer((_, answer) => { answer.writeHead(status).end() })
  server.listen(port, '127.0.0.1', () => done((server!.address() as AddressInfo).port))
})

describe('a server that was started', () => {
  it('is waited for, however long it takes; whoever waits is told so now and then', async () => {
    const port = await freePort()
    let reminded = 0
    const answered = untilAnswered(port, { remind: () => { reminded++ }, remindsMs: 150 })
    while (reminded < 2) await new Promise(done => setTimeout(done, 20))
    await listening(200, port)
    expect(await answered).toBe(200)
  })
  it('answers where its disk is full, or its database is away', async () => {
    for (const status of [507, 503]) {
      const port = await listening(status)
      expect(await untilAnswered(port)).toBe(status)
      server!.close()
    }
  })
})

describe('a server that ended by itself', () => {
  it('is said with the last it said, and where the rest of it lies', () => {
    const folder = mkdtempSync(join(tmpdir(), 'ended-')), file = join(folder, 'server.out')
    expect(endedWords(1, file)).toBe('The server ended by itself (exit code 1). It said nothing.')
    writeFileSync(file, `${Array.from({ length: 40 }, (_, i) => `line ${i}`).join('\n')}\n\nError: READY_CUFF_SECRET is too short\n`)
    const said = endedWords('SIGKILL', file)
    expect(said).toContain('The server ended by itself (SIGKILL). The last it said:')
    expect(said).toContain('  Error: READY_CUFF_SECRET is too short\n')
    expect(said).toContain(`All of it is in ${file}.`)
    expect([said.includes('line 39'), said.includes('line 28')]).toEqual([true, false])
    rmSync(folder, { recursive: true })
  })
})
