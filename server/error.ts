import type { H3Event } from 'h3'
import { send, setResponseHeader, setResponseStatus } from 'h3'
import { ProblemError } from './utils/problem'
import type { Problem } from '#shared/schemas'

const DOWN = /SequelizeConnection|ECONNREFUSED|ConnectionAcquireTimeout/

/** Every error leaves as problem+json with a sentence a person understands; what went wrong inside is only logged. */
export default function errorHandler(error: Error & { cause?: unknown, statusCode?: number }, event: H3Event) {
  const cause = error instanceof ProblemError ? error : error.cause
  const problem: Problem = cause instanceof ProblemError
    ? cause.problem
    : plain(error.statusCode ?? 500, cause instanceof Error ? cause : error)
  setResponseStatus(event, problem.status)
  setResponseHeader(event, 'content-type', 'application/problem+json')
  return send(event, JSON.stringify(problem))
}

function plain(status: number, error: Error): Problem {
  const base = { type: 'about:blank', errors: [] }
  if (DOWN.test(`${error.name} ${error.message}`)) {
    return {
      ...base, status: 503, title: 'The book is closed',
      detail: 'The database does not answer. What you entered is still on this page; try again in a moment.',
    }
  }
  if (status === 404) return { ...base, status, title: 'Not here', detail: 'There is nothing at this address.' }
  if (status === 405) return { ...base, status, title: 'Not possible', detail: 'This address does not take that kind of request.' }
  if (status < 500) return { ...base, status, title: 'Not readable', detail: 'The request could not be read.' }
  console.error(error)
  return {
    ...base, status: 500, title: 'Our fault', detail: 'Something went wrong here, not with what you entered. Nothing was half-saved.',
  }
}
