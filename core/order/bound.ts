import { changeS, type OrderTask } from './schedule'

/**
 * No order is finished sooner, s: the hands at everything one after another, behind the quickest first heat and before the shortest
 * last cooling; the longest chain of needs; everything that cools on the places there are.
 */
export function orderBoundS({ operations, irons, places }: OrderTask): number {
  if (operations.length === 0) return 0
  const firstHeat = (soleC: number) => Math.min(...irons.map(i => (Math.abs(i.nowC - soleC) > 1 ? changeS(i, i.nowC, soleC) : 0)))
  const byId = new Map(operations.map(o => [o.id, o]))
  const earliest = new Map<string, number>()
  const coldAt = (id: string): number => {
    const known = earliest.get(id)
    if (known !== undefined) return known
    const o = byId.get(id)!
    const from = Math.max(firstHeat(o.soleC), ...o.needs.map(coldAt))
    const cold = from + o.boardS + o.coolS
    earliest.set(id, cold)
    return cold
  }
  const chain = Math.max(...operations.map(o => coldAt(o.id)))
  const starts = Math.min(...operations.map(o => Math.max(firstHeat(o.soleC), ...o.needs.map(coldAt))))
  const hands = starts + operations.reduce((s, o) => s + o.boardS, 0) + Math.min(...operations.map(o => o.coolS))
  const cooling = starts + Math.min(...operations.map(o => o.boardS)) + operations.reduce((s, o) => s + o.coolS, 0) / Math.max(1, places)
  return Math.max(chain, hands, cooling)
}
