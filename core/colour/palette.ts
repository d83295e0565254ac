import { seeded } from '../numeric'
import { deltaE00, hexOf, type Gains, type Lab } from './lab'
import { BIN_COUNT, binOf, countColours, type Counted, type Picture } from './picture'

export interface PaletteColour { hex: string, lab: Lab, sharePct: number }
/** How a fabric looks: its colours by share, and how large its figures are; no figures where it is plain. */
export interface Look { palette: PaletteColour[], figureMm: number | null }

/** Colours nearer than this are one: the weave's own light and shade. */
const ONE_COLOUR = 5
/** Less than this share is dust or thread ends, %. */
const LEAST_SHARE_PCT = 1.5
const ROUNDS = 14

const far = (p: Lab, q: Lab): number => (p.l - q.l) ** 2 + (p.a - q.a) ** 2 + (p.b - q.b) ** 2
const nearest = (lab: Lab, centres: readonly Lab[]): number => {
  let best = 0, least = Infinity
  for (let i = 0; i < centres.length; i++) {
    const d = far(lab, centres[i]!)
    if (d < least) { least = d; best = i }
  }
  return best
}

/** Centres that begin far from each other (k-means++, weighted by count). */
function begun({ lab, count }: Counted, k: number, random: () => number): Lab[] {
  const centres = [lab[count.indexOf(Math.max(...count))]!]
  while (centres.length < Math.min(k, lab.length)) {
    const weight = lab.map((c, i) => count[i]! * Math.min(...centres.map(m => far(c, m))))
    let left = random() * weight.reduce((s, w) => s + w, 0)
    const at = weight.findIndex(w => (left -= w) < 0)
    if (at < 0 || weight[at] === 0) break
    centres.push(lab[at]!)
  }
  return centres
}

/** Weighted k-means in CIELAB (Lloyd). */
function clustered(counted: Counted, k: number, seed: number): { centre: Lab, count: number }[] {
  const { lab, count } = counted
  let centres = begun(counted, k, seeded(seed)), of: number[] = []
  for (let round = 0; round < ROUNDS; round++) {
    of = lab.map(c => nearest(c, centres))
    const sums = centres.map(() => ({ l: 0, a: 0, b: 0, n: 0 }))
    lab.forEach((c, i) => {
      const s = sums[of[i]!]!, n = count[i]!
      s.l += c.l * n
      s.a += c.a * n
      s.b += c.b * n
      s.n += n
    })
    centres = sums.map((s, i) => (s.n > 0 ? { l: s.l / s.n, a: s.a / s.n, b: s.b / s.n } : centres[i]!))
  }
  const counts = centres.map(() => 0)
  of.forEach((c, i) => { counts[c]! += count[i]! })
  return centres.map((centre, i) => ({ centre, count: counts[i]! })).filter(c => c.count > 0)
}

/** Clusters that an eye takes for one colour are joined, nearest first. */
function joined(clusters: { centre: Lab, count: number }[]): typeof clusters {
  const all = [...clusters]
  for (;;) {
    let pair: [number, number] | null = null, least = ONE_COLOUR
    for (let i = 0; i < all.length; i++) for (let j = i + 1; j < all.length; j++) {
      const d = deltaE00(all[i]!.centre, all[j]!.centre)
      if (d < least) { least = d; pair = [i, j] }
    }
    if (!pair) return all
    const [p, q] = [all[pair[0]]!, all[pair[1]]!], n = p.count + q.count
    const mean = (of: (l: Lab) => number) => (of(p.centre) * p.count + of(q.centre) * q.count) / n
    all.splice(pair[1], 1)
    all[pair[0]] = { centre: { l: mean(c => c.l), a: mean(c => c.a), b: mean(c => c.b) }, count: n }
  }
}

/**
 * The colours of a picture with their shares, largest first: counted exactly, clustered, those an eye takes for one joined.
 * @param most of them to look for @throws RangeError where there is nothing on it
 */
export function paletteOf(picture: Picture,
  { most = 6, seed = 1, gains }: { most?: number, seed?: number, gains?: Gains } = {}): PaletteColour[] {
  const clusters = joined(clustered(countColours(picture, gains), most, seed))
  const total = clusters.reduce((s, c) => s + c.count, 0)
  const kept = clusters.filter(c => c.count / total * 100 >= LEAST_SHARE_PCT)
  const left = kept.reduce((s, c) => s + c.count, 0)
  return kept.sort((a, b) => b.count - a.count).map(
    ({ centre, count }) => ({ hex: hexOf(centre), lab: centre, sharePct: count / left * 100 }))
}

/** Rows and columns that are walked to measure figures. */
const WALKS = 160
/**
 * How large the figures are: the mean run of one colour along rows and columns, mm; null where there is only one colour.
 * @param mmPerPx size of a point
 */
export function figureOf(picture: Picture, palette: readonly PaletteColour[], mmPerPx: number, gains?: Gains): number | null {
  if (palette.length < 2) return null
  const { rgba, wide, high } = picture
  const counted = countColours(picture, gains), centres = palette.map(p => p.lab)
  const of = new Uint8Array(BIN_COUNT)
  counted.bin.forEach((bin, i) => { of[bin] = nearest(counted.lab[i]!, centres) })
  let runs = 0, points = 0
  const walk = (from: number, step: number, length: number): void => {
    let last = -1
    for (let k = 0; k < length; k++) {
      const colour = of[binOf(rgba, (from + k * step) * 4)]!
      if (colour !== last) runs++
      last = colour
    }
    points += length
  }
  for (let y = 0; y < high; y += Math.max(1, Math.floor(high / WALKS))) walk(y * wide, 1, wide)
  for (let x = 0; x < wide; x += Math.max(1, Math.floor(wide / WALKS))) walk(x, wide, high)
  return points / runs * mmPerPx
}

/** Colours and figures of a picture at once. */
export function appearanceOf(picture: Picture, mmPerPx: number, options: { most?: number, seed?: number, gains?: Gains } = {}): Look {
  const palette = paletteOf(picture, options)
  return { palette, figureMm: figureOf(picture, palette, mmPerPx, options.gains) }
}
/** A fabric of one colour that was typed. */
export const plainAppearance = (hex: string, lab: Lab): Look => ({ palette: [{ hex, lab, sharePct: 100 }], figureMm: null })
