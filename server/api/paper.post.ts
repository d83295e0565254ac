import { getWorkroom } from '../services/workroom'
import { onThread } from '../work/worker-pool'

export default defineRoute({ may: 'read', body: 'paper', mostBytes: 400_000 }, async ({ context, body, event }) => {
  const asked = { ...context, smaller: 'Print fewer of them at once, or draw with fewer corners.' }
  const { bytes, type, name } = await onThread('paper', 'making', { body, units: (await getWorkroom(context)).units }, asked)
  setResponseHeaders(event, { 'content-type': type, 'content-disposition': `attachment; filename="${name}"` })
  return bytes
})
