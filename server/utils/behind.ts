import type { H3Event } from 'h3'

/** Addresses of proxies that are believed what they say of the one who asked: `READY_CUFF_PROXIES`, apart by commas. None is guessed. */
const trusted = (): ReadonlySet<string> =>
  new Set((process.env.READY_CUFF_PROXIES ?? '').split(',').map(a => plain(a.trim())).filter(Boolean))
/** An address of the older protocol may come in the dress of the newer one. */
const plain = (address: string): string => address.replace(/^::ffff:/i, '')

/** From where a request came: the connection's own end, or what a trusted proxy says, the nearest hop that is none of them. */
export function askedFrom(event: H3Event): string {
  const { req } = event.node, own = plain(req.socket.remoteAddress ?? '')
  const proxies = trusted()
  if (!proxies.has(own)) return own
  const said = String(req.headers['x-forwarded-for'] ?? '').split(',').map(a => plain(a.trim())).filter(Boolean)
  return said.findLast(a => !proxies.has(a)) ?? own
}

/** Did it come over TLS, to this server or to a trusted proxy before it? */
export function isSecure(event: H3Event): boolean {
  const { socket, headers } = event.node.req
  if ('encrypted' in socket && socket.encrypted === true) return true
  return trusted().has(plain(socket.remoteAddress ?? '')) && headers['x-forwarded-proto'] === 'https'
}
