import { CONSTRUCTIONS, FIBRES, type ConstructionKey, type LabelReading, type LabelShare } from '#core/materials'

const shortFibre = (fibre: LabelShare['fibre']): string => FIBRES[fibre].name.split(/[,(]/)[0]!.trim()

/** Fibres as a label says them, so that they are read again: "80 wool, 20 polyamide 6". */
export const asLabelSays = (fibres: readonly LabelShare[]): string =>
  fibres.map(f => (fibres.length === 1 ? '' : `${f.sharePct} `) + shortFibre(f.fibre).toLowerCase()).join(', ')

/** Why the words of a label cannot be read, and what to write instead; null where they can. */
export function labelProblem(reading: LabelReading): string | null {
  if (reading.read) return null
  switch (reading.why) {
    case 'empty': return 'Write what its label says, such as 80 wool 20 nylon; or switch on “Fibre unknown”.'
    case 'noFibre': return 'No fibre is named. Write it with its share, such as 80 wool 20 nylon.'
    case 'unknownWord': return `“${reading.word}” is no fibre we know. Write its common name, or add it from the list.`
    case 'sharesMissing': return 'Give each fibre its share, such as 65/35 polycotton. One may be left out: it takes the rest.'
    case 'sharesWrong': return `The shares make ${Math.round((reading.totalPct ?? 0) * 10) / 10} %, not 100 %.`
  }
}

/** What a fabric may be called where nobody has said: its first fibre and its construction. */
export function fabricNameOf(fibres: readonly LabelShare[], construction: ConstructionKey): string {
  const kind = CONSTRUCTIONS[construction].name.split(',').at(-1)!.trim().toLowerCase()
  const first = [...fibres].sort((a, b) => b.sharePct - a.sharePct)[0]
  const fibre = first ? shortFibre(first.fibre) : 'Unknown'
  return kind.includes(fibre.toLowerCase()) ? kind.charAt(0).toUpperCase() + kind.slice(1) : `${fibre} ${kind}`
}
