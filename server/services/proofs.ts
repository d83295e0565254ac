import { hasPassed } from '#core/learn'
import type { Context } from '../utils/context'
import { onThread } from '../work/lanes'
import { getTrial } from './trials'
import { getWorkshop } from './workshop'

/** A swatch's proof card. */
export async function proofCard(
  context: Context, trialId: string, format: 'pdf' | 'text',
): Promise<{ type: string, body: string | Uint8Array }> {
  const trial = await getTrial(context, trialId), { rules } = await getWorkshop(context)
  const proved = hasPassed(trial, Number(rules.washes))
  const body = await onThread('paper', 'proof', { trial, proved, format }, { ...context, smaller: 'Ask again in a moment.' })
  return { type: format === 'text' ? 'text/plain; charset=utf-8' : 'application/pdf', body }
}
