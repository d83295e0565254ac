/**
 * A place among evenly spaced nodes: the node under it and the share on the way to the next; held at both ends. @example
 * placeAmong([0, 2, 4], 3) // { i: 1, f: 0.5 }
 */
export function placeAmong(nodes: ArrayLike<number>, x: number): { i: number, f: number } {
  const last = nodes.length - 1
  const t = Math.min(last, Math.max(0, (x - nodes[0]!) / (nodes[1]! - nodes[0]!)))
  const i = Math.min(last - 1, Math.floor(t))
  return { i, f: t - i }
}

/** Straight between two figures. */
export const mix = (a: number, b: number, share: number): number => a * (1 - share) + b * share
