import { idParams, templatesQuery } from '#shared/schemas'
import { pieceGround } from '../../../services/cutting'
import { getWorkroom } from '../../../services/workroom'
import { onThread } from '../../../work/worker-pool'

export default defineRoute({ may: 'read', params: idParams, query: templatesQuery }, async ({ context, params, query, event }) => {
  const { job, pieces, ground } = await pieceGround(context, params.id)
  const sheet = { jobName: job.name, pieces, ground, ...query, units: (await getWorkroom(context)).units }
  const bytes = await onThread('paper', 'templates', sheet, { ...context, smaller: 'Choose larger paper, or print fewer pieces at once.' })
  const ending = query.as === 'roll' ? 'pdf' : query.as, name = `templates.${ending}`
  const type = { pdf: 'application/pdf', svg: 'image/svg+xml', dxf: 'image/vnd.dxf' }[ending]
  setResponseHeaders(event, { 'content-type': type, 'content-disposition': `attachment; filename="${name}"` })
  return bytes
})
