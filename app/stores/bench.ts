import type { BedKindKey } from '#core/materials'
import type { Way } from '#core/recipe'
import { toBench } from '#shared/mappers'
import { rulesSchema } from '#shared/schemas'
import { useLibrary } from './library'

interface Chosen {
  jobId: string | null
  clothId: string | null
  supplyId: string | null
  /** Further layers over the glued one, from the cloth outward. */
  overIds: string[]
  ironId: string | null
  /** 'bare' is the bare sole. */
  coverId: string | 'bare' | null
  bed: BedKindKey
  way: Way | null
  /** The proof pinned over the board: a swatch. */
  pinnedId: string | null
}

/** What is on the board now. Kept in the browser, so that a reload finds it again. */
export const useBench = defineStore('bench', () => {
  const library = useLibrary()
  const blank = (): Chosen => ({
    jobId: null, clothId: null, supplyId: null, overIds: [], ironId: null, coverId: null, bed: 'padded', way: null, pinnedId: null,
  })
  const chosen = useKept<Chosen>('bench', blank(), { mergeDefaults: true })
  /** Everything off the board. */
  const clear = () => { chosen.value = blank() }

  const rules = computed(() => library.workshop?.rules ?? rulesSchema.parse({}))
  const cloth = computed(() => library.cloths.find(c => c.id === chosen.value.clothId) ?? null)
  const supply = computed(
    () =>
      library.supplies.find(s => s.id === chosen.value.supplyId) ?? library.supplies.find(s => s.family === 'fusible' && s.resin) ?? null,
  )
  const over = computed(() => chosen.value.overIds.map(id => library.supplies.find(s => s.id === id)).filter(s => s !== undefined))
  const iron = computed(() => library.irons.find(i => i.id === chosen.value.ironId) ?? library.irons[0] ?? null)
  /** House rule: sturdy cotton and linen may meet a bare sole. */
  const bareByRule = computed(
    () =>
      rules.value.cover === 'sturdyBare'
      && cloth.value !== null
      && cloth.value.massGsm >= 100
      && cloth.value.fibres.length > 0
      && cloth.value.fibres.every(f => f.fibre === 'cotton' || f.fibre === 'linen')
      && cloth.value.finishes.length === 0,
  )
  const cover = computed(() =>
    chosen.value.coverId === 'bare' || (chosen.value.coverId === null && bareByRule.value)
      ? null
      : (library.covers.find(c => c.id === chosen.value.coverId)
        ?? library.covers.find(c => c.kind === 'muslin')
        ?? library.covers[0]
        ?? null),
  )
  const blendRule = computed(() => rules.value.blend)
  const units = computed(() => library.workshop?.units)

  const bench = computed(() => cloth.value && supply.value && iron.value
    ? toBench(cloth.value, supply.value, iron.value, cover.value, chosen.value.bed, rules.value, over.value)
    : null)

  function takeIron(id: string): void {
    chosen.value.ironId = id
    chosen.value.way = null
  }

  /** Lays out a backing, with what goes over it. */
  function takeSupply(id: string, overIds: string[] = []): void {
    chosen.value = { ...chosen.value, supplyId: id, overIds, way: null }
  }

  return { takeIron, takeSupply, clear, chosen, cloth, supply, over, iron, cover, rules, blendRule, units, bench }
})
