import { z } from 'zod'
import { idParams } from '#shared/schemas'
import { proofCard } from '../../../services/proofs'

const query = z.object({ as: z.enum(['pdf', 'text'], { error: 'As: pdf or text.' }).default('pdf') })

export default defineRoute({ may: 'read', params: idParams, query }, async ({ context, params, query: q, event }) => {
  const { type, body } = await proofCard(context, params.id, q.as)
  setResponseHeaders(event, { 'content-type': type, 'content-disposition': `inline; filename="proof.${q.as === 'pdf' ? 'pdf' : 'txt'}"` })
  return body
})
