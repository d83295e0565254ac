import type { Fabric, PressCloth, Iron, Page, Supply, Workroom } from '#shared/schemas'

/** What lies in the drawers, as last received from the server. */
export const useLibrary = defineStore('library', () => {
  const workroom = ref<Workroom | null>(null)
  const fabrics = ref<Fabric[]>([])
  const supplies = ref<Supply[]>([])
  const irons = ref<Iron[]>([])
  const pressCloths = ref<PressCloth[]>([])
  const problem = ref<string | null>(null)
  const ready = ref(false)
  /** When the irons were last read from the server, ms: what happened since is not in what they say of themselves. */
  const ironsReadMs = ref(0)

  /** @param onBoard what the board holds, fetched before the board is shown */
  async function load(
    onBoard: { fabricId: string | null, supplyIds: readonly (string | null)[] } = { fabricId: null, supplyIds: [] },
  ): Promise<void> {
    try {
      const [w, c, s, i, v] = await Promise.all([
        readOnce<Workroom>('workroom'), readOnce<Page<Fabric>>('fabrics'), readOnce<Page<Supply>>('supplies'),
        readOnce<Iron[]>('irons'), readOnce<PressCloth[]>('pressCloths'),
      ])
      // Another workroom answers now: its board is laid out with what was kept for it.
      if (lastWorkroom() !== w.id) {
        rememberWorkroom(w.id)
        if (browserKeeps) location.reload()
      }
      workroom.value = w
      fabrics.value = withRest(c, fabrics.value)
      supplies.value = withRest(s, supplies.value)
      irons.value = i
      ironsReadMs.value = Date.now()
      pressCloths.value = v
      await bring(onBoard.fabricId, onBoard.supplyIds)
      problem.value = null
      ready.value = true
    } catch (error) {
      const p = problemOf(error)
      // Nobody began a workroom here yet.
      if (p.status === 503 && p.title === 'No workroom yet') await navigateTo('/begin')
      else problem.value = p.detail
    }
  }

  /** What the first page of its list does not reach and was fetched by itself stays. */
  const withRest = <T extends { id: string }>({ rows, total }: Page<T>, had: readonly T[]): T[] =>
    rows.length < total ? [...rows, ...had.filter(x => !rows.some(r => r.id === x.id))] : rows
  /** Fetches what lies on the board but not on the first page of its list; what is gone stays away. */
  async function bring(fabricId: string | null, supplyIds: readonly (string | null)[]): Promise<void> {
    const missing = supplyIds.filter((id): id is string => id !== null && !supplies.value.some(s => s.id === id))
    await Promise.all([
      fabricId && !fabrics.value.some(c => c.id === fabricId) ? $fetch<Fabric>(`/api/fabrics/${fabricId}`).then(keepFabric) : null,
      ...missing.map(id => $fetch<Supply>(`/api/supplies/${id}`).then(keepSupply)),
    ].map(p => Promise.resolve(p).catch(() => undefined)))
  }

  function keepSupply(supply: Supply): void {
    const at = supplies.value.findIndex(s => s.id === supply.id)
    if (at < 0) supplies.value.unshift(supply)
    else supplies.value[at] = supply
  }
  function keepIron(iron: Iron): void {
    const at = irons.value.findIndex(i => i.id === iron.id)
    if (at < 0) irons.value.push(iron)
    else irons.value[at] = iron
  }

  /** Puts a saved fabric in place of its older self. */
  function keepFabric(fabric: Fabric): void {
    const at = fabrics.value.findIndex(c => c.id === fabric.id)
    fabrics.value = at < 0 ? [fabric, ...fabrics.value] : fabrics.value.with(at, fabric)
  }

  return { workroom, fabrics, supplies, irons, pressCloths, problem, ready, ironsReadMs, load, bring, keepFabric, keepSupply, keepIron }
})
