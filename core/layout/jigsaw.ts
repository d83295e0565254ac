import { areaMm2, boundsOf, boxOf, intersection, outlineOf, type Outline } from '../geometry'

/** Lines are drawn so far beyond what they cut, mm. */
const BEYOND_MM = 1e4
/**
 * A rectangle cut by random straight lines into convex pieces, the largest first each time. To measure layouts by: the rectangle is one.
 * @param random seeded
 */
export function cutJigsaw(count: number, wideMm: number, longMm: number, random: () => number): Outline[] {
  const all = [boxOf({ left: 0, right: wideMm, bottom: 0, top: longMm })]
  while (all.length < count) {
    all.sort((a, b) => areaMm2(b) - areaMm2(a))
    const b = boundsOf(all[0]!), x = b.left + b.wideMm * (0.35 + 0.3 * random()), y = b.bottom + b.highMm * (0.35 + 0.3 * random())
    const a = random() * Math.PI, [dx, dy] = [Math.cos(a) * BEYOND_MM, Math.sin(a) * BEYOND_MM]
    const side = (way: number) => outlineOf([
      { x: x - dx, y: y - dy }, { x: x + dx, y: y + dy }, { x: x + dx - way * dy, y: y + dy + way * dx }, { x: x - dx - way * dy,
        y: y - dy + way * dx },
    ])
    const halves = [1, -1].flatMap(way => intersection([all[0]!], [side(way)]))
    if (halves.length === 2) all.splice(0, 1, ...halves)
  }
  return all
}
