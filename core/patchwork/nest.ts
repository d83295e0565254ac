import { seeded } from '../numeric'
import type { PatchArea } from './patches'
import type { Crossing, Piecing, Seam } from './seams'

/** To which side its allowances lie. */
export type Side = 'before' | 'after'
/** Seams that are pressed as one before they are cut apart: the same way, or turned end for end. */
export interface Tie { a: string, b: string, turned: boolean }
export interface Asked {
  /** Turned by hand: these stay. */
  fixed?: Readonly<Record<string, Side>>
  ties?: readonly Tie[]
}
export interface Nesting {
  side: Map<string, Side>
  /** Crossings that do not nest. */
  apart: Crossing[]
  /** No way has fewer that do not nest, nor among those one that costs less. */
  exact: boolean
  /** What it costs in seams that do not lie to the darker patch, then in layers. */
  cost: number
}

/** A difference of lightness smaller than this is none, L*. */
const ALIKE_L = 4
/** Darker before fewer layers, nesting before both. */
const DARK = 1000, APART = 1e9
/** So many neighbours a seam may have on its way to the exact answer. */
const MOST_AROUND = 14

/** What it costs that a seam lies this way: light over dark along how much of it, then layers it lies on. */
export function costOf(seam: Seam, side: Side, patches: readonly PatchArea[], endsOn: { before: number, after: number }): number {
  const light = (list: Seam['before']) => {
    const longMm = list.reduce((s, e) => s + e.lengthMm, 0)
    return list.reduce((s, e) => s + patches[e.patch]!.lightness * e.lengthMm, 0) / Math.max(1e-9, longMm)
  }
  const differs = (side === 'before' ? 1 : -1) * (light(seam.before) - light(seam.after))
  return (differs > ALIKE_L ? DARK * differs / 100 : 0) + endsOn[side]
}

/**
 * A direction for every seam: first as many crossings nest as can, then each lies to the darker, then to the side with fewer layers. Seams
 * tied together are one; each group of connected crossings is a two-colouring, solved exactly: where it has no odd cycle there are only two
 * ways, else the best of all. Only what is tied crosswise in very many places is improved instead, and said not to be proved.
 */
export function nest({ seams, crossings, tees }: Piecing, patches: readonly PatchArea[], { fixed = {}, ties = [] }: Asked = {}): Nesting {
  const at = new Map(seams.map((s, i) => [s.id, i]))
  const ends = seams.map(() => ({ before: 0, after: 0 }))
  for (const c of crossings) { ends[at.get(c.on)!]!.before++; ends[at.get(c.on)!]!.after++ }
  for (const t of tees) ends[at.get(t.on)!]![t.side]++
  const { root, flipped } = tiedGroups(seams.length, ties.flatMap((t): [number, number, boolean][] => {
    const a = at.get(t.a), b = at.get(t.b)
    return a === undefined || b === undefined ? [] : [[a, b, t.turned]]
  }))
  // Each group is one node; its value 0 means that its first seam lies before.
  const nodes = [...new Set(root)], index = new Map(nodes.map((r, i) => [r, i]))
  const cost = nodes.map(() => [0, 0]), held: (0 | 1 | null)[] = nodes.map(() => null)
  seams.forEach((s, i) => {
    const n = index.get(root[i]!)!
    for (const v of [0, 1] as const) cost[n]![v]! += costOf(s, (v ^ flipped[i]!) === 0 ? 'before' : 'after', patches, ends[i]!)
    const wish = fixed[s.id]
    if (wish) held[n] = ((wish === 'before' ? 0 : 1) ^ flipped[i]!) as 0 | 1
  })
  const links: Link[][] = nodes.map(() => [])
  let always = 0
  for (const c of crossings) {
    const [a, b] = [at.get(c.a)!, at.get(c.b)!], [m, n] = [index.get(root[a]!)!, index.get(root[b]!)!]
    // They oppose when the values of their groups differ, or agree, as the ties turn them.
    const differ = (1 ^ flipped[a]! ^ flipped[b]!) as 0 | 1
    if (m === n) { if (differ === 1) always++; continue }
    links[m]!.push({ to: n, differ })
    links[n]!.push({ to: m, differ })
  }
  const value = new Uint8Array(nodes.length)
  const seen = new Uint8Array(nodes.length)
  let exact = true
  for (let i = 0; i < nodes.length; i++) {
    if (seen[i]) continue
    const group = [i]
    seen[i] = 1
    for (let k = 0; k < group.length; k++) for (const l of links[group[k]!]!) if (!seen[l.to]) { seen[l.to] = 1; group.push(l.to) }
    exact = colourGroup(group, links, cost, held, value) && exact
  }
  const side = new Map(seams.map((s, i): [string, Side] => [s.id, (value[index.get(root[i]!)!]! ^ flipped[i]!) === 0 ? 'before' : 'after']))
  const apart = crossings.filter(c => side.get(c.a) === side.get(c.b))
  const total = seams.reduce((sum, s, i) => sum + costOf(s, side.get(s.id)!, patches, ends[i]!), 0)
  return { side, apart, exact: exact && apart.length >= always, cost: total }
}

interface Link { to: number, differ: 0 | 1 }

/** Groups of seams that are tied, with who lies the other way in each. A tie that contradicts those before it is left out. */
function tiedGroups(n: number, ties: readonly [number, number, boolean][]): { root: number[], flipped: (0 | 1)[] } {
  const parent = Array.from({ length: n }, (_, i) => i), parity = new Uint8Array(n)
  const find = (i: number): [number, number] => {
    let r = i, p = 0
    while (parent[r] !== r) { p ^= parity[r]!; r = parent[r]! }
    return [r, p]
  }
  for (const [a, b, turned] of ties) {
    const [ra, pa] = find(a), [rb, pb] = find(b)
    if (ra === rb) continue
    parent[rb] = ra
    parity[rb] = pa ^ pb ^ (turned ? 1 : 0)
  }
  const found = parent.map((_, i) => find(i))
  return { root: found.map(f => f[0]), flipped: found.map(f => f[1] as 0 | 1) }
}

/** Colours one connected group; says whether nothing better is possible. */
function colourGroup(
  group: readonly number[], links: readonly Link[][], cost: readonly number[][], held: readonly (0 | 1 | null)[], value: Uint8Array,
): boolean {
  const isFree = (n: number, v: 0 | 1) => held[n] === null || held[n] === v
  const even = balanced(group, links)
  if (even) {
    const ways = ([0, 1] as const).filter(v => group.every((n, i) => isFree(n, (even[i]! ^ v) as 0 | 1)))
    if (ways.length > 0) {
      const costs = ways.map(v => group.reduce((s, n, i) => s + cost[n]![even[i]! ^ v]!, 0))
      const best = ways[costs.length > 1 && costs[1]! < costs[0]! ? 1 : 0]!
      group.forEach((n, i) => { value[n] = even[i]! ^ best })
      return true
    }
  }
  if (eliminate(group, links, cost, isFree, value)) return true
  improve(group, links, cost, isFree, value)
  return false
}

/** Values that satisfy every link, the first node 0; null where an odd cycle forbids it. */
function balanced(group: readonly number[], links: readonly Link[][]): (0 | 1)[] | null {
  const v = new Map<number, 0 | 1>([[group[0]!, 0]])
  for (const n of group) {
    for (const l of links[n]!) {
      const wanted = (v.get(n)! ^ l.differ) as 0 | 1, has = v.get(l.to)
      if (has === undefined) v.set(l.to, wanted)
      else if (has !== wanted) return null
    }
  }
  return group.map(n => v.get(n)!)
}

type Free = (n: number, v: 0 | 1) => boolean
const costAt = (n: number, v: 0 | 1, cost: readonly number[][], isFree: Free) => (isFree(n, v) ? cost[n]![v]! : APART * 1e6)

/** What values of some nodes cost together: bit i of an index is the value of the i-th. */
interface Costs { nodes: readonly number[], of: Float64Array }
/** Which value of a node is best, by the values of those it was last linked to. */
interface Choice { node: number, by: readonly number[], is: Uint8Array }

/**
 * The best of all values, exactly: one node after the other is taken out, the one with the fewest neighbours first, and its neighbours are
 * told what it costs at its best beside each of their values. O(nodes · 2^neighbours).
 * Source: bucket elimination, Dechter (1999).
 * @returns false, with nothing written, where one of them would have too many neighbours
 */
function eliminate(
  group: readonly number[], links: readonly Link[][], cost: readonly number[][], isFree: Free, value: Uint8Array,
): boolean {
  const alone = group.map((n): Costs =>
    ({ nodes: [n], of: Float64Array.from([0, 1] as const, v => (isFree(n, v) ? cost[n]![v]! : Infinity)) }))
  const linked = group.flatMap(n => links[n]!.filter(l => l.to > n).map((l): Costs =>
    ({ nodes: [n, l.to], of: Float64Array.from([0, 1, 1, 0], differ => (differ === l.differ ? 0 : APART)) })))
  let tables = [...alone, ...linked]
  const near = new Map(group.map(n => [n, new Set(links[n]!.map(l => l.to))]))
  const choices: Choice[] = []
  while (near.size > 0) {
    const [node, around] = [...near].reduce((fewest, next) => (next[1].size < fewest[1].size ? next : fewest))
    if (around.size > MOST_AROUND) return false
    const by = [...around], mine = tables.filter(t => t.nodes.includes(node))
    const of = new Float64Array(1 << by.length), is = new Uint8Array(of.length)
    // Where each of its tables finds its bits: among those of the neighbours, or in the value of the node itself.
    const bits = mine.map(t => t.nodes.map(n => by.indexOf(n)))
    for (let at = 0; at < of.length; at++) {
      const sums = [0, 1].map(v => mine.reduce((sum, t, k) =>
        sum + t.of[bits[k]!.reduce((index, bit, i) => index | (bit < 0 ? v : (at >> bit) & 1) << i, 0)]!, 0))
      is[at] = sums[1]! < sums[0]! ? 1 : 0
      of[at] = sums[is[at]!]!
    }
    choices.push({ node, by, is })
    tables = [...tables.filter(t => !mine.includes(t)), { nodes: by, of }]
    near.delete(node)
    for (const n of by) {
      const own = near.get(n)!
      own.delete(node)
      for (const other of by) if (other !== n) own.add(other)
    }
  }
  // The last that was taken out depends on none of the others.
  for (const { node, by, is } of choices.reverse()) value[node] = is[by.reduce((at, n, i) => at | value[n]! << i, 0)]!
  return true
}

function totalOf(group: readonly number[], links: readonly Link[][], cost: readonly number[][], isFree: Free, value: Uint8Array): number {
  let sum = 0
  for (const n of group) {
    sum += costAt(n, value[n] as 0 | 1, cost, isFree)
    for (const l of links[n]!) if (l.to > n && (value[n]! ^ value[l.to]!) !== l.differ) sum += APART
  }
  return sum
}

const STARTS = 24
/** Turned one by one while it gets better, from several starts. */
function improve(group: readonly number[], links: readonly Link[][], cost: readonly number[][], isFree: Free, value: Uint8Array): void {
  const random = seeded(7)
  let best = Infinity, kept = new Uint8Array(0)
  for (let start = 0; start < STARTS; start++) {
    for (const n of group) value[n] = isFree(n, 0) && isFree(n, 1) ? (start === 0 ? 0 : random() < 0.5 ? 0 : 1) : isFree(n, 0) ? 0 : 1
    const gain = (n: number): number => {
      const v = value[n] as 0 | 1, w = (1 - v) as 0 | 1
      let s = costAt(n, v, cost, isFree) - costAt(n, w, cost, isFree)
      for (const l of links[n]!) s += (v ^ value[l.to]!) === l.differ ? -APART : APART
      return s
    }
    for (let better = true; better;) {
      better = false
      for (const n of group) if (gain(n) > 1e-9) { value[n] = 1 - value[n]!; better = true }
    }
    const total = totalOf(group, links, cost, isFree, value)
    if (total < best) { best = total; kept = Uint8Array.from(group, n => value[n]!) }
  }
  group.forEach((n, i) => { value[n] = kept[i]! })
}
