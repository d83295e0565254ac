import { z } from 'zod'
import { simulatePull } from '#core/learn'
import { streamAlong } from '../devices/stream'

const LONGEST_S = 8
const STEP_S = 0.2
const query = z.object({
  bond: z.coerce.number({ error: 'Bond: give a number.' }).min(0, 'Bond: 0 at least.').max(50, 'Bond: 50 at most.'),
  seed: z.coerce.number().int().min(0).max(1e9).default(1),
  speed: z.coerce.number({ error: 'Speed: give a number.' }).min(1, 'Speed: 1 at least.').max(100, 'Speed: 100 at most.').default(1),
})

/** Streams what a spring scale reads while a strip is peeled; a stand-in that knows the bond it is given. */
export default defineRoute({ may: 'read', query }, async ({ query: q, event }) => {
  return streamAlong(event, { stepS: STEP_S, longestS: LONGEST_S, speed: q.speed }, simulatePull(q.bond, q.seed))
})
