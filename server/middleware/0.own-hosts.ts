import { foreign } from '../utils/own-hosts'
import { ProblemError } from '../utils/problem'

const SAID = {
  host: 'This board does not answer to that name. Open it at the address it was started with, or add the name to READY_CUFF_HOSTS.',
  origin: 'Another page asked for this. Only the board itself may ask here.',
} as const

/** Own hosts only; routes only for the board itself or without a browser. */
export default defineEventHandler((event) => {
  const { req } = event.node
  const why = foreign({
    method: event.method, host: req.headers.host, origin: req.headers.origin, port: import.meta.dev ? null : req.socket.localPort,
    fetchSite: req.headers['sec-fetch-site'] as string | undefined, isRoute: event.path.startsWith('/api/'),
    isSecure: import.meta.dev ? null : 'encrypted' in req.socket && req.socket.encrypted === true,
  })
  setResponseHeader(event, 'cross-origin-resource-policy', 'same-origin')
  if (why) throw new ProblemError(403, 'Not from here', SAID[why])
})
