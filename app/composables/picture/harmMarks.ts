import { seeded } from '#core/numeric'

/** Marks strewn over a swatch, the same ones every time: a picture of a grade must not change from look to look. */
export interface Strewn { x: number, y: number, r: number, turn: number }

/** @param wide @param high of the field, in its own units @param most of them where the harm is as bad as it gets */
export function strewn(seed: number, share: number, most: number, wide: number, high: number, largest: number): Strewn[] {
  const random = seeded(seed)
  const all = Array.from({ length: most }, () => ({
    x: 8 + random() * (wide - 16), y: 8 + random() * (high - 16), r: largest * (0.45 + 0.55 * random()), turn: random() * 360,
  }))
  return all.slice(0, share > 0 ? Math.max(1, Math.round(share * most)) : 0)
}

/** A closed wandering line about a point: a tide mark, a hole. */
export function blob(seed: number, x: number, y: number, r: number, rough: number): string {
  const random = seeded(seed), corners = 12
  const points = Array.from({ length: corners }, (_, i) => {
    const a = i / corners * 2 * Math.PI, far = r * (1 - rough / 2 + rough * random())
    return [x + Math.cos(a) * far, y + Math.sin(a) * far * 0.8] as const
  })
  const mid = (a: readonly [number, number], b: readonly [number, number]) =>
    `${((a[0] + b[0]) / 2).toFixed(1)} ${((a[1] + b[1]) / 2).toFixed(1)}`
  const start = mid(points[corners - 1]!, points[0]!)
  return `M${start}${points.map((p, i) => `Q${p[0].toFixed(1)} ${p[1].toFixed(1)} ${mid(p, points[(i + 1) % corners]!)}`).join('')}Z`
}

/** A sole's print, nose up, about a point. */
export const solePath = (x: number, y: number, wide: number, high: number): string =>
  `M${x} ${y - high / 2}C${x + wide * 0.42} ${y - high * 0.3} ${x + wide / 2} ${y} ${x + wide / 2} ${y + high / 2}`
  + `H${x - wide / 2}C${x - wide / 2} ${y} ${x - wide * 0.42} ${y - high * 0.3} ${x} ${y - high / 2}Z`
