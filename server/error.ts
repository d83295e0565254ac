import type { H3Event } from 'h3'
import { send, setResponseHeader, setResponseStatus } from 'h3'
import { codesOf, DISK_FULL } from './db/codes'
import { log } from './utils/log'
import { diskFull, ProblemError } from './utils/problem'
import type { Problem } from '#shared/schemas'

/** The database does not answer, is starting or stopping, or has no connection left. */
const DOWN_NAMES = /SequelizeConnection|ConnectionAcquireTimeout/
const DOWN_WORDS = /ECONNREFUSED|ECONNRESET|EPIPE|Connection terminated|connection is closed|not queryable|timeout exceeded when trying/i
/** Class 08: connection; 57P0x: shut down; 53300: too many. */
const DOWN_CODES = /^(08\w{3}|57P0[1-5]|53300)$/
/** Two that wait for each other, or a lock that took too long: the same again works. */
const BUSY_CODES = /^(40P01|40001|55P03|57014)$/

/** Is it that the database is away? */
export function isDown(error: Error): boolean {
  const said = `${error.name} ${error.message}`
  return DOWN_NAMES.test(said) || DOWN_WORDS.test(said) || codesOf(error).some(c => DOWN_CODES.test(c) || c === 'ECONNREFUSED')
}

/** Every error leaves as problem+json with a sentence a person understands; what went wrong inside is only logged. */
export default function errorHandler(error: Error & { cause?: unknown, statusCode?: number }, event: H3Event) {
  const cause = error instanceof ProblemError ? error : error.cause
  const id = event.context.requestId as string | undefined
  const problem: Problem = cause instanceof ProblemError
    ? cause.problem
    : plainProblem(error.statusCode ?? 500, cause instanceof Error ? cause : error, id)
  if (event.node.res.headersSent) {
    // Half an answer is out: it is broken off, so that nobody takes it for a whole one.
    log.error({ id, err: error }, 'answer broken off')
    event.node.res.destroy()
    return
  }
  setResponseStatus(event, problem.status)
  setResponseHeader(event, 'content-type', 'application/problem+json')
  return send(event, JSON.stringify({ ...problem, ...(id ? { requestId: id } : {}) }))
}

function plainProblem(status: number, error: Error, id: string | undefined): Problem {
  const base = { type: 'about:blank', errors: [] }
  if (codesOf(error).some(c => DISK_FULL.has(c))) {
    log.error({ id }, 'the disk is full')
    return diskFull().problem
  }
  if (isDown(error)) {
    return {
      ...base, status: 503, title: 'The book is closed',
      detail: 'The database does not answer. What you entered is still on this page; try again in a moment.',
    }
  }
  if (codesOf(error).some(c => BUSY_CODES.test(c))) {
    return {
      ...base, status: 503, title: 'Busy',
      detail: 'Someone else is writing the same thing just now. Nothing was half-saved; send it again.',
    }
  }
  if (status === 404) return { ...base, status, title: 'Not here', detail: 'There is nothing at this address.' }
  if (status === 405) return { ...base, status, title: 'Not possible', detail: 'This address does not take that kind of request.' }
  if (status < 500) return { ...base, status, title: 'Not readable', detail: 'The request could not be read.' }
  log.error({ id, err: error }, 'our fault')
  return {
    ...base, status: 500, title: 'Our fault', detail: 'Something went wrong here, not with what you entered. Nothing was half-saved.',
  }
}
