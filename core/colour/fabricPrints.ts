import { seeded } from '../numeric'
import type { Picture } from './picture'

/** Made-up fabrics for a camera that is not there. */
type PrintKind = 'plain' | 'stripes' | 'checks' | 'dots' | 'sprigs'
export interface PrintAsk {
  kind: PrintKind
  /** Ground first, then what is printed on it. */
  colours: readonly string[]
  /** One figure with the ground about it, mm. */
  repeatMm: number
  /** Share of the ground that is printed over, 0 to 1. */
  coveredShare?: number
  wideMm: number
  highMm: number
  pxPerMm: number
  seed: number
}
const bytes = (hex: string): [number, number, number] =>
  [1, 3, 5].map(i => Number.parseInt(hex.slice(i, i + 2), 16)) as [number, number, number]
/** Light and shade of threads, in steps of a byte. */
const WEAVE = 7

/** A made-up fabric as a camera would give it: its figures, and the light and shade of its weave. */
export function madePrint({ kind, colours, repeatMm, coveredShare = 0.4, wideMm, highMm, pxPerMm, seed }: PrintAsk): Picture {
  const wide = Math.round(wideMm * pxPerMm), high = Math.round(highMm * pxPerMm)
  const rgba = new Uint8ClampedArray(wide * high * 4), random = seeded(seed)
  const known = colours.map(bytes), figures = Math.max(1, known.length - 1)
  const radius = Math.sqrt(coveredShare / Math.PI) * repeatMm, band = coveredShare * repeatMm
  // Every cell of the repeat has its own shift and colour, by its place.
  const cellsX = Math.ceil(wideMm / repeatMm) + 2, cellsY = Math.ceil(highMm / repeatMm) + 2
  const cells = Array.from({ length: cellsX * cellsY }, () =>
    ({ dx: (random() - 0.5) * 0.35, dy: (random() - 0.5) * 0.35, colour: Math.floor(random() * figures), turn: random() * Math.PI }))
  const colourAt = (x: number, y: number): number => {
    if (kind === 'plain' || known.length < 2) return 0
    const cx = Math.floor(x / repeatMm), cy = Math.floor(y / repeatMm), inX = x - cx * repeatMm, inY = y - cy * repeatMm
    if (kind === 'stripes') return inX < band ? 1 + cx % figures : 0
    if (kind === 'checks') return (inX < band ? 1 : 0) + (inY < band ? 1 : 0) > 0 ? 1 + (inX < band && inY < band ? figures - 1 : 0) : 0
    const cell = cells[(cy % cellsY) * cellsX + cx % cellsX]!
    const px = inX - repeatMm * (0.5 + cell.dx), py = inY - repeatMm * (0.5 + cell.dy)
    if (kind === 'dots') return Math.hypot(px, py) < radius * 0.85 ? 1 + cell.colour : 0
    const u = px * Math.cos(cell.turn) + py * Math.sin(cell.turn), v = py * Math.cos(cell.turn) - px * Math.sin(cell.turn)
    if (Math.hypot(u / 1.7, v) < radius * 0.55) return 1 + cell.colour
    return Math.hypot(u, v / 2.4) < radius * 0.3 ? 1 + (cell.colour + 1) % figures : 0
  }
  for (let y = 0; y < high; y++) for (let x = 0; x < wide; x++) {
    const colour = known[colourAt((x + 0.5) / pxPerMm, (y + 0.5) / pxPerMm)]!
    const shade = ((x + y) % 2 === 0 ? 1 : -1) * WEAVE * 0.4 + (random() - 0.5) * WEAVE
    for (let c = 0; c < 3; c++) rgba[(y * wide + x) * 4 + c] = colour[c]! + shade
    rgba[(y * wide + x) * 4 + 3] = 255
  }
  return { rgba, wide, high }
}
