import { demandOf, type StitchFabric } from './demand'
import type { StitchDesign } from './design'
import { HOW_IT_LEAVES, supportOf, type Layer, type LayerKind, type Leaves } from './support'

/** A layer of the shelf. */
export interface ShelfLayer extends Layer { id: string, name: string }
export interface SupportSet { layers: ShelfLayer[], massGsm: number }
export type StitchStep
  = { do: 'fuse' | 'hoop' | 'float' | 'stiffen' | 'baste', layerId: string, kind: LayerKind } | { do: 'tack' } | { do: 'trim' }
    | { do: 'firmShape' }
    | { do: 'fuseShape' } | { do: 'satin' } | { do: 'stitch' } | { do: 'leave', layerId: string, kind: LayerKind, how: Leaves }
    | { do: 'pressFaceDown' }

/** So many of one kind may lie together. */
const MOST_OF: Record<LayerKind, number> = {
  fused: 1, stiffener: 1, cutAway: 2, tearAway: 2, washAway: 2, heatAway: 2, softMesh: 2, float: 1, web: 1,
}
const MOST_LAYERS = 4

/**
 * The lightest set of the shelf that covers what a design asks for, both ways and in every part; null where none of up to four layers
 * does. All sets are looked at; since it is the lightest, none of its layers can be left out.
 * @throws RangeError as `demandOf`
 */
export function proposeSupport(design: StitchDesign, fabric: StitchFabric, shelf: readonly ShelfLayer[], scale = 1): SupportSet | null {
  const demand = demandOf(design, fabric, scale)
  const across = Math.max(...demand.map(d => d.across)), along = Math.max(...demand.map(d => d.along))
  let best: SupportSet | null = null
  const grow = (from: number, layers: ShelfLayer[], massGsm: number): void => {
    if (best && (massGsm > best.massGsm || (massGsm === best.massGsm && layers.length >= best.layers.length))) return
    const has = supportOf(layers)
    if (has.across >= across && has.along >= along) {
      best = { layers, massGsm }
      return
    }
    if (layers.length === MOST_LAYERS) return
    for (let i = from; i < shelf.length; i++) {
      const l = shelf[i]!
      if (layers.filter(x => x.kind === l.kind).length >= MOST_OF[l.kind]) continue
      // A floated piece lies over a tear that is hooped.
      if (l.kind === 'float' && !layers.some(x => x.kind === 'tearAway')) continue
      grow(i, [...layers, l], massGsm + l.massGsm)
    }
  }
  grow(0, [], 0)
  return best
}

const FIRST: readonly LayerKind[] = ['web', 'fused', 'stiffener', 'cutAway', 'softMesh', 'washAway', 'heatAway', 'tearAway', 'float']
const DO: Record<LayerKind, 'fuse' | 'hoop' | 'float' | 'stiffen'> = {
  fused: 'fuse', web: 'fuse', stiffener: 'stiffen', cutAway: 'hoop', tearAway: 'hoop', washAway: 'hoop', heatAway: 'hoop',
  softMesh: 'hoop', float: 'float',
}
const APPLIQUE: readonly StitchStep[] = [{ do: 'firmShape' }, { do: 'tack' }, { do: 'trim' }, { do: 'fuseShape' }, { do: 'satin' }]
/**
 * What is done, in order: fuse, stiffen from the back, hoop, float; with appliqué make the shape firm, tack, trim and
 * fuse before the satin edge; then each layer leaves, torn before cut before washed; last it is pressed face down.
 */
export function stepsOf(layers: readonly ShelfLayer[], applique: boolean): StitchStep[] {
  const inOrder = FIRST.flatMap(kind => layers.filter(l => l.kind === kind))
  const leaving = (['torn', 'cut', 'brushed', 'washed'] as const).flatMap(how => inOrder.filter(l => HOW_IT_LEAVES[l.kind] === how))
  return [
    ...inOrder.map((l): StitchStep => ({ do: DO[l.kind], layerId: l.id, kind: l.kind })),
    ...(applique ? APPLIQUE : [{ do: 'stitch' }] as const),
    ...leaving.map((l): StitchStep => ({ do: 'leave', layerId: l.id, kind: l.kind, how: HOW_IT_LEAVES[l.kind] })),
    { do: 'pressFaceDown' },
  ]
}
