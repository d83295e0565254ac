import { createReadStream } from 'node:fs'
import { stat } from 'node:fs/promises'
import { pipeline } from 'node:stream/promises'
import { setResponseHeaders, type H3Event } from 'h3'

/**
 * Sends a file as a download and waits until it is out, or until whoever asked has gone: its descriptor is closed either way.
 */
export async function sendFile(event: H3Event, path: string, as: { type: string, name: string }): Promise<void> {
  setResponseHeaders(event, {
    'content-type': as.type, 'content-disposition': `attachment; filename="${as.name}"`, 'content-length': (await stat(path)).size,
    'cache-control': 'no-store',
  })
  try {
    await pipeline(createReadStream(path), event.node.res)
  } catch (error) {
    // Whoever asked went away before it was all there.
    if (!event.node.res.destroyed) throw error
  }
}
