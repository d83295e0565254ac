import { mirrored, type Outline } from '#core/geometry'
import type { Coverage, CoverageQuestion, SolePlacement } from '#core/positions'
import type { Blocked } from '#core/recipe'
import { boardSeconds, MOST_PLACEMENTS } from '#core/session'
import { isOther, mirroredPlacement, type PlannedWork, type WorkWay } from '#shared/planned'
import { circled } from '#shared/circled'
import { soleOf, walkOf } from '#shared/pressing'
import type { Fabric, Iron, Supply } from '#shared/schemas'

interface Known {
  fabric: (id: string | null) => Fabric | null
  supply: (id: string | null) => Supply | null
  /** How many swatches have reached the server since. */
  since: () => number
  /** How pressing the plan is: the more so first. */
  rank: () => number
}
/** How an operation on a piece is pressed with each iron: its recipe, and where the sole is set down. What was asked once is kept. */
export function useWorkWays({ fabric: fabricOf, supply: supplyOf, since, rank }: Known) {
  const selection = useSelection()
  const library = useLibrary()
  const workers = useBoardWorkers()
  const { wayOf, taughtOf } = usePairWays(rank)

  const coverages = new Map<string, Promise<Coverage>>()
  function coverageFor(q: CoverageQuestion, priority = 0): Promise<Coverage> {
    const key = JSON.stringify(q)
    const asked = coverages.get(key) ?? workers.answer('coverage', 'coverage', [q], priority)
    coverages.set(key, asked)
    asked.catch(() => coverages.delete(key))
    return asked
  }

  /** Where this iron is set down on it: moved by hand, or worked out; of a pair the other one the mirror image. */
  async function placementsOf(w: PlannedWork, iron: Iron): Promise<{ placements: SolePlacement[], coverage: Coverage | null }> {
    if (!w.outline) return { placements: [], coverage: null }
    const other = isOther(w)
    const hand = w.numbers.length === 1 ? w.piece?.byHand.find(h => h.ironId === iron.id) : undefined
    if (hand) return { placements: other ? hand.placements.map(mirroredPlacement) : hand.placements, coverage: null }
    const right = (o: Outline) => toPlain(other ? mirrored(o) : o)
    const coverage = await coverageFor({
      outline: right(w.outline), sole: soleOf(iron.kind), keepOuts: w.keepOuts.map(right), walk: walkOf(w.piece, selection.rules),
    }, rank())
    return { placements: other ? coverage.placements.map(mirroredPlacement) : coverage.placements, coverage }
  }

  async function wayWith(iron: Iron, w: PlannedWork, fabric: Fabric, supply: Supply): Promise<WorkWay | { blocked: Blocked | null }> {
    const over = w.overIds.map(supplyOf).filter(s => s !== null)
    const [way, { placements, coverage }] = await Promise.all([
      wayOf(fabric, supply, iron, w.kind, over, since()), placementsOf(w, iron),
    ])
    if (!way.recipe || placements.length === 0) return { blocked: way.blocked }
    const { recipe, share } = circled(w, way.recipe, placements, iron)
    // Short touches at one place follow each other: their heat adds up.
    const touched = placements.flatMap(p => Array<SolePlacement>(recipe.touches ?? 1).fill(p)).slice(0, MOST_PLACEMENTS)
    const boardS = boardSeconds({ kind: w.kind, recipe, placements: touched.length })
    return { ...way, recipe, placements: touched, coverage, share, boardS }
  }

  /** @returns with every iron that can do it; why none can where there is none */
  async function waysOf(w: PlannedWork): Promise<Pick<PlannedWork, 'ways' | 'blocked'>> {
    const fabric = fabricOf(w.fabricId), supply = supplyOf(w.supplyId)
    if (!fabric || !supply) return { ways: [], blocked: null }
    const each = await Promise.all(library.irons.map(iron => wayWith(iron, w, fabric, supply)))
    const ways = each.filter((e): e is WorkWay => 'recipe' in e)
    return { ways, blocked: ways.length > 0 ? null : (each.find(e => e.blocked)?.blocked ?? null) }
  }

  /** What own swatches taught of an operation; nothing where what it is pressed of or with is not here. */
  async function taughtFor(o: { fabricId: string | null, supplyId: string | null, ironId: string | null }) {
    const fabric = fabricOf(o.fabricId), supply = supplyOf(o.supplyId), iron = library.irons.find(i => i.id === o.ironId)
    return fabric && supply && iron ? taughtOf(fabric, supply, iron, since()) : {}
  }
  return { waysOf, coverageFor, taughtFor }
}
