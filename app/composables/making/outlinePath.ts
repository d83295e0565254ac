import type { Outline, Ring } from '#core/geometry'

const figure = (v: number) => Math.round(v * 100) / 100
const ring = (r: Ring, flip: boolean): string =>
  `${r.map((p, i) => `${i === 0 ? 'M' : 'L'}${figure(p.x)} ${figure(flip ? -p.y : p.y)}`).join('')}Z`

/** An outline as a path of a picture whose rows go down; mm as they are. */
export const outlinePath = (o: Outline, flip = true): string => [o.rim, ...o.holes].map(r => ring(r, flip)).join('')
