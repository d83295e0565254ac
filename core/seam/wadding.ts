/** A piece of wadding at hand, mm; it may be turned. */
export interface PieceSize { wideMm: number, highMm: number }
/** A piece of it where it goes: from the corner, which sheet, turned or not. */
interface Joined { sheet: number, x: number, y: number, wideMm: number, highMm: number }
export interface Wadding {
  wideMm: number
  highMm: number
  parts: Joined[]
  /** Butted seams, each right across what it joins, mm. */
  joinsMm: number[]
}

const MOST_JOINS = 6, MOST_SHEETS = 8, HAIR = 0.5

/**
 * How large wadding is cut for a top, and from which of the sheets at hand with the fewest joins: trued, butted, taped. Joins run right
 * across, so that each can be taped in one go; the answer has the fewest of all such ones. Null where the sheets do not reach.
 * @throws RangeError for sizes that make no sense
 */
export function waddingFrom(top: PieceSize, marginMm: number, sheets: readonly PieceSize[]): Wadding | null {
  if (!(top.wideMm > 0 && top.highMm > 0)) throw new RangeError('Top: give its width and height.')
  if (marginMm < 0) throw new RangeError('Margin: it cannot be less than 0 mm.')
  if (sheets.length > MOST_SHEETS) throw new RangeError(`Pieces of wadding: ${MOST_SHEETS} at the most.`)
  if (sheets.some(s => !(s.wideMm > 0 && s.highMm > 0))) throw new RangeError('Pieces of wadding: each has a width and a height.')
  const wideMm = top.wideMm + 2 * marginMm, highMm = top.highMm + 2 * marginMm
  const sizes = sheets.flatMap(s => [s.wideMm, s.highMm])
  const widths = sumsOf(sizes, wideMm), heights = sumsOf(sizes, highMm)
  for (let joins = 0; joins <= Math.min(MOST_JOINS, sheets.length - 1); joins++) {
    const parts = fill({ x: 0, y: 0, wideMm, highMm }, (1 << sheets.length) - 1, joins, sheets, widths, heights)
    if (parts) return { wideMm, highMm, ...parts }
  }
  return null
}

interface Rect { x: number, y: number, wideMm: number, highMm: number }
interface Filled { parts: Joined[], joinsMm: number[] }

/** Where a join may lie: as far as sheets laid side by side reach. */
function sumsOf(lengths: readonly number[], most: number): number[] {
  const sums = new Set([0])
  for (const l of lengths) for (const s of [...sums]) if (s + l < most) sums.add(s + l)
  return [...sums].filter(s => s > 0).sort((a, b) => b - a)
}

function fill(
  r: Rect, left: number, joins: number, sheets: readonly PieceSize[], widths: readonly number[], heights: readonly number[],
): Filled | null {
  if (joins === 0) {
    const sheet = sheets.findIndex((s, i) => (left >> i) & 1 && canFit(s, r))
    return sheet < 0 ? null : { parts: [{ sheet, ...r }], joinsMm: [] }
  }
  const cut = (first: Rect, second: Rect, longMm: number): Filled | null => {
    for (let k = 0; k < joins; k++) {
      for (const [a, b, ka] of [[first, second, k], [second, first, k]] as const) {
        const one = fill(a, left, ka, sheets, widths, heights)
        if (!one) continue
        const used = one.parts.reduce((bits, p) => bits | (1 << p.sheet), 0)
        const two = fill(b, left & ~used, joins - 1 - ka, sheets, widths, heights)
        if (two) return { parts: [...one.parts, ...two.parts], joinsMm: [longMm, ...one.joinsMm, ...two.joinsMm] }
      }
    }
    return null
  }
  for (const w of widths) {
    if (w >= r.wideMm - HAIR) continue
    const made = cut({ ...r, wideMm: w }, { ...r, x: r.x + w, wideMm: r.wideMm - w }, r.highMm)
    if (made) return made
  }
  for (const h of heights) {
    if (h >= r.highMm - HAIR) continue
    const made = cut({ ...r, highMm: h }, { ...r, y: r.y + h, highMm: r.highMm - h }, r.wideMm)
    if (made) return made
  }
  return null
}

const canFit = (s: PieceSize, r: Rect): boolean =>
  (s.wideMm + HAIR >= r.wideMm && s.highMm + HAIR >= r.highMm) || (s.highMm + HAIR >= r.wideMm && s.wideMm + HAIR >= r.highMm)
