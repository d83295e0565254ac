import { z } from 'zod'
import { idParams } from '#shared/schemas'
import { simulatedProbe } from '../../../devices/sole-probe'
import { streamAlong } from '../../../devices/stream'
import { getIron } from '../../../services/shelf'

const LONGEST_S = 900
const STEP_S = 2
const query = z.object({
  position: z.coerce.number({ error: 'Setting: say which.' }).int().min(0).max(7),
  seed: z.coerce.number().int().min(0).max(1e9).default(1),
  /** How many times faster than the clock the stand-in reads. */
  speed: z.coerce.number({ error: 'Speed: give a number.' }).min(1, 'Speed: 1 at least.').max(400, 'Speed: 400 at most.').default(1),
  sagAtS: z.coerce.number().min(0).max(LONGEST_S).optional(),
})

/** Streams what the probe reads, from switching on, as server-sent events. */
export default defineRoute({ may: 'read', params: idParams, query }, async ({ context, params, query: q, event }) => {
  const iron = await getIron(context, params.id)
  if (!iron.settings[q.position]) throw notFound('dial setting')
  const probe = simulatedProbe(iron, q.position, q.seed, q.sagAtS === undefined ? [] : [q.sagAtS])
  return streamAlong(event, { stepS: STEP_S, longestS: LONGEST_S, speed: q.speed }, probe.read)
})
