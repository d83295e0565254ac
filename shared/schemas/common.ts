import { z } from 'zod'

// What no field says for itself is still a sentence that names the place.
z.config({
  // The board's page may not make code from text.
  jitless: 'document' in globalThis,
  customError: (issue) => {
    const place = issue.path?.length ? issue.path.join('.') : 'The request'
    return issue.code === 'unrecognized_keys'
      ? `${place}: there is something in it that is not known here.`
      : `${place}: something is missing here, or of the wrong kind.`
  },
})

/** A problem as it crosses the wire (application/problem+json): a sentence for a person and the fields it concerns. */
const fieldProblemSchema = z.object({ field: z.string(), message: z.string() })
export const problemSchema = z.object({
  type: z.string(), title: z.string(), status: z.number(), detail: z.string(),
  errors: z.array(fieldProblemSchema).default([]),
  /** On 409: what is stored now, and what was sent. */
  current: z.unknown().optional(),
  yours: z.unknown().optional(),
  /** Under which the request is in the server's log. */
  requestId: z.string().optional(),
})
export type FieldProblem = z.infer<typeof fieldProblemSchema>
export type Problem = z.infer<typeof problemSchema>

/** An id in small letters, however it was written: the database takes two spellings for one row. */
export const idSchema = z.uuid('This is not the address of anything kept here.').toLowerCase()
export const idParams = z.object({ id: idSchema })

/** A number with a name and a range, so that every refusal names its field. */
export const numberField = (name: string, unit: string, min: number, max: number) =>
  z.number({ error: `${name}: give a number${unit ? ` in ${unit}` : ''}.` })
    .min(min, `${name}: ${[min, unit].join(' ').trim()} is the smallest we accept.`)
    .max(max, `${name}: ${[max, unit].join(' ').trim()} is the largest we accept.`)
/** A whole number, none at the least. */
export const wholeField = (name: string, most: number, error = `${name}: give a whole number.`) =>
  z.number({ error }).int(error).min(0, `${name}: 0 is the least.`).max(most, `${name}: ${most} is the most.`)
/** So many of something. */
export const countField = (name: string, most: number) =>
  z.number({ error: `${name}: give a whole number.` }).int(`${name}: give a whole number.`).min(1, `${name}: at least one.`)
    .max(most, `${name}: ${most} at the most.`)
/** Which of those named beside it, from 0. */
export const whichField = (name: string, last = 11) => {
  const error = `${name}: say which of those that are named.`
  return z.number({ error }).int(error).min(0, error).max(last, error)
}
export const yesField = (name: string) => z.boolean({ error: `${name}: say yes or no.` })
const HEX = 'Colour: six figures after a #, such as #24304a.'
export const hexField = z.string({ error: HEX }).regex(/^#[0-9a-fA-F]{6}$/, HEX)

// eslint-disable-next-line no-control-regex
const CONTROL = /[\u0000-\u0008\u000B\u000C\u000E-\u001F\u007F]/
/** Paper that a printer takes. */
export const PAPER_SIZES = ['A4', 'A3', 'letter', 'tabloid'] as const
export type PaperSize = typeof PAPER_SIZES[number]

/** Text that a database and a sheet of paper can hold: well-formed, without control characters. */
const canBeKept = (text: string): boolean => text.isWellFormed() && !CONTROL.test(text)

/** The first text in a value, however deep, that cannot be kept: where it is; null if all can. Names of fields count too. */
export function unkeepable(value: unknown, path = ''): string | null {
  if (typeof value === 'string') return canBeKept(value) ? null : path || 'The request'
  if (typeof value !== 'object' || value === null) return null
  for (const [key, inner] of Object.entries(value)) {
    if (!canBeKept(key)) return path || 'The request'
    const found = unkeepable(inner, path ? `${path}.${key}` : key)
    if (found !== null) return found
  }
  return null
}

export const textField = (name: string, max: number) =>
  z.string({ error: `${name}: write some text.` }).trim().max(max, `${name}: keep it under ${max} characters.`)
    .refine(canBeKept, `${name}: there is a character in it that cannot be kept.`)
export const nameField = (name: string, max = 80) => textField(name, max).min(1, `${name}: it needs a name.`)

export const pageQuery = z.object({
  q: textField('Search', 80).default(''),
  page: z.coerce
    .number({ error: 'Page: give a whole number.' })
    .int('Page: give a whole number.')
    .min(1, 'Page: pages start at 1.')
    .max(10_000, 'Page: that is further than the lists go.')
    .default(1),
  size: z.coerce
    .number({ error: 'Size: give a whole number.' })
    .int('Size: give a whole number.')
    .min(1, 'Size: at least one.')
    .max(100, 'Size: at most 100 at a time.')
    .default(50),
})
export type PageQuery = z.infer<typeof pageQuery>
export interface Page<T> { rows: T[], total: number, page: number, size: number }

const EARLIEST = Date.UTC(1900, 0, 1), LATEST = Date.UTC(2200, 0, 1)
const isInOurTime = (iso: string): boolean => {
  const at = Date.parse(iso)
  return at >= EARLIEST && at < LATEST
}
/** A moment as it crosses the wire, from 1900 to 2199. */
export const momentField = (name: string) =>
  z.iso.datetime({ error: `${name}: give a date and time.` }).refine(isInOurTime, `${name}: years go from 1900 to 2199.`)
/** A day, from 1900 to 2199. */
export const dayField = (name: string) =>
  z.iso.date({ error: `${name}: give a date.` }).refine(isInOurTime, `${name}: years go from 1900 to 2199.`)

export const versionField = wholeField('Version', 2_000_000_000, 'Version: say which version you started from.')
export const originSchema = z.enum(['tested', 'measured', 'maker', 'typical', 'estimate'], {
  error: 'From: choose tested, measured, maker, typical or estimate.',
})
