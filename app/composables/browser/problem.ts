import { FetchError } from 'ofetch'
import { getActivePinia } from 'pinia'
import type { ZodType } from 'zod'
import { problemSchema, type Problem } from '#shared/schemas'
import { inUnits } from '#shared/words'
import { useLibrary } from '../../stores/library'

/** A sentence of the core or of the server, its figures in the workroom's units. */
export const inOwnUnits = (text: string): string => (getActivePinia() ? inUnits(text, useLibrary().workroom?.units) : text)
/** What a fault says, in the workroom's units. */
export const faultWords = (error: unknown): string =>
  inOwnUnits(error instanceof Error ? error.message : 'Something went wrong here.')
/** A form's schema whose sentences are in the workroom's units. */
export function schemaInOwnUnits<S extends ZodType>(schema: S): S {
  const standard = schema['~standard']
  return {
    '~standard': {
      ...standard,
      validate: async (value: unknown) => {
        const result = await standard.validate(value)
        return result.issues ? { issues: result.issues.map(i => ({ ...i, message: inOwnUnits(i.message) })) } : result
      },
    },
  } as unknown as S
}

/** Whatever was thrown, as a problem with a sentence. */
export function problemOf(error: unknown): Problem {
  if (error instanceof FetchError) {
    const parsed = problemSchema.safeParse(error.data)
    if (parsed.success) {
      const { detail, errors, ...rest } = parsed.data
      return { ...rest, detail: inOwnUnits(detail), errors: errors.map(e => ({ ...e, message: inOwnUnits(e.message) })) }
    }
    if (!error.response)
      return {
        type: 'about:blank', title: 'No answer', status: 0,
        detail: 'The server does not answer. Nothing you entered is lost; it will be tried again.', errors: [],
      }
  }
  return {
    type: 'about:blank', title: 'Our fault', status: 500, detail: faultWords(error),
    errors: [],
  }
}
