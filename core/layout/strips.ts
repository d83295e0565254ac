/**
 * Rectangles cut at random out of a strip, side to side: width and height of each, mm. To measure layouts by: the strip is one.
 * @param random seeded
 */
export function cutStrip(count: number, wideMm: number, longMm: number, random: () => number): [number, number][] {
  const all: [number, number][] = [[wideMm, longMm]]
  while (all.length < count) {
    let at = 0, most = -Infinity
    all.forEach(([w, h], i) => {
      const drawn = w * h * (0.3 + random())
      if (drawn > most) [most, at] = [drawn, i]
    })
    const [w, h] = all[at]!, share = 0.25 + 0.5 * random()
    all.splice(at, 1, ...(random() < w / (w + h)
      ? [[w * share, h], [w * (1 - share), h]] as [number, number][]
      : [[w, h * share], [w, h * (1 - share)]] as [number, number][]))
  }
  return all
}
