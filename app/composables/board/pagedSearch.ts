import { refDebounced } from '@vueuse/core'
import type { Page } from '#shared/schemas'

/** One search over a list kept on the server: typing never waits, a later answer replaces an earlier one. */
export function usePagedSearch<T>(url: string, filters: Ref<Record<string, string | number | boolean | undefined>>, size = 60) {
  const q = ref('')
  const settled = refDebounced(q, 120)
  const page = ref<Page<T> | null>(null)
  const problem = ref<string | null>(null)
  let asked = 0
  async function find(): Promise<void> {
    const mine = ++asked
    try {
      const answer = await $fetch<Page<T>>(url, { query: { q: settled.value, size, ...filters.value } })
      if (mine !== asked) return
      page.value = answer as Page<T>
      problem.value = null
    } catch (error) {
      if (mine === asked) problem.value = problemOf(error).detail
    }
  }
  watch([settled, filters], find, { immediate: true, deep: true })
  /** Whether an empty page means that nothing fits, rather than that nothing is kept yet. */
  const isFiltered = computed(() => q.value.trim() !== '' || Object.values(filters.value).some(f => f !== undefined))
  return { q, page, problem, isFiltered, find }
}
