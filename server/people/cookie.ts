import { randomBytes } from 'node:crypto'
import { deleteCookie, getCookie, setCookie, type H3Event } from 'h3'
import * as iron from 'iron-webcrypto'
import { z } from 'zod'
import { idSchema } from '#shared/schemas'
import { isSecure } from '../utils/behind'
import { log } from '../utils/log'

/** What a browser carries: its device, and who is signed in on it, if anyone is. */
const carried = z.object({
  device: idSchema,
  signIn: z.object({ id: idSchema, serial: z.number().int().min(0) }).nullable(),
})
export type Carried = z.infer<typeof carried>

const SHORTEST_SECRET = 32
/** Kept on a device until somebody signs out: browsers keep a cookie for 400 days at the most. */
const KEPT_S = 400 * 86_400
let secret: string | null = null
/** `READY_CUFF_SECRET` seals what browsers carry; servers that stand side by side have the same one. */
export function sealedWith(): string {
  if (secret) return secret
  const set = process.env.READY_CUFF_SECRET
  if (set && set.length < SHORTEST_SECRET) throw new Error(`READY_CUFF_SECRET is too short: ${SHORTEST_SECRET} characters at the least.`)
  if (!set) log.warn('READY_CUFF_SECRET is not set: whoever is signed in is signed out as this server ends')
  return (secret = set ?? randomBytes(32).toString('base64url'))
}
/** Over TLS its name says that no other host and no plain page may have set it. */
const nameOf = (event: H3Event): string => (isSecure(event) ? '__Host-ready-cuff' : 'ready-cuff')

/** What this browser carries; null where it carries nothing, or nothing that was sealed here. */
export async function carriedBy(event: H3Event): Promise<Carried | null> {
  const sealed = getCookie(event, nameOf(event))
  if (!sealed || sealed.length > 4000) return null
  try {
    return carried.parse(await iron.unseal(sealed, sealedWith(), iron.defaults))
  } catch {
    return null
  }
}
export async function carry(event: H3Event, what: Carried): Promise<void> {
  setCookie(event, nameOf(event), await iron.seal(what, sealedWith(), iron.defaults), {
    httpOnly: true, sameSite: 'strict', secure: isSecure(event), path: '/', maxAge: KEPT_S,
  })
}
export const carryNothing = (event: H3Event): void =>
  deleteCookie(event, nameOf(event), { httpOnly: true, sameSite: 'strict', secure: isSecure(event), path: '/' })
