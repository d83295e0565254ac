/** How a fabric looks, as it is kept and as core is asked. */
import { labOf, type Look } from '#core/colour'
import type { LookPayload } from '../schemas'

export const toLook = (l: LookPayload): Look =>
  ({ palette: l.palette.map(p => ({ ...p, lab: labOf(p.hex) })), figureMm: l.figureMm })
/** A fabric of which only the colour is known. */
export const plainPayload = (hex: string): LookPayload => ({ palette: [{ hex, sharePct: 100 }], figureMm: null, tile: null })
