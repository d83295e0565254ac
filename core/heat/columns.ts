/**
 * Columns of so many figures, all in one piece of memory: cutting them from it costs a fraction of asking for each.
 * @param most how many columns are asked for at the most
 */
export function columnsOf(length: number, most: number): () => Float64Array<ArrayBuffer> {
  const memory = new ArrayBuffer(length * most * 8)
  let at = 0
  return () => new Float64Array(memory, length * 8 * at++, length)
}
