import { idParams, templatesQuery } from '#shared/schemas'
import { pieceGround } from '../../../services/cutting'
import { PAPERS, pieceTemplates, templatesPdf, templatesSvg } from '../../../services/templates'

export default defineRoute({ params: idParams, query: templatesQuery }, async ({ context, params, query, event }) => {
  const { job, pieces, ground } = await pieceGround(context, params.id)
  const all = pieceTemplates(pieces, ground)
  const [type, name] = query.as === 'svg' ? ['image/svg+xml', 'templates.svg'] : ['application/pdf', 'templates.pdf']
  setResponseHeaders(event, { 'content-type': type, 'content-disposition': `attachment; filename="${name}"` })
  return query.as === 'svg' ? templatesSvg(all) : templatesPdf(job.name, all, PAPERS[query.paper])
})
