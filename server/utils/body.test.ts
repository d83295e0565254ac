import { mkdtemp, readFile, rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { Readable } from 'node:stream'
import type { H3Event } from 'h3'
import { describe, expect, it } from 'vitest'
import { readLimited, readToFile } from './body'
import { ProblemError } from './problem'

/** A request whose body comes in so many parts of a kilobyte; `length` is what it says of itself. */
function sent(parts: number, { length, breaksOff = false }: { length?: number, breaksOff?: boolean } = {}): H3Event {
  const body = Readable.from((function* () {
    for (let i = 0; i < parts; i++) yield Buffer.alloc(1024, i)
    if (breaksOff) throw new Error('connection reset')
  })())
  return { node: { req: Object.assign(body, {
    headers: length === undefined ? {} : { 'content-length': String(length) }, socket: { destroy: () => undefined },
  }) } } as unknown as H3Event
}
const refusal = async (reading: Promise<unknown>) => {
  const error = await reading.then(() => null, (e: unknown) => e)
  expect(error).toBeInstanceOf(ProblemError)
  return (error as ProblemError).problem
}

describe('a body', () => {
  it('is read whole up to what is allowed, to the byte', async () => {
    const read = await readLimited(sent(4), 4096)
    expect([read.length, read[0], read[4095]]).toEqual([4096, 0, 3])
  })
  it('is refused as soon as it is larger, whatever it says of its length', async () => {
    for (const event of [sent(5), sent(5, { length: 12 }), sent(1, { length: 4097 })])
      expect((await refusal(readLimited(event, 4096))).status).toBe(413)
    expect((await refusal(readLimited(sent(1, { length: 9e7 }), 64e6))).detail).toBe('That is larger than 64 MB. Send a smaller one.')
  })
  it('that broke off is asked for again', async () => {
    const { status, detail } = await refusal(readLimited(sent(2, { breaksOff: true }), 4096))
    expect([status, detail]).toEqual([400, 'The request broke off on the way. Nothing was kept; send it again.'])
  })
  it('is put down in a file as it comes', async () => {
    const folder = await mkdtemp(join(tmpdir(), 'body-'))
    try {
      const path = join(folder, 'taken')
      await readToFile(sent(3), path, 4096)
      expect((await readFile(path)).length).toBe(3072)
      expect((await refusal(readToFile(sent(5), path, 4096))).status).toBe(413)
    } finally {
      await rm(folder, { recursive: true })
    }
  })
})
