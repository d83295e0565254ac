import type { EntityName } from './schemas'

/** What can be taken from another workroom's archive beside what is here, each with all that belongs to it. */
export const COPIED = {
  fabrics: {
    name: 'Fabrics', rows: ['fabrics', 'fabricFibres', 'measurements', 'preshrinkPasses', 'cornerSteps'], by: 'code', of: 'fabricId',
  },
  supplies: { name: 'Supplies', rows: ['supplies', 'trimRuns'], by: 'code', of: 'supplyId' },
  irons: { name: 'Irons', rows: ['irons', 'ironSettings', 'calibrations'], by: 'name', of: 'ironId' },
  pressCloths: { name: 'Press cloths', rows: ['pressCloths'], by: 'name', of: 'pressClothId' },
  places: { name: 'Own places', rows: ['places'], by: 'name', of: 'placeId' },
} as const satisfies Record<string, { name: string, rows: readonly EntityName[], by: 'code' | 'name', of: string }>
export type CopiedKey = keyof typeof COPIED
export const COPIED_KEYS = Object.keys(COPIED) as [CopiedKey, ...CopiedKey[]]
/** How many came in, and how many were left out because something of that code or name is here already. */
export type Copied = Partial<Record<CopiedKey, { added: number, there: number }>>

/** What was taken, in words. */
export const copiedWords = (copied: Copied): string => {
  const parts = (Object.entries(copied) as [CopiedKey, { added: number, there: number }][]).map(([key, { added, there }]) =>
    `${COPIED[key].name.toLowerCase()}: ${added} added${there > 0 ? `, ${there} were here already` : ''}`)
  return parts.join('; ')
}
