import type { Problem } from '#shared/schemas'
import { ProblemError } from '../utils/problem'

/** What a thread answers: a value, or a problem that a person is told. */
export type Answer<T> = { value: T } | { problem: Problem }

/** A task of a thread: a problem it finds is an answer, since an error loses its fields on the way between threads. */
export const task = <I, O>(spec: (input: I) => O | Promise<O>) => async (input: I): Promise<Answer<Awaited<O>>> => {
  try {
    return { value: await spec(input) }
  } catch (error) {
    if (error instanceof ProblemError) return { problem: error.problem }
    throw error
  }
}
