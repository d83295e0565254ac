/** The names this server answers to: its loopback ones, and what `READY_CUFF_HOSTS` adds (host or host:port, apart by commas). */
const LOOPBACK = new Set(['127.0.0.1', 'localhost', '[::1]'])

export interface Asked {
  method: string
  host: string | undefined
  origin: string | undefined
  fetchSite: string | undefined
  /** Whether it came in over TLS; null where something is in front of the server and nobody knows. */
  isSecure: boolean | null
  /** Does it ask for a route, and not for the page itself? */
  isRoute: boolean
  /** The port it came in by; null where a development server is in front of it and nobody knows. */
  port: number | null | undefined
}

/** Splits `name:port`; an address in brackets keeps them. */
function nameAndPort(host: string): { name: string, port: number | null } | null {
  const parts = /^(\[[0-9a-f:.]+\]|[^:[\]/@?#]+)(?::(\d{1,5}))?$/i.exec(host)
  return parts ? { name: parts[1]!.toLowerCase(), port: parts[2] === undefined ? null : Number(parts[2]) } : null
}

function isOwn(host: string, port: number | null | undefined, more: readonly string[]): boolean {
  const at = nameAndPort(host)
  if (!at) return false
  if (more.includes(host.toLowerCase()) || more.includes(at.name)) return true
  return LOOPBACK.has(at.name) && (port === null || (at.port ?? 80) === port)
}

export const furtherHosts = (setting = process.env.READY_CUFF_HOSTS ?? ''): string[] =>
  setting.toLowerCase().split(',').map(h => h.trim()).filter(Boolean)

/** Is it the scheme that the board is served by? A chosen name may have TLS ended before the server. */
function hasScheme(protocol: string, { isSecure, host }: Asked, more: readonly string[]): boolean {
  const isChosen = more.includes(host!.toLowerCase()) || more.includes(nameAndPort(host!)?.name ?? '')
  if (isSecure === null || isChosen) return protocol === 'http:' || protocol === 'https:'
  return protocol === (isSecure ? 'https:' : 'http:')
}

/**
 * Why a request is not served; null where it is. A page of another address may neither read here (a name that was turned to this
 * machine has another Host) nor write (its Origin is another). Without a browser there is no Origin, and none is asked for.
 */
export function foreign(asked: Asked, more: readonly string[] = furtherHosts()): 'host' | 'origin' | null {
  if (!asked.host || !isOwn(asked.host, asked.port, more)) return 'host'
  const isElsewhere = asked.fetchSite !== undefined && asked.fetchSite !== 'same-origin' && asked.fetchSite !== 'none'
  // The page may be opened from anywhere; what it asks for is asked for by itself alone, or a page elsewhere could keep the server busy.
  if (isElsewhere && asked.isRoute) return 'origin'
  if (asked.method === 'GET' || asked.method === 'HEAD') return null
  if (isElsewhere) return 'origin'
  if (asked.origin === undefined) return null
  let from: URL
  try {
    from = new URL(asked.origin)
  } catch {
    return 'origin'
  }
  if (!hasScheme(from.protocol, asked, more)) return 'origin'
  return from.host === asked.host.toLowerCase() || (more.length > 0 && isOwn(from.host, asked.port, more)) ? null : 'origin'
}
