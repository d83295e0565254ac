import { createWriteStream } from 'node:fs'
import { pipeline } from 'node:stream/promises'
import { Transform } from 'node:stream'
import type { H3Event } from 'h3'
import { codesOf, DISK_FULL } from '../db/codes'
import { diskFull, ProblemError } from './problem'

const tooLarge = (mostBytes: number) => new ProblemError(
  413, 'Too large', mostBytes < 1e6
    ? 'That is larger than anything this page takes.'
    : `That is larger than ${Math.round(mostBytes / 1e6)} MB. Send a smaller one.`,
)

/** Lets so many bytes through and no more. */
function upTo(mostBytes: number): Transform {
  let seen = 0
  return new Transform({
    transform(chunk: Buffer, _, done) {
      seen += chunk.length
      done(seen > mostBytes ? tooLarge(mostBytes) : null, chunk)
    },
  })
}

/**
 * A body as it is, refused while it arrives as soon as it is larger than `mostBytes`, whatever it says of its length.
 * @throws ProblemError 413 where it is too large, 400 where it broke off
 */
export async function readLimited(event: H3Event, mostBytes: number): Promise<Buffer> {
  const parts: Buffer[] = []
  await taken(event, mostBytes, async (incoming) => {
    for await (const part of incoming) parts.push(part as Buffer)
  })
  return Buffer.concat(parts)
}

/** The same, put down in a file as it comes: memory stays flat whatever its size. */
export async function readToFile(event: H3Event, path: string, mostBytes: number): Promise<void> {
  await taken(event, mostBytes, incoming => pipeline(incoming, createWriteStream(path, { mode: 0o600 })))
}

/** Of a refused body so much more is let go by, so that its sender can read why; then the connection is ended. */
const LINGER_BYTES = 16e6

async function taken(event: H3Event, mostBytes: number, put: (incoming: Transform) => Promise<void>): Promise<void> {
  const { req } = event.node
  const refused = (error: unknown): ProblemError => {
    let more = 0
    req.on('data', (part: Buffer) => {
      more += part.length
      if (more > LINGER_BYTES) req.socket.destroy()
    })
    if (error instanceof ProblemError) return error
    if (codesOf(error).some(code => DISK_FULL.has(code))) return diskFull()
    return new ProblemError(400, 'Not readable', 'The request broke off on the way. Nothing was kept; send it again.')
  }
  if (Number(req.headers['content-length'] ?? 0) > mostBytes) throw refused(tooLarge(mostBytes))
  const gate = upTo(mostBytes)
  // Not by a pipeline: that would end the connection before it is told why.
  req.once('error', error => gate.destroy(error))
  req.once('aborted', () => gate.destroy(new Error('broken off')))
  req.pipe(gate)
  try {
    await put(gate)
  } catch (error) {
    req.unpipe(gate)
    throw refused(error)
  }
}
