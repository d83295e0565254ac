import { hasPassed } from '#core/learn'
import { houseOf } from '#shared/house'
import type { Context } from '../utils/context'
import { onThread } from '../work/worker-pool'
import { getSwatch } from './swatches'
import { getWorkroom } from './workroom'

/** A swatch's proof card. */
export async function proofCard(
  context: Context, swatchId: string, format: 'pdf' | 'text',
): Promise<{ type: string, body: string | Uint8Array }> {
  const swatch = await getSwatch(context, swatchId), { rules, units } = await getWorkroom(context)
  const proved = hasPassed(swatch, houseOf(rules).washes)
  const body = await onThread('paper', 'proof', { swatch, proved, format, units }, { ...context, smaller: 'Ask again in a moment.' })
  return { type: format === 'text' ? 'text/plain; charset=utf-8' : 'application/pdf', body }
}
