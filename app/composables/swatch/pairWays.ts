import { proofOf } from '#core/learn'
import { adhesiveOf, type EvaluateOptions, type Recipe } from '#core/recipe'
import type { OperationKind } from '#core/session'
import type { isPressedOn } from '#shared/mappers'
import { proofGroundOf, toPressSetup, toProofSwatch, toRecipe } from '#shared/mappers'
import type { PairWay } from '#shared/planned'
import type { Fabric, Iron, Supply, Swatch } from '#shared/schemas'

const STANDING = { proved: 'proved', toWash: 'held' } as const
/** Is a recipe proved on other things than those on the board? */
const isStale = (rows: readonly Swatch[], r: Recipe, on: Parameters<typeof isPressedOn>[1], supply: Supply, washes: number): boolean =>
  proofOf(rows.map(toProofSwatch), proofGroundOf(
    r, on.fabricLot, supply.id, on.supplyLot, on.overIds, on.ironId, on.pressClothId, on.surface), washes).state === 'stale'

/**
 * How each interfacing is pressed on each fabric with each iron: own swatches that held come before what is worked out; known once.
 * @param rank how pressing the questions are: the more so first
 */
export function usePairWays(rank: () => number = () => 0) {
  const selection = useSelection()
  const workers = useBoardWorkers()
  const pairs = usePairKnowledge()
  const known = new Map<string, Promise<PairWay>>()
  const swatches = new Map<string, Promise<Swatch[]>>(), lessons = new Map<string, Promise<EvaluateOptions>>()

  /** The swatches of a pairing, read once. @param since changes when swatches were pressed meanwhile */
  function swatchesOf(fabric: Fabric, supply: Supply, since: number): Promise<Swatch[]> {
    const key = `${fabric.id} ${supply.id} ${since}`
    const asked = swatches.get(key) ?? pairs.swatchesOf(fabric, supply)
    swatches.set(key, asked)
    asked.catch(() => swatches.delete(key))
    return asked
  }
  /** What the swatches of a pairing taught of this iron, fabric and lot: it counts wherever they are pressed. */
  function taughtOf(fabric: Fabric, supply: Supply, iron: Iron, since: number): Promise<EvaluateOptions> {
    const key = JSON.stringify([fabric.id, fabric.version, supply.id, supply.version, iron.id, iron.version, selection.rules, since])
    const asked = lessons.get(key) ?? teach(fabric, supply, iron, since)
    lessons.set(key, asked)
    asked.catch(() => lessons.delete(key))
    return asked
  }
  const teach = async (fabric: Fabric, supply: Supply, iron: Iron, since: number): Promise<EvaluateOptions> => (supply.adhesive
    ? await pairs.taughtBy(await swatchesOf(fabric, supply, since), { fabric, supply, iron }, 'pairs', rank()) ?? {}
    : {})

  /** @param over lies over what is stuck on already, outward @param since changes when swatches were pressed meanwhile */
  function wayOf(fabric: Fabric, supply: Supply, iron: Iron, kind: OperationKind, over: readonly Supply[],
    since: number): Promise<PairWay> {
    const key = JSON.stringify([
      fabric.id, fabric.version, supply.id, supply.version, iron.id, iron.version, kind, over.map(s => s.id), selection.pressCloth?.id,
      selection.chosen.surface, selection.rules, since,
    ])
    const asked = known.get(key) ?? workOut(fabric, supply, iron, kind, over, since)
    known.set(key, asked)
    asked.catch(() => known.delete(key))
    return asked
  }

  async function workOut(
    fabric: Fabric, supply: Supply, iron: Iron, kind: OperationKind, over: readonly Supply[], since: number,
  ): Promise<PairWay> {
    const taught = await taughtOf(fabric, supply, iron, since)
    const { rules, pressCloth, chosen: { surface } } = selection
    const b = toPressSetup(fabric, supply, iron, pressCloth, surface, rules, over)
    const here = { ironId: iron.id, surface, pressClothId: pressCloth?.id ?? null, standing: 'estimated' as const, predicted: null,
      recipe: null }
    if (kind === 'tack') {
      // Under its own paper: no press cloth.
      const tack = await workers.answer('pairs', 'tack', [b, taught], rank())
      return 'blocked' in tack ? { ...here, blocked: tack.blocked } : { ...here, pressClothId: null, recipe: tack.recipe, blocked: null }
    }
    const rows = over.length === 0 && kind === 'fuse' ? await swatchesOf(fabric, supply, since) : [], { washes } = selection.house
    const on = pairs.groundOf(fabric, supply, iron), lead = pairs.leadOf(rows, on)
    if (lead) {
      const recipe = await workers.answer('pairs', 'cooled', [b, toRecipe(lead.swatch.recipe), taught], rank())
      return { ...here, recipe, standing: STANDING[lead.state], predicted: lead.swatch.predicted, blocked: null }
    }
    const answer = await workers.answer('pairs', 'leading', [b, taught], rank())
    if (!answer?.recipe || !answer.course || answer.blocked) return { ...here, blocked: answer?.blocked ?? { why: 'noSettings' } }
    const { finalBond, harm, peakC, flags } = answer.course
    return {
      ...here, recipe: answer.recipe, blocked: null, standing: isStale(rows, answer.recipe, on, supply, washes) ? 'stale' : 'estimated',
      predicted: {
        bond: finalBond, harm, peakC, windowC: [...adhesiveOf(b).windowC], worst: harm >= 0.5 ? (flags[0]?.kind ?? null) : null,
      },
    }
  }
  return { wayOf, taughtOf }
}
