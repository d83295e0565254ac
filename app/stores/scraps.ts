import type { ScrapBody, ScrapKept } from '#shared/schemas'

/** What is in the scrap box. */
export const useScraps = defineStore('scraps', () => {
  const scraps = ref<ScrapKept[]>([])
  const problem = ref<string | null>(null)
  let asked: Promise<void> | null = null

  function load(): Promise<void> {
    asked ??= $fetch<ScrapKept[]>('/api/scraps').then((all) => {
      scraps.value = all
      problem.value = null
    }).catch((error) => {
      problem.value = problemOf(error).detail
    }).finally(() => { asked = null })
    return asked
  }
  /** Puts one in; null where it was refused, and why is said. */
  async function keep(body: ScrapBody): Promise<ScrapKept | null> {
    try {
      const kept = await $fetch<ScrapKept>('/api/scraps', { method: 'POST', body })
      scraps.value = [kept, ...scraps.value]
      problem.value = null
      return kept
    } catch (error) {
      problem.value = problemOf(error).detail
      return null
    }
  }
  async function drop(id: string): Promise<void> {
    try {
      await $fetch(`/api/scraps/${id}`, { method: 'DELETE' })
      scraps.value = scraps.value.filter(s => s.id !== id)
      problem.value = null
    } catch (error) {
      problem.value = problemOf(error).detail
    }
  }
  return { scraps, problem, load, keep, drop }
})
