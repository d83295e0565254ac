import { useLocalStorage } from '@vueuse/core'
import type { BedKindKey } from '#core/materials'
import type { Method } from '#core/recipe'
import { toBench } from '#shared/mappers'
import { useLibrary } from './library'

interface Chosen {
  clothId: string | null
  supplyId: string | null
  /** Further layers over the glued one, from the cloth outward. */
  overIds: string[]
  ironId: string | null
  /** 'bare' is the bare sole. */
  coverId: string | 'bare' | null
  bed: BedKindKey
  method: Method | null
  /** The proof pinned over the board: a swatch. */
  pinnedId: string | null
}

/** What is on the board now. Kept in the browser, so that a reload finds it again. */
export const useBench = defineStore('bench', () => {
  const library = useLibrary()
  const chosen = useLocalStorage<Chosen>('ready-cuff-bench', { clothId: null, supplyId: null, overIds: [], ironId: null, coverId: null, bed: 'padded', method: null, pinnedId: null }, { mergeDefaults: true })

  const cloth = computed(() => library.cloths.find(c => c.id === chosen.value.clothId) ?? null)
  const supply = computed(() => library.supplies.find(s => s.id === chosen.value.supplyId) ?? library.supplies.find(s => s.family === 'fusible' && s.resin) ?? null)
  const over = computed(() => chosen.value.overIds.map(id => library.supplies.find(s => s.id === id)).filter(s => s !== undefined))
  const iron = computed(() => library.irons.find(i => i.id === chosen.value.ironId) ?? library.irons[0] ?? null)
  /** House rule: sturdy cotton and linen may meet a bare sole. */
  const bareByRule = computed(() => library.workshop?.rules.cover === 'sturdyBare' && cloth.value !== null && cloth.value.massGsm >= 100
    && cloth.value.fibres.length > 0 && cloth.value.fibres.every(f => f.fibre === 'cotton' || f.fibre === 'linen') && cloth.value.finishes.length === 0)
  const cover = computed(() => chosen.value.coverId === 'bare' || (chosen.value.coverId === null && bareByRule.value) ? null : library.covers.find(c => c.id === chosen.value.coverId) ?? library.covers.find(c => c.kind === 'muslin') ?? library.covers[0] ?? null)
  const blendRule = computed(() => library.workshop?.rules.blend ?? 'strict')
  const units = computed(() => library.workshop?.units)

  const bench = computed(() => cloth.value && supply.value && iron.value
    ? toBench(cloth.value, supply.value, iron.value, cover.value, chosen.value.bed, blendRule.value, over.value)
    : null)

  function takeIron(id: string): void {
    chosen.value.ironId = id
    chosen.value.method = null
  }

  /** Lays out a backing, with what goes over it. */
  function takeSupply(id: string, overIds: string[] = []): void {
    chosen.value = { ...chosen.value, supplyId: id, overIds, method: null }
  }

  return { takeIron, takeSupply, chosen, cloth, supply, over, iron, cover, blendRule, units, bench }
})
