import { houseOf } from '#shared/house'
import { PLOT_FORMATS } from '#shared/plot'
import { chalkQuery, idParams } from '#shared/schemas'
import { cuttingOf, pieceGround } from '../../../services/cutting'
import { getSupply } from '../../../services/shelf'
import { getWorkroom } from '../../../services/workroom'
import { onThread } from '../../../work/worker-pool'

export default defineRoute({ may: 'read', params: idParams, query: chalkQuery }, async ({ context, params, query, event }) => {
  const { job, pieces, ground } = await pieceGround(context, params.id)
  const supply = await getSupply(context, query.supplyId)
  const { layouts } = await cuttingOf(context, params.id)
  // The layout as it is drawn; once it is cut, the last one that was.
  const own = layouts.filter(l => l.supplyId === supply.id)
  const lay = own.find(l => l.cutAt === null) ?? own.at(-1)
  const { units, rules } = await getWorkroom(context)
  const sheet = { jobName: job.name, supply, pieces, parts: lay?.parts ?? [], ground, units, pens: houseOf(rules).pens }
  const file = query.as === 'pdf' || query.as === 'paper' ? { type: 'application/pdf', ending: 'pdf' } : PLOT_FORMATS[query.as]
  const bytes = await onThread('paper', 'chalk', { ...sheet, as: query.as }, { ...context, smaller: 'Lay out fewer parts at once.' })
  setResponseHeaders(event, { 'content-type': file.type, 'content-disposition': `attachment; filename="layout.${file.ending}"` })
  return bytes
})
