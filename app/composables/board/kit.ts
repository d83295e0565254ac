import { SUPPORT_KEYS, type SupportKey } from '#core/seam'

/** Helpers of the board that this workroom has; the board's edge and its flat are always there. */
export const useKit = () => useStored<SupportKey[]>('kit', SUPPORT_KEYS.filter(k => k !== 'needleBoard' && k !== 'sleeveBoard'))
