import type { Workshop } from '#shared/schemas'

/** A board that has never been laid out here asks whose it is before it is shown; what it keeps is kept for that workroom. */
export default defineNuxtPlugin({
  name: 'workroom',
  enforce: 'pre',
  async setup() {
    if (lastWorkroom()) return
    const workshop = await $fetch<Workshop>('/api/workshop').catch(() => null)
    if (workshop) rememberWorkroom(workshop.id)
  },
})
