import type { H3Event } from 'h3'
import type { z, ZodType } from 'zod'
import { unkeepable } from '#shared/schemas'
import { asUseCase } from '../db/one-connection'
import { readLimited } from './body'
import { contextOf, type Context } from './context'
import { ProblemError, invalid } from './problem'

const USUAL_BODY_BYTES = 256 * 1024

type Out<S> = S extends ZodType ? z.output<S> : undefined
interface Spec<P, Q, B> {
  params?: P
  query?: Q
  body?: B
  /** Largest body taken, bytes. */
  mostBytes?: number
}
interface Input<P, Q, B> { params: Out<P>, query: Out<Q>, body: Out<B>, event: H3Event, context: Context }

function parse<S extends ZodType>(schema: S, value: unknown): z.output<S> {
  const result = schema.safeParse(value)
  if (!result.success) throw invalid(result.error.issues.map(i => ({ field: i.path.join('.'), message: i.message })))
  const field = unkeepable(value)
  if (field !== null) throw invalid([{ field, message: `${field}: there is a character in it that cannot be kept.` }])
  return result.data
}

async function readJson(event: H3Event, mostBytes: number): Promise<unknown> {
  const type = getHeader(event, 'content-type') ?? ''
  if (!type.startsWith('application/json')) throw new ProblemError(415, 'Wrong kind of content', 'Send this as JSON.')
  const raw = await readLimited(event, mostBytes)
  try {
    return JSON.parse(new TextDecoder('utf-8', { fatal: true }).decode(raw))
  } catch {
    throw new ProblemError(400, 'Not readable', 'The request is not readable JSON; it may have been cut off on the way.')
  }
}

/** A body taken as it is, up to a size. */
export async function readBytes(event: H3Event, mostBytes: number): Promise<Buffer> {
  const raw = await readLimited(event, mostBytes)
  if (raw.length === 0) throw new ProblemError(400, 'Nothing came', 'There was nothing in the request.')
  return raw
}

/** A route that parses everything it is given before anything else happens. */
export function defineRoute<
  P extends ZodType | undefined = undefined, Q extends ZodType | undefined = undefined, B extends ZodType | undefined = undefined,
  R = unknown,
>(spec: Spec<P, Q, B>, handle: (input: Input<P, Q, B>) => Promise<R>) {
  return defineEventHandler(async (event) => {
    const params = spec.params ? parse(spec.params, getRouterParams(event, { decode: true })) : undefined
    const query = spec.query ? parse(spec.query, getQuery(event)) : undefined
    const body = spec.body ? parse(spec.body, await readJson(event, spec.mostBytes ?? USUAL_BODY_BYTES)) : undefined
    return asUseCase(async () => handle({ params, query, body, event, context: await contextOf() } as Input<P, Q, B>))
  })
}
