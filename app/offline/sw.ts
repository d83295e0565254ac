/** The service worker: bundled by itself, and told by the build what the board is made of. */
import { clientsClaim } from 'workbox-core'
import { ExpirationPlugin } from 'workbox-expiration'
import { cleanupOutdatedCaches, createHandlerBoundToURL, precacheAndRoute, type PrecacheEntry } from 'workbox-precaching'
import { NavigationRoute, registerRoute } from 'workbox-routing'
import { CacheFirst, NetworkFirst } from 'workbox-strategies'
import { isCopied, COPIES, COPY_MARK, ICONS, isIcon, isPicture, PICTURES, WHO_CACHE, WHO_KEY } from './what'

declare const self: ServiceWorkerGlobalScope & { __WB_MANIFEST: PrecacheEntry[] }

const SERVER_PATIENCE_S = 4

void self.skipWaiting()
clientsClaim()
cleanupOutdatedCaches()
precacheAndRoute(self.__WB_MANIFEST)
registerRoute(new NavigationRoute(createHandlerBoundToURL('/'), { denylist: [/^\/api\//] }))

/** A server whose database is away is as good as away. */
const awayIsAway = {
  fetchDidSucceed: async ({ response }: { response: Response }) => {
    if (response.status >= 502 && response.status <= 504) throw new Error('away')
    return response
  },
}
/** What comes out of the copies says so. */
const marked = {
  cachedResponseWillBeUsed: async ({ cachedResponse }: { cachedResponse?: Response }) => {
    if (!cachedResponse) return null
    const headers = new Headers(cachedResponse.headers)
    headers.set(COPY_MARK, '1')
    return new Response(cachedResponse.body, { status: cachedResponse.status, headers })
  },
}
const whose = async (): Promise<string> => await (await (await caches.open(WHO_CACHE)).match(WHO_KEY))?.text() ?? ''
/** A copy is found by its address and by whose it is; nobody's is not kept: it came in as somebody signed out. */
const ofWhoever = {
  cacheKeyWillBeUsed: async ({ request }: { request: Request }) => {
    const url = new URL(request.url)
    url.searchParams.set(WHO_KEY.slice(1), await whose())
    return url.href
  },
  cacheWillUpdate: async ({ response }: { response: Response }) => (response.status === 200 && await whose() !== '' ? response : null),
}
const upTo = (maxEntries: number) => new ExpirationPlugin({ maxEntries, purgeOnQuotaError: true })
registerRoute(
  ({ url, request }) => request.method === 'GET' && isCopied(url.pathname),
  new NetworkFirst({ cacheName: COPIES, networkTimeoutSeconds: SERVER_PATIENCE_S, plugins: [awayIsAway, ofWhoever, marked, upTo(400)] }),
)
registerRoute(({ url }) => isPicture(url.pathname), new CacheFirst({ cacheName: PICTURES, plugins: [ofWhoever, upTo(200)] }))
registerRoute(({ url }) => isIcon(url.pathname), new CacheFirst({ cacheName: ICONS, plugins: [upTo(100)] }))
