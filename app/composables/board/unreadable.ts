import type { Unreadable } from '#shared/schemas'

const rows = ref<Unreadable[]>([])
const problem = ref<string | null>(null)

/** Kept rows that the server could not read: each is named, and can be set aside. */
export function useUnreadable() {
  async function load(): Promise<void> {
    try {
      rows.value = await $fetch<Unreadable[]>('/api/unreadable')
      problem.value = null
    } catch (error) {
      // While the server is away nothing is known of it; that is said elsewhere.
      if (problemOf(error).status !== 0) problem.value = problemOf(error).detail
    }
  }
  async function setAside({ entity, id }: Unreadable): Promise<void> {
    try {
      rows.value = await $fetch<Unreadable[]>('/api/unreadable', { method: 'POST', body: { entity, id } })
      problem.value = null
    } catch (error) {
      problem.value = problemOf(error).detail
    }
  }
  return { rows, problem, load, setAside }
}
