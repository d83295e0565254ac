/** PostgreSQL's codes of an error, its own and those of what it was raised for. */
export function codesOf(error: unknown): string[] {
  if (typeof error !== 'object' || error === null) return []
  const { code, parent, original, cause } = error as { code?: unknown, parent?: unknown, original?: unknown, cause?: unknown }
  const within = parent ?? original ?? cause
  return [...(typeof code === 'string' ? [code] : []), ...(within && within !== error ? codesOf(within) : [])]
}

/** A deadlock that the database undid, or two transactions that could not both stand: the same again works. */
export const UNDONE: ReadonlySet<string> = new Set(['40P01', '40001'])
/** The database's disk is full; so is ours. */
export const DISK_FULL: ReadonlySet<string> = new Set(['53100', 'ENOSPC'])
