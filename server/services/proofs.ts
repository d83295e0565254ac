import { hasPassed } from '#core/learn'
import type { Context } from '../utils/context'
import { getTrial } from './trials'
import { proofPdf, proofText } from './print'
import { getWorkshop } from './workshop'

/** A swatch's proof card. */
export async function proofCard(
  context: Context, trialId: string, format: 'pdf' | 'text',
): Promise<{ type: string, body: string | Uint8Array }> {
  const [trial, { rules }] = await Promise.all([getTrial(context, trialId), getWorkshop(context)])
  const proved = hasPassed(trial, Number(rules.washes))
  return format === 'text'
    ? { type: 'text/plain; charset=utf-8', body: proofText(trial, proved) }
    : { type: 'application/pdf', body: await proofPdf(trial, proved) }
}
