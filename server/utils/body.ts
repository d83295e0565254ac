import { createWriteStream } from 'node:fs'
import { pipeline } from 'node:stream/promises'
import { Transform } from 'node:stream'
import type { H3Event } from 'h3'
import { ProblemError } from './problem'

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

/** Once a body is refused the rest of it is not waited for. */
function refuse(event: H3Event): void {
  event.node.res.setHeader('connection', 'close')
  event.node.res.once('finish', () => event.node.req.destroy())
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

async function taken(event: H3Event, mostBytes: number, put: (incoming: AsyncIterable<unknown> & Transform) => Promise<void>) {
  const { req } = event.node
  if (Number(req.headers['content-length'] ?? 0) > mostBytes) {
    refuse(event)
    throw tooLarge(mostBytes)
  }
  const gate = upTo(mostBytes)
  try {
    await Promise.all([pipeline(req, gate, { end: true }), put(gate)])
  } catch (error) {
    refuse(event)
    if (error instanceof ProblemError) throw error
    throw new ProblemError(400, 'Not readable', 'The request broke off on the way. Nothing was kept; send it again.')
  }
}
