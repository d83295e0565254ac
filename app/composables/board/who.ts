import { mayDo, ROLES, whoMaySentence, type May } from '#shared/people'
import type { ChooseWorkroom, Door, Me } from '#shared/schemas'
import { WHO_CACHE, WHO_KEY } from '~/offline/what'

const me = shallowRef<Me | null>(null)
/** The server does not know this browser's person any more: what is done is kept here, and sent once she is signed in again. */
const isSignedOut = ref(false)

/** Who is at the board, and what she may. */
export function useWho() {
  /** Is she allowed to? While the server has not been asked, it is left to the server. */
  const may = (what: May): boolean => me.value === null || mayDo(me.value.person.role, what)
  /** Who may, where she may not; null where she may. */
  const whoMay = (what: May): string | null => (may(what) ? null : whoMaySentence(what))
  return { me, isSignedOut, may, whoMay }
}

/** Who was at the board when the server last said so: a board that is opened while it is away still shows who works at it. */
const KEPT_PLACE = 'me'
export function takeKeptPlace(): void {
  try {
    const kept = JSON.parse(keptText(KEPT_PLACE) ?? 'null') as Me | null
    if (kept && ROLES.includes(kept.person.role) && kept.person.id === lastPerson()) me.value = kept
  } catch { /* What cannot be read is asked for again once the server is back. */ }
}

/** Takes in who is at the board; what this browser keeps is kept for her from now on. */
export function takePlace(now: Me): void {
  me.value = now
  isSignedOut.value = false
  rememberPerson(now.workroom.id, now.person.id)
  keepText(KEPT_PLACE, JSON.stringify(now))
  void tellCopies(ownScope())
}
/** The worker that keeps copies keeps them for each person by herself. */
async function tellCopies(whose: string): Promise<void> {
  if (typeof caches === 'undefined') return
  const kept = await caches.open(WHO_CACHE).catch(() => null)
  await kept?.put(WHO_KEY, new Response(whose))
}

/** What is at the door; null where the server does not answer. */
export const lookAtDoor = (): Promise<Door | null> => $fetch<Door>('/api/door').catch(() => null)

/** Signs in. @returns workrooms to choose from where there are several */
export const signIn = (body: { name: string, passphrase: string, workroomId?: string }): Promise<ChooseWorkroom | { in: true }> =>
  $fetch<ChooseWorkroom | { in: true }>('/api/sign-in', { method: 'POST', body: { ...body, device: deviceWords(navigator.userAgent) } })
export const switchTo = (personId: string, pin: string): Promise<unknown> =>
  $fetch('/api/switch', { method: 'POST', body: { personId, pin } })
export const pairThis = (code: string, device: string): Promise<unknown> =>
  $fetch('/api/pair', { method: 'POST', body: { code, device } })

/** Signs out: what is kept in this browser for whoever is at the board goes with her. */
export async function signOutHere(): Promise<void> {
  await $fetch('/api/sign-out', { method: 'POST', body: {} })
  // What is still on its way to this page is not kept behind her back.
  stopKeeping()
  await tellCopies('').catch(() => undefined)
  await Promise.all([useOutbox().wipe(), wipeSessions(), wipeCopies()])
  forgetStored()
}
async function wipeCopies(): Promise<void> {
  if (typeof caches === 'undefined') return
  for (const name of await caches.keys()) {
    if (name === WHO_CACHE) continue
    const cache = await caches.open(name), own = `${WHO_KEY.slice(1)}=${encodeURIComponent(ownScope())}`
    for (const request of await cache.keys()) if (request.url.includes(own)) await cache.delete(request)
  }
}

/** A browser by its own words, for the list of devices: which it is, and on what. */
export function deviceWords(agent: string): string {
  const on = /iPhone|iPad|Android|Windows|Mac OS X|Linux/.exec(agent)?.[0] ?? 'a device'
  const browser = /Firefox|Edg|Chrome|Safari/.exec(agent)?.[0] ?? 'A browser'
  return `${browser === 'Edg' ? 'Edge' : browser} on ${on === 'Mac OS X' ? 'a Mac' : on}`
}
