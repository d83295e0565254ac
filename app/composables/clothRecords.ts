import type { Cloth, ClothRecords } from '#shared/schemas'

/** Readings, passes and corner steps of one cloth; adding one also renews the cloth it changes. */
export function useClothRecords(clothId: () => string) {
  const library = useLibrary()
  const records = ref<ClothRecords | null>(null)
  const problem = ref<string | null>(null)
  const busy = ref(false)

  async function attempt(work: () => Promise<ClothRecords>): Promise<boolean> {
    busy.value = true
    try {
      records.value = await work()
      problem.value = null
      return true
    } catch (error) {
      problem.value = problemOf(error).detail
      return false
    } finally {
      busy.value = false
    }
  }
  watch(clothId, id => attempt(() => $fetch<ClothRecords>(`/api/cloths/${id}/records`)), { immediate: true })

  async function add(what: 'measurements' | 'settle' | 'corners', body: object): Promise<boolean> {
    const kept = await attempt(() => $fetch<ClothRecords>(`/api/cloths/${clothId()}/${what}`, { method: 'POST', body }))
    if (kept) library.keepCloth(await $fetch<Cloth>(`/api/cloths/${clothId()}`))
    return kept
  }
  return { records, problem, busy, add }
}
