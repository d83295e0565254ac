import { changeS, OTHER_KIND_S, type Operation, type OrderTask } from './schedule'

interface Rest {
  boardS: number
  coolS: number
}
/**
 * One pair of hands at all of it, the longest to cool first: nothing is cold sooner, whatever the order (Jackson 1955).
 * @param rest sorted by cooling, the longest first
 */
export function handsBoundS(fromS: number, rest: readonly Rest[]): number {
  let liftS = fromS,
    coldS = fromS
  for (const { boardS, coolS } of rest) {
    liftS += boardS
    coldS = Math.max(coldS, liftS + coolS)
  }
  return coldS
}

/**
 * No order is finished sooner, s: the hands at everything one after another, behind the quickest first heat, what cools longest first;
 * the longest chain of needs; everything that cools on the places there are.
 */
export function orderBoundS({ operations, irons, places, lying = [] }: OrderTask): number {
  const lies = Math.max(0, ...lying.map(l => l.coldS))
  if (operations.length === 0) return lies
  const byIron = new Map(irons.map(i => [i.id, i]))
  const quickest = (o: Operation) => Math.min(...o.ways.map(w => w.boardS))
  const firstHeat = (o: Operation) =>
    Math.min(
      ...o.ways.map((w) => {
        const iron = w.ironId === null ? null : byIron.get(w.ironId)!
        return iron && Math.abs(iron.nowC - w.soleC) > 1 ? changeS(iron, iron.nowC, w.soleC) : 0
      }),
    )
  const byId = new Map(operations.map(o => [o.id, o])),
    there = new Map(lying.map(l => [l.id, l.coldS]))
  const earliest = new Map<string, number>()
  const coldAt = (id: string): number => {
    const known = earliest.get(id) ?? there.get(id)
    if (known !== undefined) return known
    const o = byId.get(id)!
    const from = Math.max(firstHeat(o), ...o.needs.map(coldAt))
    const cold = from + quickest(o) + o.coolS
    earliest.set(id, cold)
    return cold
  }
  const chain = Math.max(...operations.map(o => coldAt(o.id)))
  const starts = Math.min(...operations.map(o => Math.max(firstHeat(o), ...o.needs.map(coldAt))))
  const hands = handsBoundS(starts, operations.map(o => ({ boardS: quickest(o), coolS: o.coolS })).sort((a, b) => b.coolS - a.coolS))
  // The last of them is lifted after all hands' work and every change of kind.
  const kinds = new Set(operations.flatMap(o => o.group ?? [])).size
  const last = starts + operations.reduce((s, o) => s + quickest(o), 0) + Math.max(0, kinds - 1) * OTHER_KIND_S
    + Math.min(...operations.map(o => o.coolS))
  const cools = operations.filter(o => o.coolS > 0)
  const cooling = cools.length === 0
    ? 0
    : starts + Math.min(...cools.map(quickest))
      + cools.reduce((s, o) => s + o.coolS * (o.placeShare ?? 1), 0) / Math.max(1, places)
  return Math.max(chain, hands, cooling, last, lies)
}
