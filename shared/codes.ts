const PATTERN = /^(.*?)(\d+)$/

/**
 * The next code in a workroom's own way of counting: its commonest letters, the next number, as many figures.
 * @param codes those in use, in any order
 * @param letters what a workroom without any begins with
 */
export function nextCode(codes: readonly string[], letters: string): string {
  const ways = new Map<string, { count: number, most: number, figures: number }>()
  for (const code of codes) {
    const [, before, number] = PATTERN.exec(code.trim()) ?? []
    if (before === undefined || number === undefined || number.length > 6) continue
    const way = ways.get(before) ?? { count: 0, most: 0, figures: 1 }
    ways.set(before, { count: way.count + 1, most: Math.max(way.most, Number(number)), figures: Math.max(way.figures, number.length) })
  }
  const [before, way] = [...ways].sort((a, b) => b[1].count - a[1].count)[0] ?? [`${letters}-`, { most: 0, figures: 2 }]
  const used = new Set(codes.map(c => c.trim().toLowerCase()))
  for (let n = way.most + 1; ; n++) {
    const code = `${before}${String(n).padStart(way.figures, '0')}`
    if (!used.has(code.toLowerCase())) return code
  }
}
