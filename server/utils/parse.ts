import type { z, ZodType } from 'zod'
import { unkeepable } from '#shared/schemas'
import { ProblemError, invalid } from './problem'
import { weigh } from './weight'

/** No request of the board is nested deeper than this. */
const DEEPEST = 24
/** Figures and texts that one request may hold: some 200,000 corners. */
export const MOST_VALUES = 400_000

/** @throws ProblemError 422 naming the field */
export function parse<S extends ZodType>(schema: S, value: unknown): z.output<S> {
  const result = schema.safeParse(value)
  if (!result.success) throw invalid(result.error.issues.map(i => ({ field: i.path.join('.'), message: i.message })))
  const field = unkeepable(value)
  if (field !== null) throw invalid([{ field, message: `${field}: there is a character in it that cannot be kept.` }])
  return result.data
}

/** @throws ProblemError 413 where the body is nested too deep or holds too much to be worked on */
export function weighed(bytes: Uint8Array): void {
  const { depth, values } = weigh(bytes)
  if (depth > DEEPEST) throw new ProblemError(413, 'Too deep', `The request is nested ${depth} deep; ${DEEPEST} is the most.`)
  if (values > MOST_VALUES) {
    throw new ProblemError(413, 'Too much at once',
      `The request holds ${values} figures; ${MOST_VALUES} is the most. Draw with fewer corners, or send fewer things at once.`)
  }
}

/** @throws ProblemError 400 where it is no JSON */
export function fromJson(bytes: Uint8Array): unknown {
  try {
    return JSON.parse(new TextDecoder('utf-8', { fatal: true }).decode(bytes))
  } catch {
    throw new ProblemError(400, 'Not readable', 'The request is not readable JSON; it may have been cut off on the way.')
  }
}
