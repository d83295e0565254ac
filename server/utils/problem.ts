import type { FieldProblem, Problem } from '#shared/schemas'

/** An error that reaches a person: a sentence, the field it concerns, a status. */
export class ProblemError extends Error {
  readonly problem: Problem
  constructor(status: number, title: string, detail: string, more: { errors?: FieldProblem[], current?: unknown, yours?: unknown } = {}) {
    super(detail)
    this.name = 'ProblemError'
    this.problem = {
      type: 'about:blank', title, status, detail, errors: more.errors ?? [],
      ...('current' in more ? { current: more.current, yours: more.yours } : {}),
    }
  }
}

export const notFound = (what: string) => new ProblemError(404, 'Not here', `There is no such ${what} here. It may have been put away.`)

export const invalid = (errors: FieldProblem[]) =>
  new ProblemError(422, 'Something needs mending', errors[0]?.message ?? 'The request could not be read.', { errors })

export const conflict = (what: string, current: unknown, yours: unknown) =>
  new ProblemError(
    409, 'Saved by someone else first',
    `This ${what} was saved by someone else while you were writing. Nothing of yours was kept yet: look at both and save again.`,
    { current, yours },
  )

export const diskFull = () => new ProblemError(
  507, 'Disk full',
  'The disk is full. Nothing was half-saved; what you entered is still on this page. Make room on the disk, then send it again.')

export const taken = (field: string, message: string) => new ProblemError(409, 'Already there', message, { errors: [{ field, message }] })
