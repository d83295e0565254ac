/** Where a figure comes from, in falling order of trust. */
export type Origin = 'tested' | 'measured' | 'maker' | 'typical' | 'estimate'

/** A figure that can say where it comes from. */
export interface Sourced<T> {
  value: T
  origin: Origin
}

/** The first value that is known, tried in the order given; the order of trust is the caller's. */
export function mostTrusted<T>(...candidates: Array<[T | null | undefined, Origin]>): Sourced<T> | undefined {
  for (const [value, origin] of candidates) {
    if (value !== null && value !== undefined) return { value, origin }
  }
  return undefined
}
