import { basename, dirname } from 'node:path'
import pino from 'pino'
import { createStream } from 'rotating-file-stream'
import { codesOf } from '../db/codes'

/** So large a log file becomes, and so many older ones are kept beside it. */
const MOST_SIZE = '10M', MOST_FILES = 5

/** Its own file, for its owner alone, begun anew when it is full; standard output where none is named. */
function destination(path = process.env.READY_CUFF_LOG_FILE) {
  if (!path) return pino.destination(1)
  return createStream(basename(path), { path: dirname(path), size: MOST_SIZE, rotate: MOST_FILES, mode: 0o600 })
}

/** Faults of the engine name what is missing in the code, never what somebody entered. */
const SPEAKS_OF_CODE = new Set(['TypeError', 'ReferenceError'])

/**
 * An error as it is logged: what it is and where it came from. A database names the statement and its values, a parser the text that it
 * could not read: neither is in the log.
 */
export function safeError(error: unknown): object {
  if (!(error instanceof Error)) return { type: typeof error }
  const { name, message, stack = '' } = error
  const { constraint, table, column } = ((error as { parent?: unknown }).parent ?? error) as Record<string, unknown>
  const frames = stack.split('\n').filter(line => /^\s+at /.test(line)).map(line => line.trim())
  const text = (v: unknown) => (typeof v === 'string' ? v : undefined)
  return {
    type: name, ...(SPEAKS_OF_CODE.has(name) ? { message } : {}), codes: codesOf(error), constraint: text(constraint), table: text(table),
    column: text(column), frames,
  }
}

/** One line of JSON for each thing worth knowing; `READY_CUFF_LOG` sets how much (silent, error, warn, info, debug). */
export const log = pino({
  level: process.env.READY_CUFF_LOG ?? 'info', base: undefined, timestamp: pino.stdTimeFunctions.isoTime,
  formatters: { level: label => ({ level: label }) }, serializers: { err: safeError },
}, destination())
