import type { Workroom } from '#shared/schemas'

/**
 * A board that has never been laid out here asks whose it is before it is shown; what it keeps is kept for that workroom. Where nobody
 * has begun one yet, every address leads to the beginning.
 */
export default defineNuxtPlugin({
  name: 'workroom',
  enforce: 'pre',
  async setup() {
    if (lastWorkroom()) return
    const { begun } = await $fetch<{ begun: boolean }>('/api/begin').catch(() => ({ begun: true }))
    if (!begun) {
      addRouteMiddleware('begin', to => (to.path === '/begin' ? undefined : navigateTo('/begin')), { global: true })
      return
    }
    const workroom = await $fetch<Workroom>('/api/workroom').catch(() => null)
    if (workroom) rememberWorkroom(workroom.id)
  },
})
