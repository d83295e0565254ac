import type { Fabric, FabricRecords } from '#shared/schemas'

/** Readings, passes and corner steps of one fabric; adding one also renews the fabric it changes. */
export function useFabricRecords(fabricId: () => string) {
  const library = useLibrary()
  const records = ref<FabricRecords | null>(null)
  const problem = ref<string | null>(null)
  const busy = ref(false)

  /** What comes of a fabric that lies here no more is not shown. @returns whether it was done */
  async function attempt(id: string, work: () => Promise<FabricRecords>): Promise<boolean> {
    const isHere = () => fabricId() === id
    busy.value = true
    try {
      const found = await work()
      if (isHere()) {
        records.value = found
        problem.value = null
      }
      return true
    } catch (error) {
      if (isHere()) problem.value = problemOf(error).detail
      return false
    } finally {
      if (isHere()) busy.value = false
    }
  }
  watch(fabricId, (id) => {
    records.value = problem.value = null
    void attempt(id, () => $fetch<FabricRecords>(`/api/fabrics/${id}/records`))
  }, { immediate: true })

  async function add(what: 'measurements' | 'preshrink' | 'corners', body: object): Promise<boolean> {
    const id = fabricId()
    const kept = await attempt(id, () => $fetch<FabricRecords>(`/api/fabrics/${id}/${what}`, { method: 'POST', body }))
    if (kept) library.keepFabric(await $fetch<Fabric>(`/api/fabrics/${id}`))
    return kept
  }
  return { records, problem, busy, add }
}
