import type { Workroom } from '#shared/schemas'

/** A board that has never been laid out here asks whose it is before it is shown; what it keeps is kept for that workroom. */
export default defineNuxtPlugin({
  name: 'workroom',
  enforce: 'pre',
  async setup() {
    if (lastWorkroom()) return
    const workroom = await $fetch<Workroom>('/api/workroom').catch(() => null)
    if (workroom) rememberWorkroom(workroom.id)
  },
})
