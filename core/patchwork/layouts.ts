/** Our own plain layouts: how many rows and columns, and which of its colours each patch takes. */
export interface Layout { key: string, rows: number, columns: number, colours: number, colourAt: (row: number, column: number) => number }

export const LAYOUTS: readonly Layout[] = [
  { key: 'chequers', rows: 6, columns: 8, colours: 2, colourAt: (r, c) => (r + c) % 2 },
  { key: 'stripes', rows: 5, columns: 7, colours: 3, colourAt: (_, c) => c % 3 },
  { key: 'steps', rows: 6, columns: 8, colours: 4, colourAt: (r, c) => (r + c) % 4 },
  { key: 'frame', rows: 5, columns: 5, colours: 3, colourAt: (r, c) => Math.max(Math.abs(r - 2), Math.abs(c - 2)) },
  { key: 'cross', rows: 5, columns: 5, colours: 2, colourAt: (r, c) => (r === 2 || c === 2 ? 1 : 0) },
]
