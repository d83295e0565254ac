import { blend, formatHex, interpolate } from 'culori'
import type { FabricAppearance } from './appearance'

/** What heat does to a white fabric, seen through any colour: yellow first, then brown. Typical. */
const YELLOW = '#e9cf86', BROWN = '#8a5a2b'

/** A fabric's colour after scorching. @param hex six figures after a # */
export function scorchedHex(hex: string, { yellowed, browned }: Pick<FabricAppearance, 'yellowed' | 'browned'>): string {
  const toward = (of: string, share: number, veil: string) => interpolate([of, blend([of, veil], 'multiply')], 'lab')(share)
  return formatHex(toward(formatHex(toward(hex, yellowed, YELLOW)), browned, BROWN))
}
