/** Shapes of a drawing as the strokes that they are. */
import type { INode } from 'svgson'
import type svgpath from 'svgpath'
import { cubic, quadratic, type Point } from '#core/geometry'

/** Chords stand off their curves by no more than this, mm, so that what is read stays within a tenth. */
const FLAT_MM = 0.05

/** A shape as the path it is; null for what is none. */
export function pathOf({ name, attributes: a }: INode): string | null {
  const n = (key: string) => Number.parseFloat(a[key] ?? '0') || 0
  const round = (cx: number, cy: number, rx: number, ry: number) =>
    rx > 0 && ry > 0 ? `M${cx - rx} ${cy}A${rx} ${ry} 0 1 0 ${cx + rx} ${cy}A${rx} ${ry} 0 1 0 ${cx - rx} ${cy}Z` : null
  switch (name) {
    case 'path':
      return a.d ?? null
    case 'polygon':
      return a.points ? `M${a.points}Z` : null
    case 'polyline':
      return a.points ? `M${a.points}` : null
    case 'line':
      return `M${n('x1')} ${n('y1')}L${n('x2')} ${n('y2')}`
    case 'circle':
      return round(n('cx'), n('cy'), n('r'), n('r'))
    case 'ellipse':
      return round(n('cx'), n('cy'), n('rx'), n('ry'))
    case 'rect':
      return rectPath(n('x'), n('y'), n('width'), n('height'), a.rx, a.ry)
    default:
      return null
  }
}

function rectPath(x: number, y: number, w: number, h: number, saidRx?: string, saidRy?: string): string | null {
  if (!(w > 0 && h > 0)) return null
  const [px, py] = [Number.parseFloat(saidRx ?? saidRy ?? '0') || 0, Number.parseFloat(saidRy ?? saidRx ?? '0') || 0]
  const [rx, ry] = [Math.min(px, w / 2), Math.min(py, h / 2)]
  if (rx <= 0 || ry <= 0) return `M${x} ${y}h${w}v${h}h${-w}Z`
  const arc = `a${rx} ${ry} 0 0 1`
  return `M${x + rx} ${y}h${w - 2 * rx}${arc} ${rx} ${ry}v${h - 2 * ry}${arc} ${-rx} ${ry}`
    + `h${2 * rx - w}${arc} ${-rx} ${-ry}v${2 * ry - h}${arc} ${rx} ${-ry}Z`
}

export interface Stroke {
  ring: Point[]
  closed: boolean
}
/** The strokes of a path whose coordinates are mm, its curves followed. */
export function strokesOf(path: ReturnType<typeof svgpath>): Stroke[] {
  const all: Stroke[] = []
  let at: Point = { x: 0, y: 0 }
  path.iterate((segment) => {
    const [kind, ...v] = segment as unknown as [string, ...number[]]
    const point = (i: number): Point => ({ x: v[i]!, y: v[i + 1]! })
    const stroke = all.at(-1)
    const go = (...points: Point[]) => {
      stroke?.ring.push(...points)
      at = points.at(-1)!
    }
    switch (kind) {
      case 'M':
        at = point(0)
        all.push({ ring: [at], closed: false })
        break
      case 'L':
        go(point(0))
        break
      case 'H':
        go({ x: v[0]!, y: at.y })
        break
      case 'V':
        go({ x: at.x, y: v[0]! })
        break
      case 'C':
        go(...cubic(at, point(0), point(2), point(4), FLAT_MM))
        break
      case 'Q':
        go(...quadratic(at, point(0), point(2), FLAT_MM))
        break
      case 'Z':
        if (stroke) {
          stroke.closed = true
          at = stroke.ring[0]!
          // What follows without a new start begins here.
          all.push({ ring: [at], closed: false })
        }
        break
    }
  })
  return all.filter(s => s.ring.length > 1)
}
