export const LAYER_KINDS = ['fused', 'stiffener', 'cutAway', 'tearAway', 'washAway', 'heatAway', 'softMesh', 'float', 'web'] as const
export type LayerKind = typeof LAYER_KINDS[number]
export type Leaves = 'stays' | 'cut' | 'torn' | 'washed' | 'brushed'
export const HOW_IT_LEAVES: Record<LayerKind, Leaves> = {
  fused: 'stays', stiffener: 'washed', cutAway: 'cut', tearAway: 'torn', washAway: 'washed', heatAway: 'brushed', softMesh: 'cut',
  float: 'torn', web: 'stays',
}
/** Of these nothing stays in the garment; of what is cut away a rim does. */
export const leavesNothing = (kind: LayerKind): boolean => ['torn', 'washed', 'brushed'].includes(HOW_IT_LEAVES[kind])
/** One layer that holds the fabric while it is stitched. */
export interface Layer {
  kind: LayerKind
  massGsm: number
  /** Its own give, %: what gives does not hold. */
  giveAcrossPct: number
  giveAlongPct: number
  /** Of a stiffener: how much of it the fabric took, 0 to 1. */
  took?: number
}
export interface Support { across: number, along: number }

/** What a layer of its usual weight gives, in the units of `demandOf`; ours. */
const GIVES: Record<LayerKind, { at: number, usualGsm: number }> = {
  fused: { at: 0.45, usualGsm: 70 }, stiffener: { at: 0.3, usualGsm: 20 }, cutAway: { at: 0.85, usualGsm: 60 },
  tearAway: { at: 0.5, usualGsm: 50 }, washAway: { at: 0.25, usualGsm: 40 }, heatAway: { at: 0.25, usualGsm: 40 },
  softMesh: { at: 0.3, usualGsm: 45 }, float: { at: 0.4, usualGsm: 50 }, web: { at: 0.12, usualGsm: 26 },
}
/** Films and soft mesh count for little singly: a second one, laid crosswise, does more than the first. */
const LITTLE_SINGLY: ReadonlySet<LayerKind> = new Set(['washAway', 'heatAway', 'softMesh'])
const DOUBLED = 1.5
/** Give of so much halves what a layer holds, %. */
const HALVES_PCT = 20

const holds = (l: Layer): Support => {
  const { at, usualGsm } = GIVES[l.kind], whole = at * Math.sqrt(l.massGsm / usualGsm) * (l.kind === 'stiffener' ? l.took ?? 1 : 1)
  return { across: whole / (1 + l.giveAcrossPct / HALVES_PCT), along: whole / (1 + l.giveAlongPct / HALVES_PCT) }
}

/** What all layers hold together, across and along; of one kind that counts little singly, n do n^1.5 times as much. */
export function supportOf(layers: readonly Layer[]): Support {
  const sum = { across: 0, along: 0 }
  for (const kind of LAYER_KINDS) {
    const own = layers.filter(l => l.kind === kind).map(holds)
    const more = LITTLE_SINGLY.has(kind) && own.length > 0 ? own.length ** (DOUBLED - 1) : 1
    for (const h of own) {
      sum.across += h.across * more
      sum.along += h.along * more
    }
  }
  return sum
}
