import { dayWords, lengthWords } from '#shared/words'

/** Figures and days as the workroom reads them. */
export function useInUnits() {
  const selection = useSelection()
  return {
    /** A length, mm. */
    mm: (lengthMm: number): string => lengthWords(lengthMm, selection.units),
    /** The day of a moment. */
    day: (iso: string): string => dayWords(iso, selection.units),
    /** With its year, whichever it is. */
    dayInFull: (iso: string): string => dayWords(iso, selection.units, true),
  }
}

/** The fabrics of the drawer, to be chosen from. */
export function useFabricItems() {
  const library = useLibrary()
  return computed(() => library.fabrics.map(c => ({ label: c.name, value: c.id })))
}
