import { leadingSwatch } from '#core/learn'
import type { EvaluateOptions } from '#core/recipe'
import { optionsOf } from '#core/window'
import { isPressedOn, toKnowledge, toLessons } from '#shared/mappers'
import type { Fabric, Iron, Page, Supply, Swatch } from '#shared/schemas'

/** Swatches of a pairing that are looked through. */
const LOOKED_AT = 60

interface Pair { fabric: Fabric, supply: Supply, iron: Iron, supplies?: Supply[] }
/** What own swatches of a fabric with an interfacing say of it here: the recipe one of them tested, and what all of them teach. */
export function usePairKnowledge() {
  const selection = useSelection()
  const library = useLibrary()
  const workers = useBoardWorkers()

  const swatchesOf = async (fabric: Fabric, supply: Supply): Promise<Swatch[]> => (await $fetch<Page<Swatch>>('/api/pairings', {
    query: { fabricId: fabric.id, supplyId: supply.id, size: LOOKED_AT },
  })).rows
  /** What a swatch is pressed on here: this lot of both, this iron, the press cloth and surface of the board, nothing over it. */
  const groundOf = (fabric: Fabric, supply: Supply, iron: Iron) => ({
    fabricLot: fabric.lot, supplyLot: supply.lot, ironId: iron.id, pressClothId: selection.pressCloth?.id ?? null,
    surface: selection.chosen.surface, overIds: [] as string[],
  })
  /** The swatch that leads, of those pressed on just this; null where none held. */
  const leadOf = (rows: readonly Swatch[], on: ReturnType<typeof groundOf>) =>
    leadingSwatch(rows.filter(t => isPressedOn(t, on)), selection.house.washes)
  /**
   * What they teach of this iron, fabric and lot: it counts wherever they are pressed. Nothing where there are none, or they contradict.
   * @param key of the question @param priority the more pressing first @param supplies among them what lay over it
   */
  async function taughtBy(
    rows: readonly Swatch[], { fabric, supply, iron, supplies = library.supplies }: Pair, key: string, priority = 0,
  ): Promise<EvaluateOptions | null> {
    const own = toLessons(rows, iron.id, {
      fabric, supplies, irons: library.irons, pressCloths: library.pressCloths, rules: selection.rules,
    })
    if (own.length === 0) return null
    const before = toKnowledge(fabric, supply, iron.settings[0]?.origin ?? 'typical')
    const { contradicts, knowledge } = await workers.answer(key, 'learn', [before, own], priority)
    return contradicts ? null : optionsOf(knowledge)
  }
  return { swatchesOf, groundOf, leadOf, taughtBy }
}
