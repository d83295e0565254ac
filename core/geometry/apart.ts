import { intersection } from './clip'
import { areaMm2, boundsOf, boxOf, type Outline } from './outline'

/** How large and how fine one outline may be. */
export interface OutlineLimits { longMm: number, corners: number, holes: number }

const isWithin = (o: Outline, { longMm, corners, holes }: OutlineLimits): boolean => {
  const { wideMm, highMm } = boundsOf(o)
  return wideMm <= longMm && highMm <= longMm && o.holes.length <= holes && [o.rim, ...o.holes].every(r => r.length <= corners)
}
/** Cut so often one after another at the most: what is too fine even then is left out. */
const DEEPEST = 12

/**
 * An outline cut straight across, as often as it takes, until every part is within the limits. What is within them stays whole; the
 * parts together cover what the outline covered.
 */
export function cutApart(outline: Outline, limits: OutlineLimits, depth = 0): Outline[] {
  if (isWithin(outline, limits)) return [outline]
  if (depth >= DEEPEST) return []
  const b = boundsOf(outline), isTall = b.highMm >= b.wideMm
  const middle = isTall ? (b.bottom + b.top) / 2 : (b.left + b.right) / 2
  const halves = isTall
    ? [boxOf({ ...b, top: middle }), boxOf({ ...b, bottom: middle })]
    : [boxOf({ ...b, right: middle }), boxOf({ ...b, left: middle })]
  return halves.flatMap(half => intersection([outline], [half]))
    .sort((a, c) => areaMm2(c) - areaMm2(a))
    .flatMap(part => cutApart(part, limits, depth + 1))
}
