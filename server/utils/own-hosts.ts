/** The names this server answers to: its loopback ones, and what `READY_CUFF_HOSTS` adds (host or host:port, apart by commas). */
const LOOPBACK = new Set(['127.0.0.1', 'localhost', '[::1]'])

export interface Asked {
  method: string
  host: string | undefined
  origin: string | undefined
  fetchSite: string | undefined
  /** The port it came in by; null where a development server stands before it and nobody knows. */
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

/**
 * Why a request is not served; null where it is. A page of another address may neither read here (a name that was turned to this
 * machine has another Host) nor write (its Origin is another). Without a browser there is no Origin, and none is asked for.
 */
export function foreign(asked: Asked, more: readonly string[] = furtherHosts()): 'host' | 'origin' | null {
  if (!asked.host || !isOwn(asked.host, asked.port, more)) return 'host'
  if (asked.method === 'GET' || asked.method === 'HEAD') return null
  if (asked.fetchSite && asked.fetchSite !== 'same-origin' && asked.fetchSite !== 'none') return 'origin'
  if (asked.origin === undefined) return null
  let from: URL
  try {
    from = new URL(asked.origin)
  } catch {
    return 'origin'
  }
  return from.host === asked.host.toLowerCase() || (more.length > 0 && isOwn(from.host, asked.port, more)) ? null : 'origin'
}
