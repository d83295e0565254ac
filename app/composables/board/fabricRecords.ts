import type { Fabric, FabricRecords } from '#shared/schemas'

/** Readings, passes and corner steps of one fabric; adding one also renews the fabric it changes. */
export function useFabricRecords(fabricId: () => string) {
  const library = useLibrary()
  const records = ref<FabricRecords | null>(null)
  const problem = ref<string | null>(null)
  const busy = ref(false)

  async function attempt(work: () => Promise<FabricRecords>): Promise<boolean> {
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
  watch(fabricId, id => attempt(() => $fetch<FabricRecords>(`/api/fabrics/${id}/records`)), { immediate: true })

  async function add(what: 'measurements' | 'preshrink' | 'corners', body: object): Promise<boolean> {
    const kept = await attempt(() => $fetch<FabricRecords>(`/api/fabrics/${fabricId()}/${what}`, { method: 'POST', body }))
    if (kept) library.keepFabric(await $fetch<Fabric>(`/api/fabrics/${fabricId()}`))
    return kept
  }
  return { records, problem, busy, add }
}
