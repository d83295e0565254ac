import type { H3Event } from 'h3'
import type { z, ZodType } from 'zod'
import { mayDo, whoMaySentence, type May } from '#shared/people'
import { doneBy } from '../db/done-by'
import { asUseCase } from '../db/one-connection'
import { contextOf } from '../people/asking'
import { onThread } from '../work/worker-pool'
import { BODIES, type BodyName } from '../workers/bodies'
import { readLimited } from './body'
import type { Context } from './context'
import { fromJson, parse, weighed } from './parse'
import { ProblemError } from './problem'

const USUAL_BODY_BYTES = 256 * 1024
/** What is smaller than this is parsed at once, whatever it is. */
const SMALL_BYTES = 48 * 1024

type Out<S> = S extends ZodType ? z.output<S> : undefined
type OutBody<B> = B extends BodyName ? z.output<typeof BODIES[B]> : Out<B>
interface Spec<P, Q, B> {
  /** What the one who asks must be allowed; a route that does not say so is not built. */
  may: May
  params?: P
  query?: Q
  /** Its schema; the name of a large one is parsed on a thread. */
  body?: B
  /** Largest body taken, bytes. */
  mostBytes?: number
}
interface Input<P, Q, B> { params: Out<P>, query: Out<Q>, body: OutBody<B>, event: H3Event, context: Context }

async function readJsonBytes(event: H3Event, mostBytes: number): Promise<Buffer> {
  const type = getHeader(event, 'content-type') ?? ''
  if (!type.startsWith('application/json')) throw new ProblemError(415, 'Wrong kind of content', 'Send this as JSON.')
  return readLimited(event, mostBytes)
}

/** A body taken as it is, up to a size. */
export async function readBytes(event: H3Event, mostBytes: number): Promise<Buffer> {
  const raw = await readLimited(event, mostBytes)
  if (raw.length === 0) throw new ProblemError(400, 'Nothing came', 'There was nothing in the request.')
  return raw
}

async function bodyOf(body: ZodType | BodyName, bytes: Buffer, { workroomId }: Context): Promise<unknown> {
  // How much it holds is known before anything is made of it.
  weighed(bytes)
  const schema = typeof body === 'string' ? BODIES[body] : body
  if (typeof body !== 'string' || bytes.length <= SMALL_BYTES) return parse(schema, fromJson(bytes))
  return onThread('judge', 'body', { name: body, bytes }, { workroomId, smaller: 'Draw with fewer corners, or send fewer things at once.' })
}

/** A route for whoever comes, signed in or not: it says why, and is given no workroom to work for. */
export function defineOpenRoute<B extends ZodType | undefined = undefined, R = unknown>(
  { body: schema, mostBytes }: { open: string, body?: B, mostBytes?: number },
  handle: (input: { body: Out<B>, event: H3Event }) => Promise<R>,
) {
  return defineEventHandler(async (event) => {
    const bytes = schema ? await readJsonBytes(event, mostBytes ?? USUAL_BODY_BYTES) : null
    if (bytes) weighed(bytes)
    return asUseCase(() => handle({ body: (bytes ? parse(schema!, fromJson(bytes)) : undefined) as Out<B>, event }))
  })
}

const notYours = (may: May) => new ProblemError(403, 'Not yours to do', `${whoMaySentence(may)} Ask one of them,
  or have your role changed.`)

/** A route that knows who asks and whether he may, and parses everything it is given before anything else happens. */
export function defineRoute<
  P extends ZodType | undefined = undefined, Q extends ZodType | undefined = undefined,
  B extends ZodType | BodyName | undefined = undefined, R = unknown,
>(spec: Spec<P, Q, B>, handle: (input: Input<P, Q, B>) => Promise<R>) {
  return defineEventHandler(async (event) => {
    // Before anything of the request is read: whoever may not learns nothing of what would have been taken.
    const context = await asUseCase(() => contextOf(event))
    if (!mayDo(context.who!.role, spec.may)) throw notYours(spec.may)
    const params = spec.params ? parse(spec.params, getRouterParams(event, { decode: true })) : undefined
    const query = spec.query ? parse(spec.query, getQuery(event)) : undefined
    const bytes = spec.body ? await readJsonBytes(event, spec.mostBytes ?? USUAL_BODY_BYTES) : null
    return doneBy(context.who!.personId, () => asUseCase(async () => {
      const body = bytes ? await bodyOf(spec.body!, bytes, context) : undefined
      return handle({ params, query, body, event, context } as Input<P, Q, B>)
    }))
  })
}
