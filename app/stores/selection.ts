import type { SurfaceKindKey } from '#core/materials'
import type { Way } from '#core/recipe'
import { toPressSetup } from '#shared/mappers'
import { houseOf, meetsBareSole } from '#shared/house'
import { rulesSchema } from '#shared/schemas'
import { useLibrary } from './library'

interface Chosen {
  jobId: string | null
  fabricId: string | null
  supplyId: string | null
  /** Further layers over the glued one, from the fabric outward. */
  overIds: string[]
  ironId: string | null
  /** 'bare' is the bare sole. */
  pressClothId: string | 'bare' | null
  surface: SurfaceKindKey
  way: Way | null
  /** The proof pinned over the board: a swatch. */
  pinnedId: string | null
}

/** What is on the board now. Kept in the browser, so that a reload finds it again. */
export const useSelection = defineStore('selection', () => {
  const library = useLibrary()
  const blank = (): Chosen => ({
    jobId: null, fabricId: null, supplyId: null, overIds: [], ironId: null, pressClothId: null, surface: 'padded', way: null,
    pinnedId: null,
  })
  const chosen = useStored<Chosen>('selection', blank(), { mergeDefaults: true })
  /** Everything off the board. */
  const clear = () => { chosen.value = blank() }

  const rules = computed(() => library.workroom?.rules ?? rulesSchema.parse({}))
  const fabric = computed(() => library.fabrics.find(c => c.id === chosen.value.fabricId) ?? null)
  const supply = computed(
    () =>
      library.supplies.find(s => s.id === chosen.value.supplyId) ?? library.supplies.find(s => s.family === 'fusible'
        && s.adhesive) ?? null,
  )
  /** The interfacing that a person chose; null as long as only the usual one lies there. */
  const chosenSupply = computed(() => library.supplies.find(s => s.id === chosen.value.supplyId) ?? null)
  const over = computed(() => chosen.value.overIds.map(id => library.supplies.find(s => s.id === id)).filter(s => s !== undefined))
  const iron = computed(() => library.irons.find(i => i.id === chosen.value.ironId) ?? library.irons[0] ?? null)
  const bareByRule = computed(() => fabric.value !== null && meetsBareSole(fabric.value, rules.value))
  const pressCloth = computed(() =>
    chosen.value.pressClothId === 'bare' || (chosen.value.pressClothId === null && bareByRule.value)
      ? null
      : (library.pressCloths.find(c => c.id === chosen.value.pressClothId)
        ?? library.pressCloths.find(c => c.kind === 'muslin')
        ?? library.pressCloths[0]
        ?? null),
  )
  /** What the house decided, as figures and yes or no. */
  const house = computed(() => houseOf(rules.value))
  const isSimple = computed(() => house.value.isSimple)
  const blendRule = computed(() => rules.value.blend)
  const units = computed(() => library.workroom?.units)

  const setup = computed(() => fabric.value && supply.value && iron.value
    ? toPressSetup(fabric.value, supply.value, iron.value, pressCloth.value, chosen.value.surface, rules.value, over.value)
    : null)

  function takeIron(id: string): void {
    chosen.value.ironId = id
    chosen.value.way = null
  }

  /** Lays out an interfacing, with what goes over it. */
  function takeSupply(id: string, overIds: string[] = []): void {
    chosen.value = { ...chosen.value, supplyId: id, overIds, way: null }
  }

  return {
    takeIron, takeSupply, clear, chosen, fabric, supply, chosenSupply, over, iron, pressCloth, rules, house, blendRule, isSimple, units,
    setup,
  }
})
