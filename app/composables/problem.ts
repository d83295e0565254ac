import { FetchError } from 'ofetch'
import { problemSchema, type Problem } from '#shared/schemas'

/** Whatever was thrown, as a problem with a sentence. */
export function problemOf(error: unknown): Problem {
  if (error instanceof FetchError) {
    const parsed = problemSchema.safeParse(error.data)
    if (parsed.success) return parsed.data
    if (!error.response)
      return {
        type: 'about:blank', title: 'No answer', status: 0,
        detail: 'The server does not answer. Nothing you entered is lost; it will be tried again.', errors: [],
      }
  }
  return {
    type: 'about:blank', title: 'Our fault', status: 500, detail: error instanceof Error ? error.message : 'Something went wrong here.',
    errors: [],
  }
}
