import type { H3Event } from 'h3'
import type { z, ZodType } from 'zod'
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
  if (result.success) return result.data
  throw invalid(result.error.issues.map(i => ({ field: i.path.join('.'), message: i.message })))
}

async function readJson(event: H3Event, mostBytes: number): Promise<unknown> {
  const length = Number(getHeader(event, 'content-length') ?? 0)
  if (length > mostBytes) throw new ProblemError(413, 'Too large', 'That is larger than anything this page takes.')
  const type = getHeader(event, 'content-type') ?? ''
  if (!type.startsWith('application/json')) throw new ProblemError(415, 'Wrong kind of content', 'Send this as JSON.')
  const raw = await readRawBody(event, 'utf8')
  if (raw && raw.length > mostBytes) throw new ProblemError(413, 'Too large', 'That is larger than anything this page takes.')
  try {
    return JSON.parse(raw ?? '')
  } catch {
    throw new ProblemError(400, 'Not readable', 'The request is not readable JSON; it may have been cut off on the way.')
  }
}

/** A body taken as it is, up to a size, whatever it says of its length. */
export async function readBytes(event: H3Event, mostBytes: number): Promise<Buffer> {
  const tooLarge = () => new ProblemError(413, 'Too large', `That is larger than ${Math.round(mostBytes / 1e6)} MB. Send a smaller one.`)
  if (Number(getHeader(event, 'content-length') ?? 0) > mostBytes) throw tooLarge()
  const raw = await readRawBody(event, false)
  if (!raw || raw.length === 0) throw new ProblemError(400, 'Nothing came', 'There was nothing in the request.')
  if (raw.length > mostBytes) throw tooLarge()
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
    return handle({ params, query, body, event, context: await contextOf() } as Input<P, Q, B>)
  })
}
