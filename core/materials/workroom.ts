/** What every workroom has alike, typical. */
import { IRON_KINDS, type IronKindKey } from './irons'

/** Room temperature, °C. */
export const ROOM_C = 20
/** A clapper bears about this hard, kPa. */
export const CLAPPER_KPA = 0.6
/** A shot of steam is held this long, s. */
export const SHOT_S = 3

/** Steam of an iron over its sole, g/(m²·s). */
export const steamGM2S = (iron: IronKindKey): number => IRON_KINDS[iron].steamGMin / 60 / (IRON_KINDS[iron].bearingCm2 * 1e-4)
