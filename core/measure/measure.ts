/** A mean of repeats with the half-width of its 95 % interval; null until there are two. */
export interface Spread {
  mean: number
  sd: number | null
  plusMinus: number | null
  count: number
}

/** Student's t for 95 %, by degrees of freedom 1 to 10; 2 beyond. Source: standard table. */
const T95 = [12.71, 4.3, 3.18, 2.78, 2.57, 2.45, 2.36, 2.31, 2.26, 2.23]

/** @throws RangeError without any reading */
export function spreadOf(readings: readonly number[]): Spread {
  const count = readings.length
  if (count === 0) throw new RangeError('There is no reading yet.')
  const mean = readings.reduce((s, r) => s + r, 0) / count
  if (count === 1) return { mean, sd: null, plusMinus: null, count }
  const sd = Math.sqrt(readings.reduce((s, r) => s + (r - mean) ** 2, 0) / (count - 1))
  return { mean, sd, plusMinus: (T95[count - 2] ?? 2) * sd / Math.sqrt(count), count }
}

const positive = (value: number, what: string): void => {
  if (!(value > 0) || !Number.isFinite(value)) throw new RangeError(`${what} must be more than nothing.`)
}

/** Areal mass, g/m², of a cut piece: `massGsmFrom(3.1, 150, 170)` is 121.6. */
export function massGsmFrom(massG: number, lengthMm: number, widthMm: number): number {
  positive(massG, 'The weight')
  positive(lengthMm, 'The length')
  positive(widthMm, 'The width')
  return massG / (lengthMm * widthMm) * 1e6
}

/** Thickness of one layer, mm, of a folded stack under a weight. */
export function thicknessMmFrom(stackMm: number, layers: number): number {
  positive(stackMm, 'The height of the stack')
  if (!Number.isInteger(layers) || layers < 1) throw new RangeError('Count the layers in whole numbers.')
  return stackMm / layers
}

/** Give, % of the marked length, of a strip pulled by hand. */
export function givePctFrom(markedMm: number, pulledMm: number): number {
  positive(markedMm, 'The marked length')
  if (pulledMm < markedMm) throw new RangeError('Pulled, it cannot be shorter than it was marked.')
  return (pulledMm - markedMm) / markedMm * 100
}
