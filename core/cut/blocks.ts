import { arc, distanceMm, outlineOf, quadratic, type Outline, type Point } from '../geometry'

/** What an edge of a finished piece is: sewn, turned up, folded, an opening front, or the rim of something that is only turned. */
export type EdgeKind = 'seam' | 'hem' | 'fold' | 'front'
interface Measure {
  key: string
  name: string
  usualMm: number
  leastMm: number
  mostMm: number
}
/** A piece as it is when finished: its seam line, what each edge of it is, and whether half of it is drawn on a fold. */
export interface Drawn {
  seam: Outline
  edges: readonly EdgeKind[]
}
/** Blocks are drawn finer than curves are read: their areas are true, mm. */
const FINE_MM = 0.01

export interface Block {
  key: string
  name: string
  measures: readonly Measure[]
  /** Drawn on the fold: the other half is its mirror. */
  half: boolean
  /** Cut as a pair, left and right. */
  pair: boolean
  draw: (m: Readonly<Record<string, number>>) => Drawn
}

/** Draws counter-clockwise from the lower left corner, keeping with each edge what it is. */
class Pen {
  private readonly points: Point[]
  private readonly kinds: EdgeKind[] = []
  constructor(x = 0, y = 0) {
    this.points = [{ x, y }]
  }

  to(x: number, y: number, kind: EdgeKind = 'seam'): this {
    return this.along([{ x, y }], kind)
  }

  /** Curves to x, y past the point that draws it out. */
  curve(cx: number, cy: number, x: number, y: number, kind: EdgeKind = 'seam'): this {
    return this.along(quadratic(this.points.at(-1)!, { x: cx, y: cy }, { x, y }, FINE_MM), kind)
  }

  /** A quarter about a centre, degrees. */
  round(cx: number, cy: number, r: number, fromDeg: number, toDeg: number, kind: EdgeKind = 'seam'): this {
    return r === 0 ? this : this.along(arc({ x: cx, y: cy }, r, fromDeg, toDeg, FINE_MM).slice(1), kind)
  }

  private along(line: readonly Point[], kind: EdgeKind): this {
    for (const p of line) {
      if (distanceMm(this.points.at(-1)!, p) < 1e-6) continue
      this.points.push(p)
      this.kinds.push(kind)
    }
    return this
  }

  /** The last edge goes back to the first corner. */
  close(kind: EdgeKind = 'seam'): Drawn {
    const whole = distanceMm(this.points.at(-1)!, this.points[0]!) < 1e-6
    return whole
      ? { seam: outlineOf(this.points.slice(0, -1)), edges: this.kinds }
      : { seam: outlineOf(this.points), edges: [...this.kinds, kind] }
  }
}

const measure = (key: string, name: string, usualMm: number, leastMm: number, mostMm: number): Measure => ({
  key,
  name,
  usualMm,
  leastMm,
  mostMm,
})
const LENGTH = (usualMm: number) => measure('long', 'Length', usualMm, 20, 5000)
const WIDTH = (usualMm: number) => measure('wide', 'Width', usualMm, 10, 3000)
const HEIGHT = (usualMm: number) => measure('high', 'Height', usualMm, 10, 3000)
const CORNER = (usualMm: number) => measure('corner', 'Corner radius', usualMm, 0, 500)

/** A corner no rounder than its sides allow. */
const fits = (r: number, ...sides: number[]): number => Math.max(0, Math.min(r, ...sides.map(s => s / 2)))

function rounded(wide: number, high: number, corner: number, kinds: readonly [EdgeKind, EdgeKind, EdgeKind, EdgeKind]): Drawn {
  const r = fits(corner, wide, high),
    [below, right, above, left] = kinds
  return new Pen(r, 0)
    .to(wide - r, 0, below)
    .round(wide - r, r, r, -90, 0, right)
    .to(wide, high - r, right)
    .round(wide - r, high - r, r, 0, 90, above)
    .to(r, high, above)
    .round(r, high - r, r, 90, 180, left)
    .to(0, r, left)
    .round(r, r, r, 180, 270, below)
    .close(below)
}
const ALL_SEAM = ['seam', 'seam', 'seam', 'seam'] as const

type Draw = Block['draw']
const block = (key: string, name: string, measures: Measure[], draw: Draw, { half = false, pair = false } = {}): Block => ({
  key,
  name,
  measures,
  half,
  pair,
  draw,
})

export const BLOCKS: readonly Block[] = [
  block(
    'collar',
    'Collar',
    [
      measure('neck', 'Neck seam, half', 200, 60, 400),
      measure('deep', 'Depth at the back', 45, 15, 150),
      measure('point', 'Point runs out', 12, 0, 60),
      measure('spring', 'Spring of the neck seam', 8, 0, 40),
    ],
    ({ neck = 0, deep = 0, point = 0, spring = 0 }) =>
      new Pen()
        .curve(neck / 2, 0, neck, spring)
        .to(neck + point, deep + spring / 2)
        .curve(neck / 2, deep, 0, deep)
        .close('fold'),
    { half: true },
  ),
  block(
    'stand',
    'Stand',
    [
      measure('neck', 'Neck seam, half', 200, 60, 400),
      measure('high', 'Height', 32, 12, 80),
      measure('over', 'Button stand', 18, 0, 60),
      measure('rise', 'Rise at the front', 10, 0, 40),
    ],
    ({ neck = 0, high = 0, over = 0, rise = 0 }) =>
      new Pen()
        .curve(neck * 0.6, 0, neck + over, rise)
        .to(neck + over, rise + high * 0.55, 'front')
        .curve(neck + over, rise + high, neck, rise + high)
        .curve(neck * 0.6, high, 0, high)
        .close('fold'),
    { half: true },
  ),
  block('cuff', 'Cuff', [LENGTH(240), HEIGHT(65), CORNER(12)], ({ long = 0, high = 0, corner = 0 }) => {
    const r = fits(corner, long, high * 2)
    return new Pen(r, 0)
      .to(long - r, 0)
      .round(long - r, r, r, -90, 0)
      .to(long, high)
      .to(0, high)
      .to(0, r)
      .round(r, r, r, 180, 270)
      .close()
  }),
  block('placket', 'Placket', [LENGTH(160), WIDTH(30), measure('point', 'Point', 15, 0, 80)], ({ long = 0, wide = 0, point = 0 }) =>
    new Pen()
      .to(wide, 0)
      .to(wide, long - point)
      .to(wide / 2, long)
      .to(0, long - point)
      .close(),
  ),
  block(
    'curvedFacing',
    'Curved facing',
    [measure('inner', 'Inner radius', 90, 10, 1000), WIDTH(50), measure('angle', 'Turn, degrees', 90, 10, 350)],
    ({ inner = 0, wide = 0, angle = 0 }) => {
      const outer = arc({ x: 0, y: 0 }, inner + wide, 0, angle, FINE_MM),
        [from] = outer
      const pen = outer.slice(1).reduce((p, at) => p.to(at.x, at.y), new Pen(from!.x, from!.y))
      return arc({ x: 0, y: 0 }, inner, angle, 0, FINE_MM)
        .reduce((p, at) => p.to(at.x, at.y), pen)
        .close()
    },
  ),
  block(
    'waistband',
    'Waistband',
    [LENGTH(780), HEIGHT(40), measure('over', 'Overlap', 30, 0, 120)],
    ({ long = 0, high = 0, over = 0 }) =>
      new Pen()
        .to(long + over, 0)
        .to(long + over, high)
        .to(0, high)
        .close(),
  ),
  block(
    'flap',
    'Pocket flap',
    [WIDTH(150), HEIGHT(55), CORNER(15), measure('slant', 'Slant', 6, 0, 40)],
    ({ wide = 0, high = 0, corner = 0, slant = 0 }) => {
      const r = fits(corner, wide, high * 2)
      return new Pen(r, 0)
        .to(wide - r, (slant * (wide - 2 * r)) / wide)
        .curve(wide, slant, wide, slant + r)
        .to(wide, high + slant)
        .to(0, high)
        .to(0, r)
        .round(r, r, r, 180, 270)
        .close()
    },
    { pair: true },
  ),
  block(
    'welt',
    'Welt',
    [WIDTH(120), HEIGHT(26), measure('slant', 'Slant', 10, 0, 60)],
    ({ wide = 0, high = 0, slant = 0 }) =>
      new Pen()
        .to(wide, slant)
        .to(wide, high + slant)
        .to(0, high)
        .close(),
    { pair: true },
  ),
  block(
    'coatFront',
    'Coat front',
    [
      LENGTH(760),
      WIDTH(310),
      measure('shoulder', 'Shoulder', 130, 40, 250),
      measure('armhole', 'Armhole, depth', 230, 80, 400),
      measure('neck', 'Neck, depth', 90, 20, 250),
    ],
    ({ long = 0, wide = 0, shoulder = 0, armhole = 0, neck = 0 }) => {
      const neckWide = Math.max(40, wide - shoulder - 60),
        top = long,
        drop = 35
      return new Pen()
        .to(wide, 0, 'hem')
        .to(wide, top - armhole)
        .curve(wide - 55, top - armhole, neckWide + shoulder, top - drop)
        .to(neckWide, top)
        .curve(neckWide * 0.3, top - neck, 0, top - neck)
        .close('front')
    },
    { pair: true },
  ),
  block(
    'frontFacing',
    'Front facing',
    [LENGTH(760), WIDTH(90), measure('neck', 'Neck, depth', 90, 20, 250)],
    ({ long = 0, wide = 0, neck = 0 }) =>
      new Pen()
        .to(wide, 0, 'hem')
        .to(wide, long - neck * 0.4)
        .curve(wide * 0.3, long - neck, 0, long - neck)
        .close('front'),
    { pair: true },
  ),
  block('hemFacing', 'Hem facing', [LENGTH(900), HEIGHT(60), measure('bow', 'Bow', 12, 0, 120)], ({ long = 0, high = 0, bow = 0 }) =>
    new Pen(0, bow)
      .curve(long / 2, -bow, long, bow, 'hem')
      .to(long, high + bow)
      .curve(long / 2, high - bow, 0, high + bow)
      .close(),
  ),
  block('bagSide', 'Bag side', [WIDTH(320), HEIGHT(240), CORNER(40)], ({ wide = 0, high = 0, corner = 0 }) => {
    const r = fits(corner, wide, high * 2)
    return new Pen(r, 0)
      .to(wide - r, 0)
      .round(wide - r, r, r, -90, 0)
      .to(wide, high)
      .to(0, high, 'hem')
      .to(0, r)
      .round(r, r, r, 180, 270)
      .close()
  }),
  block('bagBase', 'Bag base', [LENGTH(320), WIDTH(100), CORNER(20)], ({ long = 0, wide = 0, corner = 0 }) =>
    rounded(long, wide, corner, ALL_SEAM),
  ),
  block('mat', 'Mat', [LENGTH(420), WIDTH(300), CORNER(25)], ({ long = 0, wide = 0, corner = 0 }) =>
    rounded(long, wide, corner, ALL_SEAM),
  ),
  block('strip', 'Strip', [LENGTH(600), WIDTH(40)], ({ long = 0, wide = 0 }) => rounded(wide, long, 0, ALL_SEAM)),
  block('circle', 'Circle', [measure('across', 'Across', 120, 10, 3000)], ({ across = 0 }) => {
    const ring = arc({ x: across / 2, y: across / 2 }, across / 2, 0, 360, FINE_MM).slice(0, -1)
    return { seam: outlineOf(ring), edges: ring.map(() => 'seam' as const) }
  }),
]
export const blockOf = (key: string): Block | null => BLOCKS.find(b => b.key === key) ?? null
export const usualMeasures = (of: Block): Record<string, number> => Object.fromEntries(of.measures.map(m => [m.key, m.usualMm]))
